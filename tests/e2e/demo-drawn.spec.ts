import { expect, type Page, test } from '@playwright/test'
import {
  addStep,
  choose,
  draw,
  figureOf,
  pickFace,
  pickShapes,
  shapeLine,
  startDrawing,
  stepLines as steps,
  typed,
} from './drawn'
import { dropFile, newProject, noErrors } from './helpers'
import { figure, shipped, type } from './make-demo'
import { clickPixel, PHOTO, PIVOT_EDGE, straighten, TRUTH } from './on-photo'

noErrors()

const sheet = (page: Page) => page.getByRole('region', { name: 'Sheet' })

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
  await draw(page, 'c', [6, 4])
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
  // On its shaft: what lies beside each other without a row is offered one.
  await addStep(page, 'plain solid')
  await figure(page, 'Its width', 'shaft')
  await figure(page, 'Its depth', 'shaft')
  await figure(page, 'Its height', '24')
  await steps(page).last().getByRole('button', { name: 'more …' }).click()
  await figure(page, 'How far off the plane', '-8')
  await type(page, 'Name of Part', 'Shaft')
  await page.getByRole('button', { name: 'Watch Seed wheel to Shaft' }).click()
  const row = page.getByLabel('Ledger').getByRole('row').filter({ hasText: 'Seed wheel' })
  await expect(row).toContainText('0.20')
  await row.getByRole('button', { name: /^Gap wanted between / }).click()
  await page.getByRole('textbox', { name: /^Gap wanted between / }).fill('fit.sliding')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Without a row')).toBeHidden()
  await shipped(page, 'Seed wheel', 'demo/seed-wheel.json')
})

test('the hose hanger: a band along a hook of three arcs, a back plate joined in', async ({ page }) => {
  await newProject(page)
  await startDrawing(page)
  await draw(page, 'a', [-22, -8], [0, -20], [-14, -18])
  await page.getByRole('button', { name: 'make it a guide' }).click()
  await draw(page, 'a', [0, -20], [16, -6], [12, -16])
  await page.getByRole('button', { name: 'make it a guide' }).click()
  await draw(page, 'a', [16, -6], [12, 5], [16, 0])
  await page.getByRole('button', { name: 'make it a guide' }).click()
  // Each arc begins where the one before ends, and stays there.
  await expect(shapeLine(page, 'b')).toContainText('Arc from a’s end over')
  // And goes on from it without a corner.
  for (const [one, other, line] of [
    ['a', 'b', 'd'],
    ['b', 'c', 'e'],
  ] as const) {
    await pickShapes(page, one, other)
    await page.getByRole('button', { name: 'let them touch' }).click()
    await expect(shapeLine(page, line)).toContainText('touches')
  }
  await shapeLine(page, 'a').getByRole('button', { name: 'Shape a', exact: true }).click() // prettier-ignore
  await page.getByRole('button', { name: 'make a band along it' }).click()
  await shapeLine(page, 'f').getByRole('button', { name: 'What it runs along, a' }).click() // prettier-ignore
  for (const other of ['b, arc', 'c, arc']) await page.getByRole('checkbox', { name: other }).click()
  await page.keyboard.press('Escape')
  await expect(shapeLine(page, 'f')).toContainText('along a, b, c')
  await draw(page, 'r', [-24, -25], [-20, 29])
  await expect(shapeLine(page, 'g')).toContainText('Rectangle 4 by 54')
  await expect(sheet(page).getByText(/^One region, /)).toBeVisible()
  await page.getByRole('button', { name: 'Extrude the drawing' }).click()
  await figure(page, 'The length', '24')
  await type(page, 'Name of Part', 'Hose hanger')
  await shipped(page, 'Hose hanger', 'demo/hose-hanger.json')
})

test('the vent bracket: from its traced photo, 6 thick, the pivot by a reading, a lug drawn on its face', async ({
  page,
}) => {
  await newProject(page)
  await dropFile(page, 'vent-bracket.jpg', PHOTO)
  await straighten(page)
  await page.getByRole('button', { name: 'check a length' }).click()
  await clickPixel(page, TRUTH.ruler.a, true)
  await clickPixel(page, TRUTH.ruler.b, true)
  await type(page, 'The length to check', `${TRUTH.ruler.length}`)
  await page.getByRole('button', { name: 'find the outline' }).click()
  await page.getByRole('button', { name: 'find the largest thing' }).click()
  await expect(page.getByText('Traced an outline and 5 holes.')).toBeVisible({ timeout: 60_000 })
  await page.getByRole('button', { name: 'Add a reading …' }).click()
  await type(page, 'Name of the reading reading1', 'pivot')
  await type(page, 'What pivot is of', 'the hole that the bracket turns about')
  for (const size of ['6.52', '6.53', '6.51']) await type(page, 'Next repeat of pivot', size)
  await clickPixel(page, PIVOT_EDGE)
  await page.getByRole('button', { name: 'give it its size' }).click()
  await type(page, 'Its diameter', 'pivot')
  await expect(sheet(page).getByText(/A hole is made Ø 6.52/)).toBeVisible()
  await page.getByRole('button', { name: 'back to the scene' }).click()

  await startDrawing(page)
  await page.getByRole('button', { name: 'take vent-bracket' }).click()
  await expect(sheet(page).getByText(/^One region, /)).toBeVisible()
  const area = Number(/One region, ([\d.]+) mm²/.exec((await sheet(page).textContent())!)![1])
  expect(Math.abs(area / TRUTH.area - 1)).toBeLessThan(0.01)
  await page.getByRole('button', { name: 'Extrude the drawing' }).click()
  await page.getByRole('button', { name: 'Add a number …' }).click()
  await type(page, 'Name of the number size1', 'thick')
  await type(page, 'Formula of thick', '6')
  await figure(page, 'The length', 'thick')
  await type(page, 'Name of Part', 'Bracket')
  await pickFace(page, 'faces top')
  await page.getByRole('button', { name: 'draw on this' }).click()
  await expect(page.getByText('Nothing is drawn yet.')).toBeVisible()
  await draw(page, 'r', [-14, -9])
  await typed(page, { 'The width': '14', 'The height': '5' })
  await page.getByRole('button', { name: 'Extrude the drawing' }).click()
  await figure(page, 'The length', '9', 1)
  await expect(page.getByRole('combobox', { name: 'What becomes of it' }).nth(1)).toHaveText('added to')
  // A thinner one beside it, as a variant.
  await page.getByRole('button', { name: 'try it over a range' }).click()
  await figure(page, 'thick to', '8')
  await page.getByRole('button', { name: 'Parts', exact: true }).click()
  await page.getByRole('button', { name: 'make a variant' }).click()
  await type(page, 'Name of the variant Variant 1', 'Thin')
  await page.getByRole('button', { name: 'A number that differs in Thin' }).click()
  await page.getByRole('menuitem', { name: 'thick' }).click()
  await figure(page, 'thick in Thin', '4.2')
  await expect(page.getByRole('table', { name: 'What differs between the variants' })).toContainText('13.2')
  await page.getByRole('button', { name: 'show them side by side' }).click()
  await expect(page.getByText('Thin', { exact: true }).first()).toBeVisible()
  await page.getByRole('radio', { name: 'Take as drawn in hand' }).click()
  await page.getByRole('button', { name: 'Gather', exact: true }).click()
  await shipped(page, 'Vent bracket', 'demo/vent-bracket.json')
})
