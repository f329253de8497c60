import { fail, ok, type Result } from '../../result'
import { DamagedFile } from '../limits'

/** What a picture says of itself before it is decoded. */
export interface PictureHeader {
  format: 'png' | 'jpeg'
  /** Pixels, the way up it is meant to be seen. */
  width: number
  height: number
}

/** The most pixels a picture is decoded with. */
const PIXEL_LIMIT = 100_000_000
/** What browsers draw on has no longer sides. */
const SIDE_LIMIT = 32_000

/**
 * Reads the size of a PNG (its first chunk, IHDR) or a JPEG (its frame header, and the orientation that Exif gives).
 * Errors: damaged (thrown as `DamagedFile`), too-large
 */
export function readPictureHeader(bytes: Uint8Array): Result<PictureHeader> {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  const header = view.getUint16(0) === 0xffd8 ? jpegHeader(view) : pngHeader(view)
  const { width, height } = header
  if (width === 0 || height === 0) throw new DamagedFile('The picture is damaged: it says it has no pixels.')
  if (width * height > PIXEL_LIMIT)
    return fail(
      'too-large',
      `The picture has ${Math.round((width * height) / 1e6)} million pixels; up to ${PIXEL_LIMIT / 1e6} million can be read. Save it smaller.`,
    )
  if (Math.max(width, height) > SIDE_LIMIT)
    return fail(
      'too-large',
      `The picture is ${width.toLocaleString('en')} by ${height.toLocaleString('en')} pixels; each side may have up to ${SIDE_LIMIT.toLocaleString('en')}. Save it smaller.`,
    )
  return ok(header)
}

const CUT = 'The picture is cut short: it ends before its size is told.'

function pngHeader(view: DataView): PictureHeader {
  if (view.byteLength < 33) throw new DamagedFile(CUT)
  if (view.getUint32(12) !== 0x49484452) throw new DamagedFile('The PNG does not begin with its header.')
  return { format: 'png', width: view.getUint32(16), height: view.getUint32(20) }
}

function jpegHeader(view: DataView): PictureHeader {
  let turned = false
  for (let at = 2; at + 4 <= view.byteLength;) {
    if (view.getUint8(at) !== 0xff) throw new DamagedFile(`The JPEG is damaged at byte ${at}.`)
    const marker = view.getUint8(at + 1)
    if (marker === 0xff) {
      at += 1
      continue
    }
    const length = view.getUint16(at + 2)
    if (marker === 0xe1) turned ||= liesOnItsSide(view, at + 4, length - 2)
    const frame = marker >= 0xc0 && marker <= 0xcf && marker !== 0xc4 && marker !== 0xc8 && marker !== 0xcc
    if (frame && at + 9 <= view.byteLength) {
      const [height, width] = [view.getUint16(at + 5), view.getUint16(at + 7)]
      return turned ? { format: 'jpeg', width: height, height: width } : { format: 'jpeg', width, height }
    }
    if (marker === 0xda || length < 2) break
    at += 2 + length
  }
  throw new DamagedFile(CUT)
}

/** True if Exif says (tag 0x0112, values 5 to 8) that width and height change places. */
function liesOnItsSide(view: DataView, at: number, length: number): boolean {
  const end = Math.min(view.byteLength, at + length)
  if (at + 14 > end || view.getUint32(at) !== 0x45786966) return false
  const tiff = at + 6
  const little = view.getUint16(tiff) === 0x4949
  const first = tiff + view.getUint32(tiff + 4, little)
  if (first + 2 > end) return false
  const count = view.getUint16(first, little)
  for (let k = 0; k < count; k++) {
    const entry = first + 2 + 12 * k
    if (entry + 12 > end) return false
    if (view.getUint16(entry, little) === 0x0112) return view.getUint16(entry + 8, little) >= 5
  }
  return false
}
