import { expect, type Page, test } from '@playwright/test'
import { addStep, choose, pickFace, setPlane, sized, stepLines as steps } from './drawn'
import { newProject, noErrors, row } from './helpers'
import { shipped, type } from './make-demo'

noErrors()

/** A plain solid so far above a plane, moved along and up it. */
async function solid(
  page: Page,
  figures: Readonly<Record<string, string>>,
  [plane, off]: readonly [string, string],
  place: Readonly<Record<string, string>>,
  becomes?: string,
): Promise<void> {
  await addStep(page, 'plain solid')
  if ('Its diameter' in figures) await choose(page, steps(page).last(), 'The solid', 'Cylinder')
  await sized(page, figures)
  if (off !== '0') await setPlane(page, steps(page).last(), 'The plane it stands on', plane, off)
  for (const [label, text] of Object.entries(place)) {
    await steps(page).last().getByRole('button', { name: /^Where it stands, / }).click() // prettier-ignore
    await page.getByRole('textbox', { name: label, exact: true }).fill(text)
    await page.keyboard.press('Enter')
    await page.keyboard.press('Escape')
  }
  if (becomes) await choose(page, steps(page).last(), 'What becomes of it', becomes)
}

const GROUND = 'the ground'
const FRONT = 'the upright plane from left to right'

test('the trough bracket: its nose comes off alone, to be printed without supports and put on by two pins', async ({
  page,
}) => {
  test.setTimeout(360_000)
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await solid(page, { 'Its width': '64', 'Its depth': '10', 'Its height': '84' }, [GROUND, '0'], {})
  await type(page, 'Name of Part', 'Bracket')
  await solid(
    page,
    { 'Its width': '22', 'Its depth': '48', 'Its height': '16' },
    [GROUND, '50'],
    { Up: '-27' },
    'added to',
  )
  await solid(
    page,
    { 'Its width': '22', 'Its depth': '6', 'Its height': '14' },
    [GROUND, '62'],
    { Up: '-47' },
    'added to',
  )
  for (const up of ['14', '36']) await solid(page, { 'Its diameter': '5', 'Its height': '14' }, [FRONT, '-7'], { Along: '20', Up: up }, 'taken from') // prettier-ignore

  await page.getByRole('button', { name: 'Divide', exact: true }).click()
  await page.getByRole('button', { name: 'front', exact: true }).click()
  await page.getByRole('button', { name: 'all', exact: true }).click()
  await pickFace(page, 'Flat face, 64 × 84, faces front', [0.4, 0.7])
  await page.keyboard.down('Shift')
  await pickFace(page, 'take off the piece with the second face', [0.5, 0.42])
  await page.keyboard.up('Shift')
  await page.getByRole('button', { name: 'take off the piece with the second face' }).click()
  const cuts = page.getByRole('list', { name: 'Cuts and joints' }).locator('[data-step]')
  await expect(cuts.last()).toContainText('cutting only the piece that has 1 face')
  await expect(page.getByRole('region', { name: 'Pieces' })).toContainText('Bracket 2')
  await expect(row(page, 'Cut 1 through Bracket')).toContainText('✓', { timeout: 30_000 })
  await page.getByRole('button', { name: 'join the pieces with pins', exact: true }).click()
  await expect(row(page, 'Pin 2 at cut 1 of Bracket')).toContainText('✓', { timeout: 30_000 })
  await cuts.last().getByRole('button', { name: 'more …' }).click()
  await choose(page, cuts.last(), 'Shape of a pin', 'with a flat side')
  await expect(row(page, 'Pin 2 at cut 1 of Bracket')).toContainText('✓', { timeout: 30_000 })
  await expect(page.getByRole('list', { name: 'Order of putting together' })).toContainText(
    'Bracket 2 onto Bracket 1, from the front',
  )
  await expect(page.getByLabel('Ledger').getByText('■')).toHaveCount(0)
  // The plate prints on its back, its pins upright.
  await page.getByRole('button', { name: 'Prove', exact: true }).click()
  await page.getByRole('button', { name: 'lay each the best way' }).click()
  await expect(page.getByRole('region', { name: 'How Bracket 1 lies' })).toContainText(
    'It lies on its back, as you said.',
  )
  await shipped(page, 'Trough bracket', 'demo/trough-bracket.json')
})
