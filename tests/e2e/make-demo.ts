import { readFileSync, writeFileSync } from 'node:fs'
import { expect, type Page } from '@playwright/test'
import type { Project } from '../../src/core/document/schema'
import { expectOk } from '../../src/core/result'
import { readProject } from '../../src/core/sheet/read-project'

export async function type(page: Page, label: string, text: string): Promise<void> {
  const field = page.getByRole('textbox', { name: label, exact: true })
  await field.fill(text)
  await field.press('Enter')
}

/** Types a formula into a figure of the sheet. */
export async function figure(page: Page, label: string, formula: string, which = 0): Promise<void> {
  await page.getByRole('button', { name: label }).nth(which).click()
  await page.getByRole('textbox', { name: label }).fill(formula)
  await page.keyboard.press('Enter')
}

/**
 * Names the project that was made and holds it against the one that ships; ANORAK_WRITE_DEMO=1 writes that.
 * Other tests look for the one that ships, so the one made here is thrown away.
 */
export async function shipped(page: Page, name: string, file: string, plain = plainIds): Promise<void> {
  await type(page, 'Name of the project', name)
  await expect(page.getByText(/^Saved /)).toBeVisible()
  await page.waitForTimeout(700)
  const id = new URL(page.url()).pathname.split('/').at(-1)!
  const { document } = (await (await page.request.get(`/api/projects/${id}`)).json()) as { document: Project }
  await page.goto('/')
  expect((await page.request.patch(`/api/projects/${id}`, { data: { deleted: true } })).ok()).toBe(true)
  const ids = plain(document)
  const text = Object.entries(ids).reduce((all, [old, now]) => all.replaceAll(old, now), JSON.stringify(document))
  const made = JSON.parse(text) as Project
  if (process.env.ANORAK_WRITE_DEMO) writeFileSync(file, `${JSON.stringify(made, null, 2)}\n`)
  const ships = expectOk(readProject(readFileSync(file, 'utf8')))
  expect(rounded(steady(made))).toEqual(rounded(steady(ships)))
}

/** Where on a face it was picked differs by a hair with where one looks from; its name and kind do not. */
const rounded = (value: object): unknown =>
  JSON.parse(
    JSON.stringify(value, (key, v: unknown) =>
      key === 'near' || key === 'point' ? 'picked' : typeof v === 'number' ? Math.round(v * 1e6) / 1e6 : v,
    ),
  )

/** Browsers decode photos a little differently, so that what is traced may differ by a hair: how much of it there is counts. */
const steady = (project: Project) => ({
  ...project,
  outlines: project.outlines.map((o) =>
    o.kind === 'photo'
      ? { ...o, photo: { ...o.photo, calibration: o.photo.calibration?.kind, loops: o.photo.loops.map((l) => l.kind) } }
      : o,
  ),
})

/** Ids as they come are long and new each time; in the shipped file they can be read. */
function plainIds(document: Project): Record<string, string> {
  const out: Record<string, string> = {}
  const count = new Map<string, number>()
  const next = (kind: string) => {
    count.set(kind, (count.get(kind) ?? 0) + 1)
    return count.get(kind) === 1 ? kind : `${kind}${count.get(kind)}`
  }
  for (const s of document.steps) {
    out[s.id] = next(s.kind)
    const shapes = s.fields.shapes
    if (Array.isArray(shapes)) for (const shape of shapes as unknown as { id: string; kind: string }[]) out[shape.id] = next(shape.kind) // prettier-ignore
  }
  for (const r of document.references) out[r.id] = next('reference')
  for (const r of document.rows) out[r.id] = next('row')
  for (const v of document.variants) out[v.id] = next('variant')
  for (const b of document.blocks) out[b.id] = next('block')
  for (const n of document.numbers) out[n.id] = `number-${n.name}`
  for (const r of document.readings) out[r.id] = `reading-${r.name}`
  for (const o of document.outlines) {
    out[o.id] = next('outline')
    if (o.kind !== 'photo') continue
    for (const l of o.photo.loops) {
      out[l.id] = next('loop')
      if (l.kind === 'path') for (const n of l.nodes) out[n.id] = next('node')
    }
    for (const known of [...o.photo.checks, ...o.photo.sizes]) out[known.id] = next('known')
  }
  return out
}
