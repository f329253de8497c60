import { at, built, type Fields, sheetOf, type StepOf } from '../../../../tests/support/drawn'
import { nutsGoIn } from './nuts'

const PLATE = ['solid', { width: '60', depth: '40', height: '12' }, 'plate'] as const
const HOLE = { on: { base: 'ground', off: '12' }, at: [at('0', '0')], parts: ['plate'], for: 'clear', screw: 'M3', room: '0.1' } // prettier-ignore
/** A lump over the hole, or beside it. */
const lump = (along: string) => ['solid', { width: '14', depth: '14', height: '4', on: { base: 'ground', off: '11.9' }, at: at(along, '0'), how: 'add', parts: ['plate'] }, 'lump'] as const // prettier-ignore

async function found(fields: Fields, after: readonly StepOf[] = []) {
  const project = sheetOf(PLATE, ['holes', { ...HOLE, ...fields }, 'holes'], ...after)
  const { build, problems } = await built(project)
  expect(problems).toEqual([])
  return nutsGoIn({ project, build } as never).map((f) => f.title)
}

test('a nut that lies open goes in; with something built over it, it has no way in', async () => {
  expect(await found({ head: 'nut' })).toEqual([])
  expect(await found({ head: 'nut' }, [lump('0')])).toEqual(['A nut in Part has no way in.'])
  expect(await found({ head: 'nut' }, [lump('20')])).toEqual([])
})

test.each([
  ['0', 1],
  ['10', 1],
  ['40', 0],
])('a nut inside the part with a way %s mm long from the side', async (wayLong, count) => {
  expect(await found({ head: 'side', below: '4', toward: '0', wayLong })).toHaveLength(count)
})

test('of several holes only those that are closed are told', async () => {
  const places = [at('-20', '0'), at('0', '0'), at('20', '0')]
  expect(await found({ head: 'nut', at: places }, [lump('0')])).toHaveLength(1)
  expect(await found({ head: 'bore', at: places }, [lump('0')])).toEqual([])
})
