import { chromium } from '@playwright/test'
import { CHROMIUM } from './tests/e2e/chromium'
async function main() {
const browser = await chromium.launch(CHROMIUM)
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
await page.goto('http://127.0.0.1:3210')
await page.getByRole('button', { name: 'New project', exact: true }).click()
await page.getByLabel('Files to fit').setInputFiles('demo/boards/rl-2-rev-a.step')
await page.getByText('4 mounting holes of Ø 3.2').waitFor({ timeout: 60000 })
for (const [i, close] of ['on a hinge, with a snap arm', 'the lid slides on', 'sealed in: printed in one, with a pause', 'with magnets'].entries()) {
  await page.getByRole('button', { name: 'Gather', exact: true }).click()
  await page.getByRole('button', { name: 'or answer three questions …' }).click()
  await page.getByRole('radio', { name: 'by screws of its own' }).click()
  await page.getByRole('radio', { name: close }).click()
  if (i === 0) await page.screenshot({ path: '/tmp/l0.png' })
  await page.getByRole('button', { name: 'write the sheet' }).click()
  await page.waitForTimeout(9000)
  await page.screenshot({ path: `/tmp/l${i + 1}.png` })
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.waitForTimeout(500)
}
await browser.close()
}
main()
