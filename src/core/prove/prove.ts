import type { BuiltPart } from '../built/built'
import type { Project } from '../document/schema'
import { apply } from '../geometry/placement'
import type { Kernel } from '../kernel/kernel'
import { expectOk } from '../result'
import { slicingOf } from '../print/estimate'
import { withUnit } from '../units/length'
import { type Layer, layersOf } from './layers'
import { LINES_OF, type ProofInput, type ProofLine } from './line'
import { LINES } from './lines'
import { type Lying, lying } from './lying'
import { narrowPicture } from './narrow-picture'
import { type Overhangs, overhangs } from './overhangs'
import type { Picture, PictureKind } from './picture'
import { type NarrowSpot, narrowSpots } from './thin-spots'
import { isShallow } from './where-words'

/** A part as it is printed, looked at from all sides. */
export interface Proof {
  lines: ProofLine[]
  layers: Layer[]
  lies: Lying
  /** How wide lines are, mm, and how many a wall has. */
  line: number
  walls: number
}

/**
 * Looks at a part as its printer will print it.
 * @param pause lets others in, and throws where the work is to end
 * Errors: not-closed
 */
export async function prove(
  kernel: Kernel,
  project: Project,
  part: BuiltPart,
  pause: () => Promise<void> | undefined = () => undefined,
): Promise<Proof> {
  const { printer, unit } = project
  const lies = lying(part)
  const solid = expectOk(kernel.fromTriangles(lies.positions, lies.indices, FREE))
  try {
    const layers = await layersOf(kernel, lies, printer, pause)
    const thin = narrowSpots(part.mesh, LINES_OF.material * printer.line, 'material')
    await pause()
    const slits = narrowSpots(part.mesh, LINES_OF.air * printer.line, 'air')
    await pause()
    const deep = (spots: NarrowSpot[]) => spots.filter((s) => !isShallow(s.surfaces, part.mesh.surfaces, project))
    const leans = overhangs(lies, printer.layer / 2, printer.lean)
    const input: ProofInput = {
      kernel,
      project,
      part,
      solid,
      lies,
      layers,
      thin: deep(thin),
      slits: deep(slits),
      leans,
      say: (mm) => withUnit(mm, unit),
      place: ([x, y], { from }) => apply(lies.back, [x, y, from]),
    }
    return {
      lines: LINES.map((line) => line(input)),
      layers,
      lies,
      line: printer.line,
      walls: slicingOf(project.parts[part.id]).walls,
    }
  } finally {
    solid.dispose()
  }
}

const FREE = { step: '', role: '', shape: { kind: 'free' } } as const

/** What is shown of a part in the scene. */
export const pictureOf = (
  { printer }: Pick<Project, 'printer'>,
  part: BuiltPart,
  lies: Lying,
  kind: PictureKind,
): Picture =>
  kind === 'leans'
    ? leaning(part, overhangs(lies, printer.layer / 2, printer.lean))
    : narrowPicture(part.mesh, LINES_OF[kind] * printer.line, kind)

/** The faces that lean out too far, each with by how much. */
function leaning({ mesh: { positions, indices } }: BuiltPart, { leans }: Overhangs): Picture {
  const steep = [...leans.keys()].filter((t) => leans[t]! > 0)
  const picture = { positions: new Float32Array(9 * steep.length), values: new Float32Array(3 * steep.length) }
  for (const [n, t] of steep.entries()) {
    picture.values.fill(leans[t]!, 3 * n, 3 * n + 3)
    for (let k = 0; k < 3; k++) {
      const v = 3 * indices[3 * t + k]!
      picture.positions.set([positions[v]!, positions[v + 1]!, positions[v + 2]!], 9 * n + 3 * k)
    }
  }
  return picture
}
