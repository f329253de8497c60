import { readFileSync } from 'node:fs'
import { built } from '../../../../tests/support/drawn'
import { measureLedger } from '../../fit/ledger'
import { expectOk } from '../../result'
import { readProject } from '../../sheet/read-project'

const shipped = (name: string) => built(expectOk(readProject(readFileSync(`demo/${name}.json`, 'utf8'))))

/** What the drawing of a project says of itself: mm2. */
const area = (notes: readonly string[]) => Number(/([\d.]+) mm²/.exec(notes.join())![1])

test.each([
  ['seed-wheel', 7.5, 0],
  ['hose-hanger', 24, 0],
  ['vent-bracket', 6, 14 * 5 * 9],
])('%s builds without a problem, as much as its drawing is large and high', async (name, height, lug) => {
  const { problems, notes, volumes } = await shipped(name)
  expect(problems).toEqual([])
  expect(notes.join()).not.toContain('pieces')
  const [volume] = Object.values(volumes)
  expect(Math.abs(volume! / (area(notes) * height + lug) - 1)).toBeLessThan(2e-3)
})

test('the planter: walls less their fingers, a floor that is what lies between them less a gap', async () => {
  const { problems, volumes, build } = await shipped('planter')
  expect(problems).toEqual([])
  const named = Object.fromEntries(build.parts.map((p, i) => [`${i}`, volumes[p.id]!]))
  const [front, back, right, left, between, floor] = Object.values(named) as number[]
  // Fits slide with 0.2 per side; all boards are 3 thick.
  expect(front).toBeCloseTo(3 * (120 * 50 - 4 * 3 * 10 - 3.4 * 10), 2)
  expect(right).toBeCloseTo(3 * (54 * 50 + 4 * 3 * 9.6), 2)
  expect([back, left]).toEqual([expect.closeTo(front!, 6), expect.closeTo(right!, 6)])
  expect(between).toBeCloseTo(3 * (53.6 * 32 + 2 * 3.2 * 9.6), 2)
  expect(floor).toBeCloseTo(3 * (114 - 0.4) * (54 - 0.4), 2)
})

test('one figure changes the planter all through: thicker boards, longer fingers, a smaller floor', async () => {
  const project = expectOk(readProject(readFileSync('demo/planter.json', 'utf8')))
  const numbers = project.numbers.map((n) => (n.name === 'thick' ? { ...n, formula: '4' } : n))
  const { problems, volumes, build } = await built({ ...project, numbers })
  expect(problems).toEqual([])
  expect(volumes[build.parts.at(-1)!.id]).toBeCloseTo(4 * (112 - 0.4) * (52 - 0.4), 2)
})

test('the bench foot: a snug pocket with a floor, three rings that nearly touch the leg, one groove past all of them', async () => {
  const { problems, volumes, build } = await shipped('bench-foot')
  expect(problems).toEqual([])
  expect(build.parts).toHaveLength(1)
  const rows = measureLedger(build)
  expect(rows).toMatchObject([{ between: 'Leg in Foot', verdict: 'holds', measured: expect.closeTo(0.1, 2) }])
  // Turned solids by Pappus; of what is rounded off the middle lies 0.2234 of the radius off its corner.
  const rounded = (radius: number, at: number) => (1 - Math.PI / 4) * radius ** 2 * 2 * Math.PI * at
  const off = (radius: number) => 0.2234 * radius
  const turned = Math.PI * (21 ** 2 * 36 - 16 ** 2 * 29) - rounded(4, 21 - off(4)) - rounded(1.5, 21 - off(1.5)) - rounded(1.5, 16 + off(1.5)) // prettier-ignore
  const ring = 0.3 * 1.7 * 2 * Math.PI * (16 - 0.14)
  const share = 1 - 3 / (2 * Math.PI * 16)
  // The groove: 4 by 3, what lies of it outside of the pocket.
  const groove = 3 * (18 - 15.965) * 29
  expect(Object.values(volumes)[0]! / (turned + 3 * ring * share - groove)).toBeCloseTo(1, 2)
})
