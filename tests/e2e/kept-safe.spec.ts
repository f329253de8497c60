import { type ChildProcess, spawn, spawnSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import { atRest, noErrors, openDemo, row } from './helpers'

const PORT = 3289
const URL = `http://127.0.0.1:${PORT}`

test.describe('a server that is killed', () => {
  const folder = mkdtempSync(join(tmpdir(), 'anorak-killed-'))
  const env = { ...process.env, ANORAK_DATA: folder, NEXT_TELEMETRY_DISABLED: '1' }
  let server: ChildProcess | undefined
  const serve = async () => {
    server = spawn('node_modules/.bin/next', ['start', '-H', '127.0.0.1', '-p', String(PORT)], { env, stdio: 'ignore' })
    await expect.poll(async () => (await fetch(`${URL}/api/projects`).catch(() => undefined))?.ok).toBe(true)
  }
  const kill = async () => {
    if (!server || server.exitCode !== null || server.signalCode !== null) return
    const ended = new Promise((resolve) => server?.once('exit', resolve))
    server.kill('SIGKILL')
    await ended
  }
  test.afterAll(async () => {
    await kill()
    rmSync(folder, { recursive: true, force: true })
  })

  test('has everything that was shown as saved, and takes what was not once it is back', async ({ page }) => {
    spawnSync('node_modules/.bin/tsx', ['scripts/seed.ts'], { env })
    await serve()
    await page.goto(URL)
    await page.getByRole('link', { name: 'Open Rain logger', exact: true }).click()
    await expect(row(page, 'Board in case, left')).toContainText('0.55', { timeout: 60_000 })
    const name = page.getByRole('textbox', { name: 'Name of the project' })
    const rename = async (to: string) => {
      await name.fill(to)
      await name.press('Enter')
    }
    await rename('Saved in time')
    await expect(page.getByText(/^Saved /)).toBeVisible()
    await page.waitForTimeout(700)
    await kill()
    await rename('Typed meanwhile')
    await expect(page.getByRole('alert').filter({ hasText: 'Not saved.' })).toBeVisible()
    await serve()
    await expect(page.getByText(/^Saved /)).toBeVisible()
    const projects = (await (await fetch(`${URL}/api/projects`)).json()) as unknown
    expect(JSON.stringify(projects)).toContain('Typed meanwhile')
    await page.reload()
    await expect(name).toHaveValue('Typed meanwhile')
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(name).toHaveValue('Saved in time')
  })

  test('has what was edited while it was away, though the page was left meanwhile', async ({ page }) => {
    await page.goto(URL)
    await page
      .getByRole('link', { name: /^Open / })
      .first()
      .click()
    const name = page.getByRole('textbox', { name: 'Name of the project' })
    // A project may be called so, too.
    await expect(name).toBeVisible()
    await expect(page.getByText(/^Saved \d/)).toBeVisible()
    await kill()
    await name.fill('Typed and left')
    await name.press('Enter')
    await expect(page.getByRole('alert').filter({ hasText: 'Not saved.' })).toBeVisible()
    const asked = page.waitForEvent('dialog')
    const address = page.url()
    void page.goto('about:blank').catch(() => {})
    const dialog = await asked
    expect(dialog.type()).toBe('beforeunload')
    await dialog.accept()
    await page.waitForURL('about:blank')
    await serve()
    await page.goto(address)
    await expect(name).toHaveValue('Typed and left')
    await expect(page.getByText(/^Saved /)).toBeVisible()
  })
})

test.describe('values', () => {
  noErrors()
  test('are dragged and nudged, the ledger follows, and a drag is one step back', async ({ page }) => {
    await openDemo(page)
    const value = page.locator('[data-field="wrap.clear"]')
    const box = await atRest(value)
    await page.mouse.move(box.x + 5, box.y + 8)
    await page.mouse.down()
    for (let i = 1; i <= 10; i++) await page.mouse.move(box.x + 5 + 6 * i, box.y + 8)
    await page.mouse.up()
    await expect(value).toHaveText('1.05')
    await expect(row(page, 'Board in case, left')).toContainText('✓ 1.05')
    await value.press('ArrowLeft')
    await expect(value).toHaveText('1')
    await expect(row(page, 'Board in case, left')).toContainText('✓ 1.00')
    for (const back of ['1.05', '0.55']) {
      await page.getByRole('button', { name: 'Undo' }).click()
      await expect(value).toHaveText(back)
    }
    await expect(row(page, 'Board in case, left')).toContainText('✓ 0.55')
  })

  test('a named number drives a step, and inches change nothing but what is shown', async ({ page }) => {
    await openDemo(page)
    await page.getByRole('button', { name: 'Add a number …' }).click()
    const value = page.locator('[data-field="wrap.clear"]')
    await value.click()
    await page.getByRole('textbox', { name: 'Clearance round the board' }).fill('nonsense + 1')
    await expect(page.getByText(/nonsense/).first()).toBeVisible()
    await page.getByRole('textbox', { name: 'Clearance round the board' }).fill('size2 / 8')
    await page.keyboard.press('Enter')
    await expect(row(page, 'Board in case, left')).toContainText('1.25')
    await page.getByRole('combobox', { name: 'Unit of plain numbers' }).click()
    await page.getByRole('option', { name: 'in' }).click()
    await expect(row(page, 'Board in case, left')).toContainText('0.049')
    await page.getByRole('button', { name: 'Undo' }).click()
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(row(page, 'Board in case, left')).toContainText('0.55')
    await page.getByRole('button', { name: 'Undo' }).click()
  })
})

test.describe('a touch screen', () => {
  test.use({ hasTouch: true, viewport: { width: 1024, height: 700 } })
  noErrors()
  test('picks, turns the scene, and works the sheet at 1024 x 700', async ({ page }) => {
    await openDemo(page)
    for (const row of await page.getByLabel('Ledger').getByRole('row').filter({ hasText: '✓' }).all()) {
      await row.scrollIntoViewIfNeeded()
      await expect(row.locator('b')).toBeInViewport({ ratio: 1 })
    }
    await page.getByRole('button', { name: 'top', exact: true }).tap()
    const scene = page.getByLabel('The parts as built.')
    await scene.tap({ position: { x: 120, y: 380 } })
    await expect(page.getByText(/Flat face, .* faces top/)).toBeVisible()
    await page.getByRole('button', { name: 'Gather', exact: true }).tap()
    await expect(page.getByText('29 of 30 fitted')).toBeVisible()
    const overflow = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)
    expect(overflow).toBeLessThanOrEqual(0)
  })
})

test('pages, scripts and data are served with headers that let nothing foreign in', async ({ request }) => {
  const headers = async (path: string) => (await request.get(path)).headers()
  for (const path of ['/', '/api/projects']) {
    const all = await headers(path)
    expect(all['x-content-type-options']).toBe('nosniff')
    expect(all['x-frame-options']).toBe('DENY')
    expect(all['referrer-policy']).toBe('no-referrer')
  }
  expect((await headers('/'))['content-security-policy']).toMatch(/default-src 'self'.*frame-ancestors 'none'/)
  const scripts = async () => /script-src [^;]*/.exec((await headers('/'))['content-security-policy']!)![0]
  expect(await scripts()).not.toMatch(/'unsafe-(eval|inline)'/)
  expect(await scripts()).not.toBe(await scripts())
  expect((await headers('/api/projects'))['content-security-policy']).toContain("default-src 'none'")
})
