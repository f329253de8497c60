import { expect, test } from '@playwright/test'
import { binaryStl } from '../support/files'
import { boxSoup } from '../support/soups'
import { addStep, sized, stepLines as steps } from './drawn'
import { dropFile, newProject, noErrors, row } from './helpers'

noErrors()

test('a box of panels is put up with the fingers that lock it, and changed by its sentences', async ({ page }) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await addStep(page, 'panels that lock with fingers')
  await expect(steps(page)).toHaveCount(2)
  await expect(steps(page).last()).toContainText('Fingers of Floor and Front')
  await expect(row(page, 'Floor locked with Front')).toContainText('✓ 0.1')
  await expect(page.getByLabel('Ledger').getByRole('row')).toHaveCount(9)
  await sized(page, { 'About how wide each finger is': '20', 'Gap all round them': '0.15' })
  await expect(row(page, 'Front locked with Left')).toContainText('✓ 0.15')
  // A gap on both sides of a finger that is all there is.
  await steps(page)
    .first()
    .getByRole('button', { name: /^How thick the floor is, / })
    .click()
  await page.getByRole('textbox', { name: 'How thick the floor is', exact: true }).fill('60')
  await page.keyboard.press('Enter')
  await expect(steps(page).first()).toContainText('The walls would fill the box')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(steps(page).first()).not.toContainText('would fill the box')
})

test('two plain boards that cut into each other are locked by the step that their finding offers', async ({ page }) => {
  await newProject(page)
  await page.getByRole('button', { name: 'Shape', exact: true }).click()
  await addStep(page, 'plain solid')
  await sized(page, { 'Its width': '60', 'Its depth': '40', 'Its height': '4' })
  await addStep(page, 'plain solid')
  await sized(page, { 'Its width': '60', 'Its depth': '4', 'Its height': '30' })
  await expect(page.getByText('Part cuts into Part 2.')).toBeVisible({ timeout: 30_000 })
  await page.getByRole('button', { name: 'lock them with fingers' }).click()
  await expect(page.getByText('Part cuts into Part 2.')).toBeHidden({ timeout: 30_000 })
  await expect(row(page, 'Part locked with Part 2')).toContainText('✓')
})

test('a first idea in measured sizes gives way to an item of a file, tipped as it stands', async ({ page }) => {
  await newProject(page)
  await dropFile(page, 'pump.stl', Buffer.from(binaryStl(boxSoup([24, 10, 16]))))
  await page.getByRole('button', { name: 'Gather', exact: true }).click()
  await page.getByRole('button', { name: 'Add something measured …' }).click()
  await page.getByRole('menuitem', { name: 'A measured box' }).click()
  await page.getByRole('button', { name: 'replace it by an item …' }).click()
  await page.getByRole('menuitem', { name: /^pump/ }).click()
  await expect(page.getByText(/tipped by/)).toBeVisible()
  await page.getByRole('combobox', { name: 'How far it is tipped' }).click()
  await page.getByRole('option', { name: '90°', exact: true }).click()
  await expect(page.getByRole('combobox', { name: 'How far it is tipped' })).toHaveText('90°')
})
