import { spawn } from 'node:child_process'
import { chromium } from '@playwright/test'
import { CHROMIUM } from '../tests/e2e/chromium'
import { round } from './measure'
import { watchParts } from './page-parts'

const PORT = 3288

/** Serves the built application with the demo's project, for as long as `work` takes. */
async function served<T>(work: (url: string) => Promise<T>): Promise<T> {
  const server = spawn(process.execPath, ['tests/e2e/serve.mjs', String(PORT)], { stdio: 'ignore' })
  try {
    const url = `http://127.0.0.1:${PORT}`
    for (let i = 0; i < 120 && !(await fetch(`${url}/api/projects`).catch(() => undefined))?.ok; i++)
      await new Promise((resolve) => setTimeout(resolve, 500))
    return await work(url)
  } finally {
    server.kill('SIGTERM')
  }
}

/**
 * Drags the demo's clearance and reads the browser's own long-task entries: main-thread tasks over 50 ms, from the
 * first movement until the picture for the projects page is taken. The first of the runs is on a page just opened.
 */
export const measurePage = () =>
  served(async (url) => {
    const runs = []
    for (let i = 0; i < 3; i++) runs.push(await drag(url))
    return runs
  })

async function drag(url: string) {
  const browser = await chromium.launch(CHROMIUM)
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
    await page.goto(url)
    await page.getByRole('link', { name: 'Open Rain logger', exact: true }).click()
    await page.getByText('Nothing holds the lid.').waitFor({ timeout: 90_000 })
    await page.evaluate(() => {
      const tasks: number[] = []
      Object.assign(window, { longTasks: tasks })
      new PerformanceObserver((list) => list.getEntries().forEach((e) => tasks.push(e.duration))).observe({
        type: 'longtask',
      })
    })
    const value = page.locator('[data-field="wrap.clear"]')
    const box = (await value.boundingBox())!
    await page.mouse.move(box.x + 5, box.y + 8)
    await page.mouse.down()
    const parts = await watchParts(browser, page)
    const start = Date.now()
    for (let i = 1; i <= 60; i++) {
      await page.mouse.move(box.x + 5 + i, box.y + 8)
      await page.waitForTimeout(40)
    }
    const dragged = Date.now() - start
    const spent = await parts()
    await page.mouse.up()
    await page.waitForTimeout(4500)
    // From a pressed arrow to the ledger's new figure.
    const row = page.getByLabel('Ledger').getByRole('row').filter({ hasText: 'Board in case, left' })
    const before = (await row.textContent())!
    const pressed = Date.now()
    await value.press('ArrowUp')
    await page.waitForFunction(
      (old) => ![...document.querySelectorAll('tr')].some((r) => r.textContent === old),
      before,
    )
    const measured = Date.now() - pressed
    const tasks = await page.evaluate(() => (window as unknown as { longTasks: number[] }).longTasks)
    return {
      dragged_ms: dragged,
      of_that: spent,
      pressed_to_ledger_ms: measured,
      long_tasks: tasks.length,
      longest_task_ms: round(Math.max(0, ...tasks)),
      shown: await value.textContent(),
    }
  } finally {
    await browser.close()
  }
}
