import { expect, test } from '@playwright/test'
import { addStep, choose, draw, from, setPlane, shapeLine, sized, stepLines as steps, typed } from './drawn'
import { newProject, noErrors, row } from './helpers'
import { shipped, type } from './make-demo'

noErrors()

test('the drip junction: three arms joined, hollow as one passage, rounded where they meet', async ({ page }) => {
  test.setTimeout(360_000)
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await addStep(page, 'plain solid')
  await choose(page, steps(page).first(), 'The solid', 'Cylinder')
  await sized(page, { 'Its diameter': '17', 'Its height': '66' })
  await setPlane(page, steps(page).first(), 'The plane it stands on', 'the ground', '-33')
  await type(page, 'Name of Part', 'Junction')

  // The third arm leaves the middle of the others at 50 degrees: a disc along a line of that slope.
  await addStep(page, 'draw on a plane')
  await expect(page.getByText('Nothing is drawn yet.')).toBeVisible()
  await draw(page, 'c', [0, 0])
  await typed(page, { 'The diameter': '14.6' })
  await addStep(page, 'draw on a plane')
  await expect(page.getByText('Nothing is drawn yet.')).toBeVisible()
  await setPlane(page, steps(page).last(), 'The plane', 'the upright plane from left to right', '0')
  await page.mouse.move(660, 430)
  await page.mouse.wheel(0, 500)
  await page.waitForTimeout(400)
  await draw(page, 'l', [0, 0], [20, 22])
  await shapeLine(page, 'a')
    .getByRole('button', { name: /^Its end, / })
    .click()
  const end = page.getByRole('dialog', { name: 'Its end' })
  await choose(page, end, 'How the place is given', 'at a distance and an angle')
  for (const [label, text] of [
    ['The distance', '44'],
    ['The angle', '50'],
  ] as const) {
    await end.getByRole('textbox', { name: label }).fill(text)
    await page.keyboard.press('Enter')
  }
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'done with the drawing' }).first().click()
  await addStep(page, 'sweep a drawing')
  await choose(page, steps(page).last(), 'What becomes of it', 'added to')
  await expect(steps(page).last()).toContainText('44.0 mm along.')

  await from(page, 'top', 'Flat face, 17 × 17, faces top', [0.3, 0.45])
  await page.getByRole('button', { name: 'hollow the part, open here' }).click()
  const hollow = steps(page).last()
  await sized(page, { 'The wall': '2' })
  // While it is in hand it is shown cut open; done with that, the whole of it can be picked on.
  await expect(page.getByLabel('Where y is cut')).toBeVisible()
  const whole = async () => {
    await page.getByLabel('What the step does').getByRole('button', { name: 'done' }).click()
    await expect(page.getByLabel('Where y is cut')).toHaveCount(0)
    // As it is built at last, not as it follows the typing.
    await expect(hollow).toContainText('Its wall is 1.98')
  }
  await whole()
  await from(page, 'bottom', 'Flat face, 17 × 17, faces bottom', [0.3, 0.45])
  await hollow.getByRole('button', { name: 'that as well' }).click()
  await whole()
  await from(page, 'right', 'Flat face, 11.18 × 14.6', [0.5, 0.22])
  await hollow.getByRole('button', { name: 'that as well' }).click()
  await whole()
  await expect(hollow).toContainText('of room inside.')
  await expect(row(page, 'Wall of Junction')).toContainText('✓')

  // Where the arms meet outside they are rounded into each other; the passage is as it was.
  await from(page, 'corner', 'round this edge', [0.42, 0.45])
  await page.getByRole('button', { name: 'round this edge' }).click()
  await expect(steps(page).last()).toContainText('1 inner edge, 63.5 mm together.')
  await expect(row(page, 'Wall of Junction')).toContainText('✓')

  // A stop for the hose in each arm, put in from within, where it is cut open.
  await page.getByRole('button', { name: 'y', exact: true }).click()
  await expect(page.getByLabel('Where y is cut')).toBeVisible()
  for (const [end, near] of [
    ['its upper end', [0.35, 0.6]],
    ['its lower end', [0.35, 0.6]],
    ['its upper end', [0.57, 0.38]],
  ] as const) {
    await from(page, 'front', 'Round inside, Ø 1', near)
    await page.getByRole('button', { name: 'put a ring on it' }).click()
    await sized(page, { 'How far from there it begins': '14', 'How wide it is': '1.6', 'How far it stands out': '1' })
    await choose(page, steps(page).last(), 'Which end it is measured from', end)
    await choose(page, steps(page).last(), 'Its sides', 'slanting out on the far side')
    await expect(page.getByLabel('What the step does')).toContainText(/adds \d+(\.\d+)? mm³ to Junction/)
  }
  await page.getByRole('button', { name: 'y', exact: true }).click()

  // Where a hose goes in, and where it is held, nothing is sharp.
  for (const [side, face, near] of [
    ['top', 'Flat face, 17 × 17, faces top', [0.3, 0.45]],
    ['bottom', 'Flat face, 17 × 17, faces bottom', [0.3, 0.45]],
    ['right', 'Flat face, 11.18 × 14.6', [0.43, 0.228]],
  ] as const) {
    await from(page, side, face, near)
    await page.getByRole('button', { name: 'round all edges of this face' }).click()
    await sized(page, { 'The radius': '0.5' })
    await expect(steps(page).last()).toContainText('2 outer edges')
  }
  await expect(row(page, 'Wall of Junction')).toContainText('✓')
  await expect(page.getByText('The checks have nothing to say.')).toBeVisible()

  await shipped(page, 'Drip junction', 'demo/drip-junction.json')
})
