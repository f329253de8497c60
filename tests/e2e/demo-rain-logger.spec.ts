import { expect, type Locator, type Page, test } from '@playwright/test'
import type { Project } from '../../src/core/document/schema'
import { addStep, choose, from, sized, stepLines as steps } from './drawn'
import { noErrors, row } from './helpers'
import { figure, shipped, type } from './make-demo'

/**
 * Makes the demo's rain logger from nothing, by clicks and typing. What comes of it is the project that ships:
 * ANORAK_WRITE_DEMO=1 writes it.
 */
noErrors()

test('the rain logger from nothing: wrapped, screwed shut, let out, pressed, aired, hung up and labelled', async ({
  page,
}) => {
  test.setTimeout(600_000)
  await page.goto('/')
  await page.getByRole('button', { name: 'New project', exact: true }).click()
  await page.getByLabel('Files to fit').setInputFiles('demo/boards/rl-2-rev-a.step')
  await expect(page.getByText('4 mounting holes of Ø 3.2')).toBeVisible({ timeout: 60_000 })
  await type(page, 'Name of the reference rl-2-rev-a', 'RL-2')
  // On the real board there is no radio.
  await page.getByRole('button', { name: 'Radio module is fitted' }).click()
  await expect(page.getByText('29 of 30 fitted')).toBeVisible()

  await page.getByRole('button', { name: 'Print', exact: true }).click()
  await type(page, 'Printer name', 'Shed printer')
  await type(page, 'Filament', 'PETG')
  await page.getByRole('button', { name: 'Gather', exact: true }).click()
  await page.getByRole('button', { name: 'Wrap it in a case, on posts' }).click()
  await expect(row(page, 'Pins in board holes')).toContainText('✓ 0.20', { timeout: 60_000 })

  await page.getByRole('button', { name: 'Add a number …' }).click()
  await type(page, 'Formula of size1', '0.55 mm')
  await type(page, 'Name of the number size1', 'room')
  await figure(page, 'Clearance round the board', 'room')
  const wrap = steps(page).first()
  await choose(page, wrap, 'Outline', 'a rectangle round it')
  await choose(page, wrap, 'Items over the edge: Terminal block', 'let out')
  for (const what of ['USB socket', 'Knob']) {
    await page.getByRole('button', { name: new RegExp(`open the .* for ${what}`) }).click()
    await expect(row(page, `${what} in its opening`)).toContainText('✓ 0.35')
  }
  await figure(page, 'Gap around, per side', '0.5', 1)
  await figure(page, 'Bevel outside', '0', 1)
  await expect(row(page, 'Knob in its opening')).toContainText('✓ 0.50')
  // Rounded outside, and inside where the walls of the lid meet its roof.
  for (const [side, faces, radius, only] of [
    ['top', 'faces top', '1.5', undefined],
    ['bottom', 'faces bottom', '1', undefined],
    ['bottom', 'Flat face, 63.1 × 45.1, faces bottom', '0.5', 'Lid'],
  ] as const) {
    if (only) {
      await page.getByRole('button', { name: 'alone', exact: true }).nth(1).click()
      for (const now of ['solid', 'ghost']) await page.getByRole('button', { name: `References are ${now}` }).click()
    }
    await from(page, side, faces)
    await page.getByRole('button', { name: 'round all edges of this face' }).click()
    await sized(page, { 'The radius': radius })
    await expect(steps(page).last()).toContainText('1 ')
  }
  await page.getByRole('button', { name: /^\d+ more …$/ }).click()
  await page.getByRole('button', { name: 'show all' }).last().click()
  const usb = steps(page).filter({ hasText: 'USB socket' }).last()
  await more(usb)
  await choose(page, usb, 'What goes into it', 'a plug with a body of')
  await expect(row(page, 'Plug of USB socket past the lid')).toContainText('✓ 0.35')

  // Nothing holds the lid: the finding comes with the step that does.
  await expect(page.getByText('Nothing holds the lid.')).toBeVisible({ timeout: 60_000 })
  await page.getByRole('button', { name: 'screw the lid down through the board' }).last().click()
  await expect(steps(page).last()).toContainText('4 screws M3 x 12')
  await expect(page.getByText('Nothing holds the lid.')).toBeHidden()

  await opening(page, 'Terminal block', { Wall: 'the left' }, { 'What goes into it': 'wires alone,' })
  await sized(page, { 'How high over its middle': '2.8' })
  await opening(page, 'Display', { Wall: 'the top' }, {})
  await sized(page, { 'Ledge over its edge': '1', 'How far aslant it is seen': '30' })
  for (const what of ['Button up', 'Button down']) {
    await addStep(page, 'plunger')
    await choose(page, steps(page).last(), 'Item', what)
    await expect(row(page, `Plunger over ${what}`)).toContainText('✓ 0.20')
  }

  // Dry inside: level slots under drip edges, in the back of the lid.
  await from(page, 'back', 'faces back', [0.6, 0.475])
  await page.getByRole('button', { name: 'vents in it' }).click()
  await choose(page, steps(page).last(), 'Where', 'in a field')
  await sized(page, { 'Width of the field': '34', 'Height of the field': '4', Margin: '1', 'What is left between them': '3*line' }) // prettier-ignore
  await more(steps(page).last())
  await sized(page, { 'Drip edge over each': '0.8' })
  await place(page, 'The middle of the field', { Up: '0.6' })
  await expect(steps(page).last()).toContainText('openings')
  await addStep(page, 'ears')
  await choose(page, steps(page).last(), 'The screw', 'M4')
  await from(page, 'top', 'faces top · Lid', [0.3, 0.62])
  await page.getByRole('button', { name: 'write on it' }).click()
  await sized(page, { 'The text': 'RAIN 1' })
  // The lid prints on this face: letters that stood out of it would hold it off the bed.
  await choose(page, steps(page).last(), 'How', 'let in')
  await place(page, 'The middle of their feet', { Along: '-12', Up: '-15' })
  await expect(steps(page).last()).not.toContainText('pieces')

  await page.waitForTimeout(4000)
  await expect(page.getByText('The checks have nothing to say.')).toBeVisible({ timeout: 60_000 })

  // Another one is printed in one round the board: pins alone, nothing hangs from the roof.
  await addStep(page, 'stand the board on posts')
  await switched(page, steps(page).last(), 'off')
  await addStep(page, 'seal it in')
  await switched(page, steps(page).last(), 'off')
  await page.getByRole('button', { name: 'Parts', exact: true }).click()
  await page.getByRole('button', { name: 'make a variant' }).click()
  await type(page, 'Name of the variant Variant 1', 'Sealed in')
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  for (const kept of ['holes for heat-set inserts', 'Hold the board down', 'over Button up', 'over Button down']) await switched(page, steps(page).filter({ hasText: kept }).first(), 'off in Sealed in only') // prettier-ignore
  for (const own of ['pins through the holes', 'Print the case in one']) await switched(page, steps(page).filter({ hasText: own }), 'on in Sealed in only') // prettier-ignore
  await expect(steps(page).last()).toContainText('The print pauses after 80 layers, at 16.00 mm', { timeout: 60_000 })
  await expect(row(page, 'What is laid in, going into the half-printed case')).toContainText('✓', { timeout: 60_000 })
  await expect(page.getByText('The checks have nothing to say.')).toBeVisible({ timeout: 60_000 })
  await page.getByRole('button', { name: 'Print', exact: true }).click()
  await expect(page.getByText('pause at 16.00 mm, after 80 layers, and lay the board in')).toBeVisible({ timeout: 60_000 }) // prettier-ignore
  await page.getByRole('button', { name: 'Parts', exact: true }).click()
  await page.getByRole('radio', { name: 'Take as drawn in hand' }).click()
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await expect(page.getByText('The checks have nothing to say.')).toBeVisible({ timeout: 60_000 })
  await shipped(page, 'Rain logger', 'demo/rain-logger.json', withPlainIds)
})

/** Switches a step on or off by its menu, in the variant in hand alone if that is named. */
async function switched(page: Page, step: Locator, how: string) {
  await step.getByRole('button', { name: 'What to do with this step' }).click()
  await page.getByRole('menuitem', { name: `Switch ${how}`, exact: true }).click()
}

/** Types a place of the step that was added last. */
async function place(page: Page, label: string, figures: Record<string, string>) {
  await steps(page).last().getByRole('button', { name: new RegExp(`^${label}, `) }).click() // prettier-ignore
  for (const [name, text] of Object.entries(figures)) {
    await page.getByRole('textbox', { name, exact: true }).fill(text)
    await page.keyboard.press('Enter')
  }
  await page.keyboard.press('Escape')
}

/** Says what a step leaves unsaid. */
const more = (step: Locator) => step.getByRole('button', { name: 'more …' }).click()

/** An opening for an item, by what its sentence lets choose. */
async function opening(page: Page, item: string, said: Record<string, string>, rare: Record<string, string>) {
  await addStep(page, 'open the wall for an item')
  const step = steps(page).last()
  await choose(page, step, 'Item', item)
  for (const [label, option] of Object.entries(said)) await choose(page, step, label, option)
  await more(step)
  for (const [label, option] of Object.entries(rare)) await choose(page, step, label, option)
}

/** The ids by which other tests know what ships. */
function withPlainIds(document: Project): Record<string, string> {
  const count = new Map<string, number>()
  const next = (kind: string) => {
    count.set(kind, (count.get(kind) ?? 0) + 1)
    return count.get(kind) === 1 ? kind : `${kind}${count.get(kind)}`
  }
  const plain = new Map<string, string>()
  for (const s of document.steps) plain.set(s.id, s.kind === 'case' ? 'wrap' : next(s.kind))
  for (const v of document.variants) plain.set(v.id, 'variant')
  for (const r of document.references) plain.set(r.id, 'rl2')
  for (const n of document.numbers) plain.set(n.id, 'n1')
  return Object.fromEntries(plain)
}
