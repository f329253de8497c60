import { svg } from '../../../../tests/support/files'
import { areaOf, boundsOf } from '../../profile/measure'
import { readSvg } from './read-svg'

/** The outlines of a drawing over all layers, and what was said of it. */
function read(inside: string, attributes?: string) {
  const result = readSvg(svg(inside, attributes))
  if (!result.ok) return { problem: result.problem.message, area: NaN, bounds: [], notes: [], loops: 0, layers: [] }
  const { layers, notes, unit } = result.value
  const loops = layers.flatMap((l) => l.profile.loops)
  return {
    problem: undefined,
    area: layers.reduce((sum, l) => sum + areaOf(l.profile), 0),
    bounds: loops.length > 0 ? boundsOf({ loops }).map((v) => Math.round(v * 1e6) / 1e6) : [],
    loops: loops.length,
    notes,
    unit,
    layers,
  }
}
const RECT = '<rect x="10" y="10" width="20" height="10"/>'

describe('numbers as they may be written', () => {
  test.each([
    ['a page as its own background', '<rect width="100%" height="100%"/>', 60 * 40],
    ['percentages of the page', '<rect x="10%" width="50%" height="25%"/>', 30 * 10],
    ['rounding by auto', '<rect width="20" height="10" rx="auto" ry="2"/>', 200 - (4 - Math.PI) * 4],
    ['nothing between numbers', '<polygon points="10-10 30-10 30-20 10-20"/>', 200],
    ['dots that separate', '<polygon points="0,0 .5.5 1,0"/>', 0.25],
    ['a path without blanks', '<path d="M10-10l20 0v10h-20z"/>', 200],
    ['flags without blanks', '<path d="M0 0a5 5 0 1110 0 5 5 0 11-10 0z"/>', Math.PI * 25],
    ['exponents', '<path d="M1e1 0H3e1V1E1H1e+1Z"/>', 200],
    ['a path that is none', `<path d="none"/>${RECT}`, 200],
  ])('%s', (_, inside, area) => expect(read(inside).area).toBeCloseTo(area, 6))

  test.each([
    ['translate(5-5)', [15, 25, 35, 35]],
    ['translate(5 -5)', [15, 25, 35, 35]],
    ['scale(.5)', [5, 30, 15, 35]],
    ['translate(10,0)scale(2)', [30, 0, 70, 20]],
    ['matrix(1 0 0 1 3 4)', [13, 16, 33, 26]],
    ['rotate(90 20 15)', [15, 15, 25, 35]],
  ])('the transform %s', (transform, bounds) =>
    expect(read(`<g transform="${transform}">${RECT}</g>`).bounds).toEqual(bounds),
  )

  test.each([
    ['translate(5px, -5px)', [15, 25, 35, 35]],
    ['rotate(180deg)', [-30, 50, -10, 60]],
    ['translateX(7px)', [17, 20, 37, 30]],
    ['none', [10, 20, 30, 30]],
  ])('as a style: %s', (transform, bounds) => expect(read(`<g style="transform: ${transform}">${RECT}</g>`).bounds).toEqual(bounds)) // prettier-ignore
})

describe('the page', () => {
  test.each([
    ['fits within, in the middle', 'width="60mm" height="60mm" viewBox="0 0 60 40"', [10, 30, 30, 40]],
    ['is stretched if it says so', 'width="60mm" height="80mm" viewBox="0 0 60 40" preserveAspectRatio="none"', [10, 40, 30, 60]], // prettier-ignore
    ['lies at an edge if it says so', 'width="60mm" height="60mm" viewBox="0 0 60 40" preserveAspectRatio="xMinYMin"', [10, 40, 30, 50]], // prettier-ignore
    ['fills if it says so', 'width="60mm" height="60mm" viewBox="0 0 60 40" preserveAspectRatio="xMidYMid slice"', [0, 30, 30, 45]], // prettier-ignore
    ['has one side that is said', 'width="120mm" viewBox="0 0 60 40"', [20, 40, 60, 60]],
    ['has a side in percent', 'width="100%" height="80mm" viewBox="0 0 60 40"', [20, 40, 60, 60]],
    ['is in inches', 'width="6in" height="4in" viewBox="0 0 60 40"', [25.4, 50.8, 76.2, 76.2]],
  ])('%s', (_, attributes, bounds) => expect(read(RECT, attributes).bounds).toEqual(bounds))

  test('one without a size is in its own numbers, as a guess', () => {
    expect(read(RECT, 'width="100%" height="100%" viewBox="0 0 60 40"')).toMatchObject({ bounds: [10, 20, 30, 30], unit: { certain: false } }) // prettier-ignore
  })

  test('an svg within an svg has a page of its own', () => {
    const inner = `<svg x="10" y="10" width="20" height="20" viewBox="0 0 40 40">${RECT}<rect width="100%" height="50%"/></svg>`
    // Of 40 in 20: half the size; the second is the upper half of its page.
    expect(read(inner).bounds).toEqual([10, 20, 30, 30])
    expect(read(`<symbol id="s" viewBox="0 0 10 10"><rect width="10" height="10"/></symbol><use href="#s" x="5" y="5" width="20" height="20"/>`).bounds).toEqual([5, 15, 25, 35]) // prettier-ignore
  })
})

describe('what is hidden is not cut', () => {
  const circle = '<circle cx="20" cy="15" r="2"'
  test.each([
    ['by an attribute', `${circle} visibility="hidden"/>`],
    ['by what is round it', `<g visibility="hidden">${circle}/></g>`],
    ['by its style', `${circle} style="fill:red; visibility:hidden"/>`],
    ['by a class', `<style>.gone { display: none }</style>${circle} class="gone"/>`],
    ['by a rule on what is round it', `<style>g#aid > circle { visibility: collapse }</style><g id="aid">${circle}/></g>`], // prettier-ignore
    ['as a whole group', `<g display="none">${circle}/></g>`],
  ])('%s', (_, inside) => {
    const drawing = read(`${RECT}${inside}`)
    expect([drawing.loops, drawing.area]).toEqual([1, 200])
    expect(drawing.notes.join()).toContain('Left out, because they are hidden: 1 shape.')
  })
  test('what says that it is visible is, though what is round it is not', () => {
    expect(read(`<g visibility="hidden">${RECT}<g visibility="visible">${circle}/></g></g>`).area).toBeCloseTo(Math.PI * 4, 6) // prettier-ignore
  })
  test('a style sheet that cannot be read says so and hides nothing', () => {
    const drawing = read(`<style>circle:::x { display: none } rect { fill: red</style>${RECT}${circle}/>`)
    expect(drawing.loops).toBe(2)
    expect(drawing.notes.join()).toMatch(/could not be read/)
  })
})

test.each([
  ['<path d="M0 0 L 5"/>', /path cannot be read/],
  ['<path d="L5 5"/>', /does not begin with M/],
  ['<polygon points="0 0 5"/>', /odd count/],
  ['<polygon points="0 0 5 x"/>', /something else than numbers/],
  ['<rect width="1e300" height="2"/>', /could be a length/],
  ['<g transform="spin(3)"><rect width="1" height="2"/></g>', /transform that cannot be read/],
])('%s is refused', (inside, message) => expect(read(inside).problem).toMatch(message))

test('a large path that is used over and over is counted before it is made', () => {
  const big = `<defs><path id="p" d="M0 0${'l1 1'.repeat(20_000)}"/></defs>${'<use href="#p"/>'.repeat(200)}`
  expect(read(big).problem).toMatch(/more than 1000000 lines and arcs/)
})
