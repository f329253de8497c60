import { readFileSync } from 'node:fs'
import { expect, type Locator, type Page, test } from '@playwright/test'
import { writeStepAssembly } from '../../demo/make/step-assembly'
import { simpleBoard } from '../support/board-shapes'
import { startQuietly } from '../support/kernel'

const BOARD = { width: 70, depth: 46, thickness: 1.6, radius: 3, hole: 3.2, inset: 5, socket: true }

/** Fails a test in which the page throws or complains; 409 and 404 answer a clash and what is deleted. */
export function noErrors(): void {
  const errors: string[] = []
  test.beforeEach(({ page }) => {
    errors.length = 0
    page.on('pageerror', (e) => errors.push(e.message))
    page.on('console', (m) => m.type() === 'error' && !/409|404|ERR_FAILED/.test(m.text()) && errors.push(m.text()))
  })
  test.afterEach(() => expect(errors).toEqual([]))
}

export const boardFile = async (): Promise<Buffer> =>
  Buffer.from(writeStepAssembly(await startQuietly(), simpleBoard(BOARD)))

export async function newProject(page: Page): Promise<void> {
  await page.goto('/')
  await page.getByRole('button', { name: 'New project', exact: true }).click()
  await expect(page.getByText('Drop the STEP file of your board')).toBeVisible()
}

/** Drops a file on the page, as from the desktop. */
export async function dropFile(page: Page, name: string, bytes: Buffer): Promise<void> {
  const data = await page.evaluateHandle(
    ([base64, fileName]) => {
      const transfer = new DataTransfer()
      transfer.items.add(new File([Uint8Array.from(atob(base64!), (c) => c.charCodeAt(0))], fileName!))
      return transfer
    },
    [bytes.toString('base64'), name],
  )
  await page.getByRole('region', { name: 'Sheet' }).dispatchEvent('drop', { dataTransfer: data })
}

/** Opens a copy of a demo project, so that no test meets what another has done. */
export async function openCopy(page: Page, name: string): Promise<void> {
  const listed = (await (await page.request.get('/api/projects')).json()) as {
    projects: { id: string; name: string }[]
  }
  const { id } = listed.projects.find((p) => p.name === name)!
  const { document } = (await (await page.request.get(`/api/projects/${id}`)).json()) as { document: object }
  const copy = await page.request.post('/api/projects', { data: { document: { ...document, name: 'A test' } } })
  await page.goto(`/project/${((await copy.json()) as { id: string }).id}`)
}

/** Opens a project that has just been begun. */
export async function openBegun(page: Page, fixture: 'logger-begun' | 'hinge-begun'): Promise<void> {
  const document = JSON.parse(readFileSync(`tests/fixtures/${fixture}.json`, 'utf8')) as object
  const made = await page.request.post('/api/projects', { data: { document: { ...document, name: 'A test' } } })
  await page.goto(`/project/${((await made.json()) as { id: string }).id}`)
}

/** Opens a copy of the rain logger as it is begun: wrapped, on posts, two openings. */
export async function openDemo(page: Page): Promise<void> {
  await openBegun(page, 'logger-begun')
  await expect(page.getByText('Nothing holds the lid.')).toBeVisible({ timeout: 60_000 })
}

type Box = NonNullable<Awaited<ReturnType<Locator['boundingBox']>>>

/** Where something stands once it no longer moves; what is still worked out may move it. */
export async function atRest(what: Locator): Promise<Box> {
  let [last, box] = [await what.boundingBox(), await what.boundingBox()]
  let rests = 0
  await expect
    .poll(
      async () => {
        box = await what.boundingBox()
        rests = box && JSON.stringify(box) === JSON.stringify(last) ? rests + 1 : 0
        last = box
        return rests
      },
      { intervals: [150] },
    ) // prettier-ignore
    .toBeGreaterThan(4)
  return box!
}

/** A row of the fit ledger. */
export const row = (page: Page, between: string) =>
  page.getByLabel('Ledger').getByRole('row').filter({ hasText: between })

export const projectName = (page: Page) => page.getByRole('textbox', { name: 'Name of the project' })

export async function rename(page: Page, to: string): Promise<void> {
  await projectName(page).fill(to)
  await projectName(page).press('Enter')
}

/** A new project, open in this window and in the one that is given back. */
export async function twoWindows(page: Page): Promise<Page> {
  await newProject(page)
  const other = await page.context().newPage()
  await other.goto(page.url())
  await expect(projectName(other)).toHaveValue('New project')
  return other
}
