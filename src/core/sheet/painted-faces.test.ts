import { strFromU8, unzipSync } from 'fflate'
import { at, built, sheetOf, type StepOf } from '../../../tests/support/drawn'
import { facing } from '../../../tests/support/facing'
import { paintFace, repaintFace, setField } from '../document/edits'
import type { Project } from '../document/schema'
import { exportFiles, exportWishes } from '../formats/export-parts'

const BOX: StepOf = ['solid', { width: '30', depth: '20', height: '8' }, 'box']
const HOLES: StepOf = [
  'holes',
  { across: '6', on: { base: 'ground', off: '8' }, at: [at('5', '0')], parts: ['box'] },
  'h',
]

async function painted(...more: StepOf[]): Promise<Project> {
  const { build } = await built(sheetOf(BOX))
  return paintFace('box', facing(build.parts[0]!, [0, 0, 1]), '#c8863c')(sheetOf(BOX, ...more))
}

/** The area of the triangles of the 3MF that have a material of their own, with that material's colour. */
async function inFile(project: Project) {
  const { build } = await built(project)
  const xml = strFromU8(unzipSync(exportFiles(build.parts, exportWishes(project, 'assembled')).at(-1)!.bytes)['3D/3dmodel.model']!) // prettier-ignore
  const colors = [...xml.matchAll(/displaycolor="(#\w{6})FF"/g)].map((m) => m[1]!)
  const points = [...xml.matchAll(/<vertex x="([^"]+)" y="([^"]+)" z="([^"]+)"/g)].map((m) => m.slice(1).map(Number))
  const own = [...xml.matchAll(/v1="(\d+)" v2="(\d+)" v3="(\d+)" pid="1" p1="(\d+)"/g)].map((m) =>
    m.slice(1).map(Number),
  )
  const area = own.reduce((sum, [i, j, k]) => {
    const [a, b, c] = [points[i!]!, points[j!]!, points[k!]!]
    return sum + ((b[0]! - a[0]!) * (c[1]! - a[1]!) - (b[1]! - a[1]!) * (c[0]! - a[0]!)) / 2
  }, 0)
  return { area, colors: [...new Set(own.map((o) => colors[o[3]!]))], painted: build.parts[0]!.painted }
}

test('a coloured face keeps its colour through later steps, and has it in the 3MF', async () => {
  expect(await inFile(await painted())).toMatchObject({ area: expect.closeTo(600, 3), colors: ['#C8863C'] })
  const drilled = await inFile(await painted(HOLES))
  expect(drilled.area).toBeCloseTo(600 - Math.PI * 9, 1)
  const wider = await inFile(setField('box', 'width', '44')(await painted(HOLES)))
  expect(wider.area).toBeCloseTo(880 - Math.PI * 9, 1)
})

test('colours are changed and taken back; a face that is gone is told and colours nothing else', async () => {
  const start = await painted()
  expect((await inFile(repaintFace('box', 0, '#336699')(start))).colors).toEqual(['#336699'])
  expect((await inFile(repaintFace('box', 0, undefined)(start))).area).toBe(0)
  const round = await inFile(setField('box', 'shape', 'ball')(start))
  expect(round).toMatchObject({ area: 0, painted: { regions: [], lost: [0] } })
})
