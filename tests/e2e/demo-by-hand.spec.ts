import { readFileSync } from 'node:fs'
import { expect, type Page, test } from '@playwright/test'
import { choose, draw, from, sized, stepLines as steps, typed, takeOver } from './drawn'
import { dropFile, newProject, noErrors } from './helpers'
import { figure, shipped, type } from './make-demo'

noErrors()

/** Drops a mesh that was found, in millimetres, and takes it over as a part. */
async function takenOver(
  page: Page,
  file: string,
  name: string,
  readings: Readonly<Record<string, readonly string[]>>,
) {
  await newProject(page)
  await dropFile(page, file.split('/').at(-1)!, readFileSync(file))
  await page.getByRole('button', { name: 'wave it through' }).click({ timeout: 60_000 })
  for (const [reading, repeats] of Object.entries(readings)) {
    await page.getByRole('button', { name: 'Add a reading …' }).click()
    await type(page, 'Name of the reading reading1', reading)
    for (const size of repeats) await type(page, `Next repeat of ${reading}`, size)
  }
  await takeOver(page)
  await type(page, `Name of ${file.split('/').at(-1)!.replace('.stl', '')}`, name)
}
/** No step has a problem, once all of them are built. */
async function noProblem(page: Page) {
  await expect(page.getByLabel('The parts as built.')).toHaveAttribute('aria-busy', 'false', { timeout: 60_000 })
  await expect(page.getByLabel('Build sheet').getByRole('alert')).toHaveCount(0)
}

test('the frame hinge: bores to the pin, a thicker leaf, one countersink gone, and a looser variant', async ({
  page,
}) => {
  test.setTimeout(360_000)
  await takenOver(page, 'demo/hinge/frame-hinge.stl', 'Hinge leaf', { pin: ['4.04', '4.05', '4.04'] })
  await page.getByRole('button', { name: 'Add a number …' }).click()
  await type(page, 'Name of the number size1', 'play')
  await type(page, 'Formula of play', 'fit.sliding')
  await from(page, 'corner', 'Round inside, Ø 3.7', [0.77, 0.65])
  await page.getByRole('button', { name: 'give this hole a size' }).click()
  await choose(page, steps(page).last(), 'Which else', 'and all like them')
  await sized(page, { 'The size': 'pin', 'The gap to what is round or in it, per side': 'play' })
  await expect(steps(page).last()).toContainText('3 are like it.')
  await expect(steps(page).last()).toContainText('Each was 3.7 mm.')
  await from(page, 'top', 'Flat face, 63.5', [0.5, 0.35])
  await page.getByRole('button', { name: 'give this wall a thickness' }).click()
  await expect(steps(page).last()).toContainText('It was 3.2 mm thick.')
  await sized(page, { 'The thickness': '3.2 + 0.8' })
  await expect(page.getByRole('status', { name: 'What the step does' })).toContainText('adds')
  await from(page, 'top', 'Slanted round face', [0.5, 0.5])
  await page.getByRole('button', { name: 'make this edge sharp again' }).click()
  await noProblem(page)
  await page.getByRole('button', { name: 'Parts', exact: true }).click()
  await page.getByRole('button', { name: 'make a variant' }).click()
  await type(page, 'Name of the variant Variant 1', 'Loose')
  await page.getByRole('button', { name: 'A number that differs in Loose' }).click()
  await page.getByRole('menuitem', { name: 'play' }).click()
  await figure(page, 'play in Loose', 'fit.loose')
  await page.getByRole('radio', { name: 'Take as drawn in hand' }).click()
  await page.getByRole('button', { name: 'Gather', exact: true }).click()
  await shipped(page, 'Frame hinge', 'demo/frame-hinge.json')
})

test('the tap adapter: mark and ribs removed, a thicker flange, the bore to a reading', async ({ page }) => {
  test.setTimeout(360_000)
  await takenOver(page, 'demo/found/tap-adapter.stl', 'Adapter', { tap: ['26.44', '26.42'] })
  await from(page, 'top', 'Flat face, 3 × 5', [0.4856, 0.704])
  await page.getByRole('button', { name: 'remove it' }).click()
  await expect(page.getByRole('status', { name: 'What the step does' })).toContainText('takes 4.92')
  await page.getByRole('button', { name: 'Add a step …' }).click()
  await page.getByRole('combobox', { name: 'What the step is for' }).fill('remove a hole')
  await page.keyboard.press('Enter')
  await sized(page, { 'The size': '13' })
  await expect(steps(page).last()).toContainText('6 go.')
  await from(page, 'top', 'Flat face, 50 × 50', [0.5, 0.85])
  await page.getByRole('button', { name: 'give this wall a thickness' }).click()
  await sized(page, { 'The thickness': '3.4' })
  await from(page, 'corner', 'Round inside, Ø 25.9', [0.5, 0.4])
  await page.getByRole('button', { name: 'give this hole a size' }).click()
  await sized(page, { 'The size': 'tap', 'The gap to what is round or in it, per side': 'fit.snug' })
  await noProblem(page)
  await page.getByRole('button', { name: 'Gather', exact: true }).click()
  await shipped(page, 'Tap adapter', 'demo/tap-adapter.json')
})

test('the stake socket: a wall leant, two holes made a slot, a rib moved, another removed', async ({ page }) => {
  test.setTimeout(360_000)
  await takenOver(page, 'demo/found/stake-socket.stl', 'Socket', {})
  await from(page, 'back', 'Flat face, 4 × 44', [0.396, 0.5])
  await page.getByRole('button', { name: 'remove it' }).click()
  await from(page, 'back', 'Flat face, 4 × 44', [0.633, 0.5])
  await page.getByRole('button', { name: 'move it', exact: true }).click()
  await sized(page, { 'To the right': '7' })
  await from(page, 'left', 'Flat face, 46 × 72', [0.5, 0.27])
  await page.getByRole('button', { name: 'lean this face about that edge' }).click()
  await sized(page, { 'How far they lean, out of the material': '-4' })
  await from(page, 'corner', 'Flat face, 36 × 65', [0.25, 0.3])
  await page.getByRole('button', { name: 'lean this face about that edge' }).click()
  await sized(page, { 'How far they lean, out of the material': '4' })
  await from(page, 'front', 'faces front', [0.35, 0.6])
  await page.getByRole('button', { name: 'draw on this' }).click()
  await expect(page.getByText('Nothing is drawn yet.')).toBeVisible()
  await draw(page, 's', [0, 0], [0, 16])
  await typed(page, { 'The width': '6.2' })
  await page.getByRole('button', { name: 'Extrude the drawing' }).click()
  await choose(page, steps(page).last(), 'What becomes of it', 'taken from')
  await choose(page, steps(page).last(), 'How far', 'through the first wall only')
  await noProblem(page)
  await page.getByRole('button', { name: 'Gather', exact: true }).click()
  await shipped(page, 'Stake socket', 'demo/stake-socket.json')
})
