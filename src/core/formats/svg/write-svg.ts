import type { Vec2 } from '../../geometry/vec'
import { boundsOf } from '../../profile/measure'
import { type Profile, radiusOf, type Segment, sweepOf } from '../../profile/segment'

/** A profile as SVG in millimetres, y turned down as SVG has it. */
export function writeSvg(profile: Profile, open: readonly (readonly Segment[])[] = []): Uint8Array {
  const [x0, y0, x1, y1] = boundsOf({ loops: [...profile.loops, ...open] })
  const n = (v: number) => Number(v.toFixed(5))
  const point = ([x, y]: Vec2) => `${n(x)} ${n(-y)}`
  const draw = (s: Segment) => {
    if (s.kind === 'line') return `L${point(s.b)}`
    const r = n(radiusOf(s))
    return `A${r} ${r} 0 ${sweepOf(s) > Math.PI ? 1 : 0} ${s.ccw ? 0 : 1} ${point(s.b)}`
  }
  const path = (run: readonly Segment[], end: string) => `M${point(run[0]!.a)}${run.map(draw).join('')}${end}`
  const d = [...profile.loops.map((l) => path(l, 'Z')), ...open.map((r) => path(r, ''))].join('')
  const [w, h] = [n(x1 - x0), n(y1 - y0)]
  return new TextEncoder().encode(
    `<?xml version="1.0" encoding="UTF-8"?>\n<svg xmlns="http://www.w3.org/2000/svg" width="${w}mm" height="${h}mm" viewBox="${n(x0)} ${n(-y1)} ${w} ${h}">\n<path d="${d}" fill="none" stroke="black" stroke-width="0.1"/>\n</svg>\n`,
  )
}
