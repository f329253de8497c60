import { readFileSync } from 'node:fs'
import { built } from '../../../../tests/support/drawn'
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
