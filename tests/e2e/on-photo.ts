import { readFileSync } from 'node:fs'
import { expect, type Page } from '@playwright/test'
import type { PhotoTruth } from '../../demo/make/photo'

export const PHOTO = readFileSync('demo/bracket/vent-bracket.jpg')
export const TRUTH = JSON.parse(readFileSync('demo/bracket/vent-bracket.truth.json', 'utf8')) as PhotoTruth
/** On the edge of the pivot hole, pixels. */
export const PIVOT_EDGE = [1530, 790] as const
const SIZE = [2400, 1800] as const

/** Clicks a pixel of the photo as it lies after it was opened: whole, with a margin. */
export async function clickPixel(
  page: Page,
  [x, y]: readonly [number, number],
  alt = false,
  [width, height]: readonly [number, number] = SIZE,
): Promise<void> {
  const photo = page.getByLabel('The photo.')
  const box = (await photo.boundingBox())!
  const zoom = 0.94 * Math.min(box.width / width, box.height / height)
  await photo.click({
    position: { x: box.width / 2 + (x - width / 2) * zoom, y: box.height / 2 + (y - height / 2) * zoom },
    ...(alt ? { modifiers: ['Alt'] } : {}),
  })
}

export async function straighten(page: Page, truth = TRUTH, size: readonly [number, number] = SIZE): Promise<void> {
  await page.getByRole('button', { name: 'straighten by a known rectangle' }).click()
  for (const corner of truth.corners) await clickPixel(page, corner, false, size)
  await expect(page.getByText(/Its sides were found/)).toBeVisible()
  await page.getByRole('textbox', { name: 'From the first to the second corner' }).fill('210')
  await page.keyboard.press('Enter')
  await page.getByRole('textbox', { name: 'From the second to the third corner' }).fill('148')
  await page.keyboard.press('Enter')
}
