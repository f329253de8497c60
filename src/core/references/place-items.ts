import { contentKey } from '../content-key'
import type { Block, Reach, Travel } from '../document/items-schema'
import { apply, compose, IDENTITY, type Placement, placePositions, translation, turnAbout } from '../geometry/placement'
import { type Box3, boxOfPositions, type Vec3 } from '../geometry/vec'
import type { IndexedMesh } from '../mesh/weld'
import { ok, type Problem, type Result } from '../result'
import { blockShape } from './block-shape'
import { blockPlacement } from './blocks'
import { motionOf, reachSpace } from './keep-outs'
import type { ImportedModel, ImportedShape } from './model'
import type { PlacingContext } from './placing'
import { shapeFacts } from './shape-facts'

/** Whether an item is on the real thing; `reach` is a space that leads to one, which nothing is wrapped round. */
export type ItemState = 'fitted' | 'left-out' | 'reach'

/** An item where the project has it. */
export interface PlacedItem {
  id: string
  /** Changes when anything about the item as placed does. */
  key: string
  name: string
  path: readonly string[]
  color?: string
  state: ItemState
  /** The space that parts must leave it, packed x y z, mm: itself, and where it comes on its way if it moves. */
  positions: Float64Array
  indices: Uint32Array
  /** The box of that space. */
  bounds: Box3
  /** The box of the item as it stands. */
  own: Box3
  /** The item itself: its shape, and what takes that to where it stands. */
  solid: ImportedShape
  stands: Placement
  volume: number
  area: number
  /** Its middle of mass where it stands, mm. */
  middle: Vec3
  closed: boolean
  /** True if it moves, so that its space is larger than itself. */
  moves: boolean
  /** What no file has: a thing of measured sizes, or a space to keep free. */
  made?: 'block' | 'keep-out' | 'reach'
}

/** What the project says about items of a reference. */
export interface ItemSettings {
  /** The SHA-256 of its file, for those who keep what was made of it. */
  file?: string
  /** Items that are not fitted. */
  states: Readonly<Record<string, 'fitted' | 'left-out'>>
  travels?: Readonly<Record<string, Travel>>
  reaches?: Readonly<Record<string, Reach>>
}

export interface PlacedItems {
  items: PlacedItem[]
  /** By item or block id. */
  problems: Record<string, Problem>
}

/** Places the items of a file, the ways of those that move, what they are reached through, and what was added. */
export function placeItems(
  model: ImportedModel,
  settings: ItemSettings,
  placement: Placement,
  sized: number,
  blocks: readonly Block[],
  context: PlacingContext,
): PlacedItems {
  const problems: Record<string, Problem> = {}
  const items = model.items.map((item): PlacedItem => {
    const placed = placeShapeAs(model.shapes[item.shape]!, compose(placement, item.placement))
    const named = { id: item.id, name: item.name, path: item.path, ...(item.color ? { color: item.color } : {}) }
    const state = settings.states[item.id] ?? 'fitted'
    const what = [settings.file, item.id, item.name, sized, state, placed.stands]
    const plain = { ...named, key: contentKey(what), state, ...placed, moves: false }
    const travel = settings.travels?.[item.id]
    if (!travel) return plain
    const space = spaceOf(travel, sized, context, [settings.file, item.id, sized], () => ({
      ...model.shapes[item.shape]!,
      positions: placePositions(item.placement, model.shapes[item.shape]!.positions),
    }))
    if (space.ok) {
      const positions = placePositions(placement, space.value.mesh.positions)
      const bounds = boxOfPositions(positions)
      const { indices } = space.value.mesh
      return { ...plain, key: contentKey([...what, space.value.of]), positions, indices, bounds, moves: true }
    }
    problems[item.id] = space.problem
    return plain
  })
  for (const [id, reach] of Object.entries(settings.reaches ?? {})) {
    const to = items.find((i) => i.id === id)
    const rod = reachSpace(reach, placement, sized, context.value)
    if (!rod.ok) problems[id] = rod.problem
    else if (to && to.state === 'fitted')
      items.push({
        id: `${id}#reach`,
        key: madeKey(rod.value.shape, rod.value.placement, to.name),
        name: `Reach to ${to.name}`,
        path: to.path,
        state: 'reach',
        ...placeShapeAs(rod.value.shape, rod.value.placement),
        moves: false,
        made: 'reach',
      })
  }
  const added = placeBlocks(blocks, model, settings.states, placement, sized, context)
  return { items: [...items, ...added.items], problems: { ...problems, ...added.problems } }
}

/** What an item comes through, in the file's frame, and what that depends on. */
function spaceOf(
  travel: Travel,
  sized: number,
  { value, space }: PlacingContext,
  what: readonly unknown[],
  shape: () => Pick<IndexedMesh, 'positions' | 'indices'>,
): Result<{ mesh: IndexedMesh; of: string }> {
  const motion = motionOf(travel, sized, value)
  if (!motion.ok) return motion
  const of = contentKey([...what, motion.value])
  const mesh = space(of, shape, motion.value)
  return mesh.ok ? ok({ mesh: mesh.value, of }) : mesh
}

/** Places blocks, on a reference or alone. */
export function placeBlocks(
  blocks: readonly Block[],
  model: ImportedModel | undefined,
  states: ItemSettings['states'],
  placement: Placement,
  sized: number,
  context: PlacingContext,
): PlacedItems {
  const problems: Record<string, Problem> = {}
  const items = blocks.flatMap((block): PlacedItem[] => {
    const made =
      block.shape.kind === 'item'
        ? itemAsBlock(block.shape, context)
        : sizedAsBlock(blockShape(block.shape, context.value, context.profile))
    const on = blockPlacement(block, model, placement, sized, context.value)
    const failed = [made, on].find((r: Result<unknown>) => !r.ok)
    if (failed && !failed.ok) problems[block.id] = failed.problem
    if (!made.ok || !on.ok) return []
    const { shape, within, of } = made.value
    const stands = compose(on.value, within)
    const state = states[block.id] ?? 'fitted'
    return [
      {
        id: block.id,
        key:
          of === undefined
            ? madeKey(shape, stands, [block.name, state, block.keepOut])
            : contentKey([of, stands, block.name, state, block.keepOut]),
        name: block.name,
        path: [],
        state,
        ...placeShapeAs(shape, stands),
        moves: false,
        made: block.keepOut ? 'keep-out' : 'block',
      },
    ]
  })
  return { items, problems }
}

/** A block's solid, what takes it onto the origin, and which item of a file it is, if it is one. */
interface MadeBlock {
  shape: ImportedShape
  within: Placement
  of?: string
}

const sizedAsBlock = (made: Result<ImportedShape>): Result<MadeBlock> => (made.ok ? ok({ shape: made.value, within: IDENTITY }) : made) // prettier-ignore

/** An item of a file, tipped and turned, the middle of its foot on the origin. */
function itemAsBlock(
  { reference, item, tipped, turned }: Extract<Block['shape'], { kind: 'item' }>,
  context: PlacingContext,
): Result<MadeBlock> {
  const found = context.item(reference, item)
  if (!found.ok) return found
  const { of, shape, within } = found.value
  const lies = compose(compose(turnAbout([0, 0, 1], (turned * Math.PI) / 2), turnAbout([1, 0, 0], (tipped * Math.PI) / 2)), within) // prettier-ignore
  const { min, max } = boxOfPositions(placePositions(lies, shape.positions))
  const onto = translation([-(min[0] + max[0]) / 2, -(min[1] + max[1]) / 2, -min[2]])
  return ok({ of, shape, within: compose(onto, lies) })
}

/** Of things that are no larger than what a maker typed in. */
const madeKey = (shape: ImportedShape, stands: Placement, what: unknown): string =>
  contentKey([Array.from(shape.positions), stands, what])

function placeShapeAs(solid: ImportedShape, stands: Placement) {
  const { volume, area, closed, middle } = shapeFacts(solid)
  const positions = placePositions(stands, solid.positions)
  const bounds = boxOfPositions(positions)
  return {
    positions,
    indices: solid.indices,
    bounds,
    own: bounds,
    solid,
    stands,
    volume,
    area,
    closed,
    middle: apply(stands, middle),
  }
}
