import { produce } from 'immer'
import type { Block, Reach, Travel } from './items-schema'
import type { KeptFace } from './pick-schema'
import type { KeptMeasure, OwnRow } from './measure-schema'
import type { PlacingMove } from './placing-schema'
import type { PartSettings, Project, ProjectNumber, ProjectReading, ProjectReference, ProjectStep } from './schema'

/** An edit makes a new document and leaves the old one as it is. */
export type Edit = (project: Project) => Project

export const rename = (name: string): Edit => produce((p) => void (p.name = name))

/** Switches what plain numbers mean from now on; the model stays as it is. */
export const setUnit = (unit: Project['unit']): Edit => produce((p) => void (p.unit = unit))

export const addStep = (step: ProjectStep, at?: number): Edit =>
  produce((p) => void p.steps.splice(at ?? p.steps.length, 0, step))

/** Puts a step before another one; at the end if that is gone. */
export const addStepBefore = (step: ProjectStep, before: string): Edit =>
  produce((p) => {
    const at = p.steps.findIndex((s) => s.id === before)
    p.steps.splice(at < 0 ? p.steps.length : at, 0, step)
  })

export const removeStep = (id: string): Edit =>
  produce((p) => {
    p.steps = p.steps.filter((s) => s.id !== id)
    for (const variant of p.variants) delete variant.off[id]
  })

const editStep = (id: string, change: (step: ProjectStep) => void): Edit =>
  produce((p) => {
    const step = p.steps.find((s) => s.id === id)
    if (step) change(step)
  })

type Fields = ProjectStep['fields']

/** The fields of a step, or of a shape of one, by its id. */
export function fieldsOf({ steps }: Project, id: string): Fields | undefined {
  for (const step of steps) {
    if (step.id === id) return step.fields
    for (const list of Object.values(step.fields))
      if (Array.isArray(list)) for (const one of list) if (isShape(one) && one.id === id) return one.fields
  }
  return undefined
}
const isShape = (one: unknown): one is { id: string; fields: Fields } =>
  typeof one === 'object' && one !== null && 'fields' in one && 'id' in one

/** Sets a field of a step, or of a shape of one. */
export const setField = (id: string, field: string, value: Fields[string]): Edit =>
  produce((p) => {
    const fields = fieldsOf(p, id)
    if (fields) fields[field] = value
  })

export const setOff = (id: string, off: boolean): Edit => editStep(id, (step) => void (step.off = off))

export const nameStep = (id: string, name: string): Edit =>
  editStep(id, (step) => {
    if (name.trim()) step.name = name.trim()
    else delete step.name
  })

/** Moves a step up (-1) or down (+1); at the end of the list it stays. */
export const moveStep = (id: string, by: -1 | 1): Edit =>
  produce((p) => {
    const from = p.steps.findIndex((s) => s.id === id)
    const to = from + by
    if (from < 0 || to < 0 || to >= p.steps.length) return
    const [step] = p.steps.splice(from, 1)
    p.steps.splice(to, 0, step!)
  })

export const duplicateStep = (id: string, newId: string): Edit =>
  produce((p) => {
    const at = p.steps.findIndex((s) => s.id === id)
    const step = p.steps[at]
    if (step) p.steps.splice(at + 1, 0, { ...structuredClone(toPlain(step)), id: newId })
  })

/** Puts something in the place of what has its id in a list; at its end, where nothing has. */
export function putIn<T extends { id: string }>(list: T[], one: T): void {
  const at = list.findIndex((other) => other.id === one.id)
  if (at < 0) list.push(one)
  else list[at] = one
}

const toPlain = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T

export const addReference = (reference: ProjectReference): Edit => produce((p) => void p.references.push(reference))

export const removeReference = (id: string): Edit =>
  produce((p) => {
    p.references = p.references.filter((r) => r.id !== id)
    p.blocks = p.blocks.filter((b) => b.on !== id)
  })

const editReference = (id: string, change: (reference: ProjectReference) => void): Edit =>
  produce((p) => {
    const reference = p.references.find((r) => r.id === id)
    if (reference) change(reference)
  })

export const setItemState = (id: string, item: string, state: 'fitted' | 'left-out'): Edit =>
  editReference(id, (r) => {
    if (state === 'fitted') delete r.states[item]
    else r.states[item] = state
  })

export const chooseBoard = (id: string, item: string): Edit => editReference(id, (r) => void (r.board = item))

export const turnReference = (id: string, axis: 'x' | 'y' | 'z'): Edit =>
  editReference(id, (r) => {
    const last = r.turns.at(-1)
    if (last?.axis === axis) last.quarters = (last.quarters + 1) % 4
    else r.turns.push({ axis, quarters: 1 })
    r.turns = r.turns.filter((t) => t.quarters !== 0)
  })

/** Sizes a reference by a factor on what its file says. */
export const setScale = (id: string, scale: number): Edit => editReference(id, (r) => void (r.scale = scale))

/** Whether the reference's scale is known to be right. */
export const setChecked = (id: string, checked: boolean): Edit => editReference(id, (r) => void (r.checked = checked))

export const setPlacing = (id: string, placing: ProjectReference['placing']): Edit =>
  editReference(id, (r) => void (r.placing = placing))

export const setNumber = (id: string, name: string, formula: string): Edit =>
  produce((p) => {
    const number = p.numbers.find((n) => n.id === id)
    if (number) Object.assign(number, { name, formula })
    else p.numbers.push({ id, name, formula })
  })

export const removeNumber = (id: string): Edit =>
  produce((p) => {
    p.numbers = p.numbers.filter((n) => n.id !== id)
    for (const variant of p.variants) delete variant.numbers[id]
  })

/** Between which a number is tried; no more without a range. */
export const setRange = (id: string, range: ProjectNumber['range']): Edit =>
  produce((p) => {
    const number = p.numbers.find((n) => n.id === id)
    if (number && range) number.range = range
    else delete number?.range
  })

export const setPart = (id: string, change: PartSettings): Edit =>
  produce((p) => void (p.parts[id] = { ...p.parts[id], ...change }))

/** Gives a face of a part a colour of its own. */
export const paintFace = (part: string, face: KeptFace, color: string): Edit =>
  produce((p) => {
    const own = (p.parts[part] ??= {})
    own.faces = [...(own.faces ?? []), { face, color }]
  })

/** Changes the colour of the nth coloured face of a part; without one the face has the part's again. */
export const repaintFace = (part: string, nth: number, color: string | undefined): Edit =>
  produce((p) => {
    const faces = p.parts[part]?.faces
    if (!faces?.[nth]) return
    if (color === undefined) faces.splice(nth, 1)
    else faces[nth].color = color
  })

/** Several edits as one. */
export const together =
  (...edits: Edit[]): Edit =>
  (project) =>
    edits.reduce((p, edit) => edit(p), project)

/**
 * Puts the next revision of a file in a reference's place. What the project says about items goes over to those they
 * were matched with; steps are somebody else's matter.
 * @param renamed new ids by old ones
 */
export const swapFile = (
  id: string,
  file: Pick<ProjectReference, 'file' | 'fileName' | 'kind'>,
  renamed: Readonly<Record<string, string>>,
): Edit =>
  produce((p) => {
    const reference = p.references.find((r) => r.id === id)
    if (!reference) return
    const now = (old: string) => renamed[old] ?? old
    Object.assign(reference, file)
    const renamedKeys = <T>(record: Record<string, T>): Record<string, T> =>
      Object.fromEntries(Object.entries(record).map(([key, what]) => [now(key), what]))
    reference.states = renamedKeys(reference.states)
    reference.travels = renamedKeys(reference.travels)
    reference.reaches = renamedKeys(reference.reaches)
    for (const end of [...p.measures, ...p.rows].flatMap((m) => m.ends))
      if (end.reference === id) {
        end.owner = now(end.owner)
        if (end.face) end.face.item = now(end.face.item)
      }
    for (const block of p.blocks) if (block.on === id && block.face) block.face.item = now(block.face.item)
    reference.flats = reference.flats.map(now)
    if (reference.board !== undefined) reference.board = now(reference.board)
    for (const r of p.references)
      for (const move of r.moves) {
        if (r.id === id && 'face' in move) move.face.item = now(move.face.item)
        if ('with' in move && move.with.reference === id) move.with.face.item = now(move.with.face.item)
      }
  })

/** Whether the coarse holes of an item are measured across their flats. */
export const setFlats = (id: string, item: string, flats: boolean): Edit =>
  editReference(id, (r) => void (r.flats = [...r.flats.filter((i) => i !== item), ...(flats ? [item] : [])]))

/** Has an item move, or, without a way, stay. */
export const setTravel = (id: string, item: string, travel: Travel | undefined): Edit =>
  editReference(id, (r) => {
    if (travel) r.travels[item] = travel
    else delete r.travels[item]
  })

/** Keeps the space free through which an item is reached, or no more. */
export const setReach = (id: string, item: string, reach: Reach | undefined): Edit =>
  editReference(id, (r) => {
    if (reach) r.reaches[item] = reach
    else delete r.reaches[item]
  })

/** Adds a block, or changes one. */
export const setBlock = (block: Block): Edit => produce((p) => putIn(p.blocks, block))
/** An item of a file in a block's place: the block keeps its id, so all that hangs on it does; the item is left out where it came. */
export const replaceBlock = (block: Block, reference: string, item: string): Edit =>
  together(setBlock({ ...block, shape: { kind: 'item', reference, item, tipped: 0, turned: 0 } }), setItemState(reference, item, 'left-out')) // prettier-ignore
export const removeBlock = (id: string): Edit => produce((p) => void (p.blocks = p.blocks.filter((b) => b.id !== id)))

/** Adds a move, done after those before it; or changes one. */
export const setMove = (id: string, move: PlacingMove): Edit => editReference(id, (r) => putIn(r.moves, move))
export const removeMove = (id: string, move: string): Edit =>
  editReference(id, (r) => void (r.moves = r.moves.filter((m) => m.id !== move)))

export const keepMeasure = (measure: KeptMeasure): Edit => produce((p) => void p.measures.push(measure))
export const nameMeasure = (id: string, name: string): Edit =>
  produce((p) => void Object.assign(p.measures.find((m) => m.id === id) ?? {}, { name }))
export const dropMeasure = (id: string): Edit =>
  produce((p) => void (p.measures = p.measures.filter((m) => m.id !== id)))

/** Gaps nearer to each other than this are the same to a maker, mm. */
const SAME_GAP = 0.006

/**
 * A row for two things as they are now: they touch, or have the gap of a fit class, or are as far apart as they are, to a
 * hundredth. @param gap mm
 */
export function newRow(id: string, ends: OwnRow['ends'], gap: number, { gaps }: Project['printer']): OwnRow {
  const rounded = Math.round(gap * 100) / 100
  const fit = Object.entries(gaps).find(([, perSide]) => Math.abs(perSide - gap) < SAME_GAP)?.[0]
  const shape = { id, name: '', ends, tolerance: '0.05', on: 'stands' as const }
  if (rounded === 0) return { ...shape, rule: 'touch', wanted: 'fit.sliding' }
  return { ...shape, rule: 'exact', wanted: fit ? `fit.${fit}` : `${rounded}` }
}

/** Adds a row of the maker's own, or changes one. */
export const setRow = (row: OwnRow): Edit => produce((p) => putIn(p.rows, row))
export const dropRow = (id: string): Edit => produce((p) => void (p.rows = p.rows.filter((r) => r.id !== id)))

const editReading = (id: string, change: (reading: ProjectReading) => void): Edit =>
  produce((p) => {
    const reading = p.readings.find((r) => r.id === id)
    if (reading) change(reading)
  })

export const addReading = (id: string, name: string): Edit =>
  produce((p) => void p.readings.push({ id, name, what: '', repeats: [], resolution: 0.01 }))
export const removeReading = (id: string): Edit =>
  produce((p) => void (p.readings = p.readings.filter((r) => r.id !== id)))
export const describeReading = (
  id: string,
  change: Partial<Pick<ProjectReading, 'name' | 'what' | 'resolution'>>,
): Edit => editReading(id, (r) => void Object.assign(r, change))
export const addRepeat = (id: string, formula: string): Edit => editReading(id, (r) => void r.repeats.push(formula))
export const removeRepeat = (id: string, index: number): Edit => editReading(id, (r) => void r.repeats.splice(index, 1))
