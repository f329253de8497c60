import { expect, type Page, test } from '@playwright/test'
import { addStep, choose, clickOn, draw, pickFace, shapeLine, startDrawing, typed } from './drawn'
import { newProject, noErrors } from './helpers'
import { figure } from './make-demo'

noErrors()

const steps = (page: Page) => page.getByLabel('Build sheet').locator('[data-step]')

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
  await page.goto('/')
  await page.getByText('Frame hinge').first().click()
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await pickFace(page, 'take it over as a part')
  await page.getByRole('button', { name: 'take it over as a part' }).click()
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
  await page.goto('/')
  await page.getByText('Vent bracket').first().click()
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
  await page.goto('/')
  await page.getByText('Rain logger').first().click()
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
