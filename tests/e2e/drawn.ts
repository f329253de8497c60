import { expect, type Page } from '@playwright/test'

const desk = (page: Page) => page.getByLabel('The drawing.')

/** Begins a drawing on the ground and waits until it can be drawn in. */
export async function startDrawing(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await page.getByRole('button', { name: 'draw on a plane' }).click()
  await expect(desk(page)).toBeVisible()
  await expect(page.getByText('Nothing is drawn yet.')).toBeVisible()
}

/** Where a place of the drawing lies on the screen. */
async function toScreen(page: Page, [x, y]: readonly [number, number]) {
  const view = desk(page)
  await expect(view).toHaveAttribute('data-view', /\d/)
  const [cx, cy, scale] = (await view.getAttribute('data-view'))!.split(' ').map(Number) as [number, number, number]
  const { width, height } = (await view.boundingBox())!
  return { x: width / 2 + (x - cx) * scale, y: height / 2 - (y - cy) * scale }
}

/** Takes a shape in hand by its key and points at places, mm from its datum. */
export async function draw(page: Page, key: string, ...places: readonly (readonly [number, number])[]): Promise<void> {
  await desk(page).press(key)
  for (const place of places) await desk(page).click({ position: await toScreen(page, place) })
}

/** Types figures of the shape in hand; the last one is accepted with Enter. */
export async function typed(page: Page, figures: Readonly<Record<string, string>>): Promise<void> {
  for (const [label, text] of Object.entries(figures)) await page.getByRole('textbox', { name: label, exact: true }).fill(text) // prettier-ignore
  await page.keyboard.press('Enter')
}

export const shapeLine = (page: Page, letter: string) =>
  page.getByLabel('Shapes of the drawing').getByRole('listitem').filter({ has: page.getByRole('button', { name: `Shape ${letter}`, exact: true }) }) // prettier-ignore

/** Types a formula into a figure of a shape's sentence. */
export async function figureOf(page: Page, letter: string, label: string, formula: string): Promise<void> {
  await shapeLine(page, letter).getByRole('button', { name: new RegExp(`^${label}, `) }).click() // prettier-ignore
  await page.getByRole('textbox', { name: label, exact: true }).fill(formula)
  await page.keyboard.press('Enter')
}

/** Chooses a word of a sentence. */
export async function choose(
  page: Page,
  inside: ReturnType<Page['locator']>,
  label: string,
  option: string,
): Promise<void> {
  await inside.getByRole('combobox', { name: label }).click()
  await page.getByRole('option', { name: option, exact: true }).click()
}

/** Picks a face of a part in the scene by what the line at the foot says of it. */
export async function pickFace(page: Page, words: string): Promise<void> {
  const scene = page.getByLabel('The parts as built.')
  const { width, height } = (await scene.boundingBox())!
  for (let i = 0; i < 60; i++) {
    const [u, v] = [0.5 + 0.045 * (i % 6) * (i % 2 ? 1 : -1), 0.5 + 0.04 * Math.floor(i / 6) * (i % 4 < 2 ? 1 : -1)]
    await scene.click({ position: { x: u * width, y: v * height } })
    if (await page.getByText(words).first().isVisible()) return
  }
  throw new Error(`No face in view ${words}.`)
}
