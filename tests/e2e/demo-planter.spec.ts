import { expect, type Page, test } from '@playwright/test'
import { addStep, choose, draw, figureOf, pickShapes, setPlane, shapeLine, typed } from './drawn'
import { newProject, noErrors } from './helpers'
import { shipped, type } from './make-demo'

noErrors()

const FRONT = 'the upright plane from left to right'
const SIDE = 'the upright plane from front to back'
const stepLine = (page: Page, n: number) =>
  page
    .getByLabel('Build sheet')
    .locator('[data-step]')
    .nth(n - 1)
/** A rectangle by its sizes and its lower left corner, begun at a place in view. */
async function rectangle(
  page: Page,
  letter: string,
  begun: readonly [number, number],
  width: string,
  height: string,
  [along, up]: readonly [string, string],
  then?: string,
) {
  await draw(page, 'r', begun)
  await typed(page, { 'The width': width, 'The height': height })
  if (then) await page.getByRole('button', { name: then }).click()
  await placed(page, letter, along, up)
}

/** The nth step, just added, extruded by the thickness of the boards, and its part named. */
async function board(page: Page, n: number, name: string): Promise<void> {
  await stepLine(page, n).getByRole('button', { name: /^The length, / }).click() // prettier-ignore
  await page.getByRole('textbox', { name: 'The length' }).fill('thick')
  await page.keyboard.press('Enter')
  await type(page, 'Name of Part', name)
}

/** Another board of the same drawing, beginning at a plane of its own. */
async function second(page: Page, n: number, plane: string, off: string): Promise<void> {
  await addStep(page, 'extrude a drawing')
  await stepLine(page, n).getByRole('button', { name: 'more …' }).click()
  await choose(page, stepLine(page, n), 'Where it begins', 'from')
  await setPlane(page, stepLine(page, n), 'What it begins at', plane, off)
}

/** Types where a shape of the drawing lies, from its datum. */
async function placed(page: Page, letter: string, along: string, up: string): Promise<void> {
  await shapeLine(page, letter).getByRole('button', { name: /^The place, / }).click() // prettier-ignore
  const panel = page.getByRole('dialog', { name: 'The place' })
  for (const [label, text] of [
    ['Along', along],
    ['Up', up],
  ] as const) {
    await panel.getByRole('textbox', { name: label }).fill(text)
    await page.keyboard.press('Enter')
  }
  await page.keyboard.press('Escape')
}

/** Repeats the shapes that are picked once more, 20 higher. */
async function higher(page: Page, letter: string): Promise<void> {
  await page.getByRole('button', { name: 'repeat it in a row' }).click()
  for (const [label, formula] of [['How many in a row', '1'], ['How many rows', '2'], ['From row to row', '20']] as const) await figureOf(page, letter, label, formula) // prettier-ignore
}

test('the planter: five walls with finger joints, and the floor that fills between them with a gap', async ({
  page,
}) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await page.getByRole('button', { name: 'Add a number …' }).click()
  await type(page, 'Formula of size1', '3')
  await type(page, 'Name of the number size1', 'thick')

  // Front and back are alike: fingers are let in at both ends, and the wall between is held in a slot.
  await page.getByRole('button', { name: 'draw on a plane' }).click()
  await setPlane(page, stepLine(page, 1), 'The plane', FRONT, '30 - thick')
  await rectangle(page, 'a', [-20, -15], '120', '50', ['-60', '0'])
  await rectangle(page, 'b', [5, 5], 'thick', '10', ['-60', '10'])
  await rectangle(page, 'c', [5, 5], 'thick', '10', ['60 - thick', '10'])
  await rectangle(page, 'd', [5, 5], 'thick + 2*fit.sliding', '10', ['-(thick + 2*fit.sliding)/2', '20'])
  await pickShapes(page, 'b', 'c')
  await higher(page, 'e')
  await page.getByRole('button', { name: 'Extrude the drawing' }).click()
  await board(page, 2, 'Front')
  await second(page, 3, FRONT, '-30')
  await board(page, 3, 'Back')

  await addStep(page, 'draw on a plane')
  await setPlane(page, stepLine(page, 4), 'The plane', SIDE, '60 - thick')
  await rectangle(page, 'a', [-20, -15], '60 - 2*thick', '50', ['-30 + thick', '0'])
  await rectangle(page, 'b', [5, 5], '60', '10 - 2*fit.sliding', ['-30', '10 + fit.sliding'], 'make it material')
  await higher(page, 'c')
  await page.getByRole('button', { name: 'Extrude the drawing' }).click()
  await board(page, 5, 'Right')
  await second(page, 6, SIDE, '-60')
  await board(page, 6, 'Left')

  await addStep(page, 'draw on a plane')
  await setPlane(page, stepLine(page, 7), 'The plane', SIDE, '-thick/2')
  await rectangle(page, 'a', [-20, -15], '60 - 2*thick - 2*fit.sliding', '32', ['-30 + thick + fit.sliding', '8'])
  await rectangle(page, 'b', [5, 15], '60', '10 - 2*fit.sliding', ['-30', '20 + fit.sliding'], 'make it material')
  await page.getByRole('button', { name: 'Extrude the drawing' }).click()
  await board(page, 8, 'Wall between')

  // The floor is what the walls leave, a gap smaller all round.
  await addStep(page, 'draw on a plane')
  await page.getByRole('button', { name: 'section of parts' }).click()
  await expect(shapeLine(page, 'a')).toContainText('Front, Back, Right, Left, Wall between')
  await shapeLine(page, 'a').getByRole('button', { name: /^How far in front of the drawing/ }).click() // prettier-ignore
  await type(page, 'How far in front of the drawing it is cut', 'thick/2')
  await page.getByRole('button', { name: 'fill between' }).click()
  await expect(page.getByText('One region, 6156.0 mm²')).toBeVisible()
  await page.getByRole('button', { name: 'go round it at a distance' }).click()
  await choose(page, shapeLine(page, 'c'), 'Where it runs', 'inside it')
  await figureOf(page, 'c', 'The distance per side', 'fit.sliding')
  await expect(page.getByText(/^One region, 60\d\d\.\d mm²/)).toBeVisible()
  await page.getByRole('button', { name: 'Extrude the drawing' }).click()
  await board(page, 10, 'Floor')
  await page.getByRole('button', { name: 'Prove', exact: true }).click()
  await page.getByRole('button', { name: 'lay each the best way' }).click()
  await expect(page.getByText(/parts lie another way now/)).toBeVisible({ timeout: 30_000 })
  await shipped(page, 'Planter', 'demo/planter.json')
})
