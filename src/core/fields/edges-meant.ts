import { isEdge } from '../blend/alike'
import { type Chain, chainsOf, chainWords } from '../blend/chains'
import { spansOf } from '../faces/resolve'
import { acrossSeams } from '../faces/wholes'
import type { Scope } from './field-kind'
import { type SavedTaken, takenBorders } from './taken-edges'

/** Edges that a step would be about, before it is taken. */
export interface EdgesMeant {
  /** Two points for each piece, mm. */
  lines: Float32Array
  /** How many there are, and how long together. */
  words: string
}

/** The edges of parts that a list of picks takes, as they are now; none where a pick is gone, or nothing there is an edge. */
export function edgesMeant(of: readonly SavedTaken[], at: Pick<Scope, 'parts' | 'references'>): EdgesMeant | undefined {
  const found = of.map((one) => takenBorders(one, at))
  const lines: number[] = []
  const chains: Chain[] = []
  for (const on of new Set(found.flatMap((f) => (f.ok ? [f.value.on] : [])))) {
    const own = found.flatMap((f) => (f.ok && f.value.on === on ? [f.value] : []))
    const borders = [...new Set(own.flatMap((f) => (f.region === undefined ? f.borders : acrossSeams(on, f.borders))))]
    lines.push(...borders.flatMap((b) => spansOf(on.mesh, on.topology.borders[b]!).flat(2)))
    chains.push(...chainsOf(on, borders.filter((b) => isEdge(on, b)))) // prettier-ignore
  }
  return chains.length > 0 ? { lines: Float32Array.from(lines), words: chainWords(chains) } : undefined
}
