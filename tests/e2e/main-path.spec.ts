import { readFileSync } from 'node:fs'
import AxeBuilder from '@axe-core/playwright'
import { expect, type Page, test } from '@playwright/test'
import { strFromU8, unzipSync } from 'fflate'
import { boardFile, dropFile, newProject, noErrors, openDemo, projectName, rename, row, twoWindows } from './helpers'

let step: Buffer
test.beforeAll(async () => {
  step = await boardFile()
})
noErrors()

async function dropBoard(page: Page): Promise<void> {
  await dropFile(page, 'soil sensor.step', step)
  await expect(page.getByText('4 mounting holes of Ø 3.2')).toBeVisible({ timeout: 60_000 })
}

test('from a STEP file to a 3MF: found, left out, wrapped, opened, changed, saved', async ({ page }) => {
  await newProject(page)
  await dropBoard(page)
  await expect(page.getByText('4 items read, in mm')).toBeVisible()
  await expect(page.getByText('socket by 1.5 at the front')).toBeVisible()
  await page.getByRole('button', { name: 'pin is fitted' }).click()
  await expect(page.getByText('3 of 4 fitted')).toBeVisible()
  await page.getByRole('button', { name: 'Wrap it in a case, on posts' }).click()
  await expect(row(page, 'Board in case, left')).toContainText('✓ 0.55')
  await expect(row(page, 'Pins in board holes')).toContainText('✓ 0.20')
  await page.getByRole('button', { name: 'open the front for socket' }).click()
  await expect(row(page, 'socket in its opening')).toContainText('✓ 0.35')

  const clearance = page.getByRole('button', { name: 'Clearance round the board' })
  await clearance.click()
  await page.getByRole('textbox', { name: 'Clearance round the board' }).fill('0.05 in')
  await page.keyboard.press('Enter')
  await expect(row(page, 'Board in case, left')).toContainText('✓ 1.27')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(row(page, 'Board in case, left')).toContainText('✓ 0.55')

  await page.getByRole('button', { name: 'Print', exact: true }).click()
  await expect(page.getByLabel('Export').getByText('✓ closed')).toHaveCount(2)
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save one 3MF' }).click()
  const file = await download
  expect(file.suggestedFilename()).toBe('new-project.3mf')
  const model = strFromU8(unzipSync(readFileSync(await file.path()))['3D/3dmodel.model']!)
  expect(model).toContain('unit="millimeter"')
  expect(model.match(/<object /g)).toHaveLength(2)
})

test('what was shown as saved is there after a reload, and can still be undone', async ({ page }) => {
  await newProject(page)
  await dropBoard(page)
  await page.getByRole('button', { name: 'Wrap it in a case, on posts' }).click()
  await expect(row(page, 'Board in case, left')).toContainText('✓ 0.55')
  await page.getByRole('textbox', { name: 'Name of the project' }).fill('Bean shed')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/^Saved /)).toBeVisible()
  await page.waitForTimeout(800)
  await page.reload()
  await expect(page.getByRole('textbox', { name: 'Name of the project' })).toHaveValue('Bean shed')
  await expect(row(page, 'Board in case, left')).toContainText('✓ 0.55')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('textbox', { name: 'Name of the project' })).toHaveValue('New project')
})

test('a second window is told, and neither side is lost', async ({ page }) => {
  const other = await twoWindows(page)
  await rename(page, 'Mine')
  await expect(page.getByText(/^Saved /)).toBeVisible()
  await page.waitForTimeout(600)
  await rename(other, 'Theirs')
  await expect(other.getByText('Changed in another window.')).toBeVisible()
  await other.getByRole('button', { name: 'keep mine as a copy' }).click()
  await expect(projectName(other)).toHaveValue('Theirs (other window)')
  await page.goto('/')
  await expect(page.getByRole('link', { name: 'Mine', exact: true })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Theirs (other window)', exact: true })).toBeVisible()
})

test('the demo: a pick tells its size and verbs, a row shows its place, a section is capped', async ({ page }) => {
  await openDemo(page)
  await expect(page.getByLabel('Ledger').getByText('14 of 14 hold')).toBeVisible()
  const scene = page.getByLabel('The parts as built.')
  await page.getByRole('button', { name: 'top', exact: true }).click()
  await scene.click({ position: { x: 200, y: 380 } })
  await expect(page.getByText(/Flat face, .* faces top/)).toBeVisible()
  await page.getByRole('button', { name: 'change the roof' }).click()
  await expect(page.getByRole('textbox', { name: 'Roof thickness' })).toBeFocused()
  await page.keyboard.press('Escape')
  await row(page, 'USB socket in its opening').hover()
  await expect(page.locator('svg text', { hasText: 'of 0.35' })).toBeVisible()
  await page.getByRole('group', { name: 'Section' }).getByRole('button', { name: 'y' }).click()
  await expect(page.getByRole('slider', { name: 'Where y is cut' })).toBeVisible()
})

test('a wrong file gets a plain answer, and a step that cannot be built says why', async ({ page }) => {
  await newProject(page)
  await page
    .getByLabel('Files to fit')
    .setInputFiles({ name: 'notes.step', mimeType: 'text/plain', buffer: Buffer.from('water the beans') })
  await expect(page.getByRole('alert').filter({ hasText: 'not a STEP file' })).toBeVisible()
  await openDemo(page)
  await page.getByRole('button', { name: 'Outside corners' }).click()
  await page.getByRole('textbox', { name: 'Outside corners' }).fill('60')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/Corners of 60\.0 mm would thin the wall/)).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText(/Corners of 60\.0 mm/)).toBeHidden()
})

test('projects can be doubled, renamed, deleted and brought back; nothing serious for axe on any view', async ({
  page,
}) => {
  const serious = async () => {
    const { violations } = await new AxeBuilder({ page }).analyze()
    expect(
      violations
        .filter((v) => v.impact === 'serious' || v.impact === 'critical')
        .map((v) => `${v.id}: ${v.nodes[0]?.html}`),
    ).toEqual([])
  }
  await page.goto('/')
  await expect(page.getByRole('link', { name: 'Open Rain logger', exact: true })).toBeVisible()
  await serious()
  const menu = async (name: string, act: string) => {
    await page.getByRole('button', { name: `What to do with ${name}`, exact: true }).click()
    await page.getByRole('menuitem', { name: act }).click()
  }
  await menu('Rain logger', 'Duplicate')
  await menu('Rain logger copy', 'Rename')
  await page.getByRole('textbox', { name: 'New name' }).fill('Rain logger 2')
  await page.keyboard.press('Enter')
  await menu('Rain logger 2', 'Delete')
  await expect(page.getByText('Rain logger 2 is deleted.')).toBeVisible()
  await page.getByRole('button', { name: 'Bring it back' }).click()
  await page.getByRole('link', { name: 'Open Rain logger 2', exact: true }).click()
  await expect(row(page, 'USB socket in its opening')).toContainText('✓', { timeout: 60_000 })
  for (const place of ['Gather', 'Shape', 'Divide', 'Parts', 'Prove', 'Print']) {
    await page.getByRole('button', { name: place, exact: true }).click()
    await page.waitForTimeout(300)
    await serious()
  }
})
