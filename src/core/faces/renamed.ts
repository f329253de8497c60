import type { KeptEdge, KeptFace } from '../document/pick-schema'

/** How names of surfaces change when the reference that their steps work on has its next revision. */
export interface Renames {
  /** Steps that work on it. */
  steps: ReadonlySet<string>
  /** New item ids by old ones. */
  items: Readonly<Record<string, string>>
  /** New names of the board's edges by old ones; an edge that is not among them is gone. */
  edges: Readonly<Record<string, string>>
}

/**
 * The name of a piece of an outline: an edge of the board (`e3`), the side of an item (`USB socket 90°`), or a corner
 * between two of these (`e3&e4`).
 */
export const renamedSegment = (segment: string, { edges, items }: Renames): string =>
  segment
    .split('&')
    .map((one) => {
      if (/^e\d+$/.test(one)) return edges[one] ?? `gone ${one}`
      const side = /^(.*) (-?[\d.]+°)$/.exec(one)
      return side ? `${items[side[1]!] ?? side[1]} ${side[2]}` : one
    })
    .join('&')

const renamedName = <N extends KeptFace['name']>(name: N, renames: Renames): N =>
  name.segment === undefined || !renames.steps.has(name.step)
    ? name
    : { ...name, segment: renamedSegment(name.segment, renames) }

export const renamedFace = (face: KeptFace, renames: Renames): KeptFace => ({
  ...face,
  name: renamedName(face.name, renames),
})

export const renamedEdge = (edge: KeptEdge, renames: Renames): KeptEdge => ({
  ...edge,
  between: [renamedName(edge.between[0], renames), renamedName(edge.between[1], renames)],
})
