import { expect, test } from '@playwright/test'
import { addStep, choose, from, holedBlock, pickFace, sized, stepLines as steps } from './drawn'
import { newProject, noErrors, openCopy } from './helpers'
import { figure } from './make-demo'

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
  await expect(sheet.getByRole('img', { name: 'Base as it lies' })).toBeVisible()
})

test('a printer learns from its test of gaps, and every fit of the project follows', async ({ page }) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Print', exact: true }).click()
  const learns = page.getByRole('region', { name: 'What the printer learns' })
  await learns.getByRole('button', { name: 'print a test of gaps' }).click()
  await page.getByRole('button', { name: 'Print', exact: true }).click()
  await expect(learns).toContainText('Print it, try the pin in every hole', { timeout: 20_000 })
  await expect(page.getByRole('region', { name: 'Export' })).toContainText('Pin of the test')
  await learns.getByRole('button', { name: 'say what was seen' }).click()
  await page.getByRole('textbox', { name: 'Room from which on it goes in by force' }).fill('0.16')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: /^Room from which on it slides in by itself, / }).click()
  await page.getByRole('textbox', { name: 'Room from which on it slides in by itself' }).fill('0.32')
  await page.keyboard.press('Enter')
  await expect(steps(page).last()).toContainText('0.09 mm tighter per side than they are drawn, within 0.02 mm')
  await page.getByRole('button', { name: 'Print', exact: true }).click()
  await expect(learns).toContainText('press 0.15, snug 0.2, sliding 0.3, loose 0.45')
  await learns.getByRole('button', { name: 'give the printer these gaps' }).click()
  await expect(learns).toContainText('✓ The printer has these gaps.')
  await expect(page.getByRole('textbox', { name: 'sliding gap per side' })).toHaveValue('0.3')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('textbox', { name: 'sliding gap per side' })).toHaveValue('0.2')
})

test('a printer is kept for other projects, differs here, is changed for all, and a project on it follows', async ({
  page,
}) => {
  await newProject(page)
  const first = page.url()
  const kept = page.getByRole('group', { name: 'Kept printers' })
  const print = page.getByRole('button', { name: 'Print', exact: true })
  await print.click()
  await page.getByRole('textbox', { name: 'Printer name' }).fill('Greenhouse printer')
  await page.getByRole('textbox', { name: 'Printer name' }).press('Enter')
  await kept.getByRole('button', { name: 'keep this printer for other projects' }).click()
  await expect(kept).toContainText('✓ As it is kept')
  await expect(page.getByText(/^Saved /)).toBeVisible()
  // A new project begins with it, and finds another gap.
  await newProject(page)
  await print.click()
  await expect(kept.getByRole('combobox', { name: 'Which printer' })).toHaveText('Greenhouse printer, PLA')
  await page.getByRole('textbox', { name: 'snug gap per side' }).fill('0.16')
  await page.getByRole('textbox', { name: 'snug gap per side' }).press('Enter')
  await expect(kept).toContainText('▲ Here it differs: snug 0.1 → 0.16.')
  await kept.getByRole('button', { name: /^change it for / }).click()
  await expect(kept).toContainText('✓ As it is kept')
  await expect(page.getByText(/^Saved /)).toBeVisible()
  await page.goto(first)
  await expect(page.getByText('Greenhouse printer, PLA has changed since, and this project follows')).toBeVisible()
  await expect(page.getByText('snug 0.1 → 0.16.')).toBeVisible()
  await print.click()
  await expect(page.getByRole('textbox', { name: 'snug gap per side' })).toHaveValue('0.16')
  await kept.getByRole('button', { name: 'keep it no longer' }).click()
  await expect(kept).toContainText('keep this printer for other projects')
})

test('a print is paused at a picked height, for something to be laid in; it goes with the sheet and the proofs', async ({
  page,
}) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await addStep(page, 'plain solid')
  await expect(page.getByLabel('The parts as built.')).toHaveAttribute('aria-busy', 'false')
  await addStep(page, 'pause the print')
  await expect(steps(page).last()).toContainText(/^.*Pause the print of/)
  await sized(page, { 'How high above the bed': '3 + 2 * layer' })
  await expect(steps(page).last()).toContainText('Pause at 3.40 mm, after 17 layers')
  await page.getByRole('button', { name: 'Print', exact: true }).click()
  await expect(page.getByRole('region', { name: 'Export' })).toContainText('While it prints: pause at 3.40 mm, after 17 layers', { timeout: 20_000 }) // prettier-ignore
  await page.getByRole('textbox', { name: 'Height of the lowest layer' }).fill('0.3')
  await page.getByRole('textbox', { name: 'Height of the lowest layer' }).press('Enter')
  await expect(page.getByRole('region', { name: 'Export' })).toContainText('pause at 3.50 mm, after 17 layers')
  // What it takes follows how it is sliced.
  const takes = page.getByRole('region', { name: 'What it takes' })
  await expect(takes).toContainText(/All of it: \d+ min, 2\.\d g/, { timeout: 20_000 })
  await takes.getByRole('button', { name: /^Fill of / }).click()
  await takes.getByRole('textbox', { name: /^Fill of / }).fill('100')
  await page.keyboard.press('Enter')
  // 20 x 20 x 10 of PLA.
  await expect(takes).toContainText(/All of it: \d+ min, 5\.0 g/)
  await page.getByRole('button', { name: 'Prove', exact: true }).click()
  await expect(page.getByText('Halts: pause at 3.50 mm, after 17 layers')).toBeVisible({ timeout: 20_000 })
})

test('a project is printed on the simulated printer, its fits are read, and printed again after that it comes out as asked', async ({
  page,
}) => {
  test.setTimeout(480_000)
  await openCopy(page, 'Rain logger')
  await page.getByRole('button', { name: 'Print', exact: true }).click()
  const learns = page.getByRole('region', { name: 'What the printer learns' })
  const simulated = page.getByRole('group', { name: 'Simulated printer' })
  await simulated.getByRole('button', { name: /^Which simulated printer/ }).click()
  await simulated.getByRole('textbox', { name: 'Which simulated printer' }).fill('7')
  await page.keyboard.press('Enter')
  await simulated.getByRole('button', { name: 'print the parts on it' }).click()
  await expect(simulated).toContainText('Lid: drawn', { timeout: 60_000 })
  const ledger = page.getByRole('complementary', { name: 'Ledger' })
  await simulated.getByRole('button', { name: /^read .* of the ledger on them$/ }).click()
  await expect(ledger).toContainText(/Printed it came out .* (tighter|wider) than it was built/)
  await expect(learns).toContainText(/of the ledger (was|were) read on the print: in the middle 0\.\d+ mm/)
  await learns.getByRole('button', { name: 'give the printer these gaps' }).last().click()
  await expect(learns).toContainText('✓ The printer has these gaps.')
  // What is typed counts as well, and can be taken back.
  await page.getByRole('button', { name: 'say how wide Plug of USB socket past the base came out' }).click()
  await page.getByRole('textbox', { name: 'How wide Plug of USB socket past the base came out' }).fill('0.3')
  await page.keyboard.press('Enter')
  await expect(ledger).toContainText('Printed it came out 0.3')
  await page.getByRole('button', { name: 'Forget what was read of Plug of USB socket past the base' }).click()
  await expect(
    page.getByRole('button', { name: 'say how wide Plug of USB socket past the base came out' }),
  ).toBeVisible()
})

test('a face that is picked is kept free of supports: what would scar it is told, and ways to lie count it', async ({
  page,
}) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await addStep(page, 'plain solid')
  await from(page, 'front', 'Flat face, 20 × 10', [0.5, 0.5])
  await page.getByRole('button', { name: /more …$/ }).click()
  await page.getByRole('button', { name: 'keep this face free of supports' }).click()
  const said = page.getByRole('region', { name: /^What is said of/ })
  await expect(said).toContainText('It prints without supports.', { timeout: 20_000 })
  const lies = page.getByRole('region', { name: /^How .* lies$/ })
  await expect(lies).toContainText('One face should stay free of supports.')
  await lies.getByRole('button', { name: 'it does not matter any more' }).click()
  await expect(said).toContainText('None is asked for.')
})

test('holes and posts of a test are read; the printer knows how its sizes come out, and holes are drawn larger by it', async ({
  page,
}) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Print', exact: true }).click()
  await page.getByRole('button', { name: 'print a test of holes and outsides' }).click()
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  for (const [label, read] of [
    ['What the hole of 6 reads', '5.82'],
    ['What the hole of 8 reads', '7.8'],
    ['What the post of 10 reads', '10.1'],
  ] as const)
    await figure(page, label, read)
  await expect(steps(page).last()).toContainText('Holes come out 0.19 mm smaller across than drawn, within 0.01.')
  await page.getByRole('button', { name: 'Print', exact: true }).click()
  const learns = page.getByLabel('What the printer learns')
  await learns.getByRole('button', { name: 'let the printer know it' }).click()
  await expect(learns).toContainText('✓ The printer knows it.')
  await expect(page.getByLabel('How much smaller holes come out')).toHaveValue('0.19')
  // Bevelled at its foot it has more triangles, and closes.
  const exported = page.getByLabel('Export')
  await expect(exported).toContainText('triangles')
  const before = await exported.getByText(/[\d,]+ triangles/).textContent()
  await page.getByLabel('Bevel at the foot').fill('0.2')
  await page.getByLabel('Bevel at the foot').press('Enter')
  await expect(exported.getByText(/[\d,]+ triangles/)).not.toHaveText(before!)
  await expect(exported).toContainText('✓ closed')
  // An OBJ comes with its materials beside it.
  const names: string[] = []
  page.on('download', (d) => names.push(d.suggestedFilename()))
  await exported.getByRole('button', { name: 'Save one OBJ' }).click()
  await expect.poll(() => [...names].sort()).toEqual(['new-project.mtl', 'new-project.obj'])
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await page.getByRole('button', { name: 'save picture' }).click()
  await expect.poll(() => names.at(-1)).toBe('new-project.png')
})

test('a part is told to print without supports; what stands in the way is done away with where it was made', async ({
  page,
}) => {
  await newProject(page)
  await holedBlock(page)
  await sized(page, { 'The diameter': '30' })
  await page.getByRole('button', { name: 'Prove', exact: true }).click()
  const said = page.getByLabel('What is said of Part')
  await said.getByRole('button', { name: 'it is to print without supports' }).click()
  await expect(said).toContainText('It is to print without supports, and')
  await said.getByRole('button', { name: 'step 2: give its holes a tip upwards' }).click()
  await expect(said).toContainText('It needs none.')
  await page.getByRole('button', { name: 'Undo' }).click()
  await said.getByRole('button', { name: 'let it have supports' }).click()
  await expect(said).toContainText('Nothing hangs in the air')
})
