import { expect, type Page, test } from '@playwright/test'
import sharp from 'sharp'
import { addStep, pickFace, sized } from './drawn'
import { newProject, noErrors, openCopy, row } from './helpers'

noErrors()

const steps = (page: Page) => page.getByLabel('Build sheet').locator('[data-step]')

test('parts are listed with their masses, counted and grouped; a face is coloured; notes have places and pictures', async ({
  page,
}) => {
  await openCopy(page, 'Latch arm')
  await page.getByRole('button', { name: 'Parts', exact: true }).click()
  const list = page.getByRole('region', { name: 'List of parts' })
  await expect(list.getByText('4 to print')).toBeVisible()
  await page.getByRole('spinbutton', { name: 'How many of Head', exact: true }).fill('3')
  await page.keyboard.press('Enter')
  await expect(list.getByText('6 to print')).toBeVisible()
  await page.getByRole('combobox', { name: 'Material of Head' }).click()
  await page.getByRole('option', { name: 'TPU' }).click()
  // 13 by 13 by 2.4 mm of TPU.
  await expect(list.getByText(/13 × 13 × 2.4 mm, 0.41 cm³, 0.5 g of/)).toBeVisible()
  await page.getByRole('textbox', { name: 'Group of Head' }).fill('glued on')
  await page.keyboard.press('Enter')
  await expect(list.getByRole('heading', { name: 'glued on' })).toBeVisible()

  await page.getByRole('button', { name: 'top', exact: true }).click()
  await page.getByRole('button', { name: 'all', exact: true }).click()
  await pickFace(page, 'colour this face', [0.35, 0.5])
  await page.getByRole('button', { name: 'colour this face' }).click()
  await expect(page.getByLabel(/^Colour of face 1 of /)).toBeVisible()

  await pickFace(page, 'make a note here', [0.35, 0.5])
  await page.getByRole('button', { name: 'make a note here' }).click()
  await page.getByRole('textbox', { name: 'Note 1' }).fill('The first print was tight here.')
  const red = await sharp({ create: { width: 40, height: 30, channels: 3, background: '#a03020' } })
    .png()
    .toBuffer()
  await page.getByLabel('Picture for note 1').setInputFiles({ name: 'tight.png', mimeType: 'image/png', buffer: red })
  const picture = page.getByRole('img', { name: 'tight.png' })
  await expect(picture).toBeVisible()
  expect(await picture.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBe(40)
  await expect(page.getByText(/^Saved /)).toBeVisible()
  await page.reload()
  await page.getByRole('button', { name: 'Parts', exact: true }).click()
  await expect(page.getByRole('textbox', { name: 'Note 1' })).toHaveValue('The first print was tight here.')
  await expect(picture).toBeVisible()
})

test('a part is slid along its way by hand, and what stands in its way is told', async ({ page }) => {
  await openCopy(page, 'Latch arm')
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await expect(row(page, 'Arm on its way')).toContainText('✓ 0.20')
  const slider = page.getByRole('slider', { name: 'Where it stands' })
  await slider.focus()
  await page.keyboard.press('End')
  const motion = steps(page).filter({ hasText: 'It stands at' })
  await expect(motion).toContainText('It stands at 11')
  await motion.getByRole('button', { name: /^Where its way ends, / }).click()
  await page.getByRole('textbox', { name: 'Where its way ends' }).fill('16')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Arm runs into Head on its way.')).toBeVisible()
  await expect(row(page, 'Arm on its way')).toContainText('tight')
})

test('a part is put with its face against another one, by two picks, and given a row with it', async ({ page }) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await addStep(page, 'plain solid')
  await sized(page, { 'Its width': '60', 'Its depth': '40' })
  await addStep(page, 'plain solid')
  await sized(page, { 'Its width': '14', 'Its depth': '14', 'Its height': '30' })
  await steps(page).last().getByRole('button', { name: 'more …' }).click()
  await sized(page, { 'How far off the plane it is': '25' })
  await page.getByRole('button', { name: 'top', exact: true }).click()
  await page.getByRole('button', { name: 'all', exact: true }).click()
  await pickFace(page, 'Flat face, 14 × 14, faces top')
  await page.getByRole('button', { name: 'measure to …' }).click()
  const scene = page.getByLabel('The parts as built.')
  const { width, height } = (await scene.boundingBox())!
  await scene.click({ position: { x: 0.25 * width, y: 0.5 * height } })
  await page.getByRole('button', { name: 'put the first part with its face against the second' }).click()
  await expect(steps(page).last()).toContainText('Put Part 2 with a face of Part 2 against a face of Part')
  await expect(steps(page).last().getByRole('alert')).toHaveCount(0)
  await sized(page, { 'The gap between': '0.2' })
  // The pair as it is now, not as it was before the gap was typed.
  await expect(page.getByText('0.20 apart')).toBeVisible()
  await page.getByRole('button', { name: 'Watch Part to Part 2' }).click()
  await expect(row(page, 'Part 2')).toContainText('✓ 0.20')
})
