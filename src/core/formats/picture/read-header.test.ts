import { readFileSync } from 'node:fs'
import { readFile, type ReadTools } from '../read-file'

const JPEG = new Uint8Array(readFileSync('demo/bracket/vent-bracket.jpg'))
const tools = (decode: ReadTools['decode']): ReadTools => ({ startKernel: () => Promise.reject(new Error()), decode })
const sound = tools(() => Promise.resolve({ width: 2400, height: 1800 }))
const read = (bytes: Uint8Array, name: string, with_ = sound) => readFile(bytes, name, with_)
const kind = async (bytes: Uint8Array, name: string, with_?: ReadTools) => {
  const result = await read(bytes, name, with_)
  return result.ok ? 'ok' : result.problem.kind
}

/** The head of a PNG of a given size. */
function png(width: number, height: number): Uint8Array {
  const bytes = new Uint8Array(60)
  bytes.set([0x89, 0x50, 0x4e, 0x47, 13, 10, 26, 10, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52])
  const view = new DataView(bytes.buffer)
  view.setUint32(16, width)
  view.setUint32(20, height)
  return bytes
}

/** A JPEG with an Exif orientation before its frame. */
function turnedJpeg(orientation: number): Uint8Array {
  const exif = [0x45, 0x78, 0x69, 0x66, 0, 0, 0x4d, 0x4d, 0, 42, 0, 0, 0, 8, 0, 1, 1, 0x12, 0, 3, 0, 0, 0, 1, 0, orientation, 0, 0] // prettier-ignore
  const frame = [0xff, 0xc0, 0, 11, 8, 0, 30, 0, 40, 1, 1, 0x11, 0]
  return Uint8Array.from([0xff, 0xd8, 0xff, 0xe1, 0, exif.length + 2, ...exif, ...frame, 0xff, 0xda, 0, 2])
}

test('a photo is taken in with its pixels counted', async () => {
  const result = await read(JPEG, 'bracket.jpg')
  expect(result.ok && result.value).toEqual({
    holds: 'picture',
    picture: { format: 'jpeg', width: 2400, height: 1800 },
  })
})

test('a camera held upright changes width and height', async () => {
  const echo = tools(() => Promise.resolve({ width: 30, height: 40 }))
  for (const [orientation, held] of [
    [1, sound],
    [6, echo],
  ] as const)
    // prettier-ignore
    expect(await kind(turnedJpeg(orientation), 'photo.jpeg', held)).toBe('ok')
})

test('pictures that are cut short, empty, huge or something else are refused with a reason', async () => {
  const breaks = tools(() => Promise.reject(new Error('bad pixels')))
  expect(await kind(JPEG.subarray(0, 100), 'a.jpg')).toBe('damaged')
  expect(await kind(JPEG.subarray(0, 9000), 'a.jpg', breaks)).toBe('damaged')
  expect(await kind(png(0, 400), 'a.png')).toBe('damaged')
  expect(await kind(png(400, 300).subarray(0, 20), 'a.png')).toBe('damaged')
  expect(await kind(png(60_000, 60_000), 'a.png')).toBe('too-large')
  expect(await kind(png(1, 90_000_000), 'a.png')).toBe('too-large')
  expect(await kind(png(400, 300), 'a.jpg')).toBe('mislabelled')
  expect(await kind(JPEG, 'board.step')).toBe('mislabelled')
  expect(await kind(new Uint8Array(), 'a.png')).toBe('empty')
  expect(await kind(Uint8Array.from([0xff, 0xd8, 0xff, 0xe0, 0, 4, 1, 2, 3, 4, 5, 6]), 'a.jpg')).toBe('damaged')
})
