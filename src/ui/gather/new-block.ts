import type { Block, SizedShape } from '@/core/document/items-schema'
import { newId } from '../new-id'

/** What the shapes of blocks are called. */
export const SHAPES: Readonly<Record<SizedShape['kind'], string>> = {
  box: 'box',
  cylinder: 'cylinder',
  tube: 'tube',
  cone: 'cone',
  profile: 'outline with a height',
}

const FIRST: Readonly<Record<SizedShape['kind'], SizedShape>> = {
  box: { kind: 'box', width: '10', depth: '10', height: '5' },
  cylinder: { kind: 'cylinder', diameter: '8', height: '10' },
  tube: { kind: 'tube', diameter: '10', bore: '6', height: '10' },
  cone: { kind: 'cone', diameter: '10', top: '6', height: '8' },
  profile: { kind: 'profile', outline: '', height: '3' },
}

/** A block with sizes to begin with. */
export function newBlock(
  kind: SizedShape['kind'],
  change: Pick<Block, 'keepOut'> & Partial<Block>,
  outline?: string,
): Block {
  const shape = FIRST[kind]
  return {
    id: newId(),
    name: change.keepOut ? 'Space to keep free' : `Measured ${SHAPES[kind]}`,
    at: ['0', '0', '0'],
    shape: shape.kind === 'profile' ? { ...shape, outline: outline ?? '' } : shape,
    ...change,
  }
}
