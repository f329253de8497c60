import { expect, type Page, test } from '@playwright/test'
import { addStep, choose, draw, pickFace, setPlane, shapeLine, sized, stepLines as steps, typed } from './drawn'
import { newProject, noErrors, row } from './helpers'
import { shipped, type } from './make-demo'

noErrors()

/** Looks from above, all in view, and picks a face. */
async function fromAbove(page: Page, words: string, near?: readonly [number, number]): Promise<void> {
  await page.getByRole('button', { name: 'top', exact: true }).click()
  await page.getByRole('button', { name: 'all', exact: true }).click()
  await pickFace(page, words, near)
}

test('the latch arm: over a square stud, sliding between two ends, kept on by a head, and its mirrored twin', async ({
  page,
}) => {
  test.setTimeout(360_000)
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await addStep(page, 'plain solid')
  await sized(page, { 'Its width': '26', 'Its depth': '26', 'Its height': '4.5' })
  await type(page, 'Name of Part', 'Stud')
  await fromAbove(page, 'Flat face, 26 × 26, faces top')
  await page.getByRole('button', { name: 'put a plain solid on it' }).click()
  await sized(page, { 'Its width': '8.4', 'Its depth': '8.4', 'Its height': '21' })

  // The arm, drawn above the foot: a bar with round ends, and a slot at the far one.
  await addStep(page, 'draw on a plane')
  await expect(page.getByText('Nothing is drawn yet.')).toBeVisible()
  await page.mouse.move(660, 430)
  await page.mouse.wheel(0, 1100)
  await page.waitForTimeout(400)
  await draw(page, 's', [0, 0], [40, 0])
  await typed(page, { 'The width': '22' })
  await draw(page, 's', [30, 0], [38, 0])
  await typed(page, { 'The width': '5.2' })
  await expect(shapeLine(page, 'c')).toContainText('a hole')
  await setPlane(page, steps(page).last(), 'The plane', 'the ground', '7')
  await page.getByRole('button', { name: 'Extrude the drawing' }).click()
  await sized(page, { 'The length': '6.5' })
  await type(page, 'Name of Part', 'Arm')

  await fromAbove(page, 'Flat face, 8.4 × 8.4, faces top', [0.25, 0.5])
  await page.getByRole('button', { name: 'make room for it' }).click()
  await expect(row(page, 'Stud in Arm')).toContainText('0.20')
  await expect(page.getByText('Nothing keeps Arm on Stud.')).toBeVisible()
  await addStep(page, 'let a part move')
  await choose(page, steps(page).last(), 'The part', 'Arm')
  await sized(page, { 'Where its way ends': '11' })
  await expect(row(page, 'Arm on its way')).toContainText('0.20')

  await fromAbove(page, 'Flat face, 8.4 × 8.4, faces top', [0.25, 0.5])
  await page.getByRole('button', { name: 'put a plain solid on it' }).click()
  await sized(page, { 'Its width': '13', 'Its depth': '13', 'Its height': '2.4' })
  await choose(page, steps(page).last(), 'What becomes of it', 'a part of its own')
  await type(page, 'Name of Part', 'Head')
  await expect(page.getByText('Nothing keeps Arm on Stud.')).toBeHidden()
  await page.getByRole('button', { name: 'Watch Stud to Head' }).click()
  await expect(row(page, 'Head')).toContainText('0.00')
  await expect(page.getByText('Without a row')).toBeHidden()

  // Slid by hand to somewhere on its way, and to the end, where the head is near.
  const slider = page.getByRole('slider', { name: 'Where it stands' })
  await slider.fill('4')
  await expect(steps(page).nth(5)).toContainText('It stands at 4')

  await addStep(page, 'copy a part')
  await choose(page, steps(page).last(), 'The part', 'Arm')
  await setPlane(page, steps(page).last(), 'The plane', 'the upright plane from front to back', '58')
  await expect(page.getByRole('textbox', { name: 'Name of Arm, mirrored' })).toBeVisible()
  await expect(page.getByText('The checks have nothing to say.')).toBeVisible()
  await shipped(page, 'Latch arm', 'demo/latch-arm.json')
})
