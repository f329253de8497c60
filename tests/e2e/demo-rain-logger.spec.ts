import { readFileSync, writeFileSync } from 'node:fs'
import { expect, type Page, test } from '@playwright/test'
import type { Project } from '../../src/core/document/schema'
import { noErrors, row } from './helpers'

/**
 * Makes the demo's rain logger from nothing, by clicks and typing. What comes of it is the project that ships:
 * ANORAK_WRITE_DEMO=1 writes it.
 */
const SHIPPED = 'demo/rain-logger.json'
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

  await type(page, 'Name of the project', 'Rain logger')
  await expect(page.getByText(/^Saved /)).toBeVisible()
  await page.waitForTimeout(700)
  const id = new URL(page.url()).pathname.split('/').at(-1)!
  const { document } = (await (await page.request.get(`/api/projects/${id}`)).json()) as { document: Project }
  // Other tests look for the one that ships.
  await page.goto('/')
  expect((await page.request.patch(`/api/projects/${id}`, { data: { deleted: true } })).ok()).toBe(true)
  const made = withPlainIds(document)
  if (process.env.ANORAK_WRITE_DEMO) writeFileSync(SHIPPED, `${JSON.stringify(made, null, 2)}\n`)
  expect(made).toEqual(JSON.parse(readFileSync(SHIPPED, 'utf8')))
})

async function type(page: Page, label: string, text: string): Promise<void> {
  const field = page.getByRole('textbox', { name: label, exact: true })
  await field.fill(text)
  await field.press('Enter')
}

/** Types a formula into a figure of the sheet. */
async function figure(page: Page, label: string, formula: string, which = 0): Promise<void> {
  await page.getByRole('button', { name: label }).nth(which).click()
  await page.getByRole('textbox', { name: label }).fill(formula)
  await page.keyboard.press('Enter')
}

/** Ids as they come are long and new each time; in the shipped file they can be read. */
function withPlainIds(document: Project): Project {
  const count = new Map<string, number>()
  const next = (kind: string) => {
    count.set(kind, (count.get(kind) ?? 0) + 1)
    return count.get(kind) === 1 ? kind : `${kind}${count.get(kind)}`
  }
  const plain = new Map<string, string>()
  for (const s of document.steps) plain.set(s.id, s.kind === 'case' ? 'wrap' : next(s.kind))
  for (const r of document.references) plain.set(r.id, 'rl2')
  for (const n of document.numbers) plain.set(n.id, 'n1')
  let text = JSON.stringify(document)
  for (const [id, to] of plain) text = text.replaceAll(`"${id}"`, `"${to}"`)
  return JSON.parse(text) as Project
}
