import { expect, test } from '@playwright/test'
import {
  addStep,
  choose,
  clickOn,
  draw,
  figureOf,
  pickFace,
  pickShapes,
  shapeLine,
  startDrawing,
  stepLines as steps,
  typed,
  setPlane,
  takeOver,
} from './drawn'
import { dropFile, newProject, noErrors, openBegun, openCopy, openDemo } from './helpers'
import { figure } from './make-demo'

noErrors()

test('two regions of one drawing become parts of different heights, each begun by a click in it', async ({ page }) => {
  await newProject(page)
  await startDrawing(page)
  await draw(page, 'c', [-15, 0])
  await typed(page, { 'The diameter': '10' })
  await draw(page, 'r', [8, -4])
  await typed(page, { 'The width': '12', 'The height': '6' })
  await expect(page.getByText('2 regions, 150.5 mm²')).toBeVisible()
  await clickOn(page, [-12.5, 2])
  await expect(page.getByText('A region of 78.5 mm², 10 by 10, its middle at -15, 0')).toBeVisible()
  await page.getByRole('button', { name: 'extrude this region alone' }).click()
  await figure(page, 'The length', '3')
  await expect(steps(page).nth(1)).toContainText('only what lies at 1 place')
  await page.getByRole('button', { name: 'open the drawing' }).click()
  await clickOn(page, [12, -2])
  await page.getByRole('button', { name: 'extrude this region alone' }).click()
  await figure(page, 'The length', '8', 1)
  await expect(page.getByRole('textbox', { name: /^Name of Part/ })).toHaveCount(2)
})

test('the planter’s sheet folds by part; what a part stands on stays, and a step that is added is seen', async ({
  page,
}) => {
  await page.goto('/')
  await page.getByText('Planter').first().click()
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await expect(steps(page)).toHaveCount(10)
  await choose(page, page.locator('body'), 'Whose steps are shown', 'Floor')
  await expect(page.getByText('8 others folded')).toBeVisible()
  await expect(steps(page)).toHaveCount(2)
  await expect(steps(page).first()).toContainText('Drawing on')
  await choose(page, page.locator('body'), 'Whose steps are shown', 'all parts')
  await expect(steps(page)).toHaveCount(10)
})

test('an item that was found as STL is taken over as a part, larger by a gap, and given back with undo', async ({
  page,
}) => {
  await openBegun(page, 'hinge-begun')
  await takeOver(page)
  await expect(steps(page).last()).toContainText('with a gap of 0 round it, a part of its own')
  const name = page.getByRole('textbox', { name: /^Name of / }).last()
  await expect(name).toHaveValue(/hinge/i)
  await figure(page, 'The gap round it, per side', '0.3')
  await expect(steps(page).last()).toContainText('with a gap of 0.3 round it')
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('with a gap of')).toBeHidden()
})

test('what a step adds and takes is hatched while it is worked on, and said in figures', async ({ page }) => {
  await openCopy(page, 'Vent bracket')
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  const does = page.getByRole('status', { name: 'What the step does' })
  await expect(steps(page)).toHaveCount(4)
  const lug = steps(page).nth(3)
  await lug.getByRole('button', { name: /^The length, 9/ }).click()
  await expect(does).toHaveText(/Step 4\s*adds 630 mm³ to Bracket/)
  // It is seen while it is typed, before it is accepted.
  await page.getByRole('textbox', { name: 'The length' }).fill('12')
  await expect(does).toContainText('adds 840 mm³')
  await page.keyboard.press('Escape')
  await expect(does).toContainText('adds 630 mm³')
  await choose(page, lug, 'What becomes of it', 'taken from')
  await choose(page, lug, 'The direction', 'inwards')
  await expect(does).toContainText('takes 420 mm³ from Bracket')
  await does.getByRole('button', { name: 'done' }).click()
  await expect(does).toBeHidden()
})

test('what lies behind a drawing is taken: one edge alone, all that runs on from it, what is seen of it, an item', async ({
  page,
}) => {
  await openDemo(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await addStep(page, 'draw on a plane')
  const shapes = page.getByLabel('Shapes of the drawing').getByRole('listitem')
  await page.getByRole('button', { name: 'silhouette of parts' }).click()
  await expect(shapes.first()).toContainText('Silhouette of Base, Lid, material')
  await expect(page.getByText(/^One region, 31\d\d\.\d mm²/)).toBeVisible()
  await page.getByRole('button', { name: 'take it out' }).click()
  await clickOn(page, [4, -12])
  await page.getByRole('button', { name: 'the marked edge alone' }).click()
  await expect(shapes.first()).toContainText('Edges of 1 edge')
  await expect(page.getByText(/One region/)).toBeHidden()
  await page.getByRole('button', { name: 'take it out' }).click()
  await clickOn(page, [4, -12])
  await page.getByRole('button', { name: 'with what runs on from it' }).click()
  await expect(shapes.first()).toContainText('Edges of 1 edge')
  // The board itself, ticked in the list of what could be seen.
  await page.getByRole('button', { name: 'take it out' }).click()
  await page.getByRole('button', { name: 'silhouette of parts' }).click()
  await shapes
    .first()
    .getByRole('button', { name: /^What is seen, / })
    .click()
  const list = page.getByRole('dialog', { name: 'What is seen' })
  for (const name of ['Base', 'Lid', 'Knob']) await list.getByRole('checkbox', { name, exact: true }).click()
  await page.keyboard.press('Escape')
  await expect(shapes.first()).toContainText('Silhouette of Knob')
  await expect(page.getByText(/^One region, 150\.0 mm²/)).toBeVisible()
})

test('a region is switched off by a click in it, on again, and what two shapes share is drawn out by itself', async ({
  page,
}) => {
  await newProject(page)
  await startDrawing(page)
  await draw(page, 'c', [-5, 0])
  await typed(page, { 'The diameter': '20' })
  await draw(page, 'c', [5.5, 12])
  await typed(page, { 'The diameter': '20' })
  const material = shapeLine(page, 'b').getByRole('combobox', { name: 'What it is' })
  await expect(material).toHaveText('material')
  await page.keyboard.press('Escape')
  await clickOn(page, [0, 6])
  await expect(page.getByText(/^A region of 3\d\.\d mm²/)).toBeVisible()
  await page.getByRole('button', { name: 'switch it off' }).click()
  await expect(page.getByText(/^2 regions, 5\d\d\.\d mm²/)).toBeVisible()
  await expect(steps(page).first()).toContainText('Switched at 1 place')
  await clickOn(page, [0, 6])
  await expect(page.getByText(/^No material, a region of 3\d\.\d mm²/)).toBeVisible()
  await page.getByRole('button', { name: 'switch it on' }).click()
  await expect(page.getByText(/^One region, 59\d\.\d mm²/)).toBeVisible()
  await clickOn(page, [0, 6])
  await page.getByRole('button', { name: 'extrude this region alone' }).click()
  await figure(page, 'The length', '3')
  await expect(steps(page).nth(1)).toContainText('only what lies at 1 place')
})

test('a rim is turned about a slanted guide, goes round by a fit class, and is drawn on square to its axis', async ({
  page,
}) => {
  await newProject(page)
  await startDrawing(page)
  await draw(page, 'r', [8, -10])
  await typed(page, { 'The width': '6', 'The height': '18' })
  await draw(page, 'l', [0, -12], [4, 12])
  await page.keyboard.press('Escape')
  await choose(page, shapeLine(page, 'b'), 'What it is', 'a guide')
  await pickShapes(page, 'a')
  await page.getByRole('button', { name: 'go round it at a distance' }).click()
  await shapeLine(page, 'c')
    .getByRole('button', { name: /^The distance per side, / })
    .click()
  await page.getByRole('textbox', { name: 'The same on the diameter' }).fill('0.9')
  await expect(page.getByRole('textbox', { name: 'The distance per side' })).toHaveValue('(0.9) / 2')
  await page.getByRole('button', { name: /^loose 0.35/ }).click()
  await page.getByRole('textbox', { name: 'The distance per side' }).press('Enter')
  await expect(shapeLine(page, 'c')).toContainText('0.35 (loose) per side around it')
  await page.getByRole('button', { name: 'done with the drawing' }).first().click()
  await addStep(page, 'revolve')
  await expect(steps(page).nth(1)).toContainText('about the line b, a guide')
  await pickFace(page, 'draw square to its axis')
  await page.getByRole('button', { name: 'draw square to its axis' }).click()
  await expect(steps(page).nth(2)).toContainText('square to an axis of Part, at its end')
  await page.getByRole('button', { name: /^The plane, square to an axis/ }).click()
  await choose(page, page.getByRole('dialog', { name: 'The plane' }), 'Where along it', 'at its beginning')
  await page.keyboard.press('Escape')
  await expect(steps(page).nth(2)).toContainText('square to an axis of Part, at its beginning')
})

test('a run of edges is filled with a panel of its own that can be thinned, and is gone when it is undone', async ({
  page,
}) => {
  await openCopy(page, 'Seed wheel')
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await pickFace(page, 'fill the run of edges with a panel')
  await page.getByRole('button', { name: 'fill the run of edges with a panel' }).click()
  await expect(steps(page).last()).toContainText('Fill a run of edges')
  await expect(page.getByRole('textbox', { name: 'Name of Panel' })).toBeVisible()
  await figure(page, 'The thickness', '1.5')
  await figure(page, 'The gap round it, per side', '0.2')
  await expect(steps(page).last()).toContainText('with a panel 1.5 thick')
  await expect(steps(page).last().getByRole('alert')).toHaveCount(0)
  for (let k = 0; k < 3; k++) await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('textbox', { name: 'Name of Panel' })).toBeHidden()
})

test('a drawing on a box catches on the corners of its face, is tied to its edges, and follows them', async ({
  page,
}) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await addStep(page, 'plain solid')
  await page.getByRole('button', { name: 'top', exact: true }).click()
  await page.getByRole('button', { name: 'all', exact: true }).click()
  await pickFace(page, 'Flat face, 20 × 20, faces top')
  await page.getByRole('button', { name: 'draw on this' }).click()
  await clickOn(page, [3, 4])
  await page.getByRole('button', { name: 'take its edges' }).click()
  await choose(page, shapeLine(page, 'a'), 'What it is', 'a guide')
  await page.keyboard.press('Escape')
  await draw(page, 'c', [-10, -10])
  await typed(page, { 'The diameter': '4' })
  await expect(shapeLine(page, 'b')).toContainText('a’s corner')
  await draw(page, 'c', [4, 2])
  await typed(page, { 'The diameter': '3' })
  await page.keyboard.press('Escape')
  await clickOn(page, [4, 2])
  await clickOn(page, [10, 2], ['Shift'])
  await page.getByRole('button', { name: 'keep their distance' }).click()
  await expect(shapeLine(page, 'd')).toContainText('6')
  await figureOf(page, 'd', 'The distance', '4.5')
  await expect(shapeLine(page, 'c')).toContainText('5.5, 2')
  await page.getByRole('button', { name: 'done with the drawing' }).first().click()
  await figure(page, 'Its width', '30')
  await page.getByRole('button', { name: 'open the drawing' }).click()
  await expect(shapeLine(page, 'c')).toContainText('10.5, 2')
})

test('an item’s face is drawn on', async ({ page }) => {
  await openBegun(page, 'hinge-begun')
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await pickFace(page, 'draw on this')
  await page.getByRole('button', { name: 'draw on this' }).click()
  await expect(steps(page).first()).toContainText('Drawing on a face of frame-hinge')
  await expect(page.getByText('Nothing is drawn yet.')).toBeVisible()
})

test('holes in a picked face: countersunk for screws in a grid, then where a drawing’s circles are', async ({
  page,
}) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await addStep(page, 'plain solid')
  // Seen from above the top is the only face in view.
  await page.getByRole('button', { name: 'top', exact: true }).click()
  await page.getByRole('button', { name: 'all', exact: true }).click()
  await pickFace(page, 'Flat face, 20 × 20, faces top')
  await page.getByRole('button', { name: 'put holes in it' }).click()
  const holes = steps(page).nth(1)
  await expect(holes).toContainText('One hole of Ø 5.00 mm.')
  await choose(page, holes, 'Where they are', 'in a grid')
  await choose(page, holes, 'What they are for', 'for a screw')
  await choose(page, holes, 'Their mouth', 'countersunk')
  for (const label of ['From one to the next', 'From row to row']) await figure(page, label, '12')
  await expect(holes).toContainText('4 holes of Ø 3.40 mm.')
  await expect(page.getByRole('status', { name: 'What the step does' })).toContainText('takes 463.3 mm³ from Part')
  // Those of a drawing on the same face, the first three of which stand in a ring.
  await pickFace(page, 'draw on this')
  await page.getByRole('button', { name: 'draw on this' }).click()
  await draw(page, 'c', [0, 5])
  await typed(page, { 'The diameter': '2' })
  await page.keyboard.press('Escape')
  await pickShapes(page, 'a')
  await page.getByRole('button', { name: 'repeat it in a ring' }).click()
  await page.getByRole('button', { name: 'done with the drawing' }).first().click()
  await page.getByRole('button', { name: 'Put holes at its middles' }).click()
  await expect(steps(page).last()).toContainText('6 holes of Ø 5.00 mm.')
  await figure(page, 'The diameter', '1.5')
  await expect(steps(page).last()).toContainText('6 holes of Ø 1.50 mm.')
})

test('a part is mirrored at its own face, its twin follows it, and both are told apart', async ({ page }) => {
  await openCopy(page, 'Vent bracket')
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await pickFace(page, 'mirror the part here')
  await page.getByRole('button', { name: 'mirror the part here' }).click()
  await expect(steps(page).last()).toContainText('Copy Bracket, mirrored at a face of Bracket')
  await expect(page.getByRole('textbox', { name: 'Name of Bracket, mirrored' })).toBeVisible()
  await choose(page, steps(page).last(), 'How it is copied', 'in a row')
  await figure(page, 'How many there are then', '3')
  await figure(page, 'The distance', '60')
  await expect(steps(page).last()).toContainText('120.00 mm from the first to the last.')
  await expect(page.getByRole('textbox', { name: /^Name of Bracket/ })).toHaveCount(3)
})

test('room is made round a peg in a plate, and the ledger measures the gap', async ({ page }) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await addStep(page, 'plain solid')
  await choose(page, steps(page).first(), 'The solid', 'Cylinder')
  await figure(page, 'Its height', '30')
  await addStep(page, 'plain solid')
  await figure(page, 'Its width', '50')
  await figure(page, 'Its depth', '50')
  await steps(page).last().getByRole('button', { name: 'more …' }).click()
  await figure(page, 'How far off the plane', '8')
  // Seen from above the peg's end lies in the middle.
  await page.getByRole('button', { name: 'top', exact: true }).click()
  await page.getByRole('button', { name: 'all', exact: true }).click()
  await pickFace(page, 'Flat face, 20 × 20, faces top')
  await page.getByRole('button', { name: 'make room for it' }).click()
  const row = page.getByLabel('Ledger').getByRole('row').filter({ hasText: 'Part in Part 2' })
  await expect(steps(page).last()).toContainText('Room round a run of edges')
  await expect(row).toContainText('0.20')
  await steps(page)
    .last()
    .getByRole('button', { name: /^The gap, per side/ })
    .click()
  await page.getByRole('textbox', { name: 'The same on the diameter' }).fill('0.9')
  await page.keyboard.press('Enter')
  await expect(row).toContainText('0.45')
})

test('a nozzle: a section that grows along its path as a drawn line is high, and is lifted off it by the same line', async ({
  page,
}) => {
  await newProject(page)
  await startDrawing(page)
  await draw(page, 'l', [0, 10], [30, 20])
  const end = async () => page.getByRole('button', { name: 'done with the drawing' }).first().click()
  await end()
  await addStep(page, 'draw on a plane')
  await expect(page.getByText('Nothing is drawn yet.')).toBeVisible()
  await setPlane(page, steps(page).last(), 'The plane', 'the upright plane from left to right', '0')
  await draw(page, 'c', [0, 0])
  await typed(page, { 'The diameter': '10' })
  await end()
  await addStep(page, 'draw on a plane')
  await expect(page.getByText('Nothing is drawn yet.')).toBeVisible()
  await draw(page, 'l', [0, 0], [0, 30])
  await end()
  await addStep(page, 'sweep a drawing')
  const sweep = steps(page).last()
  await expect(sweep).toContainText('30.0 mm along.')
  await sweep.getByRole('button', { name: 'more …' }).click()
  await choose(page, sweep, 'How it grows', 'as a line is high,')
  await expect(sweep).toContainText('does not say one height for each place of the way')
  await choose(page, sweep, 'The line that says how large it is', 'drawing 1')
  await choose(
    page,
    sweep,
    'Whether it leaves the plane of its path',
    'lifted out of the plane of its path as a line rises',
  )
  await choose(page, sweep, 'The line that says how far it is lifted', 'drawing 1')
  await page.keyboard.press('Control+z')
  await page.keyboard.press('Control+z')
  await expect(sweep).not.toContainText('lifted')
  // A frustum from a radius of 5 to one of 10, 30 long.
  await page.getByRole('button', { name: 'Parts', exact: true }).click()
  await expect(page.getByRole('main')).toContainText('20 × 30 × 20 mm, 5.49 cm³')
})

test('a mesh that does not close is taken over as a sheet of a thickness', async ({ page }) => {
  await newProject(page)
  // A shade for seedlings: two slopes that meet in a ridge, 40 x 30 from above, 15 high.
  const facet = (...corners: readonly (readonly number[])[]) =>
    `facet normal 0 0 0\nouter loop\n${corners.map((c) => `vertex ${c.join(' ')}`).join('\n')}\nendloop\nendfacet`
  const [a, b, c, d, e, f] = [[0, 0, 0], [0, 30, 0], [20, 30, 15], [20, 0, 15], [40, 0, 0], [40, 30, 0]] as const // prettier-ignore
  const text = `solid shade\n${[facet(a, d, c), facet(a, c, b), facet(d, e, f), facet(d, f, c)].join('\n')}\nendsolid shade\n`
  await dropFile(page, 'shade.stl', Buffer.from(text))
  await page.getByRole('button', { name: 'wave it through' }).click({ timeout: 60_000 })
  await takeOver(page)
  const step = steps(page).last()
  await expect(step).toContainText('has open edges, so it is no solid')
  await step.getByRole('button', { name: 'give it a thickness' }).click()
  await expect(step).not.toContainText('has open edges')
  await page.getByRole('button', { name: 'Parts', exact: true }).click()
  // Two slopes of 25 x 30, 2 thick, half to each side.
  await expect(page.getByRole('main')).toContainText('3 cm³')
})
