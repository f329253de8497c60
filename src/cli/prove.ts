import { Kernel } from '../core/kernel/kernel'
import { downOf, laysOn } from '../core/print/lay'
import { directions } from '../core/prove/directions'
import { prove } from '../core/prove/prove'
import { onWhat } from '../core/prove/way-words'
import { Builder } from '../core/sheet/builder'
import { withVariant } from './commands'
import { loadProject } from './files'
import { round } from './rounded'

/** So many ways to lay a part are told. */
const WAYS = 3

/** What the printer will make of each part of a project. */
export async function runProve(file: string, variant: string | undefined) {
  const loaded = await loadProject(file)
  const project = withVariant(loaded.project, variant)
  const kernel = await Kernel.load()
  const builder = new Builder(kernel)
  const build = await builder.build(project, loaded.models, 'export')
  const parts = []
  for (const part of build.parts) {
    const { lines, layers } = await prove(kernel, project, part)
    const ways = await directions(part, project)
    parts.push({
      name: part.name,
      lies_on: onWhat(downOf(part.print)),
      layers: layers.length,
      to_look_at: lines.filter((l) => l.verdict === 'look').length,
      said: lines.map((l) => ({
        about: l.about,
        verdict: l.verdict,
        says: l.says,
        at_mm: l.places[0]?.at.map(round) ?? null,
      })),
      ways: ways.slice(0, WAYS).map((w) => ({
        on: onWhat(w.down),
        now: laysOn(part.print, w.down),
        height_mm: round(w.height),
        foot_mm2: round(w.foot),
        support_mm3: round(w.support),
      })),
    })
  }
  builder.dispose()
  return { project: project.name, parts }
}

/** The same for people: a block for each part, what is to be looked at marked. */
export const proofText = ({ project, parts }: Awaited<ReturnType<typeof runProve>>) => ({
  project,
  ...Object.fromEntries(
    parts.map(({ name, lies_on, layers, said, ways }) => [
      name,
      {
        lies_on,
        layers,
        ...Object.fromEntries(said.map((s) => [s.about, `${s.verdict === 'look' ? '▲ ' : ''}${s.says}`])),
        ways: ways.map((w) => `on ${w.on}, ${w.height_mm.toFixed(2)} mm high, ${Math.round(w.support_mm3)} mm³ of support${w.now ? ' (so it lies)' : ''}`), // prettier-ignore
      },
    ]),
  ),
})
