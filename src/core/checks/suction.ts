import type { BuiltPart } from '../built/built'
import type { RowSpec } from '../built/rows'
import type { Project } from '../document/schema'
import { type Box3, boxOfPositions, boxSize, boxVolume, grownBox, joinBoxes, type Vec3 } from '../geometry/vec'
import type { TaggedMesh } from '../kernel/surface'
import { Cells, isInside } from '../prove/cells/cells'
import { formatCubed } from '../units/length'
import type { Check, Finding } from './finding'

/** Slits up to about this let no air through quickly enough, mm: the cells that rooms are looked for in. */
const CLOSE = 0.2
/** So many cells at most; where they come out coarser than this, mm, a slit is not told from a wall. */
const [MOST_CELLS, COARSE] = [4e6, 0.4]
/** The cells of a first look, mm. */
const ROUGH = 0.5
/** Rooms reach no farther over what two parts have of each other, mm. */
const AROUND = 12
/** Smaller rooms are clearances, mm3. */
const LEAST_ROOM = 5
/** The air of a room is thinned so far before the parts come apart: less is hardly felt. */
const FELT = 0.25
/** Of a room's walls each of the two parts has so much at least. */
const SHARE = 0.08

/** A room that two parts close up between them. */
export interface Sucked {
  /** mm3 */
  volume: number
  at: Vec3
}

/** Pairs that were looked at, for as long as both are as they were. */
const known = new WeakMap<TaggedMesh, WeakMap<TaggedMesh, { found: Sucked | undefined }>>()

function knownBetween(a: Shaped, b: Shaped): Sucked | undefined {
  const ofA = known.get(a.mesh) ?? new WeakMap<TaggedMesh, { found: Sucked | undefined }>()
  known.set(a.mesh, ofA)
  const before = ofA.get(b.mesh) ?? { found: suckedBetween(a, b) }
  ofA.set(b.mesh, before)
  return before.found
}

/** Rooms between two parts that fit so closely, and so far into each other, that air cannot follow when they go together or come apart. */
export const suction: Check = ({ project, build: { parts, rows } }) =>
  parts.flatMap((a, i) =>
    parts.slice(i + 1).flatMap((b): Finding[] => {
      const found = knownBetween(a, b)
      if (!found) return []
      return [
        {
          check: 'suction',
          weight: 'look',
          title: `${a.name} and ${b.name} close up about ${formatCubed(found.volume, project.unit)} of air`,
          text: 'It can neither get out as they go together nor in as they come apart: they spring back, or hold by suction. A hole of 1.5 mm into it, or a groove of 1 mm along the fit, lets it through.', // prettier-ignore
          parts: [a.id, b.id],
          place: found.at,
          ...mendOf(project.steps, rows, a.id, b.id),
        },
      ]
    }),
  )

/** A groove in what was made to fit, if a step made the one for the other. */
function mendOf(steps: Project['steps'], rows: readonly RowSpec[], a: string, b: string): Pick<Finding, 'mend'> {
  const about = ({ a: own, b: other }: RowSpec) => [own, other].map((s) => (s.of === 'parts' ? s.parts : []))
  const between = (row: RowSpec) => about(row).some((x, i, both) => x.includes(a) && both[1 - i]!.includes(b))
  const fit = steps.find((s) => s.kind === 'fit' && !s.off && rows.some((row) => row.step === s.id && between(row)))
  return fit
    ? { mend: { of: fit.id, field: 'air', value: GROOVE, words: `let air by in a groove of ${GROOVE} mm` } }
    : {}
}
/** mm across. */
const GROOVE = '1'

type Shaped = Pick<BuiltPart, 'mesh'>

/** The largest room that is closed by both of them alone. */
export function suckedBetween(a: Shaped, b: Shaped): Sucked | undefined {
  const [boxA, boxB] = [boxOfPositions(a.mesh.positions), boxOfPositions(b.mesh.positions)]
  const both = shared(boxA, boxB)
  if (!both) return undefined
  const engaged = boxVolume(both)
  const region = shared(grownBox(joinBoxes(boxA, boxB), 3 * CLOSE), grownBox(both, AROUND))
  if (!region || engaged < LEAST_ROOM) return undefined
  // In coarse cells more is closed than in fine ones: what is not closed there need not be looked at twice.
  const rough = Math.max(ROUGH, Math.cbrt(boxVolume(region) / (MOST_CELLS / 8)))
  const cell = Math.max(CLOSE, Math.cbrt(boxVolume(region) / MOST_CELLS))
  if (cell > COARSE || !largestRoom(a, b, region, rough, engaged)) return undefined
  return largestRoom(a, b, region, cell, engaged)
}

function largestRoom(a: Shaped, b: Shaped, region: Box3, cell: number, engaged: number): Sucked | undefined {
  const cells = new Cells(region, cell)
  cells.touch(a.mesh.positions, a.mesh.indices, 1)
  cells.touch(b.mesh.positions, b.mesh.indices, 2)
  cells.floodFromSides()
  const rooms = cells.rooms().flatMap(({ cells: own, beside }) => {
    // Half of the cells that its walls cut are the room's as well.
    const walls = [...beside.values()].reduce((s, n) => s + n, 0)
    const volume = (own.length + walls / 2) * cell ** 3
    const least = Math.min(beside.get(1) ?? 0, beside.get(2) ?? 0)
    if (volume < LEAST_ROOM || least < SHARE * walls || engaged / (volume + engaged) < FELT) return []
    const at = cells.middle(own[Math.floor(own.length / 2)]!)
    const solid = [a, b].some(({ mesh }) => isInside(at, mesh.positions, mesh.indices))
    return solid ? [] : [{ volume, at }]
  })
  return rooms.sort((p, q) => q.volume - p.volume)[0]
}

/** What two boxes have in common. */
function shared(a: Box3, b: Box3): Box3 | undefined {
  const pick = (of: (...v: number[]) => number, end: keyof Box3): Vec3 => [of(a[end][0], b[end][0]), of(a[end][1], b[end][1]), of(a[end][2], b[end][2])] // prettier-ignore
  const both = { min: pick(Math.max, 'min'), max: pick(Math.min, 'max') }
  return boxSize(both).every((s) => s > 0) ? both : undefined
}
