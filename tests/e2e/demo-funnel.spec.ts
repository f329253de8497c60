import { expect, type Page, test } from '@playwright/test'
import { addStep, choose, draw, figureOf, setPlane, stepLines as steps, typed } from './drawn'
import { newProject, noErrors, row } from './helpers'
import { shipped, type } from './make-demo'

noErrors()

/** Begins a drawing so far above the ground, with so much of it in view that it can be pointed at. */
async function drawAt(page: Page, off: string, wheel: number): Promise<void> {
  await addStep(page, 'draw on a plane')
  await expect(page.getByText('Nothing is drawn yet.')).toBeVisible()
  await setPlane(page, steps(page).last(), 'The plane', 'the ground', off)
  await page.mouse.move(660, 430)
  await page.mouse.wheel(0, wheel)
  await page.waitForTimeout(400)
}

test('the rain funnel: from a rectangular rim to a spout off its middle, one wall all over', async ({ page }) => {
  test.setTimeout(360_000)
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await drawAt(page, '150', 2600)
  await draw(page, 'r', [-150, -100], [150, 100])
  await figureOf(page, 'a', 'The width', '320')
  await figureOf(page, 'a', 'The height', '300')
  await page.getByRole('button', { name: 'round its corners' }).click()
  await figureOf(page, 'b', 'The radius, or how far a bevel goes along the edges', '28')
  await drawAt(page, '0', 600)
  await draw(page, 's', [20, 10], [40, 10])
  await typed(page, { 'The width': '34' })
  await page.getByRole('button', { name: 'done with the drawing' }).first().click()

  await addStep(page, 'loft from drawing')
  const loft = steps(page).last()
  await choose(page, loft, 'What it is', 'as a wall round it of')
  await choose(page, loft, 'How it runs', 'smoothly, square to its ends')
  await expect(loft.getByRole('alert')).toHaveCount(0)
  await type(page, 'Name of Part', 'Funnel')
  await expect(row(page, 'Wall of Funnel')).toContainText('✓', { timeout: 60_000 })

  // Wider than the bed: cut where it is best, its wall thicker at the cuts for a tongue.
  await page.getByRole('button', { name: 'Divide', exact: true }).click()
  const pieces = page.getByRole('region', { name: 'Pieces' })
  await expect(pieces).toContainText('■ too large')
  await pieces.getByRole('button', { name: 'make it fit the bed' }).click()
  const proposal = page.getByRole('group', { name: 'Proposed cuts' })
  await expect(proposal).toContainText('3 cuts, 4 pieces', { timeout: 60_000 })
  await proposal.getByRole('button', { name: /^write \d steps/ }).click()
  await expect(pieces.getByText('✓ fits')).toHaveCount(4, { timeout: 60_000 })
  for (const of of ['Funnel 1', 'Funnel 2']) await expect(row(page, `End of the tongue at cut 1 of ${of}`)).toContainText('✓') // prettier-ignore
  // Walls too thin for pins get bosses on their outsides; of a piece that was divided once more they come before that.
  const cuts = page.getByRole('list', { name: 'Cuts and joints' })
  for (const of of ['Funnel', 'Funnel 1', 'Funnel 2']) {
    await cuts.getByRole('button', { name: 'more joints …' }).first().click()
    await cuts.getByRole('button', { name: 'join the pieces with pins in bosses on their walls' }).click()
    await expect(row(page, `Pin 2 at cut 1 of ${of}`).first()).toContainText('✓ 0.10', { timeout: 60_000 })
  }
  await expect(pieces.getByText('✓ fits')).toHaveCount(4, { timeout: 60_000 })
  await expect(page.getByText('The checks have nothing to say.')).toBeVisible({ timeout: 60_000 })
  const order = page.getByRole('list', { name: 'Order of putting together' })
  await expect(order.getByRole('listitem').first()).toContainText('Funnel 2.2 onto Funnel 2.1, from the front')
  await expect(order.getByRole('listitem').last()).toContainText(
    'Funnel 2.1 with Funnel 2.2 onto Funnel 1.1 with Funnel 1.2, from the right',
  )
  await page.getByLabel('How far the pieces are drawn apart').fill('0.5')
  await page.getByRole('button', { name: 'show the whole' }).click()
  await expect(page.getByRole('status', { name: 'What the step does' })).toContainText(/uses up 28\d{4} mm³ of Funnel/)
  await page.getByRole('button', { name: 'hide the whole' }).click()
  await page.getByLabel('How far the pieces are drawn apart').fill('0')
  await shipped(page, 'Rain funnel', 'demo/rain-funnel.json')
})
