import { at, type Fields, shape } from '../../../tests/support/drawn'
import { moved, solvedTies } from '../../../tests/support/tied'
import { Random } from '../../../tests/fuzz/random'

type Place = readonly [number, number]
const far = (a: Place, b: Place) => Math.hypot(a[0] - b[0], a[1] - b[1])

/**
 * A chain of lines with circles, and ties that say of some of them what they are: all can be met, and the drawing is what
 * it was made as, off by a share of its size.
 */
function randomDrawing(random: Random, off: number) {
  const count = 3 + Math.floor(random.next() * 6)
  const points: Place[] = [[0, 0]]
  let way = random.next() * 6
  for (let k = 0; k < count; k++) {
    way += (random.next() - 0.5) * 2.4
    const long = 8 + 25 * random.next()
    const last = points.at(-1)!
    points.push([last[0] + long * Math.cos(way), last[1] + long * Math.sin(way)])
  }
  const shake = (v: number) => v + off * 20 * (random.next() - 0.5)
  const end = (k: number) => (k === 0 ? at('0', '0') : at('0', '0', `l${k - 1}.to`))
  const shapes: { id: string; kind: string; fields: Fields }[] = []
  const ties: typeof shapes = []
  const tie = (kind: string, fields: Fields) => ties.push(shape(kind, fields, `t${ties.length}`))
  for (let k = 0; k < count; k++) {
    const [p, q] = [points[k]!, points[k + 1]!]
    shapes.push(shape('line', { from: end(k), to: at(shake(q[0]), shake(q[1])) }, `l${k}`))
    const what = random.next()
    if (what < 0.45) tie('long', { a: `l${k}`, by: `${far(p, q)}` })
    else if (what < 0.6 && k > 0) {
      const turn = (a: Place, b: Place) => Math.atan2(b[1] - a[1], b[0] - a[0])
      tie('angle', { a: `l${k - 1}`, b: `l${k}`, by: `${((turn(p, q) - turn(points[k - 1]!, p)) * 180) / Math.PI}` })
    } else if (what < 0.75 && k > 1) tie('apart', { a: `l${k}.to`, b: `l${k - 2}.to`, by: `${far(q, points[k - 1]!)}` })
    if (random.next() < 0.4) {
      const r = 1 + 4 * random.next()
      const n: Place = [-(q[1] - p[1]) / far(p, q), (q[0] - p[0]) / far(p, q)]
      const t = 0.2 + 0.6 * random.next()
      const middle: Place = [p[0] + t * (q[0] - p[0]) + r * n[0], p[1] + t * (q[1] - p[1]) + r * n[1]]
      shapes.push(shape('circle', { at: at(shake(middle[0]), shake(middle[1])), across: `${2 * r}` }, `c${k}`))
      tie('touching', { a: `c${k}`, b: `l${k}`, how: 'left' })
    }
  }
  return { list: [...shapes, ...ties], size: 20 * off }
}

test.each([
  [0.01, 100],
  [0.03, 100],
  [0.1, 98],
])('drawings that were off by %s of their size are solved, %s of 100 and more', (off, least) => {
  const random = new Random(Math.round(off * 1000))
  const runs = 250
  let solved = 0
  for (let i = 0; i < runs; i++) {
    const { list, size } = randomDrawing(random, off)
    const start = solvedTies(list.filter((s) => !s.id.startsWith('t')))
    const { problems, figures } = solvedTies(list)
    if (problems.length > 0) continue
    solved += 1
    // What is met lies about as near as what it was off.
    expect(moved(figures, start.figures)).toBeLessThan(12 * size + 1)
  }
  expect((100 * solved) / runs).toBeGreaterThanOrEqual(least)
})

test('what is solved once is solved: solving it again moves nothing', () => {
  const random = new Random(11)
  for (let i = 0; i < 100; i++) {
    const first = solvedTies(randomDrawing(random, 0.05).list)
    if (first.problems.length > 0) continue
    expect(moved(solvedTies(first.saved).figures, first.figures)).toBeLessThan(1e-8)
  }
})
