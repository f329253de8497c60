/** Finds the outline of a photo in a process of its own, so that its peak memory is this work's alone. */
import { readFileSync } from 'node:fs'
import { DEMO_PHOTO, SHEET, takePhoto } from '../demo/make/photo'
import { decodePicture } from '../src/cli/files'
import { cornerReach, snapCorners } from '../src/core/photo/edges'
import { photoMap } from '../src/core/photo/photo-map'
import { traceOutline } from '../src/core/photo/trace'
import { expectOk } from '../src/core/result'
import { round } from './measure'

const { truth } = takePhoto({ ...DEMO_PHOTO, width: 8, height: 6, focal: 13 })
const start = performance.now()
const picture = await decodePicture(readFileSync(process.argv[2]!))
const decoded = performance.now()
const by = picture.width / 8
const rough = truth.corners.map(([x, y]) => [x * by, y * by] as const)
const { corners } = snapCorners(picture, rough, cornerReach(picture))!
const map = expectOk(photoMap({ kind: 'rectangle', corners, ...SHEET }))
const trace = expectOk(traceOutline(picture, map, { tolerance: 0.15 }))
process.stdout.write(
  JSON.stringify({
    pixels: picture.width * picture.height,
    decode_ms: round(decoded - start),
    ms: round(performance.now() - decoded),
    holes: trace.holes.length,
    process_peak_bytes: process.resourceUsage().maxRSS * 1024,
  }),
)
