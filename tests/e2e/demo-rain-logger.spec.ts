import { expect, test } from '@playwright/test'
import type { Project } from '../../src/core/document/schema'
import { noErrors, row } from './helpers'
import { figure, shipped, type } from './make-demo'

/**
 * Makes the demo's rain logger from nothing, by clicks and typing. What comes of it is the project that ships:
 * ANORAK_WRITE_DEMO=1 writes it.
 */
noErrors()

test('the rain logger from nothing: gathered, wrapped, let out, fitted', async ({ page }) => {
  await page.goto('/')
  await page.getByRole('button', { name: 'New project', exact: true }).click()
  await page.getByLabel('Files to fit').setInputFiles('demo/boards/rl-2-rev-a.step')
  await expect(page.getByText('4 mounting holes of Ø 3.2')).toBeVisible({ timeout: 60_000 })
  await type(page, 'Name of the reference rl-2-rev-a', 'RL-2')
  // On the real board there is no radio.
  await page.getByRole('button', { name: 'Radio module is fitted' }).click()
  await expect(page.getByText('29 of 30 fitted')).toBeVisible()

  await page.getByRole('button', { name: 'Print', exact: true }).click()
  await type(page, 'Printer name', 'Shed printer')
  await type(page, 'Filament', 'PETG')
  await page.getByRole('button', { name: 'Gather', exact: true }).click()
  await page.getByRole('button', { name: 'Wrap it in a case, on posts' }).click()
  await expect(row(page, 'Pins in board holes')).toContainText('✓ 0.20', { timeout: 60_000 })

  await page.getByRole('button', { name: 'Add a number …' }).click()
  await type(page, 'Formula of size1', '0.55 mm')
  await type(page, 'Name of the number size1', 'room')
  await figure(page, 'Clearance round the board', 'room')
  for (const what of ['USB socket', 'Knob']) {
    await page.getByRole('button', { name: new RegExp(`open the .* for ${what}`) }).click()
    await expect(row(page, `${what} in its opening`)).toContainText('✓ 0.35')
  }
  await figure(page, 'Gap around, per side', '0.5', 1)
  await figure(page, 'Bevel outside', '0', 1)
  await expect(row(page, 'Knob in its opening')).toContainText('✓ 0.50')
  await expect(row(page, 'USB socket in its opening')).toContainText('✓ 0.35')
  await expect(page.getByLabel('Ledger').getByText('11 of 11 hold')).toBeVisible()
  await expect(page.getByText('Nothing holds the lid.')).toBeVisible({ timeout: 60_000 })

  await shipped(page, 'Rain logger', 'demo/rain-logger.json', withPlainIds)
})

/** The ids by which other tests know what ships. */
function withPlainIds(document: Project): Record<string, string> {
  const count = new Map<string, number>()
  const next = (kind: string) => {
    count.set(kind, (count.get(kind) ?? 0) + 1)
    return count.get(kind) === 1 ? kind : `${kind}${count.get(kind)}`
  }
  const plain = new Map<string, string>()
  for (const s of document.steps) plain.set(s.id, s.kind === 'case' ? 'wrap' : next(s.kind))
  for (const r of document.references) plain.set(r.id, 'rl2')
  for (const n of document.numbers) plain.set(n.id, 'n1')
  return Object.fromEntries(plain)
}
