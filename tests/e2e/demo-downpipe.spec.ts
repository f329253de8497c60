import { expect, type Page, test } from '@playwright/test'
import { addStep, choose, draw, pickFace, shapeLine, sized, stepLines as steps, typed } from './drawn'
import { newProject, noErrors } from './helpers'
import { shipped, type } from './make-demo'

noErrors()

/** Looks from a side and picks the round outside there. */
async function fromSide(page: Page, side: string): Promise<void> {
  await page.getByRole('button', { name: side, exact: true }).click()
  await page.getByRole('button', { name: 'all', exact: true }).click()
  await pickFace(page, 'Round outside, Ø 52')
}

/** Takes the drawing that is open out of the wall it touches, and out of no other. */
async function throughTheWall(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Extrude the drawing' }).click()
  const last = steps(page).last()
  await choose(page, last, 'How far', 'through the first wall only')
  await choose(page, last, 'The direction', 'inwards')
  await choose(page, last, 'What becomes of it', 'taken from')
  await expect(last.getByRole('alert')).toHaveCount(0)
}

test('the downpipe: a slot in its near wall, a keyhole in the far one, a counterbored hole through both', async ({
  page,
}) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await addStep(page, 'plain solid')
  await choose(page, steps(page).first(), 'The solid', 'Tube')
  await sized(page, { 'Its diameter': '52', 'Its height': '96', 'The wall of the tube': '5.2' })
  await type(page, 'Name of Part', 'Downpipe')

  await fromSide(page, 'front')
  await page.getByRole('button', { name: 'draw where this touches a plane' }).click()
  await expect(page.getByText('Nothing is drawn yet.')).toBeVisible()
  await draw(page, 's', [0, 12], [0, 30])
  await typed(page, { 'The width': '6.4' })
  await throughTheWall(page)

  await fromSide(page, 'back')
  await page.getByRole('button', { name: 'draw where this touches a plane' }).click()
  await expect(page.getByText('Nothing is drawn yet.')).toBeVisible()
  await draw(page, 'c', [0, 14])
  await typed(page, { 'The diameter': '10.5' })
  await draw(page, 's', [0, 14], [0, 25])
  await typed(page, { 'The width': '5' })
  await expect(shapeLine(page, 'b')).toBeVisible()
  await throughTheWall(page)

  await fromSide(page, 'right')
  await page.getByRole('button', { name: 'put holes in it' }).click()
  const holes = steps(page).last()
  await choose(page, holes, 'What they are for', 'for a screw')
  await choose(page, holes, 'The screw', 'M4')
  await choose(page, holes, 'Their mouth', 'counterbored for a cap head')
  await expect(holes).toContainText('touching Downpipe at 0°')
  await expect(page.getByText('The checks have nothing to say.')).toBeVisible()
  await shipped(page, 'Downpipe', 'demo/downpipe.json')
})
