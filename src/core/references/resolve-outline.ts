import type { ProjectOutline } from '../document/schema'
import { type CheckReport, resolvePhoto } from '../photo/resolve-photo'
import type { SizeReport } from '../photo/sizes'
import { areaOf, boundsOf, loopArea, perimeterOf } from '../profile/measure'
import { type Loop, type Profile, radiusOf, type Segment } from '../profile/segment'
import type { FileUnit } from '../units/file-unit'
import { fail, type Problem, type Result } from '../result'
import type { Vec2 } from '../geometry/vec'
import { nested, scaledSegment } from '../outlines/drawing'
import type { ImportedOutline } from '../outlines/outline'

/** A flat outline of the project with everything worked out, mm. */
export interface ResolvedOutline {
  id: string
  name: string
  kind: ProjectOutline['kind']
  profile: Profile
  /** Runs that do not close. */
  open: Segment[][]
  area: number
  perimeter: number
  /** [min x, min y, max x, max y]; undefined where there is nothing yet. */
  bounds?: [number, number, number, number]
  /** Round holes. */
  holes: { centre: Vec2; diameter: number }[]
  /** Of a drawing: its layers, and how its unit is known. */
  layers: { name: string; loops: number; open: number; taken: boolean }[]
  unit?: FileUnit
  notes: string[]
  checks: CheckReport[]
  sizes: SizeReport[]
  problem?: Problem
}

/**
 * @param drawings imported drawings by SHA-256
 * @param value works out a length, mm
 */
export function resolveOutline(
  outline: ProjectOutline,
  drawings: ReadonlyMap<string, ImportedOutline>,
  value: (formula: string) => Result<number>,
): ResolvedOutline {
  const { id, name, kind } = outline
  const empty = { id, name, kind, layers: [], notes: [], checks: [], sizes: [] }
  if (outline.kind === 'photo') {
    const photo = resolvePhoto(outline.photo, value)
    if (!photo.ok) return { ...empty, ...measured({ loops: [] }, []), problem: photo.problem }
    const { profile, open, notes, checks, sizes } = photo.value
    return { ...empty, ...measured(profile, open), notes, checks, sizes }
  }
  const drawing = drawings.get(outline.file)
  if (!drawing) {
    const { problem } = fail('no-file', `${outline.fileName} is missing from the data folder.`)
    return { ...empty, ...measured({ loops: [] }, []), problem }
  }
  const taken = drawing.layers.filter((l) => !outline.without.includes(l.name))
  const sized = (run: readonly Segment[]) => run.map((s) => scaledSegment(s, outline.scale))
  const loops = taken.flatMap((l) => l.profile.loops.map(sized))
  return {
    ...empty,
    ...measured(nested(loops), taken.flatMap((l) => l.open.map(sized))), // prettier-ignore
    layers: drawing.layers.map((l) => ({
      name: l.name,
      loops: l.profile.loops.length,
      open: l.open.length,
      taken: taken.includes(l),
    })),
    unit: drawing.unit,
    notes: drawing.notes,
  }
}

function measured(profile: Profile, open: Segment[][]) {
  const bounds = boundsOf({ loops: [...profile.loops, ...open] })
  return {
    profile,
    open,
    area: areaOf(profile),
    perimeter: perimeterOf(profile),
    ...(Number.isFinite(bounds[0]) ? { bounds } : {}),
    holes: profile.loops.flatMap((l) => (loopArea(l) < 0 ? roundHole(l) : [])),
  }
}

/** A loop that is one circle. */
function roundHole(loop: Loop): { centre: Vec2; diameter: number }[] {
  const [first] = loop
  if (first?.kind !== 'arc') return []
  const same = loop.every(
    (s) =>
      s.kind === 'arc' &&
      Math.hypot(s.centre[0] - first.centre[0], s.centre[1] - first.centre[1]) < 1e-6 &&
      Math.abs(radiusOf(s) - radiusOf(first)) < 1e-6,
  )
  return same ? [{ centre: first.centre, diameter: 2 * radiusOf(first) }] : []
}
