import { expect, type Page, test } from '@playwright/test'
import { emptyProject } from '../../src/core/document/schema'
import { at, shape, sheetOf, type StepOf } from '../support/drawn'
import { addStep, choose, from, pickFace, setPlane, sized, stepLines } from './drawn'
import { atRest, newProject, noErrors, openCopy, row } from './helpers'

noErrors()

const cuts = (page: Page) => page.getByRole('list', { name: 'Cuts and joints' }).locator('[data-step]')
const pieces = (page: Page) => page.getByRole('region', { name: 'Pieces' })

/** A copy of the trough bracket, in Divide. */
async function openBracket(page: Page): Promise<void> {
  await openCopy(page, 'Trough bracket')
  await page.getByRole('button', { name: 'Divide', exact: true }).click()
  await expect(row(page, 'Pin 2 at cut 1 of Bracket')).toContainText('✓', { timeout: 60_000 })
}

async function typed(page: Page, nth: number, label: string, text: string): Promise<void> {
  await cuts(page).nth(nth).getByRole('button', { name: new RegExp(`^${label}, `) }).click() // prettier-ignore
  await page.getByRole('textbox', { name: label, exact: true }).fill(text)
  await page.keyboard.press('Enter')
}

test('a joint that has no room is refused with what would fit; moved, and made another, its gap holds', async ({
  page,
}) => {
  await openBracket(page)
  await typed(page, 1, 'Diameter', '18')
  await expect(cuts(page).nth(1).getByRole('alert')).toContainText(/Up to 1\d\.\d mm across would fit/)
  await expect(pieces(page)).toContainText('Bracket 2')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(cuts(page).nth(1).getByRole('alert')).toHaveCount(0)
  // One pin, in a place of its own.
  await cuts(page).nth(1).getByRole('button', { name: 'more …' }).click()
  await cuts(page).nth(1).getByRole('button', { name: /^Places, / }).click() // prettier-ignore
  const places = page.getByRole('dialog', { name: 'Places' })
  await places.getByRole('button', { name: 'another place' }).click()
  // In the middle of the plate there is no nose.
  await expect(cuts(page).nth(1).getByRole('alert')).toContainText('Place 1 at cut 1 has no room')
  await places.locator('summary').click()
  await places.getByRole('textbox', { name: 'Up' }).fill('16')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await expect(cuts(page).nth(1).getByRole('alert')).toHaveCount(0)
  await expect(cuts(page).nth(1)).toContainText('at 1 place')
  await expect(row(page, 'Pin 1 at cut 1 of Bracket')).toContainText('✓', { timeout: 30_000 })
  await expect(row(page, 'Pin 2 at cut 1 of Bracket')).toHaveCount(0)
  // A rim besides, that hides the cut; it is changed by its sentence.
  await page.getByRole('button', { name: 'more joints …' }).click()
  await page.getByRole('button', { name: 'lap the pieces with a rim that hides the cut' }).click()
  await expect(row(page, 'End of the rim at cut 1 of Bracket')).toContainText('✓ 0.10', { timeout: 60_000 })
  await typed(page, 2, 'Gap round what it reaches over', '0.25')
  await expect(row(page, 'End of the rim at cut 1 of Bracket')).toContainText('✓ 0.25', { timeout: 60_000 })
})

test('whole again, a part that needs supports is proposed cuts after which its pieces need next to none', async ({
  page,
}) => {
  await openBracket(page)
  for (const nth of [1, 0]) {
    await cuts(page).nth(nth).getByRole('button', { name: 'What to do with this step' }).click() // prettier-ignore
    await page.getByRole('menuitem', { name: 'Take it out' }).click()
    await expect(cuts(page)).toHaveCount(nth)
  }
  await expect(pieces(page).getByText('Bracket', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Bracket without supports' }).click()
  await page.getByRole('button', { name: 'cut it to print without supports' }).click()
  const proposed = page.getByRole('group', { name: 'Proposed cuts' })
  await expect(proposed).toContainText('1 cut, 2 pieces', { timeout: 60_000 })
  // What is left are the roofs of its two screw holes.
  await expect(proposed).toContainText(/needs 51\.7 cm³ of supports, its pieces still 0\.3\d cm³\./)
  await proposed.getByRole('button', { name: /^write \d steps/ }).click()
  // At the underside of the nose: what is above stands on it.
  await expect(pieces(page)).toContainText('64 × 56 × 34', { timeout: 30_000 })
  await expect(row(page, 'Cut 1 through Bracket')).toContainText('✓', { timeout: 30_000 })
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(cuts(page)).toHaveCount(0)
})

test('screws instead of pins: which ones to buy is said; the gap of the cut moves everything', async ({ page }) => {
  await openBracket(page)
  await cuts(page).nth(1).getByRole('button', { name: 'What to do with this step' }).click()
  await page.getByRole('menuitem', { name: 'Take it out' }).click()
  await page.getByRole('button', { name: 'join the pieces with magnets' }).click()
  await expect(row(page, 'Magnet 1 at cut 1 of Bracket, in front')).toContainText('✓', { timeout: 30_000 })
  await expect(page.getByRole('list', { name: 'What else is needed' })).toContainText('magnets of Ø 6.0 × 3.0 mm')
  // Its places stand in the scene, and go where they are dragged, as far as there is room.
  const spot = page.getByRole('region', { name: 'Scene' }).getByRole('button', { name: /^Places, 1, / })
  const found = (await spot.textContent())!
  await spot.press('ArrowRight')
  await expect(spot).not.toHaveText(found)
  await expect(cuts(page).nth(1)).toContainText('at 2 places')
  await expect(row(page, 'Magnet 1 at cut 1 of Bracket, in front')).toContainText('✓', { timeout: 30_000 })
  const { x, y } = await atRest(spot)
  await page.mouse.move(x + 10, y + 8)
  await page.mouse.down()
  await page.mouse.move(x + 10, y - 240, { steps: 5 })
  await page.mouse.up()
  await expect(cuts(page).nth(1).getByRole('alert')).toContainText('Place 1 at cut 1 has no room')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(cuts(page).nth(1).getByRole('alert')).toHaveCount(0)
  await typed(page, 0, 'Gap between the pieces', '0.4')
  await expect(row(page, 'Cut 1 through Bracket')).toContainText('0.40', { timeout: 30_000 })
  // As the cut says they lie only where the maker has not said otherwise.
  await page.getByRole('button', { name: 'Prove', exact: true }).click()
  await page.getByRole('button', { name: 'Bracket 2', exact: true }).click()
  await page.getByRole('button', { name: 'as its step has it' }).click()
  await page.getByRole('button', { name: 'Divide', exact: true }).click()
  await choose(page, cuts(page).first(), 'How the pieces are printed', 'as the whole')
  await expect(pieces(page)).toContainText('22 × 45.6 × 26')
  await page.getByRole('button', { name: 'Print', exact: true }).click()
  const list = page.getByRole('region', { name: 'Export' })
  await expect(list.getByText('✓ closed')).toHaveCount(2, { timeout: 60_000 })
  await expect(list.getByRole('button', { name: 'Save 2 STL' })).toBeEnabled()
})

test('a part is cut through a picked edge at an angle, and the angle is changed in its sentence', async ({ page }) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await addStep(page, 'plain solid')
  await sized(page, { 'Its width': '60', 'Its depth': '40', 'Its height': '30' })
  await page.getByRole('button', { name: 'Divide', exact: true }).click()
  await from(page, 'top', 'Flat face, 60 × 40', [0.62, 0.5])
  await page.getByRole('button', { name: 'divide through this edge, at an angle' }).click()
  await expect(cuts(page).first()).toContainText(/through an edge of .*, at 45°/)
  await expect(pieces(page)).toContainText('Part 2')
  // From 45 degrees on it goes out by the side, else by the bottom.
  await cuts(page).first().getByRole('button', { name: /^The plane, / }).click() // prettier-ignore
  const plane = page.getByRole('dialog', { name: 'The plane' })
  await plane.getByRole('button', { name: /^The angle to the face, / }).click()
  await page.getByRole('textbox', { name: 'The angle to the face' }).fill('60')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await expect(cuts(page).first()).toContainText('at 60°')
  await expect(row(page, 'Cut 1 through Part')).toContainText('✓ 0.20', { timeout: 30_000 })
})

test('a nose comes off a drum along its round face', async ({ page }) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await addStep(page, 'plain solid')
  await choose(page, stepLines(page).last(), 'The solid', 'Cylinder')
  await sized(page, { 'Its diameter': '40', 'Its height': '60' })
  await addStep(page, 'plain solid')
  await sized(page, { 'Its width': '16', 'Its depth': '70', 'Its height': '20' })
  await setPlane(page, stepLines(page).last(), 'The plane it stands on', 'the ground', '38')
  await choose(page, stepLines(page).last(), 'What becomes of it', 'added to')
  await page.getByRole('button', { name: 'Divide', exact: true }).click()
  await from(page, 'front', 'Round outside, Ø 40', [0.37, 0.36])
  await page.keyboard.down('Shift')
  await pickFace(page, 'take off the piece with the second face', [0.5, 0.33])
  await page.keyboard.up('Shift')
  await page.getByRole('button', { name: 'take off the piece with the second face, along the first' }).click()
  await expect(cuts(page).first()).toContainText('following 1 face')
  await expect(row(page, 'Cut 1 through Part')).toContainText('✓ 0.20', { timeout: 30_000 })
  await expect(row(page, 'Part going together at cut 1')).toContainText('✓', { timeout: 30_000 })
  await expect(page.getByRole('list', { name: 'Order of putting together' })).toContainText('Part 2 onto Part 1, from the front') // prettier-ignore
  // Pins stand on the round, and it is told which way they go in.
  await page.getByRole('button', { name: 'join the pieces with pins', exact: true }).click()
  await expect(row(page, 'Pin 1 at cut 1 of Part')).toContainText('✓ 0.10', { timeout: 30_000 })
  await typed(page, 1, 'Gap round them', '0.2')
  await expect(row(page, 'Pin 1 at cut 1 of Part')).toContainText('✓ 0.20', { timeout: 30_000 })
  await expect(row(page, 'Part going together at cut 1')).toContainText('✓', { timeout: 30_000 })
})

test('what stands in a corner comes off both faces there, picked by any of its faces', async ({ page }) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await addStep(page, 'plain solid')
  await sized(page, { 'Its width': '80', 'Its depth': '60', 'Its height': '6' })
  for (const [figures, off] of [
    [{ 'Its width': '80', 'Its depth': '6', 'Its height': '50' }, '0'],
    [{ 'Its width': '20', 'Its depth': '40', 'Its height': '24' }, '0'],
  ] as const) {
    // prettier-ignore
    await addStep(page, 'plain solid')
    await sized(page, figures)
    await setPlane(page, stepLines(page).last(), 'The plane it stands on', 'the ground', off)
    await choose(page, stepLines(page).last(), 'What becomes of it', 'added to')
  }
  await page.getByRole('button', { name: 'Divide', exact: true }).click()
  await from(page, 'front', 'Flat face, 20 × 18', [0.5, 0.55])
  await page.getByRole('button', { name: 'take off what stands out here' }).click()
  await expect(cuts(page).first()).toContainText('along the foot of what stands out')
  await expect(row(page, 'Cut 1 through Part')).toContainText('✓ 0.20', { timeout: 30_000 })
  await page.getByLabel('How far the pieces are drawn apart').fill('0.5')
  await expect(page.getByRole('list', { name: 'Order of putting together' })).toContainText('Part 2 onto Part 1, from the front') // prettier-ignore
})

/** A body whose walls bend from a circle to a square, with what is added to it; in Divide. */
async function openVase(page: Page, ...added: readonly StepOf[]): Promise<void> {
  const drawn = (off: string, outline: object, id: string): StepOf => ['drawing', { on: { base: 'ground', off }, shapes: [outline] }, id] // prettier-ignore
  const document = sheetOf(
    drawn('0', shape('circle', { across: '70' }), 'low'),
    drawn('60', shape('rectangle', { width: '44', height: '44' }), 'high'),
    ['loft', { from: 'low', to: 'high', run: 'smooth' }, 'part'],
    ...added.map(([kind, fields, id = kind]): StepOf => [kind, { ...fields, how: 'add', parts: ['part'] }, id]),
  )
  const made = await page.request.post('/api/projects', { data: { document: { ...emptyProject('A test'), steps: document.steps } } }) // prettier-ignore
  await page.goto(`/project/${((await made.json()) as { id: string }).id}`)
  await page.getByRole('button', { name: 'Divide', exact: true }).click()
}

test('what stands on walls that bend comes off along them, is pinned, and goes on again at a slant', async ({
  page,
}) => {
  await openVase(page, ['solid', { width: '60', depth: '16', height: '18', at: at('15', '3'), lift: '20' }, 'nose'])
  await from(page, 'right', 'Flat face, 16 × 18')
  await page.getByRole('button', { name: 'take off what stands out here' }).click()
  await expect(row(page, 'Cut 1 through Part')).toContainText('✓ 0.20', { timeout: 60_000 })
  await page.getByRole('button', { name: 'join the pieces with pins', exact: true }).click()
  await typed(page, 1, 'Diameter', '3')
  await expect(row(page, 'Pin 2 at cut 1 of Part')).toContainText('✓', { timeout: 60_000 })
  await expect(page.getByRole('list', { name: 'Order of putting together' })).toContainText('Part 2 onto Part 1, from the right, at a slant') // prettier-ignore
})

test('a handle comes off both of its feet, with a pin in each, and its gap is changed in its sentence', async ({
  page,
}) => {
  const arm = { width: '60', depth: '10', height: '8', at: at('15', '0') }
  await openVase(
    page,
    ['solid', { ...arm, lift: '12' }, 'lower arm'],
    ['solid', { ...arm, lift: '40' }, 'upper arm'],
    ['solid', { width: '8', depth: '10', height: '36', at: at('42', '0'), lift: '12' }, 'grip'],
  )
  await from(page, 'right', 'Flat face, 10 × 36')
  await page.getByRole('button', { name: 'take off what stands out here' }).click()
  await expect(row(page, 'Cut 1 through Part')).toContainText('✓ 0.20', { timeout: 60_000 })
  await expect(pieces(page)).toContainText('Part 2')
  await expect(pieces(page)).not.toContainText('Part 3')
  await page.getByRole('button', { name: 'join the pieces with pins', exact: true }).click()
  await typed(page, 1, 'Diameter', '3')
  await typed(page, 1, 'How far they reach into a piece', '3')
  await expect(row(page, 'Pin 2 at cut 1 of Part')).toContainText('✓', { timeout: 60_000 })
  await typed(page, 0, 'Gap between the pieces', '0.3')
  await expect(row(page, 'Cut 1 through Part')).toContainText('✓ 0.30', { timeout: 60_000 })
  await expect(page.getByRole('list', { name: 'Order of putting together' })).toContainText('Part 2 onto Part 1, from the right') // prettier-ignore
})

test('what a cut was picked by is told, shown in the scene and left out behind its words', async ({ page }) => {
  await openBracket(page)
  await cuts(page).first().getByRole('button', { name: 'The face that the piece has, 1 face' }).click()
  const panel = page.getByRole('dialog', { name: 'The face that the piece has' })
  await panel.getByRole('button', { name: 'Flat face, 22 × 16, faces front', exact: true }).click()
  await expect(page.getByRole('region', { name: 'Scene' })).toContainText('Flat face, 22 × 16, faces front · Bracket 2')
  // What is shown is what was taken already.
  await expect(
    cuts(page)
      .first()
      .getByRole('button', { name: /^take the/ }),
  ).toHaveCount(0)
  await panel.getByRole('button', { name: 'Leave out Flat face' }).click()
  await expect(cuts(page).first().getByRole('alert')).toContainText('Pick a face of the piece that comes off')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(cuts(page).first().getByRole('alert')).toHaveCount(0)
})

test('faces that are left out one by one leave the words of the others as they were', async ({ page }) => {
  await openCopy(page, 'Drip junction')
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  const hollow = stepLines(page).filter({ hasText: 'of room inside.' })
  await expect(hollow).toBeVisible({ timeout: 60_000 })
  await hollow.getByRole('button', { name: /, 3 faces$/ }).click()
  const listed = page.getByRole('list', { name: 'What is picked' })
  await expect(listed).not.toContainText('not in sight')
  const words = await listed.locator('li > :first-child').allTextContents()
  expect(words).toHaveLength(3)
  await listed.getByRole('button', { name: /^Leave out/ }).first().click() // prettier-ignore
  await expect(listed.locator('li > :first-child')).toHaveText(words.slice(1))
})
