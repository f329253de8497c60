import { expect, test } from '@playwright/test'
import { draw, dragOn, figureOf, pickFace, pickShapes, shapeLine, startDrawing, typed } from './drawn'
import { atRest, newProject, noErrors } from './helpers'
import { figure } from './make-demo'

noErrors()

test('a label: a plain solid, the edges of its face taken and moved inwards, letters sunk in it, changed afterwards', async ({
  page,
}) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await page.getByRole('button', { name: 'put in a plain solid' }).click()
  await figure(page, 'Its width', '60')
  await figure(page, 'Its depth', '24')
  await figure(page, 'Its height', '4')
  await pickFace(page, 'faces top')
  await page.getByRole('button', { name: 'draw on this' }).click()
  await expect(page.getByText('Nothing is drawn yet.')).toBeVisible()
  // What lies behind the drawing can be pointed at.
  const desk = page.getByLabel('The drawing.')
  await expect(desk).toHaveAttribute('data-view', /\d/)
  const box = (await desk.boundingBox())!
  await desk.click({ position: { x: box.width / 2 + 30, y: box.height / 2 - 20 } })
  await page.getByRole('button', { name: 'take its edges' }).click()
  await expect(page.getByText('One region, 1440.0 mm², 168.0 mm of edge.')).toBeVisible()
  await page.getByRole('button', { name: 'make it a guide' }).click()
  await page.getByRole('button', { name: 'go round it at a distance' }).click()
  await expect(shapeLine(page, 'b')).toContainText('Offset of a')
  await shapeLine(page, 'b').getByRole('combobox', { name: 'Where it runs' }).click() // prettier-ignore
  await page.getByRole('option', { name: 'inside it' }).click()
  await shapeLine(page, 'b')
    .getByRole('button', { name: /^The distance per side, / })
    .click()
  await page.getByRole('textbox', { name: 'The distance per side' }).fill('2')
  await page.keyboard.press('Enter')
  await expect(page.getByText('One region, 1120.0 mm², 152.0 mm of edge.')).toBeVisible()
  await draw(page, 'x', [-25, -3])
  await typed(page, { 'The text': 'Bed 3', 'The height of capitals': '7' })
  await expect(shapeLine(page, 'c')).toContainText('Letters Bed 3')
  await expect(shapeLine(page, 'c')).toContainText('a hole')

  await page.getByRole('button', { name: 'Extrude the drawing' }).click()
  await figure(page, 'The length', '1')
  await expect(page.getByRole('combobox', { name: 'What becomes of it' }).nth(1)).toHaveText('added to')
  const step = page.getByLabel('Build sheet').locator('[data-step="extrude"]')
  await step.getByRole('combobox', { name: 'What becomes of it' }).click()
  await page.getByRole('option', { name: 'taken from' }).click()
  // What is taken from the part that it lies on goes into it; said otherwise, it tells that nothing is there.
  const direction = step.getByRole('combobox', { name: 'The direction' })
  await expect(direction).toHaveText('inwards')
  await direction.click()
  await page.getByRole('option', { name: 'outwards' }).click()
  await expect(step.getByText('It does not reach Part')).toBeVisible()
  await direction.click()
  await page.getByRole('option', { name: 'inwards' }).click()
  await expect(step.getByText('It does not reach Part')).toBeHidden()

  // The plate grows, and all that was drawn on it goes along.
  await figure(page, 'Its width', '70')
  await expect(page.getByText(/One region, 13\d\d\.\d mm²|regions, 12\d\d/).first()).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(step.getByText('It does not reach Part')).toBeVisible()
})

test('the keyboard alone: a rectangle by its key, arrow keys and figures; Escape takes back step by step', async ({
  page,
}) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await page.getByRole('button', { name: 'draw on a plane' }).press('Enter')
  const desk = page.getByLabel('The drawing.')
  await expect(desk).toBeFocused()
  await expect(desk).toHaveAttribute('data-view', /\d/)
  await page.keyboard.press('r')
  await expect(page.getByText('Point at a corner of it.')).toBeVisible()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Enter')
  await typed(page, { 'The width': '1 in', 'The height': '10' })
  await expect(page.getByText('One region, 254.0 mm², 70.8 mm of edge.')).toBeVisible()
  await expect(desk).toBeFocused()
  await page.keyboard.press('c')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('button', { name: 'make it a hole' })).toBeHidden()
  await shapeLine(page, 'a').getByRole('button', { name: 'Shape a', exact: true }).click() // prettier-ignore
  await page.getByRole('button', { name: 'make it a hole' }).click()
  await expect(page.getByText('Nothing closed is drawn yet.')).toBeVisible()
  await desk.focus()
  await page.keyboard.press('Delete')
  await expect(page.getByText('0 shapes')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(desk).toBeHidden()
})

test('a height is dragged at the face it moves, by whole layers; Escape leaves it, undo takes all of a drag back', async ({
  page,
}) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await page.getByRole('button', { name: 'put in a plain solid' }).click()
  await pickFace(page, 'faces top')
  const handle = page.getByRole('button', { name: /^its height, / })
  await expect(handle).toHaveText('10 · 50 layers')
  const box = await atRest(handle)
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x, y - 20, { steps: 4 })
  await page.mouse.move(x, y - 60, { steps: 4 })
  await page.mouse.up()
  const height = async () => Number(/^([\d.]+)/.exec((await handle.textContent())!)![1])
  let now = 10
  // What was built last in a drag is on its way.
  await expect(async () => {
    const before = now
    now = await height()
    expect(now).toBeGreaterThan(11)
    expect(now).toBe(before)
  }).toPass({ intervals: [500] })
  expect((now / 0.2) % 1).toBeCloseTo(Math.round(now / 0.2) - Math.floor(now / 0.2), 6)
  await handle.press('ArrowDown')
  await expect(async () => expect(await height()).toBeCloseTo(now - 0.2, 6)).toPass()
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(handle).toHaveText('10 · 50 layers')
  await handle.click()
  await page.getByRole('textbox', { name: 'Its height' }).fill('12.5')
  await page.keyboard.press('Enter')
  await expect(handle).toHaveText('12.5 · 62.5 layers')
})

test('ties: pointing makes them, picking makes more, what cannot be had is told, a corner is dragged and keeps them', async ({
  page,
}) => {
  await newProject(page)
  await startDrawing(page)
  // Ties are solved on the page; the first build has to be there for what is shown to be steady.
  await expect(page.getByText(/^Saved /)).toBeVisible()
  await draw(page, 'l', [-20, -10], [10, -10.2])
  await expect(shapeLine(page, 'b')).toContainText('a is level')
  await expect(page.getByText('One line does not close')).toBeVisible()
  await draw(page, 'l', [10, -10], [9.8, 15])
  await expect(shapeLine(page, 'd')).toContainText('c is upright')
  await draw(page, 'l', [10, 15], [-20, -10])
  await expect(page.getByText('One region, 375.0 mm², 94.1 mm of edge.')).toBeVisible()
  await draw(page, 'c', [2, -4])
  await typed(page, { 'The diameter': '6' })
  await expect(shapeLine(page, 'f')).toContainText('a hole')
  for (const [line, at] of [
    ['a', 'g'],
    ['c', 'h'],
  ] as const) {
    await pickShapes(page, line, 'f')
    await page.getByRole('button', { name: 'let them touch' }).click()
    await expect(shapeLine(page, at)).toContainText(`f touches ${line}`)
  }
  // All of it is free, so the lines come towards the circle as it goes towards them.
  await expect(shapeLine(page, 'f')).toContainText('about 5.33, -6')

  await pickShapes(page, 'a')
  await page.getByRole('button', { name: 'keep its length' }).click()
  await expect(shapeLine(page, 'i')).toContainText(/a is [\d.]+ long\./)
  await pickShapes(page, 'a', 'c')
  await page.getByRole('button', { name: 'parallel' }).click()
  await expect(page.getByRole('alert').filter({ hasText: 'cannot be had together with' })).toBeVisible()
  await expect(page.getByLabel('Shapes of the drawing').getByRole('listitem')).toHaveCount(9)

  const c = shapeLine(page, 'c')
  const shorter = await c.innerText()
  await figureOf(page, 'i', 'The length', '40')
  await expect(c).not.toHaveText(shorter.replaceAll('\n', ''))
  await expect(c).toContainText(/a’s end to [\d.]+, 15/)
  const before = await c.innerText()
  const [x] = /([\d.]+), 15/.exec(before)!.slice(1).map(Number)
  await dragOn(page, [x!, 15], [x!, 25])
  await expect(c).toContainText(/, 2\d/)
  await expect(shapeLine(page, 'i')).toContainText('a is 40 long.')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(c).toHaveText(before.replaceAll('\n', ''))
})
