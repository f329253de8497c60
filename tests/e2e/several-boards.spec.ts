import { expect, test } from '@playwright/test'
import { writeStepAssembly } from '../../demo/make/step-assembly'
import { simpleBoard } from '../support/board-shapes'
import { startQuietly } from '../support/kernel'
import { addStep, stepLines as steps } from './drawn'
import { dropFile, newProject, noErrors, row } from './helpers'
import { figure } from './make-demo'

noErrors()

const BARE = { width: 70, depth: 40, thickness: 1.6, radius: 2, hole: 0, inset: 4, socket: false }
const boardOf = async (change: Partial<typeof BARE>): Promise<Buffer> => Buffer.from(writeStepAssembly(await startQuietly(), simpleBoard({ ...BARE, ...change }))) // prettier-ignore

test('two boards share a case: one is clipped in by its edges, the other stands on posts beside it', async ({
  page,
}) => {
  await newProject(page)
  await dropFile(page, 'sensor.step', await boardOf({}))
  await expect(page.getByLabel('Items of sensor')).toBeVisible({ timeout: 60_000 })
  await page.getByLabel('Files to fit').setInputFiles({ name: 'radio.step', mimeType: 'model/step', buffer: await boardOf({ width: 26, depth: 22, hole: 2.4, inset: 3.5 }) }) // prettier-ignore
  await expect(page.getByLabel('Items of radio')).toBeVisible({ timeout: 60_000 })
  await page.getByRole('button', { name: 'Put it elsewhere …' }).last().click()
  await page.getByRole('menuitem', { name: 'Move it by lengths' }).click()
  await figure(page, 'Move along x', '52')
  await figure(page, 'Move along z', '3')
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await addStep(page, 'wrap carrier of sensor')
  await expect(row(page, 'Board in case, front')).toContainText('✓', { timeout: 60_000 })
  await addStep(page, 'carrier of radio into the case')
  await expect(row(page, 'radio in case, front')).toContainText('✓', { timeout: 60_000 })
  await addStep(page, 'clip carrier of sensor in')
  await expect(row(page, 'Board under its catches')).toContainText('✓ 0.10', { timeout: 60_000 })
  await expect(steps(page).last()).toContainText('% strain')
  await addStep(page, 'stand carrier of radio on posts')
  await expect(row(page, 'Pins in board holes')).toContainText('✓ 0.20', { timeout: 60_000 })
  await expect(row(page, 'radio going into the base')).toContainText('✓')
  await expect(row(page, 'sensor going into the base')).toContainText('✓')
  await expect(steps(page).last()).toContainText('This is about radio.')
})
