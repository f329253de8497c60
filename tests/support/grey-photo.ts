import sharp from 'sharp'
import { DEMO_PHOTO, takePhoto } from '../../demo/make/photo'

/** A small photo of the bracket in a grey that its shadow is darker than: no colour tells them apart. */
export async function greyPhoto() {
  const { picture, truth } = takePhoto({
    ...DEMO_PHOTO,
    width: 1000,
    height: 750,
    focal: 1625,
    color: [120, 120, 120],
    sheet: [230, 230, 230],
    shadow: { ...DEMO_PHOTO.shadow, dark: 0.65 },
  })
  const { width, height, data } = picture
  const jpeg = await sharp(data, { raw: { width, height, channels: 4 } })
    .removeAlpha()
    .jpeg({ quality: 90 })
    .toBuffer()
  return { jpeg, truth, size: [width, height] as const }
}
