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
  // A panel that has just been closed can take the focus back to its figure before the key comes.
  await expect(async () => {
    await desk(page).press(key)
    await expect(desk(page)).toHaveAttribute('data-in-hand', /./, { timeout: 1000 })
  }).toPass()
  for (const place of places) await desk(page).click({ position: await toScreen(page, place) })
}

/** Types figures of the shape in hand; the last one is accepted with Enter. */
export async function typed(page: Page, figures: Readonly<Record<string, string>>): Promise<void> {
  for (const [label, text] of Object.entries(figures)) await page.getByRole('textbox', { name: label, exact: true }).fill(text) // prettier-ignore
  await page.keyboard.press('Enter')
}

export const shapeLine = (page: Page, letter: string) =>
  page.getByLabel('Shapes of the drawing').getByRole('listitem').filter({ has: page.getByRole('button', { name: `Shape ${letter}`, exact: true }) }) // prettier-ignore

/** Picks shapes by their letters in the sheet. */
export async function pickShapes(page: Page, ...letters: readonly string[]): Promise<void> {
  for (const [i, letter] of letters.entries())
    await shapeLine(page, letter).getByRole('button', { name: `Shape ${letter}`, exact: true }).click({ modifiers: i === 0 ? [] : ['Shift'] }) // prettier-ignore
}

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

/** What can be done with one that is picked, or with two. */
const PICKED = /^(measure to …|a circle through a third point …)$/

/** Picks a face of a part in the scene by what the line at the foot says of it. @param near where to look first, as shares of the scene */
export async function pickFace(page: Page, words: string, near: readonly [number, number] = [0.5, 0.5]): Promise<void> {
  const scene = page.getByLabel('The parts as built.')
  const more = page.getByRole('region', { name: 'Scene' }).getByRole('button', { name: /^\d+ more …$/ })
  // What is still being built is looked for once more.
  for (let round = 0; round < 4; round++) {
    await expect(scene).toHaveAttribute('aria-busy', 'false', { timeout: 60_000 })
    const { x, y, width, height } = (await scene.boundingBox())!
    for (let i = 0; i < 60; i++) {
      const [u, v] = [
        x + width * (near[0] + 0.045 * (i % 6) * (i % 2 ? 1 : -1)),
        y + height * (near[1] + 0.04 * Math.floor(i / 6) * (i % 4 < 2 ? 1 : -1)),
      ]
      if (!(await isScene(page, u, v))) continue
      await page.mouse.click(u, v)
      if (await more.isVisible()) await more.click()
      // What is only pointed at is told in the same words, but cannot be measured from.
      const isPicked = await page.getByRole('button', { name: PICKED }).first().isVisible()
      if (isPicked && (await page.getByText(words).first().isVisible())) return
    }
    await page.waitForTimeout(2500)
  }
  throw new Error(`No face in view ${words}.`)
}

/** Whether the scene itself lies at a place of the page, and nothing that is laid over it. */
const isScene = (page: Page, x: number, y: number): Promise<boolean> =>
  page.evaluate(([px, py]) => document.elementFromPoint(px!, py!)?.tagName === 'CANVAS', [x, y])

/** The steps of the sheet. */
export const stepLines = (page: Page) => page.getByLabel('Build sheet').locator('[data-step]')

/** Looks from a side, all in view, and picks a face. */
export async function from(page: Page, side: string, words: string, near?: readonly [number, number]): Promise<void> {
  await page.getByRole('button', { name: side, exact: true }).click()
  await page.getByRole('button', { name: 'all', exact: true }).click()
  await pickFace(page, words, near)
}

/** Drags what lies at a place of the drawing to another. */
export async function dragOn(
  page: Page,
  from: readonly [number, number],
  to: readonly [number, number],
): Promise<void> {
  const { x, y } = (await desk(page).boundingBox())!
  const [p, q] = [await toScreen(page, from), await toScreen(page, to)]
  await page.mouse.move(x + p.x, y + p.y)
  await page.mouse.down()
  for (let k = 1; k <= 5; k++) await page.mouse.move(x + p.x + ((q.x - p.x) * k) / 5, y + p.y + ((q.y - p.y) * k) / 5)
  await page.mouse.up()
}

/** Types figures of the step that was added last. */
export async function sized(page: Page, figures: Readonly<Record<string, string>>): Promise<void> {
  const last = page.getByLabel('Build sheet').locator('[data-step]').last()
  for (const [label, text] of Object.entries(figures)) {
    await last.getByRole('button', { name: new RegExp(`^${label}, `) }).click() // prettier-ignore
    await page.getByRole('textbox', { name: label, exact: true }).fill(text)
    await page.keyboard.press('Enter')
  }
}

/** Adds a step by what it is for, the first that is found. */
export async function addStep(page: Page, words: string): Promise<void> {
  const what = page.getByRole('combobox', { name: 'What the step is for' })
  // A field that is being left can take the focus from the list that has just opened.
  await expect(async () => {
    if (!(await what.isVisible())) await page.getByRole('button', { name: 'Add a step …' }).click()
    await what.fill(words, { timeout: 2000 })
  }).toPass()
  await page.keyboard.press('Enter')
}

/** Puts a plane of a step elsewhere: one of the project's own, at a distance. */
export async function setPlane(
  page: Page,
  step: ReturnType<Page['locator']>,
  label: string,
  plane: string,
  off: string,
) {
  await step.getByRole('button', { name: new RegExp(`^${label}, `) }).click()
  await page.getByRole('dialog', { name: label }).getByRole('button', { name: plane }).click()
  await step.getByRole('button', { name: new RegExp(`^${label}, `) }).click()
  await page.getByRole('dialog', { name: label }).getByRole('button', { name: /^How far off it, / }).click() // prettier-ignore
  await page.getByRole('textbox', { name: 'How far off it' }).fill(off)
  await page.keyboard.press('Enter')
  await page.keyboard.press('Escape')
}

/** Clicks at a place of the drawing. */
export async function clickOn(
  page: Page,
  place: readonly [number, number],
  modifiers: ('Shift' | 'Alt')[] = [],
): Promise<void> {
  await desk(page).click({ position: await toScreen(page, place), modifiers })
}

/** Goes to *Shape* and takes the item that is in view over as a part. */
export async function takeOver(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await pickFace(page, 'take it over as a part')
  await page.getByRole('button', { name: 'take it over as a part' }).click()
}

/** A block of 70 x 20 x 60, and a hole begun in the middle of its front. */
export async function holedBlock(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await addStep(page, 'plain solid')
  await sized(page, { 'Its width': '70', 'Its depth': '20', 'Its height': '60' })
  await from(page, 'front', 'Flat face, 70 × 60')
  await page.getByRole('button', { name: 'put holes in it' }).click()
}
