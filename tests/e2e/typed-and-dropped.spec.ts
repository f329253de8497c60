import { expect, type Page, test } from '@playwright/test'
import {
  atRest,
  boardFile,
  dropFile,
  newProject,
  noErrors,
  openDemo,
  projectName,
  rename,
  row,
  twoWindows,
} from './helpers'

noErrors()
const field = (page: Page, id: string) => page.locator(`[data-field="${id}"]`)

test('every press of an arrow counts; what is worked out stays so; Escape takes a drag and typing back', async ({
  page,
}) => {
  await openDemo(page)
  const clear = field(page, 'wrap.clear')
  await clear.focus()
  await clear.press('Escape')
  for (let i = 0; i < 10; i++) await page.keyboard.press('ArrowUp', { delay: 0 })
  await expect(clear).toHaveText('1.05')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(clear).toHaveText('0.55')
  const wall = field(page, 'wrap.wall')
  await wall.focus()
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('ArrowUp')
  await expect(wall).toHaveAttribute('title', /= 4\*line \+ 0\.1/)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(wall).toHaveAttribute('title', /= 4\*line$/)

  const undo = page.getByRole('button', { name: 'Undo' })
  await expect(undo).toBeDisabled()
  const box = await atRest(clear)
  await page.mouse.move(box.x + 5, box.y + 8)
  await page.mouse.down()
  await page.mouse.move(box.x + 65, box.y + 8, { steps: 6 })
  await expect(clear).toHaveText('1.05')
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await expect(clear).toHaveText('0.55')
  await expect(undo).toBeDisabled()

  await clear.click()
  const typed = page.getByRole('textbox', { name: 'Clearance round the board' })
  await typed.fill('2')
  await typed.press('Escape')
  await expect(clear).toHaveText('0.55')
  await expect(undo).toBeDisabled()

  await page.getByRole('button', { name: 'Add a number …' }).click()
  const formula = page.getByRole('textbox', { name: /^Formula of size/ })
  await formula.fill('99')
  await formula.press('Escape')
  await expect(formula).toHaveValue('10 mm')
})

test('a thing with a size that cannot be keeps its sentence, and can be put right', async ({ page }) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Add something measured …' }).click()
  await page.getByRole('menuitem', { name: 'A measured box' }).click()
  await page.getByRole('button', { name: /^Its width/ }).click()
  await page.getByRole('textbox', { name: 'Its width' }).fill('0')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/must|more than/).first()).toBeVisible()
  await page.getByRole('button', { name: /^Its width/ }).click()
  await page.getByRole('textbox', { name: 'Its width' }).fill('12')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/^12 × /)).toBeVisible()
})

test('files are answered wherever they are dropped, each of them; one that is there already is said to be', async ({
  page,
}) => {
  await openDemo(page)
  await dropFile(page, 'notes.step', Buffer.from('water the beans'))
  await expect(page.getByRole('alert').filter({ hasText: 'not a STEP file' })).toBeVisible()
  await page.getByRole('button', { name: 'noted' }).click()
  await page.getByRole('button', { name: 'Gather', exact: true }).click()
  const line = (x: number) => Buffer.from(`<svg xmlns="http://www.w3.org/2000/svg" width="${x}mm" height="9mm" viewBox="0 0 ${x} 9"><rect width="${x}" height="9"/></svg>`) // prettier-ignore
  const one = { name: 'one.svg', mimeType: 'image/svg+xml', buffer: line(20) }
  await page
    .getByLabel('Files to fit')
    .setInputFiles([
      one,
      { name: 'none.stl', mimeType: 'model/stl', buffer: Buffer.from('no') },
      { ...one, name: 'two.svg' },
    ])
  await expect(page.getByText('✓ one.svg')).toBeVisible()
  await expect(page.getByText('■ none.stl')).toBeVisible()
  await expect(page.getByText('It is in the project already, as one; the two lie in the same place.')).toBeVisible()
})

test('a board dropped on the projects page begins a project with it', async ({ page }) => {
  const board = await boardFile()
  await page.goto('/')
  await expect(page.getByRole('link', { name: 'Open Rain logger', exact: true })).toBeVisible()
  const data = await page.evaluateHandle((base64) => {
    const transfer = new DataTransfer()
    transfer.items.add(new File([Uint8Array.from(atob(base64), (c) => c.charCodeAt(0))], 'soil sensor.step'))
    return transfer
  }, board.toString('base64'))
  await page.getByRole('main').dispatchEvent('drop', { dataTransfer: data })
  await expect(page.getByText('4 mounting holes of Ø 3.2')).toBeVisible({ timeout: 60_000 })
  await expect(page.getByRole('textbox', { name: 'Name of the project' })).toHaveValue('soil sensor')
})

test('two windows: both are looked at, either is kept, the other is an Undo away; deleted elsewhere it comes back', async ({
  page,
}) => {
  const other = await twoWindows(page)
  const saved = (p: Page) => expect(p.getByText(/^Saved /)).toBeVisible()
  await rename(page, 'First')
  await saved(page)
  await page.waitForTimeout(600)
  await rename(other, 'Second')
  await expect(other.getByText('Changed in another window.')).toBeVisible()
  await other.getByRole('button', { name: 'look at theirs' }).click()
  await expect(projectName(other)).toHaveValue('First')
  await other.getByRole('button', { name: 'look at mine' }).click()
  await expect(projectName(other)).toHaveValue('Second')
  await other.getByRole('button', { name: 'take theirs' }).click()
  await expect(projectName(other)).toHaveValue('First')
  await saved(other)
  await other.waitForTimeout(700)
  await other.reload()
  await expect(projectName(other)).toHaveValue('First')
  await other.getByRole('button', { name: 'Undo' }).click()
  await expect(projectName(other)).toHaveValue('Second')
  await saved(other)
  await other.waitForTimeout(600)
  await rename(page, 'Third')
  await page.getByRole('button', { name: 'keep mine', exact: true }).click()
  await saved(page)
  await expect(projectName(page)).toHaveValue('Third')

  const id = page.url().split('/').at(-1)!
  await page.waitForTimeout(600)
  await page.request.patch(`/api/projects/${id}`, { data: { deleted: true } })
  await rename(page, 'Fourth')
  await expect(page.getByText('This project was deleted in another window.')).toBeVisible()
  await page.getByRole('button', { name: 'bring it back' }).click()
  await saved(page)
  await page.request.patch(`/api/projects/${id}`, { data: { deleted: true } })
  await page.goto('/')
  await page.getByRole('button', { name: 'Deleted projects' }).click()
  await page.getByRole('button', { name: 'Bring Fourth back' }).first().click()
  await expect(page.getByRole('link', { name: 'Open Fourth', exact: true })).toBeVisible()
})

test('the ledger and the sheet stand beside a strip that says what is not settled', async ({ page }) => {
  await openDemo(page)
  await page.route('**/api/projects/*', (r) => (r.request().method() === 'PUT' ? r.abort() : r.continue()))
  await page.getByRole('textbox', { name: 'Name of the project' }).fill('Away')
  await page.keyboard.press('Enter')
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'save a copy' }).click()
  expect((await download).suggestedFilename()).toBe('Away.json')
  await expect(row(page, 'Board in case, left')).toBeVisible()
})

test('by keyboard: the cursor stays at what was changed, names are offered, a pick leads to its verbs, Back goes through places', async ({
  page,
}) => {
  await openDemo(page)
  await expect(page).toHaveTitle('A test · Shape · Anorak')
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('A test')
  const clear = field(page, 'wrap.clear')
  await clear.focus()
  await page.keyboard.press('Enter')
  await page.keyboard.type('li')
  await expect(page.getByRole('group', { name: 'Names that can be used' })).toContainText('line 0.42')
  await page.getByRole('button', { name: 'line 0.42' }).click()
  await page.keyboard.type(' + 0.2')
  await page.keyboard.press('Enter')
  await expect(clear).toBeFocused()
  await expect(clear).toHaveText('0.62')
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
  await expect(clear).toBeFocused()

  const name = page.getByRole('textbox', { name: 'Name of the project' })
  await name.fill('Named')
  await name.press('Enter')
  await expect(name).toBeFocused()

  const scene = page.getByLabel('The parts as built.')
  await scene.focus()
  await page.keyboard.press('Enter')
  await expect(page.getByText(/Flat face|Round|Edge|faces/).first()).toBeVisible()
  await page.keyboard.press('Tab')
  expect(await page.evaluate(() => document.activeElement?.closest('section')?.getAttribute('aria-label'))).toBe(
    'Scene',
  )
  expect(await page.evaluate(() => document.activeElement?.tagName)).toBe('BUTTON')
  await page.keyboard.press('Escape')
  await expect(scene).toBeFocused()

  await page.getByRole('button', { name: 'Print', exact: true }).click()
  await expect(page).toHaveURL(/#print$/)
  await page.goBack()
  await expect(page).toHaveURL(/#shape$/)
  await expect(clear).toBeVisible()
})
