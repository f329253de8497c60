import { expect, test } from '@playwright/test'
import { addStep, choose, draw, from, pickFace, sized, stepLines, typed } from './drawn'
import { newProject, noErrors } from './helpers'

noErrors()

test('an angle: all edges of its foot are rounded in one, a pocket is sunk into its wall, and stands out of it instead', async ({
  page,
}) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await addStep(page, 'plain solid')
  await sized(page, { 'Its width': '60', 'Its depth': '30', 'Its height': '5' })
  await pickFace(page, 'faces top')
  await page.getByRole('button', { name: 'put a plain solid on it' }).click()
  await sized(page, { 'Its width': '60', 'Its depth': '5', 'Its height': '40' })
  // What was picked is told as large as it is left beside the wall.
  await expect(page.getByText('Flat face, 60 × 12.5, faces top')).toBeVisible()
  await stepLines(page).last().getByRole('button', { name: /^Where it stands, / }).click() // prettier-ignore
  const place = page.getByRole('dialog', { name: 'Where it stands' })
  await place.getByRole('textbox', { name: 'Up' }).fill('12.5')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await page.keyboard.press('Escape')

  await page.getByRole('button', { name: 'corner', exact: true }).click()
  await page.getByRole('button', { name: 'all', exact: true }).click()
  await pickFace(page, 'Flat face, 60 × 25, faces top', [0.45, 0.62])
  await page.getByRole('button', { name: 'round all edges of this face' }).click()
  await expect(stepLines(page).last()).toContainText(/3 outer and 1 inner edges, 24\d\.\d mm together/)
  const does = page.getByRole('status', { name: 'What the step does' })
  await expect(does).toHaveText(/adds [\d.]+ mm³ to Part\s*takes [\d.]+ mm³ from Part/)

  await from(page, 'front', 'faces front', [0.5, 0.3])
  await page.getByRole('button', { name: 'draw on this' }).click()
  await expect(page.getByText('Nothing is drawn yet.')).toBeVisible()
  await draw(page, 'c', [0, 0])
  await typed(page, { 'The diameter': '10' })
  await page.getByRole('button', { name: 'Sink the drawing into Part' }).click()
  await sized(page, { 'The length': '2' })
  await expect(stepLines(page).last()).toContainText('by 2 inwards, taken from Part')
  await expect(does).toContainText(/takes 15[67](\.\d)? mm³ from Part/)
  // Said to be added it comes out of the face, without being told which way.
  await choose(page, stepLines(page).last(), 'What becomes of it', 'added to')
  await expect(stepLines(page).last()).toContainText('by 2 outwards, added to Part')
  await expect(does).toContainText(/adds 15[67](\.\d)? mm³ to Part/)
})
