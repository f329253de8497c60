import { expect, type Page, test } from '@playwright/test'
import { addStep, choose, from, holedBlock, sized, stepLines as steps, takeOver } from './drawn'
import { atRest, newProject, noErrors, openBegun, openCopy, row } from './helpers'
import { figure } from './make-demo'

noErrors()

const does = (page: Page) => page.getByRole('status', { name: 'What the step does' })

test('both kinds of holes of a found hinge are enlarged to a reading; undo and a reload keep what the sheet says', async ({
  page,
}) => {
  await openBegun(page, 'hinge-begun')
  await takeOver(page)
  await from(page, 'corner', 'Round inside, Ø 3.7', [0.77, 0.65])
  await page.getByRole('button', { name: 'give this hole a size' }).click()
  await choose(page, steps(page).last(), 'Which else', 'and all like them')
  await sized(page, { 'The size': 'pin', 'The gap to what is round or in it, per side': 'fit.sliding' })
  await expect(steps(page).last()).toContainText('3 are like it.')
  await expect(does(page)).toContainText('takes 184.7')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(does(page)).not.toContainText('takes 184.7')
  await page.getByRole('button', { name: 'Redo' }).click()
  await expect(page.getByText(/^Saved /)).toBeVisible()
  await page.waitForTimeout(700)
  await page.reload()
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await expect(steps(page).last()).toContainText('3 are like it.')
  await from(page, 'corner', 'Round inside, Ø 4.44', [0.77, 0.65])
  // What does not go is refused, with how far it can.
  await figure(page, 'The size', '12')
  await expect(steps(page).last()).toContainText('is as far as it can go')
  await steps(page)
    .last()
    .getByRole('button', { name: /^take \d/ })
    .click()
  await expect(steps(page).last()).not.toContainText('is as far as it can go')
})

test('a face is dragged by the figure that stands at it; two parts that come to touch are parted by a gap', async ({
  page,
}) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await addStep(page, 'plain solid')
  await addStep(page, 'plain solid')
  await steps(page)
    .last()
    .getByRole('button', { name: /^Where it stands, / })
    .click()
  await page.getByRole('textbox', { name: 'Along', exact: true }).fill('21.5')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await from(page, 'front', 'Flat face, 20 × 10, faces front', [0.3, 0.5])
  await page.getByRole('button', { name: 'corner', exact: true }).click()
  await page.getByRole('button', { name: 'move this face', exact: true }).click()
  const handle = page.getByRole('button', { name: /^how far it moves, / })
  await expect(handle).toContainText('1')
  const { x, y } = await atRest(handle)
  await page.mouse.move(x + 6, y + 6)
  await page.mouse.down()
  await page.mouse.move(x - 40, y + 30, { steps: 6 })
  await page.mouse.up()
  await expect(handle).not.toContainText(/^1 /)
  await handle.press('Enter')
  await page.getByRole('textbox', { name: 'How far, out of the material' }).fill('2.5')
  await page.keyboard.press('Enter')
  await expect(does(page)).toContainText('adds 500 mm³')
  await from(page, 'top', 'Flat face, 20 × 22.5, faces top', [0.3, 0.5])
  await page.keyboard.press('Escape')

  // The first grows to the right until it cuts into the second.
  await page.getByRole('button', { name: 'alone' }).first().click()
  await from(page, 'right', 'faces right', [0.5, 0.5])
  await page.getByRole('button', { name: 'give this wall a thickness' }).click()
  await sized(page, { 'The thickness': '22' })
  await expect(page.getByText('Part cuts into Part 2.')).toBeVisible({ timeout: 30_000 })
  await page.getByRole('button', { name: 'cut room for Part 2 out of Part, with a gap' }).click()
  await expect(page.getByText('Part cuts into Part 2.')).toBeHidden({ timeout: 30_000 })
  await expect(row(page, 'Part 2 in its room in Part')).toContainText('✓ 0.2')
})

test('a mark is removed from the tap adapter as it was found, and comes back with undo', async ({ page }) => {
  await openCopy(page, 'Tap adapter')
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await expect(steps(page)).toHaveCount(5)
  await expect(steps(page).nth(1)).toContainText('all that stands there or is sunk there')
  await expect(page.getByLabel('Build sheet').getByText(/gone|not there/)).toHaveCount(0)
  await steps(page).nth(1).hover()
  await expect(steps(page).nth(2)).toContainText('6 go.')
  // All that differs from how it came.
  await from(page, 'top', 'Flat face, 50 × 50', [0.5, 0.72])
  await page.getByRole('button', { name: 'show what has changed since it was made' }).click()
  await expect(does(page)).toContainText('Since it was made')
  await expect(does(page)).toContainText('takes')
  await page.keyboard.press('Escape')
  await figure(page, 'The size', '2')
  await expect(steps(page).nth(2)).toContainText('nothing on it that is so small')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(steps(page).nth(2)).toContainText('6 go.')
})

test('a hole and an opening are moved by the figure that stands at them: dragged, by the keys, and back with undo', async ({
  page,
}) => {
  await newProject(page)
  await holedBlock(page)
  const scene = page.getByRole('region', { name: 'Scene' })
  const place = scene.getByRole('button', { name: /^The places, 1, / })
  await expect(place).toHaveText('0, 0')
  const { x, y, width, height } = (await place.boundingBox())!
  await page.mouse.move(x + width / 2, y + height / 2)
  await page.mouse.down()
  await page.mouse.move(x + width / 2 + 40, y + height / 2 - 30, { steps: 4 })
  await page.mouse.up()
  // To the right and up, by halves of a millimetre, as far as the pointer went.
  await expect(page.getByLabel('The parts as built.')).toHaveAttribute('aria-busy', 'false', { timeout: 60_000 })
  await expect(place).toHaveText(/^[1-9]\d*(\.5)?, [1-9]\d*(\.5)?$/)
  const moved = (await place.textContent())!
  const [along, up] = moved.split(', ').map(Number) as [number, number]
  expect(along / up).toBeCloseTo(40 / 30, 0)
  await place.press('ArrowLeft')
  await expect(place).toHaveText(`${along - 0.5}, ${up}`)
  await page.keyboard.press('Control+z')
  await expect(place).toHaveText(moved)

  await page.keyboard.press('Escape')
  await from(page, 'front', 'Flat face, 70 × 60', [0.35, 0.7])
  await page.getByRole('button', { name: 'cut an opening by its sizes' }).click()
  const middle = scene.getByRole('button', { name: /^Its middle, / })
  const before = (await middle.textContent())!
  for (let n = 0; n < 4; n++) await middle.press('ArrowUp')
  const [wasAlong, wasUp] = before.split(', ').map(Number) as [number, number]
  await expect(middle).toHaveText(`${wasAlong}, ${wasUp + 2}`)
})
