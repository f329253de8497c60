import type { Browser, Page } from '@playwright/test'
import { round } from './measure'

interface Spent {
  script: number
  layout: number
  page: number
  renderer: number
  drawing: number
}

/**
 * What the processors did between now and `end`, ms: the page's thread by part, the workers beside it (with the
 * browser's own helpers), and the process that draws (on a graphics processor next to nothing).
 */
export async function watchParts(browser: Browser, page: Page) {
  const own = await page.context().newCDPSession(page)
  const all = await browser.newBrowserCDPSession()
  await own.send('Performance.enable')
  const read = async (): Promise<Spent> => {
    const { metrics } = await own.send('Performance.getMetrics')
    const named = (name: string) => 1000 * (metrics.find((m) => m.name === name)?.value ?? 0)
    const { processInfo } = await all.send('SystemInfo.getProcessInfo')
    const cpu = (type: RegExp) => 1000 * processInfo.filter((p) => type.test(p.type)).reduce((s, p) => s + p.cpuTime, 0)
    return {
      script: named('ScriptDuration'),
      layout: named('LayoutDuration') + named('RecalcStyleDuration'),
      page: named('TaskDuration'),
      renderer: cpu(/renderer/),
      drawing: cpu(/gpu/i),
    }
  }
  const from = await read()
  return async () => {
    const to = await read()
    const spent = (key: keyof Spent) => round(to[key] - from[key], 0)
    return {
      page_script_ms: spent('script'),
      page_layout_ms: spent('layout'),
      page_rest_ms: spent('page') - spent('script') - spent('layout'),
      workers_ms: spent('renderer') - spent('page'),
      drawing_ms: spent('drawing'),
    }
  }
}
