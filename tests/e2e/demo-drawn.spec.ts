import { expect, type Page, test } from '@playwright/test'
import { choose, draw, figureOf, shapeLine, startDrawing, typed } from './drawn'
import { newProject, noErrors } from './helpers'
import { figure, shipped, type } from './make-demo'

noErrors()

const sheet = (page: Page) => page.getByLabel('Sheet')

test('the seed wheel from readings: a ring of teeth, a square bore, pockets round it', async ({ page }) => {
  await newProject(page)
  const readings = { outside: '41.6', root: '31.4', shaft: '7.9' }
  for (const [name, size] of Object.entries(readings)) {
    await page.getByRole('button', { name: 'Add a reading …' }).click()
    await type(page, 'Name of the reading reading1', name)
    await type(page, `Next repeat of ${name}`, size)
  }
  await startDrawing(page)
  await draw(page, 't', [0, 0])
  await typed(page, { 'The outside diameter': 'outside', 'The root diameter': 'root', 'How many teeth': '16' })
  await figureOf(page, 'a', 'The width at the crown', '1.9')
  await figureOf(page, 'a', 'The width at the foot', '3.5')
  await draw(page, 'r', [0, 0])
  await typed(page, { 'The width': 'shaft + 2*fit.sliding', 'The height': 'shaft + 2*fit.sliding' })
  await choose(page, shapeLine(page, 'b'), 'What lies at the place', 'its middle')
  await expect(shapeLine(page, 'b')).toContainText('a hole')
  await draw(page, 'c', [0, 0])
  await typed(page, { 'The diameter': '20.4' })
  await page.getByRole('button', { name: 'make it a guide' }).click()
  await draw(page, 'c', [9, 5])
  await typed(page, { 'The diameter': '4.8' })
  await shapeLine(page, 'd').getByRole('button', { name: /^Its middle, / }).click() // prettier-ignore
  const panel = page.getByRole('dialog', { name: 'Its middle' })
  await choose(page, panel, 'How the place is given', 'on a circle, at an angle')
  await choose(page, panel, 'The circle', 'c')
  await panel.getByRole('textbox', { name: 'The angle' }).fill('30')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'repeat it in a ring' }).click()
  await expect(shapeLine(page, 'e')).toContainText('Repeat d in a ring of 6')
  await expect(sheet(page).getByText('One region, 817.3 mm²')).toBeVisible()

  await page.getByRole('button', { name: 'Extrude the drawing' }).click()
  await figure(page, 'The length', '7.5')
  await expect(page.getByText('Ring of teeth')).toBeHidden()
  await type(page, 'Name of Part', 'Seed wheel')
  await shipped(page, 'Seed wheel', 'demo/seed-wheel.json')
})
