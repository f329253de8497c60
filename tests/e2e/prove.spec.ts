import { expect, test } from '@playwright/test'
import { addStep, choose, pickFace, sized, stepLines as steps } from './drawn'
import { newProject, noErrors, openCopy } from './helpers'

noErrors()

test('a part is proved as it will be printed, its layers are gone through, and it is laid a better way', async ({
  page,
}) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Prove', exact: true }).click()
  await expect(page.getByText('There is no part yet; steps in Shape make them.')).toBeVisible()
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await addStep(page, 'plain solid')
  await sized(page, { 'Its width': '12', 'Its depth': '12', 'Its height': '20' })
  await addStep(page, 'plain solid')
  await sized(page, { 'Its width': '60', 'Its depth': '40', 'Its height': '3' })
  await steps(page).last().getByRole('button', { name: 'more …' }).click()
  await sized(page, { 'How far off the plane it is': '20' })
  await choose(page, steps(page).last(), 'What becomes of it', 'added to')
  await expect(steps(page).last()).toContainText('added to Part')

  await page.getByRole('button', { name: 'Prove', exact: true }).click()
  const said = page.getByRole('region', { name: 'What is said of Part' })
  await expect(said.getByText('One place reaches out over nothing, the farthest by 27.')).toBeVisible({
    timeout: 20_000,
  })
  await said.getByRole('button', { name: 'Show leaning out in the scene' }).click()
  await expect(page.getByRole('list', { name: 'What the picture means' })).toContainText('a flat roof')
  const layers = page.getByRole('region', { name: 'Layers of Part' })
  await layers.getByRole('button', { name: 'next layer with something in the air (1)' }).click()
  await expect(layers).toContainText('Layer 101, up to 20.2 mm, 2400 mm²')
  await expect(page.getByRole('list', { name: 'What the picture means' })).toContainText('over nothing')
  await layers.getByRole('slider', { name: 'Layer that is shown' }).press('ArrowLeft')
  await expect(layers).toContainText('Layer 100, up to 20 mm, 144 mm²')
  await layers.getByRole('button', { name: 'show the whole part' }).click()

  const lies = page.getByRole('region', { name: 'How Part lies' })
  await expect(lies).toContainText('It lies on its bottom, as its step has it lie.')
  await lies.getByRole('button', { name: 'look for ways to lay it' }).click()
  const best = lies.getByRole('list', { name: 'Ways to lay it, the best first' }).getByRole('listitem').first()
  await expect(best).toContainText('on its top: 23 mm high, 2400 mm² on the bed, no support')
  await best.getByRole('button', { name: 'print it so' }).click()
  await expect(lies).toContainText('It lies on its top, as you said.')
  await expect(page.getByText('✓ prints as it is')).toBeVisible({ timeout: 20_000 })
  await expect(page.getByText(/^Saved /)).toBeVisible()
  await page.reload()
  await expect(lies).toContainText('It lies on its top, as you said.')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(lies).toContainText('It lies on its bottom, as its step has it lie.')
  await page.getByRole('button', { name: 'Redo' }).click()
  await expect(lies).toContainText('It lies on its top, as you said.')
  await lies.getByRole('button', { name: 'as its step has it' }).click()
  await expect(lies).toContainText('It lies on its bottom, as its step has it lie.')
})

test('places that are told are pointed out; a face that is picked can be what a part is printed on', async ({
  page,
}) => {
  await openCopy(page, 'Rain logger')
  await page.getByRole('button', { name: 'Prove', exact: true }).click()
  await page.getByRole('button', { name: 'Base', exact: true }).click()
  const said = page.getByRole('region', { name: 'What is said of Base' })
  await expect(said.getByText('Nothing begins in the air.')).toBeVisible({ timeout: 60_000 })
  await said
    .getByRole('button', { name: /places$/ })
    .first()
    .click()
  await said
    .getByRole('button', { name: /lines.*between the inside of the wall and the lip/ })
    .first()
    .click()
  await expect(page.getByRole('img', { name: 'The place that is meant' })).toBeVisible()
  await said.getByRole('button', { name: 'Show walls in the scene' }).click()
  await expect(page.getByRole('list', { name: 'What the picture means' })).toContainText('0.42 mm to 0.84 mm')
  // The other places of the work have the parts where they belong.
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await expect(page.getByRole('list', { name: 'What the picture means' })).toBeHidden()
  await page.getByRole('button', { name: 'front', exact: true }).click()
  await pickFace(page, 'faces front · Base', [0.3, 0.58])
  await page.getByRole('button', { name: 'print it lying on this face' }).click()
  await page.getByRole('button', { name: 'Prove', exact: true }).click()
  await expect(page.getByRole('region', { name: 'How Base lies' })).toContainText('It lies on its front, as you said.')
})

test('what is held against an export is mended, or let pass with a why that is kept', async ({ page }) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await addStep(page, 'plain solid')
  await sized(page, { 'Its width': '12', 'Its depth': '12', 'Its height': '300' })
  await page.getByRole('button', { name: 'Print', exact: true }).click()
  const held = page.getByRole('list', { name: 'Held against it' })
  await expect(held).toContainText('Part is larger than the bed.', { timeout: 20_000 })
  await expect(held).toContainText('falls when it leans by')
  const save = page.getByRole('button', { name: 'Save one 3MF' })
  await expect(save).toBeDisabled()
  await held.getByRole('button', { name: /^Let it pass: .*larger/ }).click()
  await held.getByRole('textbox', { name: 'Why it may pass' }).fill('It goes to the printer in the other shed.')
  await page.keyboard.press('Enter')
  await expect(held).toContainText('You let it pass: It goes to the printer in the other shed.')
  await expect(save).toBeEnabled()
  await expect(page.getByText(/^Saved /)).toBeVisible()
  await page.reload()
  await expect(held).toContainText('You let it pass: It goes to the printer in the other shed.', { timeout: 20_000 })
  await held.getByRole('button', { name: 'hold it against it again' }).click()
  await expect(save).toBeDisabled()
})

test('the sheet of a project is opened to be printed, with its picture, parts and fits', async ({ page, context }) => {
  await openCopy(page, 'Rain logger')
  await expect(page.getByText('The checks have nothing to say.')).toBeVisible({ timeout: 60_000 })
  await page.waitForTimeout(3500)
  await page.getByRole('button', { name: 'Print', exact: true }).click()
  const opened = context.waitForEvent('page')
  await page.getByRole('button', { name: 'open it to print' }).click()
  const sheet = await opened
  await expect(sheet.getByRole('heading', { name: 'A test' })).toBeVisible()
  await expect(sheet.getByRole('cell', { name: '88.46 × 48.46 × 11 mm' })).toBeVisible()
  await expect(sheet.getByText('4 screws M3 x 12')).toBeVisible()
  await expect(sheet.getByRole('row', { name: /Lip in groove 0.10 0.10 holds/ })).toBeVisible()
  await expect(sheet.getByRole('img', { name: 'The parts as built' })).toBeVisible()
})
