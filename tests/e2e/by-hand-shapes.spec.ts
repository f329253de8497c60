import { expect, type Page, test } from '@playwright/test'
import { addStep, draw, from, sized, stepLines as steps } from './drawn'
import { atRest, newProject, noErrors } from './helpers'

noErrors()

const does = (page: Page) => page.getByRole('status', { name: 'What the step does' })
const foot = (page: Page) => page.getByRole('region', { name: 'Scene' })
const built = (page: Page) =>
  expect(page.getByLabel('The parts as built.')).toHaveAttribute('aria-busy', 'false', { timeout: 60_000 })

/** A block of 40 x 30 x 20. */
async function block(page: Page, across = '0'): Promise<void> {
  await addStep(page, 'plain solid')
  await sized(page, { 'Its width': '40', 'Its depth': '30', 'Its height': '20' })
  if (across === '0') return
  await steps(page)
    .last()
    .getByRole('button', { name: /^Where it stands, / })
    .click()
  await page.getByRole('textbox', { name: 'Along', exact: true }).fill(across)
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
}

test('an edge is dragged up where it stands, further by keys, and back with undo', async ({ page }) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await block(page)
  await from(page, 'top', 'Flat face, 40 × 30', [0.72, 0.5])
  await page.getByRole('button', { name: 'corner', exact: true }).click()
  await page.getByRole('button', { name: 'drag this edge', exact: true }).click()
  const handle = page.getByRole('button', { name: /^where it is dragged to, / })
  await expect(handle).toHaveText('0, 0, 2')
  await expect(does(page)).toContainText('adds 1200 mm³')
  const { x, y, width, height } = await atRest(handle)
  await page.mouse.move(x + width / 2, y + height / 2)
  await page.mouse.down()
  await page.mouse.move(x + width / 2, y + height / 2 - 40, { steps: 4 })
  await page.mouse.up()
  // Up, and up alone: the pointer went that way.
  await expect(handle).toHaveText(/^0, 0, [3-9]/)
  await handle.press('PageDown')
  await built(page)
  await sized(page, { Upwards: '6' })
  await expect(does(page)).toContainText('adds 3600 mm³')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(does(page)).not.toContainText('adds 3600 mm³')
  // Below the foot there is nothing left of the face: how far it can go is said, and taken.
  await sized(page, { Upwards: '-25' })
  await steps(page)
    .last()
    .getByRole('button', { name: /^take -19/ })
    .click()
  await expect(steps(page).last()).not.toContainText('as far as it can go')
})

test('a pick grows to all that is alike; what would vanish goes only when that is wanted', async ({ page }) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await block(page)
  for (const [along, nth] of [
    ['-12', 0],
    ['12', 1],
  ] as const) {
    // prettier-ignore
    await from(page, 'top', 'Flat face, 40 × 30', [nth ? 0.66 : 0.36, 0.5])
    await page.getByRole('button', { name: 'put a plain solid on it' }).click()
    await sized(page, { 'Its width': '4', 'Its depth': '20', 'Its height': '6' })
    await steps(page)
      .last()
      .getByRole('button', { name: /^Where it stands, / })
      .click()
    await page.getByRole('textbox', { name: 'Along', exact: true }).fill(along)
    await page.keyboard.press('Enter')
    await page.keyboard.press('Escape')
  }
  await from(page, 'top', 'Flat face, 4 × 20', [0.36, 0.5])
  await foot(page).getByRole('button', { name: 'all alike' }).click()
  await expect(foot(page)).toContainText('2 ')
  await page.getByRole('button', { name: 'move these faces', exact: true }).click()
  await sized(page, { 'How far, out of the material': '-2' })
  await expect(does(page)).toContainText('takes 320 mm³')
  await sized(page, { 'How far, out of the material': '-6' })
  await expect(steps(page).last()).toContainText('faces would vanish')
  await steps(page).last().getByRole('button', { name: 'let them go' }).click()
  await expect(does(page)).toContainText('takes 960 mm³')
})

test('faces of two parts move by one figure, and a face is divided by a line drawn on it', async ({ page }) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await block(page)
  await block(page, '50')
  await built(page)
  await page.waitForTimeout(300)
  await from(page, 'top', 'Flat face, 40 × 30', [0.3, 0.5])
  const { x, y, width, height } = (await page.getByLabel('The parts as built.').boundingBox())!
  await page.keyboard.down('Shift')
  await page.mouse.click(x + 0.68 * width, y + 0.45 * height)
  await page.keyboard.up('Shift')
  await page.getByRole('button', { name: 'move both faces together' }).click()
  await sized(page, { 'How far, out of the material': '1.5' })
  await expect(does(page)).toContainText('adds 3600 mm³')
  await expect(steps(page).last()).toContainText('1 face of Part 2')
  await from(page, 'top', 'Flat face, 40 × 30', [0.3, 0.5])
  await page.getByRole('button', { name: 'draw on this' }).click()
  await expect(page.getByText('Nothing is drawn yet.')).toBeVisible()
  await draw(page, 'l', [5, -8], [5, 8])
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Divide the face by the drawing' }).click()
  await built(page)
  await from(page, 'top', 'Flat face, 25 × 30', [0.25, 0.5])
  await page.getByRole('button', { name: 'move this face', exact: true }).click()
  await expect(does(page)).toContainText('adds 750 mm³')
})
