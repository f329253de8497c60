import { readFileSync } from 'node:fs'
import { expect, test } from '@playwright/test'
import { strFromU8, unzipSync } from 'fflate'
import { atRest, noErrors, openCopy } from './helpers'

noErrors()

/** The translations of a 3MF's build items, mm. */
const placesOf = (file: string) =>
  [...strFromU8(unzipSync(readFileSync(file))['3D/3dmodel.model']!).matchAll(/<item [^>]*transform="([^"]*)"/g)].map((m) => m[1]!.split(' ').slice(9).map(Number)) // prettier-ignore

test('parts lie on plates by themselves, are dragged and turned, counted, told where they touch, and saved a 3MF a plate', async ({
  page,
}) => {
  test.setTimeout(480_000)
  await openCopy(page, 'Trough bracket')
  await page.getByRole('button', { name: 'Print', exact: true }).click()
  const desk = page.getByRole('region', { name: 'Plates' })
  await expect(desk).toContainText('on 1 plate', { timeout: 60_000 })
  const foot = page.getByRole('group', { name: 'What lies on the plate' })
  const lying = desk.locator('[data-bed] [role=button]')
  const [first] = await lying.evaluateAll((all) => all.map((el) => el.getAttribute('aria-label')!))
  const one = desk.getByRole('button', { name: first!, exact: true })
  // A click alone moves nothing.
  await one.locator('text').click()
  await expect(foot).toContainText('by itself.')
  await one.press('ArrowRight')
  await expect(foot).toContainText('as it was laid by hand')
  await one.press('r')
  await expect(foot.getByRole('button', { name: /^Turned/ })).not.toHaveText('0°')
  // On the top of another.
  const name = first!.replace(/, \d+$/, '')
  const other = desk.locator('[data-bed] [role=button] text').filter({ hasNotText: name }).first()
  const [from, to] = [await atRest(one.locator('text')), await atRest(other)]
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2)
  await page.mouse.down()
  // As near to the other's middle as the bed lets it.
  const [whole, bed] = [await atRest(one.locator('path')), await atRest(desk.locator('[data-bed] > rect'))]
  const half = Math.max(whole.width, whole.height) / 2 + 8
  const [x, y] = [
    Math.max(to.x + to.width / 2, bed.x + half),
    Math.min(to.y + to.height / 2, bed.y + bed.height - half),
  ]
  await page.mouse.move(x, y, { steps: 6 })
  await page.mouse.up()
  // What lies by itself gives way to it.
  await expect(desk.getByRole('alert')).toHaveCount(0)
  await foot.getByRole('button', { name: 'From the left, ' }).click()
  await foot.getByRole('textbox', { name: 'From the left' }).fill('0')
  await page.keyboard.press('Enter')
  await expect(desk.getByRole('alert')).toContainText(`${name} reaches over the edge.`)
  await desk.getByRole('button', { name: 'let all lie by themselves' }).click()
  await expect(desk.getByRole('alert')).toHaveCount(0)
  // More than one bed holds.
  await page.getByRole('textbox', { name: 'Bed width' }).fill('120')
  await page.getByRole('textbox', { name: 'Bed width' }).press('Enter')
  await page.getByRole('textbox', { name: 'Bed depth' }).fill('120')
  await page.getByRole('textbox', { name: 'Bed depth' }).press('Enter')
  const before = await lying.count()
  for (let n = 0; n < 3; n++) await foot.getByRole('button', { name: 'print one more of it' }).click()
  await expect(desk).toContainText(new RegExp(`${before + 3} parts on [2-9] plates`))
  const count = Number((await desk.getByText(/on \d plates/).textContent())!.match(/on (\d) plates/)![1])
  const save = page.getByRole('button', { name: `Save ${count} 3MF, one a plate` })
  await expect(save).toBeEnabled({ timeout: 60_000 })
  const files: string[] = []
  page.on('download', (d) => void d.path().then((path) => files.push(path)))
  await save.click()
  await expect.poll(() => files.length, { timeout: 60_000 }).toBe(count)
  const total = Number((await desk.getByText(/parts on/).textContent())!.match(/^(\d+)/)![1])
  expect(files.flatMap(placesOf)).toHaveLength(total)
})

test('the outline of a cut is saved as SVG and DXF at its size', async ({ page }) => {
  await openCopy(page, 'Rain logger')
  await expect(page.getByText('The checks have nothing to say.')).toBeVisible({ timeout: 60_000 })
  await page.getByRole('group', { name: 'Section' }).getByRole('button', { name: 'z' }).click()
  for (const [kind, says] of [
    ['SVG', 'width="66.46mm"'],
    ['DXF', '$INSUNITS'],
  ] as const) {
    const saved = page.waitForEvent('download', { timeout: 60_000 })
    await page.getByRole('button', { name: kind, exact: true }).click()
    const file = await saved
    expect(file.suggestedFilename()).toMatch(new RegExp(`^a-test-z-.*\\.${kind.toLowerCase()}$`))
    expect(readFileSync(await file.path(), 'utf8')).toContain(says)
  }
})
