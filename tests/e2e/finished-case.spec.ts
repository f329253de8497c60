import { expect, test } from '@playwright/test'
import { noErrors, openCopy, row } from './helpers'
import { figure } from './make-demo'
import { stepLines as steps } from './drawn'

noErrors()

test('three questions write a whole sheet: on a ledge, snapped shut, on a wall; its arms are changed by their sentence', async ({
  page,
}) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'New project', exact: true }).click()
  await page.getByLabel('Files to fit').setInputFiles('demo/boards/rl-2-rev-a.step')
  await expect(page.getByText('4 mounting holes of Ø 3.2')).toBeVisible({ timeout: 60_000 })
  await page.getByRole('button', { name: 'or answer three questions …' }).click()
  await expect(page.getByRole('radio', { name: 'with snap arms' })).toBeDisabled()
  for (const answer of ['on a ledge, by its edge', 'with snap arms', 'screwed to a wall'])
    await page.getByRole('radio', { name: answer }).click()
  await page.getByRole('button', { name: 'write the sheet' }).click()
  await expect(row(page, 'Board under the ledge of the lid')).toContainText('✓ 0.10', { timeout: 60_000 })
  await expect(row(page, 'Snap arms beside the base')).toContainText('✓ 0.20')
  await expect(row(page, 'Lid going onto the base')).toContainText('✓')
  await expect(steps(page).filter({ hasText: 'Ears at' })).toContainText('2 holes of Ø 3.4 mm for M3.')
  // PLA bears little across its layers: the finding has the figure, and what mends it.
  await expect(page.getByText('The snap arms break.')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(steps(page)).toHaveCount(0)
  await page.getByRole('button', { name: 'Redo' }).click()
  await expect(row(page, 'Snap arms beside the base')).toContainText('✓ 0.20')
})

test('each way to close: three questions write it, its gaps are in the ledger, and nothing stops it', async ({
  page,
}) => {
  test.setTimeout(480_000)
  await page.goto('/')
  await page.getByRole('button', { name: 'New project', exact: true }).click()
  await page.getByLabel('Files to fit').setInputFiles('demo/boards/rl-2-rev-a.step')
  await expect(page.getByText('4 mounting holes of Ø 3.2')).toBeVisible({ timeout: 60_000 })
  for (const [closes, between, gap] of [
    ['with screws at its corners', 'Lip in groove', '✓ 0.10'],
    ['with magnets', 'Magnet at the front left', '✓ 0.10'],
    ['on a hinge, with a snap arm', 'Pin of the hinge in the lid', '✓ 0.20'],
    ['the lid slides on', 'Lid in its rails', '✓ 0.20'],
    ['sealed in: printed in one, with a pause', 'What is laid in under the roof', '✓ 1.00'],
  ] as const) {
    await page.getByRole('button', { name: 'Gather', exact: true }).click()
    await page.getByRole('button', { name: 'or answer three questions …' }).click()
    await page.getByRole('radio', { name: 'by screws of its own' }).click()
    await page.getByRole('radio', { name: closes }).click()
    await page.getByRole('button', { name: 'write the sheet' }).click()
    await expect(row(page, between)).toContainText(gap, { timeout: 60_000 })
    await expect(page.getByText('Nothing holds the lid.')).toBeHidden()
    await expect(page.getByText(/cuts into|do not close/)).toHaveCount(0)
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(steps(page)).toHaveCount(0)
  }
})

test('another revision goes into the finished case by one swap; nothing is found', async ({ page }) => {
  await openCopy(page, 'Rain logger')
  await expect(page.getByText('The checks have nothing to say.')).toBeVisible({ timeout: 60_000 })
  await page.getByRole('button', { name: 'Gather', exact: true }).click()
  await page.getByLabel('Next revision of RL-2').setInputFiles('demo/boards/rl-2-rev-b.step')
  await page.getByRole('button', { name: 'Swap it in' }).click()
  await expect(page.getByText('28 of 29 fitted')).toBeVisible()
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await expect(row(page, 'Knob under the roof')).toContainText('✓ 1.00', { timeout: 60_000 })
  await expect(page.getByLabel('Ledger').getByText('20 of 20 hold')).toBeVisible({ timeout: 60_000 })
  await expect(page.getByText('The checks have nothing to say.')).toBeVisible({ timeout: 60_000 })
  // A window is moved on by its own figure, and stays where the display is.
  await figure(page, 'The text', 'RAIN 2')
  await expect(steps(page).filter({ hasText: 'Write' })).toContainText('RAIN 2')
})
