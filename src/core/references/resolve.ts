import { compose, IDENTITY, invert, placePositions, type Placement } from '../geometry/placement'
import { boxOfPositions } from '../geometry/vec'
import { type Board, describeBoard } from './board'
import { boardShape } from './board-shape'
import { boardCandidates, type FlatItem } from './find-board'
import type { ImportedModel } from './model'
import { boardSeat, type QuarterTurn, turnedSeat } from './seat'
import { isAlike } from './lie-alike'
import { scaledModel } from './scaled-model'
import { doMoves, type PlacingContext } from './placing'
import { type ItemSettings, type PlacedItem, placeItems } from './place-items'
import { contentKey } from '../content-key'
import type { Block } from '../document/items-schema'
import type { PlacingMove } from '../document/placing-schema'
import { fail, type Problem } from '../result'
import { knownLengths } from '../units/known-lengths'

/** What the project says about a reference, besides its file. */
export interface ReferenceSettings extends ItemSettings {
  id: string
  name: string
  /** The item a maker chose as the board; the largest thin flat one otherwise. */
  board?: string | undefined
  /** What the imported lengths are multiplied by. */
  scale: number
  placing: 'board' | 'as-in-file'
  turns: readonly QuarterTurn[]
  moves?: readonly PlacingMove[]
}

export interface Reference {
  id: string
  name: string
  /** Changes when anything about it as placed does. */
  key: string
  /** What its import had to say: the format, the unit and how it is known, and what was found on the way. */
  report: Pick<ImportedModel, 'format' | 'unit' | 'notes'>
  items: PlacedItem[]
  board?: Board
  /** Other items that could be the board. */
  candidates: { id: string; name: string; area: number; thickness: number }[]
  /** What takes file coordinates to where the project has them. */
  placement: Placement
  /** What the lengths of its file are multiplied by. */
  sized: number
  /** Takes a frame in which the board lies flat, top up, to the project's; both the same unless it stands on edge. */
  stand: Placement
  /** Moves that could not be done, by their id. */
  moveProblems: Record<string, Problem>
  /** What could not be made of what the project says about items and blocks, by their id. */
  itemProblems: Record<string, Problem>
}

/**
 * Places the imported items and finds the board among them.
 * @param beside how a board stands that this one is to be told beside, if it lies as that does
 */
export function resolveReference(
  imported: ImportedModel,
  settings: ReferenceSettings,
  context: PlacingContext = ALONE,
  blocks: readonly Block[] = [],
  beside?: Placement,
): Reference {
  const model = scaledModel(imported, settings.scale)
  const candidates = boardCandidates(model)
  const flat = candidates.find((c) => c.item.id === settings.board) ?? candidates[0]
  const { placement, flatFrame, stand, problems } = frames(model, flat, settings, context, beside)
  const { items, problems: itemProblems } = placeItems(model, settings, placement, settings.scale, blocks, context)
  const board = flat && describe(model, flat, flatFrame, placement, items)
  return {
    id: settings.id,
    name: settings.name,
    key: contentKey([settings.id, settings.name, items.map((i) => i.key), flat?.item.id, placement, stand, problems, itemProblems]), // prettier-ignore
    report: { format: model.format, unit: model.unit, notes: model.notes },
    items,
    ...(board ? { board } : {}),
    candidates: candidates.map((c) => ({ id: c.item.id, name: c.item.name, area: c.area, thickness: c.thickness })),
    placement,
    sized: settings.scale,
    stand,
    moveProblems: problems,
    itemProblems,
  }
}

function frames(
  model: ImportedModel,
  flat: FlatItem | undefined,
  settings: ReferenceSettings,
  context: PlacingContext,
  beside: Placement | undefined,
) {
  const none = IDENTITY
  const seat = flat && boardSeat(model, flat)
  const seated = flat && seat && settings.placing === 'board'
  const base = seated ? turnedSeat(model, flat, seat, settings.turns) : none
  const { placement, problems } = doMoves(model, flat, base, settings.moves ?? [], settings.scale, context)
  if (!seat) return { placement, flatFrame: none, stand: none, problems }
  const normal = compose(placement, invert(seat))
  if (beside && isAlike(normal, beside)) {
    const flatFrame = isSame(beside, none) ? placement : compose(invert(beside), placement)
    return { placement, flatFrame, stand: beside, problems }
  }
  const lies = settings.placing === 'board' && Math.abs(Math.abs(normal[10]!) - 1) < 1e-9
  return lies
    ? { placement, flatFrame: placement, stand: none, problems }
    : { placement, flatFrame: seat, stand: normal, problems }
}

const isSame = (a: Placement, b: Placement): boolean => a.every((v, i) => v === b[i])

/** A reference by itself: its moves can use no names, and no other reference. */
const ALONE: PlacingContext = {
  value: knownLengths({}),
  face: () => fail('no-reference', 'The other reference is not in the project any more.'),
  profile: () => undefined,
  item: () => fail('no-reference', 'The other reference is not in the project any more.'),
  space: () => fail('no-space', 'What moves is worked out in a project.'),
}

function describe(
  model: ImportedModel,
  flat: FlatItem,
  flatFrame: Placement,
  placement: Placement,
  items: readonly PlacedItem[],
): Board | undefined {
  const shape = boardShape(flat.item, model.shapes[flat.item.shape]!, flatFrame)
  if (!shape) return undefined
  const same = flatFrame === placement
  const toFlat = compose(flatFrame, invert(placement))
  const fitted = items.flatMap((item) => {
    if (item.state !== 'fitted') return []
    if (same) return [item]
    const positions = placePositions(toFlat, item.positions)
    return [{ id: item.id, name: item.name, positions, bounds: boxOfPositions(positions) }]
  })
  return describeBoard(flat.item, shape, fitted)
}
