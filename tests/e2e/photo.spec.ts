import { expect, test } from '@playwright/test'
import { greyPhoto } from '../support/grey-photo'
import { dropFile, newProject, noErrors } from './helpers'
import { clickPixel, PHOTO, PIVOT_EDGE, straighten, TRUTH } from './on-photo'

noErrors()

test('a photo is straightened, checked, traced, and its outline given a size that was measured', async ({ page }) => {
  await newProject(page)
  await dropFile(page, 'vent bracket.jpg', PHOTO)
  await expect(page.getByText('It has no scale yet:')).toBeVisible({ timeout: 30_000 })
  await straighten(page)
  await expect(page.getByText(/Its sides run straight to 0\.\d\d pixels/)).toBeVisible()

  await page.getByRole('button', { name: 'check a length' }).click()
  await clickPixel(page, TRUTH.ruler.a, true)
  await clickPixel(page, TRUTH.ruler.b, true)
  await page.getByRole('textbox', { name: 'The length to check' }).fill(`${TRUTH.ruler.length}`)
  await page.keyboard.press('Enter')
  await expect(page.getByText(/on the photo, off by 0\.?\d*/)).toBeVisible()

  await page.getByRole('button', { name: 'find the outline' }).click()
  await page.getByRole('button', { name: 'find the largest thing' }).click()
  await expect(page.getByText('Traced an outline and 5 holes.')).toBeVisible({ timeout: 60_000 })
  const sheet = page.getByLabel('Sheet')
  const area = async () => Number(/([\d.]+) mm²/.exec((await sheet.textContent())!)![1])
  await expect(sheet.getByText(/mm², /)).toBeVisible()
  expect(Math.abs((await area()) / TRUTH.area - 1)).toBeLessThan(0.01)
  const holes = await page.getByLabel('Round holes of vent bracket').getByRole('listitem').allTextContents()
  for (const { centre, diameter } of TRUTH.holes) {
    const found = holes
      .map((text) => /Ø ([\d.]+) at (-?[\d.]+), (-?[\d.]+)/.exec(text)!.slice(1).map(Number))
      .find(([, x, y]) => Math.hypot(x! - centre[0], y! - centre[1]) < 0.3)
    expect(Math.abs(found![0]! - diameter)).toBeLessThan(0.3)
  }

  // The pivot hole measures 7 on the real thing.
  await clickPixel(page, PIVOT_EDGE)
  await page.getByRole('button', { name: 'give it its size' }).click()
  await page.getByRole('textbox', { name: 'Its diameter' }).fill('7')
  await page.keyboard.press('Enter')
  await expect(sheet.getByText(/A hole is made Ø 7 instead of 6\.5/)).toBeVisible()
  await expect(page.getByLabel('Round holes of vent bracket').getByText('Hole Ø 7 at')).toBeVisible()

  // A longer sheet makes everything on it longer.
  const before = await area()
  await sheet.getByRole('button', { name: 'Its first side, 210' }).click()
  await page.getByRole('textbox', { name: 'Its first side' }).fill('231')
  await page.keyboard.press('Enter')
  await expect(async () => expect((await area()) / before).toBeCloseTo(1.1, 1)).toPass()
  await expect(sheet.getByText(/By the perspective its sides are as/)).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'back to the scene' }).click()
  await expect(page.getByLabel('The parts as built.')).toBeVisible()
})

test('where a shadow may have been taken for a part of the thing, both outlines are shown and one is picked', async ({
  page,
}) => {
  const { jpeg, truth, size } = await greyPhoto()
  await newProject(page)
  await dropFile(page, 'grey bracket.jpg', jpeg)
  await straighten(page, truth, size)
  await page.getByRole('button', { name: 'find the outline' }).click()
  await page.getByRole('button', { name: 'find the largest thing' }).click()
  await expect(page.getByText('Which is the thing?')).toBeVisible({ timeout: 60_000 })
  await expect(page.getByLabel('Sheet').getByText(/mm², /)).toBeHidden()
  await page.getByRole('button', { name: 'the paler part alone' }).click()
  const sheet = page.getByLabel('Sheet')
  await expect(sheet.getByText(/mm², /)).toBeVisible()
  const area = Number(/([\d.]+) mm²/.exec((await sheet.textContent())!)![1])
  expect(Math.abs(area / truth.area - 1)).toBeLessThan(0.025)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(sheet.getByText(/mm², /)).toBeHidden()
})

test('a line is drawn by hand over the photo, from the keyboard too', async ({ page }) => {
  await newProject(page)
  await dropFile(page, 'vent bracket.jpg', PHOTO)
  await straighten(page)
  await page.getByRole('button', { name: 'draw a line' }).click()
  for (const corner of [[900, 900], [1100, 900], [1100, 1000]] as const) await clickPixel(page, corner, true) // prettier-ignore
  await page.keyboard.press('a')
  await expect(page.getByText('Point at a place on the arc.')).toBeVisible()
  await page.keyboard.press('l')
  await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Backspace')
  await page.keyboard.press('e')
  await expect(page.getByLabel('Sheet').getByText(/mm², /)).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByLabel('Sheet').getByText(/mm², /)).toBeHidden()
})
