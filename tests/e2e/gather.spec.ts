import { expect, type Page, test } from '@playwright/test'
import { binaryStl, idf } from '../support/files'
import { drilledPlate } from '../support/soups'
import { dropFile, newProject, noErrors, openDemo, row } from './helpers'

noErrors()

/** A gate hinge drawn in inches: 5 x 2.4 x 0.7, with three holes; in a file it could as well be a small thing in mm. */
const HINGE = Buffer.from(
  binaryStl(
    drilledPlate([5, 2.4, 0.7], [
      { at: [0.6, 0.6], radius: 0.16, segments: 24 },
      { at: [4.4, 0.6], radius: 0.16, segments: 24 },
      { at: [2.5, 1.2], radius: 0.5, segments: 8, depth: 0.4 },
    ]), // prettier-ignore
  ),
)

async function pickMiddle(page: Page, from: string): Promise<void> {
  await page.getByRole('button', { name: from, exact: true }).click()
  await page.waitForTimeout(300)
  const box = (await page.getByLabel('The parts as built.').boundingBox())!
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2)
}

test('an STL in the wrong unit is put right by a reading, and can be left as it was', async ({ page }) => {
  await newProject(page)
  await dropFile(page, 'frame hinge.stl', HINGE)
  await expect(page.getByText('frame hinge.stl does not say its unit.')).toBeVisible({ timeout: 30_000 })
  const size = page.getByRole('combobox', { name: 'Size of frame hinge' })
  await expect(size).toHaveText('5 × 2.4 × 0.7 mm, if it is in mm')
  await pickMiddle(page, 'left')
  await page.getByRole('button', { name: 'measure to …' }).click()
  await pickMiddle(page, 'right')
  await expect(page.getByText('5 mm between planes')).toBeVisible()
  const reading = page.getByRole('textbox', { name: 'What it measures on the real thing' })
  await reading.fill('-3')
  await expect(page.getByText('What it measures is more than 0.')).toBeVisible()
  await reading.fill('364 mm')
  await expect(page.getByText('was it measured between the same two places?')).toBeVisible()
  await reading.press('Enter')
  await expect(size).toHaveText('5 × 2.4 × 0.7 mm, if it is in mm')
  await reading.fill('126.8 mm')
  await expect(page.getByText('it is in inches and was read as millimetres')).toBeVisible()
  await page.getByRole('button', { name: 'size it by 25.4' }).click()
  await expect(size).toHaveText('127 × 60.96 × 17.78 mm, if it is in in')
  await expect(page.getByText('✓ Its scale is checked.')).toBeVisible()
  await page.getByRole('button', { name: 'frame hinge', exact: true }).click()
  await expect(page.getByText('2 times: Hole Ø 8.13 through.')).toBeVisible()
  await expect(
    page.getByText(/Hole Ø 25\.4, 10\.16 deep \(through its 8 corners; 23\.47 across its flats\)/),
  ).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(size).toHaveText('5 × 2.4 × 0.7 mm, if it is in mm')
  await expect(page.getByText('Its scale is not checked')).toBeVisible()
  await page.getByRole('button', { name: 'wave it through' }).click()
  await expect(page.getByText('✓ Its scale is checked.')).toBeVisible()
})

test('a unit is chosen between the sizes it would give', async ({ page }) => {
  await newProject(page)
  await dropFile(page, 'frame hinge.stl', HINGE)
  await page.getByRole('combobox', { name: 'Size of frame hinge' }).click()
  await page.getByRole('option', { name: '50 × 24 × 7 mm, if it is in cm' }).click()
  await expect(page.getByRole('combobox', { name: 'Size of frame hinge' })).toHaveText(/50 × 24/)
  await expect(page.getByLabel('Items of frame hinge').getByText('50 × 24 × 7')).toBeVisible()
})

test('a board in IDF is found and wrapped like one in STEP; a file that is none gets a plain answer', async ({
  page,
}) => {
  await newProject(page)
  await dropFile(page, 'rain gauge.emn', Buffer.from(idf()))
  await expect(page.getByText('2 mounting holes of Ø 3.2')).toBeVisible({ timeout: 30_000 })
  await expect(page.getByText('From rain gauge.emn, in mm (declared in the file).')).toBeVisible()
  await page.getByRole('button', { name: 'Wrap it in a case, on posts' }).click()
  await expect(page.getByLabel('Ledger').getByRole('row').filter({ hasText: 'Board in case, left' })).toContainText(
    '✓ 0.55',
  )
  await page.getByRole('button', { name: 'Gather', exact: true }).click()
  await dropFile(page, 'hinge.stl', Buffer.from('solid hinge\nfacet\nvertex 1 2\n'))
  await expect(page.getByRole('alert').filter({ hasText: 'breaks off' })).toBeVisible()
  await dropFile(page, 'hinge.obj', HINGE)
  await expect(page.getByRole('alert').filter({ hasText: 'this is an STL file' })).toBeVisible()
})

test('the next revision is looked at, left, taken: the list is right, the case follows, undo brings the old one back', async ({
  page,
}) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Gather', exact: true }).click()
  const choose = () => page.getByLabel('Next revision of RL-2').setInputFiles('demo/boards/rl-2-rev-b.step')
  const list = page.getByRole('region', { name: 'rl-2-rev-b.step in place of RL-2' })
  await choose()
  await expect(list.getByRole('listitem')).toHaveText([
    '→USB socket moved by 1.2 (x +1.2)',
    '↔Knob was 17.5 × 11 × 9, is 17.5 × 11 × 12, moved by 1.5 (z +1.5)',
    '−Clock crystal is gone',
    '→hole 3 of the board moved by 1 (x −1)',
  ])
  await list.getByRole('button', { name: 'leave all as it was' }).click()
  await expect(list).toBeHidden()
  await expect(page.getByText('29 of 30 fitted')).toBeVisible()
  await choose()
  await list.getByRole('button', { name: 'Swap it in' }).click()
  await expect(page.getByText('28 of 29 fitted')).toBeVisible()
  await expect(page.getByLabel('Ledger').getByText('14 of 14 hold')).toBeVisible()
  await expect(page.getByText('Tallest is Knob at 13.6')).toBeVisible()
  await expect(page.getByText(/^Saved /)).toBeVisible()
  await page.waitForTimeout(700)
  await page.reload()
  await page.getByRole('button', { name: 'Gather', exact: true }).click()
  await expect(page.getByText('Tallest is Knob at 13.6')).toBeVisible({ timeout: 30_000 })
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('29 of 30 fitted')).toBeVisible()
  await expect(page.getByText('Tallest is Knob at 10.6')).toBeVisible()
})

test('a reading is taken with the simulated calipers, and one goes straight into a value of the sheet', async ({
  page,
}) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Gather', exact: true }).click()
  await page.getByRole('button', { name: 'Take the calipers' }).click()
  const calipers = page.getByRole('region', { name: 'Calipers' })
  await page.getByRole('button', { name: 'Add a reading …' }).click()
  const name = page.getByRole('textbox', { name: 'Name of the reading reading1' })
  await name.fill('boardDepth')
  await name.press('Enter')
  await calipers.getByRole('combobox').click()
  await page.getByRole('option', { name: 'RL-2 board: depth' }).click()
  await expect(calipers.getByRole('combobox')).toBeFocused()
  const repeat = page.getByRole('textbox', { name: 'Next repeat of boardDepth' })
  const readings = page.getByRole('region', { name: 'Readings' })
  await repeat.focus()
  await page.keyboard.press('F9')
  await expect(readings.getByText(/^4[34]\.\d\d$/)).toHaveCount(1)
  await calipers.getByRole('button', { name: 'again' }).click()
  await repeat.focus()
  await calipers.getByRole('button', { name: 'send (F9)' }).click()
  await expect(readings.getByText(/^spread 0/)).toBeVisible()
  await repeat.fill('44.9')
  await repeat.press('Enter')
  await expect(readings.getByText(/The repeats differ by/)).toBeVisible()
  await readings.getByRole('button', { name: '44.9' }).click()
  await expect(readings.getByText(/The repeats differ by/)).toBeHidden()

  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await page.locator('[data-field="wrap.clear"]').click()
  await page.getByRole('textbox', { name: 'Clearance round the board' }).fill('boardDepth - 43 mm')
  await page.keyboard.press('Enter')
  await expect(row(page, 'Board in case, left')).toContainText(/(0\.9\d|1\.0\d)/)
  await calipers.getByRole('combobox').click()
  await page.getByRole('option', { name: 'RL-2 board: thickness' }).click()
  await expect(calipers.getByRole('combobox')).toBeFocused()
  await page.locator('[data-field="wrap.floor"]').click()
  await page.keyboard.press('F9')
  await expect(page.locator('[data-field="wrap.floor"]')).toHaveText(/^1\.5\d$/)
  await calipers.getByRole('button', { name: 'put away' }).click()
  await expect(calipers).toBeHidden()
})

test('a reference is put in its place by what is picked on it, and each move can be changed', async ({ page }) => {
  await newProject(page)
  await dropFile(page, 'frame hinge.stl', HINGE)
  const size = page.getByLabel('Items of frame hinge').getByText('5 × 2.4 × 0.7')
  await expect(size).toBeVisible({ timeout: 30_000 })
  await pickMiddle(page, 'left')
  await page.getByRole('button', { name: 'put this face on the ground' }).click()
  const list = page.getByLabel('How frame hinge is put')
  await expect(list.getByText('A face of frame hinge goes down to the ground')).toBeVisible()
  await expect(page.getByLabel('Items of frame hinge').getByText('0.7 × 2.4 × 5')).toBeVisible()
  await page.getByRole('button', { name: 'Put it elsewhere …' }).click()
  await page.getByRole('menuitem', { name: 'Turn it by an angle' }).click()
  await page.getByRole('textbox', { name: 'Angle in degrees' }).fill('45 * 2')
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Items of frame hinge').getByText('2.4 × 0.7 × 5')).toBeVisible()
  await list.getByRole('button', { name: 'Take this out' }).first().click()
  await expect(page.getByLabel('Items of frame hinge').getByText('2.4 × 5 × 0.7')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByLabel('Items of frame hinge').getByText('2.4 × 0.7 × 5')).toBeVisible()
})

test('an item moves, is reached, carries what the file lacks; a space to keep free stands alone', async ({ page }) => {
  await newProject(page)
  await dropFile(page, 'frame hinge.stl', HINGE)
  const items = page.getByLabel('Items of frame hinge')
  await expect(items).toBeVisible({ timeout: 30_000 })
  await pickMiddle(page, 'left')
  await page.getByRole('button', { name: 'it slides this way' }).click()
  await expect(items.getByText('It slides by')).toBeVisible()
  await items.getByRole('button', { name: 'How far it slides, 5' }).click()
  await page.getByRole('textbox', { name: 'How far it slides' }).fill('2 * 3')
  await page.keyboard.press('Enter')
  await expect(items.getByRole('button', { name: 'How far it slides, 6' })).toBeVisible()
  await page.getByRole('button', { name: 'it is reached from here' }).click()
  await expect(items.getByRole('button', { name: 'Reach to frame hinge' })).toBeVisible()
  await expect(items.getByText('30 × 12 × 12')).toBeVisible()
  await page.getByRole('button', { name: 'stand a block on it' }).click()
  await expect(items.getByRole('button', { name: 'Measured box', exact: true })).toBeVisible()
  // It stands on the left face: 5 high away from it, along x.
  await expect(items.getByText('5 × 10 × 10')).toBeVisible()
  await page.getByRole('button', { name: 'Add something measured …' }).click()
  await page.getByRole('menuitem', { name: 'A round space to keep free' }).click()
  const added = page.getByRole('region', { name: 'Added by hand' })
  await expect(added.getByText('8 × 8 × 10')).toBeVisible()
  await added.getByRole('button', { name: 'Its diameter, 8' }).click()
  await page.getByRole('textbox', { name: 'Its diameter' }).fill('1/2 in')
  await page.keyboard.press('Enter')
  await expect(added.getByText('12.7 × 12.7 × 10')).toBeVisible()
  await added.getByRole('button', { name: 'Take Space to keep free out' }).click()
  await expect(added.getByText('12.7 × 12.7 × 10')).toBeHidden()
})

test('lengths between picks are kept and follow; an item says what it weighs', async ({ page }) => {
  await newProject(page)
  await dropFile(page, 'frame hinge.stl', HINGE)
  const size = page.getByRole('combobox', { name: 'Size of frame hinge' })
  await expect(size).toBeVisible({ timeout: 30_000 })
  await pickMiddle(page, 'left')
  // Up to the blind hole in the middle.
  await expect(page.getByText(/2(\.0\d)? thick there/)).toBeVisible()
  await page.getByRole('button', { name: 'measure to …' }).click()
  await pickMiddle(page, 'right')
  await page.getByRole('button', { name: 'keep the length' }).click()
  const kept = page.getByLabel('Measured')
  await expect(kept.getByText('5 mm')).toBeVisible()
  await size.click()
  await page.getByRole('option', { name: /if it is in in/ }).click()
  await expect(kept.getByText('127 mm')).toBeVisible()
  await page.getByLabel('Items of frame hinge').getByRole('button', { name: 'frame hinge', exact: true }).click()
  await page.getByRole('combobox', { name: 'Its material' }).click()
  await page.getByRole('option', { name: 'steel' }).click()
  await expect(page.getByText(/it weighs 1,030 g/)).toBeVisible()
  await page.getByRole('button', { name: 'the flats were meant' }).click()
  await expect(
    page.getByText(/Hole Ø 23\.47, 10\.16 deep \(across its 8 flats; 25\.4 through its corners\)/),
  ).toBeVisible()
})

test('the scene is picked in from the keyboard', async ({ page }) => {
  await newProject(page)
  await dropFile(page, 'frame hinge.stl', HINGE)
  await expect(page.getByRole('combobox', { name: 'Size of frame hinge' })).toBeVisible({ timeout: 30_000 })
  await page.getByLabel('The parts as built.').focus()
  await page.keyboard.press('l')
  await page.waitForTimeout(300)
  await page.keyboard.press('Enter')
  await expect(page.getByText('Flat face, 2.4 × 0.7, faces left')).toBeVisible()
  for (let i = 0; i < 40; i++) await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Flat face, 2.4 × 0.7, faces left')).toBeHidden()
})
