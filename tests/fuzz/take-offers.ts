import type { Build } from '../../src/core/built/built'
import type { Project } from '../../src/core/document/schema'
import { pointable } from '../../src/core/faces/resolve'
import type { Pick } from '../../src/core/fit/picks'
import type { Kernel } from '../../src/core/kernel/kernel'
import { isClosed } from '../../src/core/mesh/facts'
import type { ImportedModel } from '../../src/core/references/model'
import { Builder } from '../../src/core/sheet/builder'
import { offersAt, takeOffer } from '../../src/core/steps/offers'
import { DEMOS, demoFolder } from '../support/demos'
import { pickBeside } from '../support/picked'
import { Random } from './random'
import type { Failure } from './read-files'

interface Opened {
  project: Project
  models: ReadonlyMap<string, ImportedModel>
  builder: Builder
  build: Build
}

/**
 * One or two faces of a demo are picked, and some of what is offered for them is taken: it is built, or says what stands in
 * its way. Nothing throws, no part is left open, and no other step has anything to complain of.
 */
export async function takeRandomOffers(from: number, count: number, kernel: Kernel): Promise<Failure[]> {
  const failures: Failure[] = []
  const folder = demoFolder()
  const opened = new Map<string, Opened>()
  const open = async (name: string): Promise<Opened> => {
    const { project, models } = await folder.load(name)
    const builder = new Builder(kernel)
    return { project, models, builder, build: await builder.build(project, models, 'view') }
  }
  try {
    for (let seed = from; seed < from + count; seed++) {
      const r = new Random(seed)
      const name = r.from(DEMOS)
      const on = opened.get(name) ?? (await open(name))
      opened.set(name, on)
      failures.push(...(await takenAt(on, r)).map((f) => ({ seed, ...f, what: `${name}, ${f.what}` })))
    }
  } finally {
    for (const { builder } of opened.values()) builder.dispose()
    folder.remove()
  }
  return failures
}

/** So many of what is offered is taken each time. */
const TAKEN = 6

async function takenAt(on: Opened, r: Random): Promise<Omit<Failure, 'seed'>[]> {
  const { project, build } = on
  const picks = Array.from({ length: r.next() < 0.75 ? 1 : 2 }, () => randomPick(build, r))
  let ids = 0
  const offers = offersAt({ document: project, references: build.references, parts: build.parts, left: build.left, picks, newId: () => `new${(ids += 1)}` }).filter((o) => o.picked) // prettier-ignore
  const failures: Omit<Failure, 'seed'>[] = []
  for (let k = 0; k < TAKEN && offers.length > 0; k++) {
    const [offer] = offers.splice(r.below(offers.length), 1)
    const what = `${picks.map((p) => `${p.ownerName} ${p.region} ${p.shape.kind}`).join(' and ')}: ${offer!.words}`
    const next = takeOffer(offer!)(project)
    // What is put in another's place, or before others, gives these something else to work on.
    const own = new Set((offer!.edit || offer!.before ? next.steps : offer!.steps).map((s) => s.id))
    const why = await wrongWith(on, next, own)
    if (why) failures.push({ what, why })
  }
  return failures
}

function randomPick(build: Build, r: Random): Pick {
  const part = r.from(build.parts)
  const { surfaceOf, borders } = pointable(part.mesh).topology
  const region = r.below(surfaceOf.length)
  const own = borders.flatMap((b, i) => (b.regions.includes(region) ? [i] : []))
  return pickBeside(part, region, own.length > 0 ? r.from(own) : undefined)
}

/** What is wrong once something was taken; that it is refused is not. */
async function wrongWith({ builder, build, models }: Opened, project: Project, own: ReadonlySet<string>) {
  try {
    const made = await builder.build(project, models, 'view')
    const before = new Set(build.steps.flatMap((s) => s.problems.map((p) => `${s.id} ${p.message}`)))
    const others = made.steps
      .filter((s) => !own.has(s.id))
      .flatMap((s) => s.problems.map((p) => `${s.id} ${p.message}`))
    const news = others.find((m) => !before.has(m))
    if (news) return `another step: ${news}`
    const open = made.parts.find((p) => p.mesh !== build.parts.find((q) => q.id === p.id)?.mesh && !isClosed(p.mesh.positions, p.mesh.indices)) // prettier-ignore
    return open && `${open.name} is open`
  } catch (error) {
    return error instanceof Error ? (error.stack ?? error.message) : String(error)
  }
}
