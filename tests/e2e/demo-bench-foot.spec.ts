import { expect, test } from '@playwright/test'
import { addStep, choose, from, setPlane, sized, stepLines as steps } from './drawn'
import { newProject, noErrors, row } from './helpers'
import { figure, shipped, type } from './make-demo'

noErrors()

test('the bench foot: snug round a leg that was measured, with grip rings, a groove for the air, and rounded', async ({
  page,
}) => {
  test.setTimeout(360_000)
  await newProject(page)
  await page.getByRole('button', { name: 'Add something measured …' }).click()
  await page.getByRole('menuitem', { name: 'A measured cylinder' }).click()
  await type(page, 'Name of Measured cylinder', 'Leg')
  await figure(page, 'Its diameter', '31.8')
  await figure(page, 'Its height', '60')
  await figure(page, 'Place along z', '7')

  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await addStep(page, 'plain solid')
  await choose(page, steps(page).first(), 'The solid', 'Cylinder')
  await sized(page, { 'Its diameter': '42', 'Its height': '36' })
  await type(page, 'Name of Part', 'Foot')
  await expect(page.getByText('Foot cuts into Leg.')).toBeVisible()
  // One click would mend it, as a step that can be changed; here the room is to have a gap of its own, and a row.
  await page.getByLabel('Ledger', { exact: true }).getByRole('button', { name: 'cut its room out of Foot' }).click()
  await expect(steps(page)).toHaveCount(2)
  await expect(page.getByText('Foot cuts into Leg.')).toBeHidden()
  await page.keyboard.press('Control+z')
  await expect(steps(page)).toHaveCount(1)

  // Room for the leg as it ends below, and nothing under it.
  const shown = page.getByRole('button', { name: /^Shown: / })
  await shown.click()
  await shown.click()
  await from(page, 'bottom', 'Flat face, 31.8 × 31.8, faces bottom')
  await page.getByRole('button', { name: 'make room for it' }).click()
  const room = steps(page).last()
  await sized(page, { 'The gap, per side': 'fit.snug' })
  await choose(page, room, 'How far', 'to its end')
  await sized(page, { 'The room under its end': '0' })
  await shown.click()
  await expect(row(page, 'Leg in Foot')).toContainText('✓ 0.10')

  await from(page, 'bottom', 'Flat face, 42 × 4')
  await page.getByRole('button', { name: 'round all edges of this face' }).click()
  await sized(page, { 'The radius': '4' })
  await expect(steps(page).last()).toContainText('1 outer edge')
  await page.getByRole('button', { name: 'References are solid' }).click()
  await page.getByRole('button', { name: /^References are/ }).click()
  await from(page, 'top', 'Flat face, 42 × 4', [0.12, 0.5])
  await page.getByRole('button', { name: 'round all edges of this face' }).click()
  await sized(page, { 'The radius': '1.5' })
  await expect(steps(page).last()).toContainText('2 outer edges')

  // Rings that grip, put in from within, where it is cut open.
  await page.getByRole('button', { name: 'y', exact: true }).click()
  await expect(page.getByLabel('Where y is cut')).toBeVisible()
  await from(page, 'front', 'Round inside, Ø 32', [0.5, 0.5])
  await page.getByRole('button', { name: 'put a ring on it' }).click()
  await sized(page, { 'How far from there it begins': '6', 'How wide it is': '2', 'How far it stands out': '0.3' })
  await choose(page, steps(page).last(), 'Its sides', 'slanting out on both sides')
  await expect(page.getByLabel('What the step does')).toContainText(/adds/)
  await addStep(page, 'do a step again')
  const again = steps(page).last()
  await choose(page, again, 'The step', 'step 5')
  await choose(page, again, 'The direction', 'upwards')
  await sized(page, { 'How many there are then': '3', 'The distance': '-8' })
  await expect(again).toContainText('Do step 5 again, in a row of 3 every -8 upwards, on Foot.')
  await expect(again).toContainText('16.00 mm from the first to the last.')

  // A groove through the rings, so that the air under the leg gets out as it goes in.
  await addStep(page, 'plain solid')
  await sized(page, { 'Its width': '4', 'Its depth': '3', 'Its height': '40' })
  await setPlane(page, steps(page).last(), 'The plane it stands on', 'the ground', '7')
  await steps(page)
    .last()
    .getByRole('button', { name: /^Where it stands, / })
    .click()
  await page.getByRole('textbox', { name: 'Along' }).fill('16')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await choose(page, steps(page).last(), 'What becomes of it', 'taken from')
  await expect(page.getByLabel('What the step does')).toContainText(/takes \d+(\.\d+)? mm³ from Foot/)

  // The rings reach into the leg, which is what they are for: it may pass.
  await page.getByRole('button', { name: 'Print', exact: true }).click()
  const held = page.getByRole('list', { name: 'Held against it' })
  await held.getByRole('button', { name: 'Let it pass: Foot cuts into Leg.' }).click()
  await held.getByRole('textbox', { name: 'Why it may pass' }).fill('The rings are of TPU and grip the leg.')
  await page.keyboard.press('Enter')
  await expect(held).toContainText('You let it pass: The rings are of TPU and grip the leg.')
  await shipped(page, 'Bench foot', 'demo/bench-foot.json')
})
