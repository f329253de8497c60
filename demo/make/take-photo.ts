/**
 * Takes a photo of the vent bracket with settings of one's own and writes it with what it truly shows:
 * `npm run demo:photo -- out.jpg '{"tilt": -20, "noise": 8}'`. The settings are those of `PhotoSettings`.
 */
import { writeFileSync } from 'node:fs'
import sharp from 'sharp'
import { DEMO_PHOTO, type PhotoSettings, takePhoto } from './photo'

const [file = 'photo.jpg', changes = '{}'] = process.argv.slice(2)
const settings: PhotoSettings = { ...DEMO_PHOTO, ...(JSON.parse(changes) as Partial<PhotoSettings>) }
const { picture, truth } = takePhoto(settings)
const { width, height, data } = picture
await sharp(data, { raw: { width, height, channels: 4 } })
  .removeAlpha()
  .toFormat(file.endsWith('.png') ? 'png' : 'jpeg', { quality: 84 })
  .toFile(file)
writeFileSync(`${file}.truth.json`, `${JSON.stringify({ ...truth, settings }, null, 2)}\n`)
const corners = truth.corners.map((c) => c.map((v) => Math.round(v)).join(',')).join(' ')
process.stdout.write(`anorak trace ${file} --corners "${corners}" --size 210x148 --json\n`)
