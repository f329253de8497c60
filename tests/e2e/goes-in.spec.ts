import { expect, test } from '@playwright/test'
import { writeStepAssembly } from '../../demo/make/step-assembly'
import { PLAIN, simpleBoard } from '../support/board-shapes'
import { startQuietly } from '../support/kernel'
import { addStep, choose, stepLines as steps } from './drawn'
import { dropFile, newProject, noErrors, row } from './helpers'
import { figure } from './make-demo'

noErrors()

test('how a board goes in is told: tilted behind a wall, straight once that is open, or slid into rails', async ({
  page,
}) => {
  const board = writeStepAssembly(await startQuietly(), simpleBoard({ ...PLAIN, hole: 0, socket: true }))
  await newProject(page)
  await dropFile(page, 'sensor.step', Buffer.from(board))
  await expect(page.getByLabel('Items of sensor')).toBeVisible({ timeout: 60_000 })
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await addStep(page, 'wrap carrier')
  await figure(page, 'Clearance above the tallest item', '6')
  await figure(page, 'Parting height above the ground', 'board.top + 6')
  await addStep(page, 'let socket out')
  await expect(row(page, 'socket in its opening')).toContainText('✓', { timeout: 60_000 })
  await choose(page, steps(page).last(), 'Towards the parting', 'shut')
  await expect(page.getByText('sensor only goes into the base tilted.')).toBeVisible({ timeout: 60_000 })
  await expect(page.getByText(/Its front side goes in first, tilted by up to \d+ degrees/)).toBeVisible()
  await page.getByRole('button', { name: 'open it towards the parting' }).click()
  await expect(page.getByText('sensor only goes into the base tilted.')).toBeHidden({ timeout: 60_000 })
  await addStep(page, 'slide into rails')
  await expect(row(page, 'Board under its rails')).toContainText('✓ 0.20', { timeout: 60_000 })
  await expect(row(page, 'sensor sliding into the base')).toContainText('✓')
  await expect(steps(page).last()).toContainText('The back wall goes with the lid')
})
