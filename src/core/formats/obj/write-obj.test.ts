import { OBJLoader } from 'three/examples/jsm/loaders/OBJLoader.js'
import { built, sheetOf } from '../../../../tests/support/drawn'
import { sizes } from '../../mesh/facts'
import { expectOk } from '../../result'
import { exportFiles } from '../export-parts'
import { readObj } from './read-obj'

const wishes = { title: 'Rain shed', arrangement: 'bed' as const, bed: [220, 220, 250] as const, counts: { disc: 2 } }
const parts = async () =>
  (await built(sheetOf(
    ['solid', { width: '20', depth: '10', height: '6' }, 'block'],
    ['solid', { shape: 'cylinder', across: '8', height: '5', at: { along: '40', up: '0', from: '' } }, 'disc'],
  ))).build.parts // prettier-ignore
const text = (bytes: Uint8Array) => new TextDecoder().decode(bytes)

test('an OBJ is read again with each object as often as it is printed, also by another reader', async () => {
  const own = await parts()
  const files = exportFiles(own, wishes, ['obj'])
  expect(files.map((f) => f.name)).toEqual(['rain-shed.obj', 'rain-shed.mtl'])
  const read = expectOk(readObj(files[0]!.bytes))
  expect(read.items.map((i) => i.name)).toEqual(['Part', 'Part 2', 'Part 2 (2)'])
  const volumes = read.items.map((i) => sizes(read.shapes[i.shape]!.positions, read.shapes[i.shape]!.indices).volume)
  expect(volumes).toEqual([1200, own[1]!.volume, own[1]!.volume].map((v) => expect.closeTo(v, 1)))
  const group = new OBJLoader().parse(text(files[0]!.bytes))
  expect(group.children).toHaveLength(3)
})

test('each colour is a material, those of painted faces too, and each triangle is in one of them', async () => {
  const [block] = await parts()
  const painted = { ...block!, painted: { regions: [{ region: 0, color: '#ff0000' }] } } as typeof block & object
  const [obj, mtl] = exportFiles([painted], wishes, ['obj']).map((f) => text(f.bytes)) as [string, string]
  const named = (of: string, word: string) => [...of.matchAll(new RegExp(`^${word} (\\S+)$`, 'gm'))].map((m) => m[1])
  expect(named(mtl, 'newmtl')).toEqual(named(obj, 'usemtl'))
  expect(named(mtl, 'newmtl')).toHaveLength(2)
  expect(mtl).toContain('Kd 1.0000 0.0000 0.0000')
  expect([...obj.matchAll(/^f /gm)]).toHaveLength(12)
})
