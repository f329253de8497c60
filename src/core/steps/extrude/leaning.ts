import type { Kernel, Solid } from '../../kernel/kernel'
import type { ExtrusionNames } from '../../kernel/mesh-builder'
import { loopArea } from '../../profile/measure'
import { offsetProfile } from '../../profile/offset'
import { gap2, type Loop, type Profile, reversedLoop } from '../../profile/segment'
import { raise } from '../../result'

interface Leaning {
  /** Degrees off upright; the farther from the drawing's plane, the narrower the part and the wider its holes. */
  draft: number
  names: ExtrusionNames
  tolerance: number
}

/** Holes reach so far beyond both ends of what they are cut out of, mm. */
const BEYOND = 0.01

/**
 * A region drawn out with leaning sides, as drawn where it passes the drawing's plane: lines become planes, arcs cones.
 * @param span from where to where along the plane's normal, mm
 * Errors: draft, with the largest that can be had
 */
export function leaning(
  kernel: Kernel,
  profile: Profile,
  [z0, z1]: readonly [number, number],
  { draft, names, tolerance }: Leaning,
): Solid {
  const away = z1 > -z0 ? 1 : -1
  const slope = Math.tan((draft * Math.PI) / 180) * away
  const between = (loop: Loop, from: number, to: number): Solid => {
    const [lower, upper] = [from, to].map((z) => movedTo(loop, slope * z))
    if (!lower || !upper) return tooSteep(profile, Math.max(Math.abs(z0), Math.abs(z1)), draft)
    const outer = loopArea(loop) > 0
    const [a, b] = outer ? [lower, upper] : [reversedLoop(lower), reversedLoop(upper)]
    return kernel.taper(a, b, from, to, { names, tolerance })
  }
  const [outside, holes] = [profile.loops.filter((l) => loopArea(l) > 0), profile.loops.filter((l) => loopArea(l) < 0)]
  const whole = kernel.union(outside.map((l) => between(l, z0, z1)))
  if (holes.length === 0) return whole
  return kernel.subtract(whole, holes.map((l) => between(l, z0 - BEYOND, z1 + BEYOND))) // prettier-ignore
}

/** A loop moved inwards (a hole outwards), piece for piece; undefined where one of its pieces runs out. */
function movedTo(loop: Loop, inwards: number): Loop | undefined {
  if (Math.abs(inwards) < 1e-9) return loop
  const found = offsetProfile({ loops: [loop] }, -inwards, 'sharp')
  const [moved, more] = found.ok ? found.value.loops : []
  if (!moved || more || moved.length !== loop.length) return undefined
  let best: { turned: Loop; off: number } | undefined
  for (let k = 0; k < moved.length; k++) {
    if (moved[k]!.id !== loop[0]!.id) continue
    const turned = [...moved.slice(k), ...moved.slice(0, k)]
    if (turned.some((s, i) => s.kind !== loop[i]!.kind || s.id !== loop[i]!.id)) continue
    const off = turned.reduce((sum, s, i) => sum + gap2(s.a, loop[i]!.a), 0)
    if (!best || off < best.off) best = { turned, off }
  }
  return best?.turned
}

function tooSteep(profile: Profile, height: number, draft: number): never {
  const fits = (degrees: number) => profile.loops.every((l) => movedTo(l, Math.tan((degrees * Math.PI) / 180) * height) !== undefined) // prettier-ignore
  let [low, high] = [0, draft]
  for (let i = 0; i < 12; i++) {
    const middle = (low + high) / 2
    if (fits(middle)) low = middle
    else high = middle
  }
  const least = Math.abs(Math.trunc(low * 10) / 10)
  return raise('draft', `With sides that lean by ${draft}° an edge of it runs out before its end; up to ${least}° would do, or less height.`, 'draft') // prettier-ignore
}
