import { basename } from 'node:path'
import { apply, placePositions, turn } from '../core/geometry/placement'
import { boxOfPositions, boxSize, emptyBox, joinBoxes } from '../core/geometry/vec'
import { areaOf, boundsOf, loopArea } from '../core/profile/measure'
import { faceErrors } from '../core/recognise/traits'
import { countKinds, type RecognisedFace } from '../core/recognise/recognised-face'
import type { RoundFeature } from '../core/recognise/holes'
import { nested } from '../core/outlines/drawing'
import type { ImportedOutline } from '../core/outlines/outline'
import { sizeIn } from '../core/units/guess-unit'
import { type ImportedItem, type ImportedModel } from '../core/references/model'
import { FILE_UNITS, type FileUnit, type UnitName } from '../core/units/file-unit'
import { type Reference, resolveReference } from '../core/references/resolve'
import { shapeFacts, shapeRounds, shapeTraits } from '../core/references/shape-facts'
import { importFile, readWhole } from './files'
import { round, roundBox } from './rounded'

/** What a file holds, whatever its format. */
export async function runInspect(file: string) {
  const imported = await importFile(readWhole(file), basename(file))
  switch (imported.holds) {
    case 'outlines':
      return inspectOutline(imported.outline)
    case 'picture': {
      const { format, width, height } = imported.picture
      return { format, pixels: [width, height], notes: ['A photo has no scale of its own; see "anorak trace".'] }
    }
    case 'solids':
      return inspectModel(imported.model, basename(file))
  }
}

function inspectModel(model: ImportedModel, name: string) {
  const reference = resolveReference(model, {
    id: 'file',
    name,
    placing: 'as-in-file',
    scale: 1,
    turns: [],
    states: {},
  })
  const items = model.items.map((item) => {
    const shape = model.shapes[item.shape]!
    const facts = shapeFacts(shape)
    const placed = shapeRounds(shape).map((f) => inspectRound(f, item))
    const traits = shapeTraits(shape)
    return {
      name: item.name,
      path: item.path,
      color: item.color ?? null,
      triangles: facts.triangles,
      closed: facts.closed,
      volume_mm3: facts.closed ? round(facts.volume) : null,
      area_mm2: round(facts.area),
      bounds_mm: roundBox(boxOfPositions(placePositions(item.placement, shape.positions))),
      faces: countKinds(facts.faces),
      surfaces: largest(facts.faces, faceErrors({ ...shape, ...facts }), item),
      coverage: round(traits.coverage),
      fit_error_mm: round(traits.fitError),
      rounded: traits.rounded.map((r) => ({ radius_mm: r.radius, count: r.count, inside: r.inside })),
      symmetry: traits.symmetry.map((s) => ({
        normal: turn(item.placement, s.normal).map(round),
        point_mm: apply(item.placement, s.point).map(round),
      })),
      underside: traits.underside
        ? { normal: turn(item.placement, traits.underside.normal).map(round), area_mm2: round(traits.underside.area) }
        : null,
      extruded: traits.extruded
        ? {
            direction: turn(item.placement, traits.extruded.direction).map(round),
            height_mm: round(traits.extruded.height),
            area_mm2: round(traits.extruded.area),
          }
        : null,
      holes: placed.filter((f) => f.kind === 'hole'),
      equal_holes: equal(placed.filter((f) => f.kind === 'hole')),
      pins: placed.filter((f) => f.kind === 'pin'),
    }
  })
  return {
    format: model.format,
    unit: model.unit,
    ...otherUnits(model.unit, sizeOf(reference)),
    notes: model.notes,
    items,
    holes: items.flatMap((i) => i.holes.map((h) => ({ item: i.name, ...h }))),
    board: inspectBoard(reference),
  }
}

/** So many faces of an item are listed one by one, the largest first. */
const LISTED = 200

function largest(faces: readonly RecognisedFace[], errors: readonly number[], { placement }: ImportedItem) {
  return faces
    .map((face, i) => ({ face, error: errors[i]! }))
    .filter(({ face }) => face.kind !== 'free')
    .sort((a, b) => b.face.area - a.face.area)
    .slice(0, LISTED)
    .map(({ face, error }) => ({
      kind: face.kind,
      area_mm2: round(face.area),
      ...('point' in face ? { point_mm: apply(placement, face.point).map(round) } : {}),
      ...(face.kind === 'plane' ? { normal: turn(placement, face.normal).map(round) } : {}),
      ...('axis' in face ? { axis: turn(placement, face.axis).map(round) } : {}),
      ...('radius' in face ? { radius_mm: round(face.radius), inside: face.hole } : {}),
      ...(face.kind === 'cone' ? { half_angle_deg: round((face.halfAngle * 180) / Math.PI) } : {}),
      ...(face.kind === 'torus' ? { tube_mm: round(face.tube) } : {}),
      fit_error_mm: round(error),
    }))
}

/** Holes or pins of one diameter together. */
function equal(rounds: readonly { diameter_mm: number }[]) {
  const counts = new Map<number, number>()
  for (const { diameter_mm } of rounds) {
    const size = Number(diameter_mm.toFixed(2))
    counts.set(size, (counts.get(size) ?? 0) + 1)
  }
  return [...counts].map(([diameter_mm, count]) => ({ diameter_mm, count }))
}

/** Where the unit is a guess: the size as it would be in others. */
function otherUnits(unit: FileUnit, size: readonly number[]) {
  if (unit.certain) return {}
  const inFile = size.map((v) => v / FILE_UNITS[unit.name as UnitName])
  return { size_if: Object.fromEntries((['mm', 'in', 'cm', 'm'] as const).map((u) => [u, sizeIn(inFile, u)])) }
}

const sizeOf = ({ items }: Reference) => boxSize(items.reduce((box, i) => joinBoxes(box, i.bounds), emptyBox()))

function inspectRound(f: RoundFeature, item: ImportedItem) {
  const place = item.placement
  return {
    kind: f.kind,
    diameter_mm: round(f.diameter),
    /** Coarse circles: the diameter is of the circle through the corners; this one touches the flats. */
    across_flats_mm: round(f.acrossFlats),
    segments: f.segments,
    center_mm: apply(place, f.centre).map(round),
    axis: turn(place, f.axis).map(round),
    depth_mm: round(f.depth),
    through: f.through,
    ...(f.counterbore
      ? { counterbore: { diameter_mm: round(f.counterbore.diameter), depth_mm: round(f.counterbore.depth) } }
      : {}),
    ...(f.countersink
      ? { countersink: { diameter_mm: round(f.countersink.diameter), angle_deg: round(f.countersink.angle) } }
      : {}),
  }
}

function inspectOutline(outline: ImportedOutline) {
  const loops = outline.layers.flatMap((l) => l.profile.loops.map((loop) => ({ layer: l.name, loop })))
  const [x0, y0, x1, y1] = boundsOf({
    loops: outline.layers.flatMap((l) => [...l.profile.loops, ...l.open]),
  })
  return {
    format: outline.format,
    unit: outline.unit,
    ...otherUnits(outline.unit, [x1 - x0, y1 - y0]),
    notes: outline.notes,
    layers: outline.layers.map((l) => l.name),
    loops: loops.length,
    open_ends: 2 * outline.layers.reduce((sum, l) => sum + l.open.length, 0),
    /** Of all layers together: what lies inside other lines, on whatever layer, is cut out of them. */
    area_mm2: round(areaOf(nested(loops.map((l) => l.loop)))),
    bounds_mm: [[x0, y0].map(round), [x1, y1].map(round)],
    outlines: loops.map(({ layer, loop }) => ({
      layer,
      hole: loopArea(loop) < 0,
      lines: loop.filter((s) => s.kind === 'line').length,
      arcs: loop.filter((s) => s.kind === 'arc').length,
      area_mm2: round(Math.abs(loopArea(loop))),
    })),
  }
}

function inspectBoard({ board, items }: Reference) {
  if (!board) return { found: false, why: `None of the ${items.length} items is thin and flat like a circuit board.` }
  return {
    found: true,
    item: board.name,
    thickness_mm: round(board.thickness),
    outline_area_mm2: round(board.outlineArea),
    size_mm: [round(board.bounds[2] - board.bounds[0]), round(board.bounds[3] - board.bounds[1])],
    holes: board.holes.map((h) => ({
      diameter_mm: round(h.diameter),
      center_mm: h.centre.map(round),
      through: h.through,
      mounting: h.mounting,
      why: h.why,
    })),
    over_the_edge: board.overhangs.map((o) => ({ item: o.name, side: o.side, reach_mm: round(o.reach) })),
    tallest: { item: board.tallest.name, z_mm: round(board.tallest.z) },
    lowest: { item: board.lowest.name, z_mm: round(board.lowest.z) },
  }
}
