import type { BuiltPart } from '../core/built/built'
import type { Project } from '../core/document/schema'
import { apply } from '../core/geometry/placement'
import { boxOfPositions } from '../core/geometry/vec'
import type { Kernel } from '../core/kernel/kernel'
import { asPrinted, type Direction, directions } from '../core/prove/directions'
import type { EstimatedLayer } from '../core/print/estimate'
import { layerLines } from '../core/prove/layer-lines'
import type { ProofLine } from '../core/prove/line'
import type { Lying } from '../core/prove/lying'
import { proofKey } from '../core/prove/proof-key'
import { type Proof, prove } from '../core/prove/prove'

/** What the printer will make of a part, for the page. */
export interface ProofView {
  part: string
  lines: ProofLine[]
  /** From below. */
  layers: (EstimatedLayer & { troubled: boolean })[]
  /** Where the bed is under it, in the project's frame: six numbers a line. */
  bed: Float32Array
}

/** One layer, where it lies in the part, in the project's frame. */
export interface LayerView {
  /** Six numbers a line. */
  outlines: Float32Array
  /** Nine numbers a triangle: what lies on something, and what does not. */
  filled: Float32Array
  free: Float32Array
  /** Six numbers a line: the middles of the lines of its walls. */
  walls: Float32Array
  /** Nine numbers a triangle: gaps that close, and what is too thin for a line. */
  closes: Float32Array
  missed: Float32Array
}

/** How far the bed is drawn out round a part, and its lines lie apart, mm. */
const [ROUND, APART] = [4, 5]

/** How many parts are kept as they were looked at. */
const KEPT = 24
/** Others are let in about so often, ms. */
const BREATH = 30

/** Looks at parts as they will be printed, each once as long as it stays what it is. */
export class Proofs {
  private readonly kept = new Map<string, Promise<Proof>>()

  constructor(private readonly kernel: Kernel) {}

  /** @param goOn throws where nobody wants to know any more */
  async of(project: Project, part: BuiltPart, goOn: () => void): Promise<Proof> {
    const key = proofKey(part, project)
    const known = this.kept.get(key)
    if (known) return known
    const made = prove(this.kernel, project, part, breather(goOn))
    this.kept.set(key, made)
    made.catch(() => this.kept.delete(key))
    for (const old of this.kept.keys()) if (this.kept.size > KEPT) this.kept.delete(old)
    return made
  }

  layer(proof: Proof, nth: number): LayerView | undefined {
    const layer = proof.layers[nth - 1]
    if (!layer) return undefined
    const put = ([x, y]: readonly [number, number]) => apply(proof.lies.back, [x, y, (layer.from + layer.to) / 2])
    const triangles = (outlines: readonly (readonly (readonly [number, number])[])[]) => {
      const points = outlines.flat()
      return Float32Array.from(this.kernel.triangulate(outlines.map((o) => [...o])).flat().flatMap((i) => put(points[i]!))) // prettier-ignore
    }
    const lines = (runs: readonly (readonly (readonly [number, number])[])[]) =>
      Float32Array.from(runs.flatMap((o) => o.flatMap((p, i) => [...put(p), ...put(o[(i + 1) % o.length]!)])))
    const held = layer.free.length === 0 ? layer.outlines : this.kernel.flatCombined(layer.outlines, layer.free, 'less')
    const { walls, closes, missed } = layerLines(this.kernel, layer.outlines, proof.line, proof.walls)
    return { outlines: lines(layer.outlines), filled: triangles(held), free: triangles(layer.free), walls: lines(walls), closes: triangles(closes), missed: triangles(missed) } // prettier-ignore
  }

  async directions(
    project: Project,
    part: BuiltPart,
    goOn: () => void,
  ): Promise<{ now: Direction; found: Direction[] }> {
    return { now: asPrinted(part, project), found: await directions(part, project, breather(goOn)) }
  }
}

export const viewOf = (part: string, { lines, layers, lies }: Proof): ProofView => ({
  part,
  lines,
  layers: layers.map((l) => ({
    from: l.from,
    to: l.to,
    area: l.area,
    round: l.round,
    troubled: l.islands.length + l.hangs.length > 0,
  })),
  bed: bedUnder(lies),
})

/** The bed as lines, under where a part lies on it. */
function bedUnder({ positions, back }: Lying): Float32Array {
  const { min, max } = boxOfPositions(positions)
  const [left, front, right, rear] = [min[0] - ROUND, min[1] - ROUND, max[0] + ROUND, max[1] + ROUND]
  const out: number[] = []
  const line = (x: number, y: number, u: number, v: number) => out.push(...apply(back, [x, y, 0]), ...apply(back, [u, v, 0])) // prettier-ignore
  for (const x of evenly(left, right)) line(x, front, x, rear)
  for (const y of evenly(front, rear)) line(left, y, right, y)
  return Float32Array.from(out)
}

function evenly(from: number, to: number): number[] {
  const count = Math.max(1, Math.round((to - from) / APART))
  return Array.from({ length: count + 1 }, (_, i) => from + (i / count) * (to - from))
}

/** Lets others in now and then. */
function breather(goOn: () => void): () => Promise<void> | undefined {
  let last = performance.now()
  return () => {
    if (performance.now() - last < BREATH) return undefined
    return new Promise<void>((resolve) => setTimeout(resolve)).then(() => {
      last = performance.now()
      goOn()
    })
  }
}
