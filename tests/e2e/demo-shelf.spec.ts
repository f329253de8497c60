import { readFileSync } from 'node:fs'
import { expect, test } from '@playwright/test'
import type { PhotoTruth } from '../../demo/make/photo'
import { choose, draw, from, startDrawing, typed } from './drawn'
import { dropFile, newProject, noErrors, row } from './helpers'
import { figure, shipped, type } from './make-demo'
import { clickPixel, straighten } from './on-photo'

noErrors()

const TRUTH = JSON.parse(readFileSync('demo/shelf/template.truth.json', 'utf8')) as PhotoTruth

test('the tool shelf: from a photo of its template, in three pieces with dovetails and a measured rod', async ({
  page,
}) => {
  test.setTimeout(360_000)
  await newProject(page)
  await dropFile(page, 'template.jpg', readFileSync('demo/shelf/template.jpg'))
  await straighten(page, TRUTH)
  // The template lies beside the sheet.
  await page.getByRole('button', { name: 'find the outline' }).click()
  await clickPixel(page, [1190, 320])
  await expect(page.getByText(/^Traced an outline/)).toBeVisible({ timeout: 60_000 })
  await page.getByRole('button', { name: 'Add a reading …' }).click()
  await type(page, 'Name of the reading reading1', 'rod')
  for (const size of ['5.94', '5.96', '5.95']) await type(page, 'Next repeat of rod', size)
  await page.getByRole('button', { name: 'back to the scene' }).click()

  await startDrawing(page)
  await page.getByRole('button', { name: 'take template' }).click()
  await expect(page.getByLabel('Build sheet').getByText(/^One region, /)).toBeVisible()
  const area = Number(/One region, ([\d.]+) mm²/.exec((await page.getByLabel('Build sheet').textContent())!)![1])
  expect(Math.abs(area / TRUTH.area - 1)).toBeLessThan(0.005)
  for (const x of [-150, -104, 96]) {
    await draw(page, 'c', [x, 120])
    await typed(page, { 'The diameter': '31' })
  }
  await page.getByRole('button', { name: 'Extrude the drawing' }).click()
  await figure(page, 'The length', '18')
  await type(page, 'Name of Part', 'Shelf')

  await page.getByRole('button', { name: 'Divide', exact: true }).click()
  const cuts = page.getByRole('list', { name: 'Cuts and joints' }).locator('[data-step]')
  for (const [nth, side] of (['left', 'right'] as const).entries()) {
    await from(page, side, `faces ${side}`)
    await page.getByRole('button', { name: 'divide parallel to this face, in the middle' }).click()
    await expect(cuts).toHaveCount(nth + 1)
    await cuts
      .last()
      .getByRole('button', { name: /^The plane, / })
      .click()
    await page
      .getByRole('dialog', { name: 'The plane' })
      .getByRole('button', { name: /^How far off it, / })
      .click()
    await page.getByRole('textbox', { name: 'How far off it' }).fill('-137')
    await page.keyboard.press('Enter')
    await page.keyboard.press('Escape')
    if (nth > 0) break
    await choose(page, cuts.last(), 'How the cut runs', 'in dovetails')
    await expect(row(page, 'Cut 1 through Shelf')).toContainText('✓', { timeout: 60_000 })
  }
  await page.getByRole('button', { name: 'join the pieces with pieces of a rod' }).click()
  for (const [label, text] of [
    ['Diameter', 'rod'],
    ['How far they reach into a piece', '24'],
  ] as const) {
    await cuts.last().getByRole('button', { name: new RegExp(`^${label}, `) }).click() // prettier-ignore
    await page.getByRole('textbox', { name: label, exact: true }).fill(text)
    await page.keyboard.press('Enter')
  }
  await expect(cuts.last()).toContainText('Rod Ø 5.95 mm: 2 pieces 48.2 mm long.')
  const pieces = page.getByRole('region', { name: 'Pieces' })
  await expect(pieces.getByText('✓ fits')).toHaveCount(3)
  await shipped(page, 'Tool shelf', 'demo/tool-shelf.json')
})
