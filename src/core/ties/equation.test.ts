import fc from 'fast-check'
import { alike, apart, type Equation, leftOf, mirrored, onFrom, onFromArc, together, turned } from './equation'
import { quantity, type Spot, ZERO } from './linear'

const spot = (k: number): Spot => [quantity(2 * k), quantity(2 * k + 1)]
const [a, b, c, d] = [spot(0), spot(1), spot(2), spot(3)] as const
const [r, s] = [quantity(8), quantity(9)]

const FORMS: Record<string, Equation[]> = {
  apart: [apart(a, b, r)],
  alike: [alike(a, b, c, d)],
  'left of': [leftOf(a, b, c, r)],
  turned: [turned(a, b, c, d, [0.6, 0.8])],
  mirrored: mirrored(a, b, c, d),
  'on from a line': onFrom(a, b, r, c, d),
  together: together(a, c),
}

const at = (e: Equation, z: readonly number[]) => {
  const v = Float64Array.from(e.of, (l) => l.plus + l.terms.reduce((sum, [q, f]) => sum + f * z[q]!, 0))
  const change = new Float64Array(v.length)
  return { value: e.residual(v, change), v, change }
}

test.each(Object.keys(FORMS))('%s: what each sum changes is what moving it shows', (name) => {
  const n = fc.double({ min: -20, max: 20, noNaN: true })
  fc.assert(
    fc.property(fc.array(n, { minLength: 10, maxLength: 10 }), (z) => {
      const far = (i: number, j: number) => Math.hypot(z[2 * i]! - z[2 * j]!, z[2 * i + 1]! - z[2 * j + 1]!)
      fc.pre(far(0, 1) > 1 && far(1, 2) > 1 && far(2, 3) > 1)
      for (const e of FORMS[name]!) {
        const { v, change, value } = at(e, z)
        fc.pre(Math.abs(value) < (name === 'turned' ? 18 : 1e9))
        for (let k = 0; k < v.length; k++) {
          const of = (by: number) => e.residual(Float64Array.from(v, (x, i) => (i === k ? x + by : x)), new Float64Array(v.length)) // prettier-ignore
          expect(change[k]).toBeCloseTo((of(1e-5) - of(-1e-5)) / 2e-5, 4)
        }
      }
    }),
    { numRuns: 60 },
  )
})

test('arcs that go on from each other meet it where they do, and what each sum changes there is what moving it shows', () => {
  // Middles on the x axis, both through the origin; 5 and 3 from it, on both sides.
  const z = [0, 0, 5, 0, -3, 0, 0, 0, 5, 3]
  for (const e of onFromArc(a, b, r, c, s, -1)) {
    const { v, change, value } = at(e, z)
    expect(value).toBe(0)
    for (let k = 0; k < v.length; k++) {
      const of = (by: number) => e.residual(Float64Array.from(v, (x, i) => (i === k ? x + by : x)), new Float64Array(v.length)) // prettier-ignore
      expect(change[k]).toBeCloseTo((of(1e-5) - of(-1e-5)) / 2e-5, 5)
    }
  }
})

test('an angle is met one way only: turned by half a turn it is as far off as can be', () => {
  const e = turned(a, b, c, d, [0, 1])
  expect(at(e, [0, 0, 4, 0, 1, 1, 1, 5, 0, 0]).value).toBeCloseTo(0, 12)
  expect(Math.abs(at(e, [0, 0, 4, 0, 1, 5, 1, 1, 0, 0]).value)).toBeCloseTo(20, 9)
  expect(leftOf(a, b, c, ZERO).of).toHaveLength(7)
})
