import { chromium } from '@playwright/test'
import { CHROMIUM } from '../tests/e2e/chromium'
import { round } from './measure'

/** Drags the demo's clearance and reads the browser's own long-task entries: main-thread tasks over 50 ms. */
export async function measurePage(url: string) {
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
    const start = Date.now()
    for (let i = 1; i <= 60; i++) {
      await page.mouse.move(box.x + 5 + i, box.y + 8)
      await page.waitForTimeout(40)
    }
    const dragged = Date.now() - start
    await page.mouse.up()
    await page.waitForTimeout(1500)
    const tasks = await page.evaluate(() => (window as unknown as { longTasks: number[] }).longTasks)
    return {
      dragged_ms: dragged,
      long_tasks: tasks.length,
      longest_task_ms: round(Math.max(0, ...tasks)),
      shown: await value.textContent(),
    }
  } finally {
    await browser.close()
  }
}
