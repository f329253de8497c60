import { boxOfPositions, boxSize } from '../geometry/vec'
import { fillLoops } from './fill'
import { sizes } from './facts'
import { nextSide, OPEN, openLoops, oppositeSides, TANGLED } from './half-edges'
import { mix } from './hash'
import { type IndexedMesh, welded } from './weld'

/** What was mended in a mesh, and what could not be; counts. */
export interface Mending {
  /** Vertices joined that lay apart by a hair. */
  joined: number
  /** Facets that had lost their area. */
  empty: number
  /** Facets that were there twice. */
  doubled: number
  /** Facets turned to face the same way as their neighbours. */
  flipped: number
  /** Holes closed, with this many facets. */
  filledHoles: number
  filledFacets: number
  /** Sides of facets that still have no neighbour. */
  open: number
  /** Sides where more than two facets meet. */
  tangled: number
}

export interface Mended {
  mesh: IndexedMesh
  mending: Mending
}

/** Vertices on open edges are joined up to this share of the mesh's size, and this far, mm. */
const NEAR_SHARE = 1e-4
const NEAR_MOST = 0.02

/**
 * Mends a mesh as it came from a file: joins vertices, drops empty and doubled facets, turns facets the way of their
 * neighbours and outwards, and closes small holes. A mesh that is sound comes back as it was.
 */
export function mend(positions: ArrayLike<number>, indices: ArrayLike<number>): Mended {
  let mesh = welded(positions, indices)
  const empty = (indices.length - mesh.indices.length) / 3
  const single = withoutDoubles(mesh.indices)
  const doubled = (mesh.indices.length - single.length) / 3
  mesh = { ...mesh, indices: single }
  let opposite = oppositeSides(mesh.indices)
  let joined = 0
  if (opposite.includes(OPEN)) {
    const near = joinNear(mesh, opposite)
    joined = near.joined
    if (joined > 0) {
      mesh = near.mesh
      opposite = oppositeSides(mesh.indices)
    }
  }
  const turned = turnAlike(mesh, opposite)
  if (turned.flipped > 0) {
    mesh = turned.mesh
    opposite = oppositeSides(mesh.indices)
  }
  const filled = opposite.includes(OPEN)
    ? fillLoops(mesh, openLoops(mesh.indices, opposite))
    : { mesh, holes: 0, facets: 0 }
  if (filled.holes > 0) {
    mesh = filled.mesh
    opposite = oppositeSides(mesh.indices)
  }
  const outward = faceOutwards(mesh, opposite)
  return {
    mesh: outward.mesh,
    mending: {
      joined,
      empty,
      doubled,
      flipped: turned.flipped + outward.flipped,
      filledHoles: filled.holes,
      filledFacets: filled.facets,
      open: count(opposite, OPEN),
      tangled: count(opposite, TANGLED),
    },
  }
}

const count = (list: Int32Array, value: number): number => list.reduce((sum, v) => sum + (v === value ? 1 : 0), 0)

function withoutDoubles(indices: Uint32Array): Uint32Array {
  const facets = indices.length / 3
  const sorted = new Uint32Array(indices.length)
  for (let t = 0; t < facets; t++) {
    const [a, b, c] = [indices[3 * t]!, indices[3 * t + 1]!, indices[3 * t + 2]!]
    const low = Math.min(a, b, c)
    const high = Math.max(a, b, c)
    sorted.set([low, a + b + c - low - high, high], 3 * t)
  }
  let size = 16
  while (size < 2 * facets) size *= 2
  const table = new Int32Array(size)
  const keep: number[] = []
  for (let t = 0; t < facets; t++) {
    const [a, b, c] = [sorted[3 * t]!, sorted[3 * t + 1]!, sorted[3 * t + 2]!]
    let slot = mix(a, b, c) & (size - 1)
    let twice = false
    for (; table[slot] !== 0; slot = (slot + 1) & (size - 1)) {
      const other = 3 * (table[slot]! - 1)
      twice = sorted[other] === a && sorted[other + 1] === b && sorted[other + 2] === c
      if (twice) break
    }
    if (twice) continue
    table[slot] = t + 1
    keep.push(t)
  }
  return keep.length === facets ? indices : pickFacets(indices, keep)
}

const pickFacets = (indices: Uint32Array, keep: readonly number[]): Uint32Array => {
  const out = new Uint32Array(3 * keep.length)
  for (const [i, t] of keep.entries()) out.set(indices.subarray(3 * t, 3 * t + 3), 3 * i)
  return out
}

/** Joins vertices of open sides that lie a hair apart. */
function joinNear(mesh: IndexedMesh, opposite: Int32Array): { mesh: IndexedMesh; joined: number } {
  const { positions, indices } = mesh
  const size = Math.max(...boxSize(boxOfPositions(positions)))
  const reach = Math.min(NEAR_MOST, size * NEAR_SHARE)
  const onEdge = new Set<number>()
  for (let side = 0; side < opposite.length; side++)
    if (opposite[side] === OPEN) onEdge.add(indices[side]!).add(indices[nextSide(side)]!)
  const cells = new Map<string, number[]>()
  const cell = (v: number, c: number) => Math.floor(positions[3 * v + c]! / reach)
  const goesTo = new Map<number, number>()
  for (const v of onEdge) {
    const [x, y, z] = [cell(v, 0), cell(v, 1), cell(v, 2)]
    let found: number | undefined
    for (let d = 0; d < 27 && found === undefined; d++)
      found = cells
        .get(`${x + (d % 3) - 1},${y + (Math.floor(d / 3) % 3) - 1},${z + Math.floor(d / 9) - 1}`)
        ?.find((w) => Math.hypot(...[0, 1, 2].map((c) => positions[3 * v + c]! - positions[3 * w + c]!)) < reach)
    if (found !== undefined) goesTo.set(v, found)
    else {
      const key = `${x},${y},${z}`
      cells.set(key, [...(cells.get(key) ?? []), v])
    }
  }
  if (goesTo.size === 0) return { mesh, joined: 0 }
  const moved = indices.map((v) => goesTo.get(v) ?? v)
  return { mesh: welded(positions, moved), joined: goesTo.size }
}

/** Turns facets so that neighbours run the same way round; of each piece the fewer are turned. */
function turnAlike(mesh: IndexedMesh, opposite: Int32Array): { mesh: IndexedMesh; flipped: number } {
  const { indices } = mesh
  const facets = indices.length / 3
  const neighbours = sideNeighbours(indices, opposite, mesh.positions.length / 3)
  const turn = new Int8Array(facets)
  const toTurn: number[] = []
  for (let start = 0; start < facets; start++) {
    if (turn[start] !== 0) continue
    turn[start] = 1
    const piece = [start]
    for (let i = 0; i < piece.length; i++)
      for (let k = 0; k < 3; k++) {
        const side = 3 * piece[i]! + k
        const other = neighbours[side]!
        if (other < 0) continue
        const t = Math.floor(other / 3)
        if (turn[t] !== 0) continue
        const alike = indices[side] === indices[nextSide(other)]
        turn[t] = (alike ? turn[piece[i]!]! : -turn[piece[i]!]!) as 1 | -1
        piece.push(t)
      }
    const against = piece.filter((t) => turn[t] === -1)
    const fewer = 2 * against.length <= piece.length ? against : piece.filter((t) => turn[t] === 1)
    for (const t of fewer) toTurn.push(t)
  }
  return { mesh: { ...mesh, indices: toTurn.length === 0 ? indices : turned(indices, toTurn) }, flipped: toTurn.length }
}

/** For each side the one other side on its edge, whichever way it runs; negative where there is none or several. */
function sideNeighbours(indices: Uint32Array, opposite: Int32Array, vertexCount: number): Int32Array {
  const straight = opposite.slice()
  if (!straight.some((s) => s < 0)) return straight
  const edges = new Map<number, number[]>()
  for (let side = 0; side < indices.length; side++) {
    if (straight[side]! >= 0) continue
    const [a, b] = [indices[side]!, indices[nextSide(side)]!]
    const key = Math.min(a, b) * vertexCount + Math.max(a, b)
    const list = edges.get(key)
    if (list) list.push(side)
    else edges.set(key, [side])
  }
  for (const sides of edges.values())
    if (sides.length === 2) [straight[sides[0]!], straight[sides[1]!]] = [sides[1]!, sides[0]!]
  return straight
}

function turned(indices: Uint32Array, facets: readonly number[]): Uint32Array {
  const out = indices.slice()
  for (const t of facets) [out[3 * t + 1], out[3 * t + 2]] = [out[3 * t + 2]!, out[3 * t + 1]!]
  return out
}

/** Turns a closed mesh inside out where its volume is negative. */
function faceOutwards(mesh: IndexedMesh, opposite: Int32Array): { mesh: IndexedMesh; flipped: number } {
  const facets = mesh.indices.length / 3
  if (opposite.some((s) => s < 0) || sizes(mesh.positions, mesh.indices).volume >= 0) return { mesh, flipped: 0 }
  return {
    mesh: {
      ...mesh,
      indices: turned(
        mesh.indices,
        Array.from({ length: facets }, (_, t) => t),
      ),
    },
    flipped: facets,
  }
}

/** What was mended, in sentences a maker reads. */
export function mendingNotes(m: Mending): string[] {
  const facets = (n: number) => `${n} ${n === 1 ? 'facet' : 'facets'}`
  const mended = [
    m.joined > 0 && `${m.joined} corners that lay a hair apart were joined`,
    m.empty > 0 && `${facets(m.empty)} without area left out`,
    m.doubled > 0 && `${m.doubled} doubled ${m.doubled === 1 ? 'facet' : 'facets'} left out`,
    m.flipped > 0 && `${facets(m.flipped)} turned to face outwards`,
    m.filledHoles > 0 &&
      `${m.filledHoles} small ${m.filledHoles === 1 ? 'hole' : 'holes'} closed with ${facets(m.filledFacets)}`,
  ].filter((s) => s !== false)
  const left = [
    m.open > 0 && `${m.open} open edges remain, so the mesh does not close`,
    m.tangled > 0 && `at ${m.tangled} edges more than two facets meet`,
  ].filter((s) => s !== false)
  return [
    ...(mended.length > 0 ? [`Mended: ${mended.join(', ')}.`] : []),
    ...(left.length > 0 ? [`Not mended: ${left.join('; ')}.`] : []),
  ]
}
