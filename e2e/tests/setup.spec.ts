import type { Page } from '@playwright/test'
import { expect, test } from './app.ts'
import { labelsOf, openPage, openSaved, savedLine, terrainNotes } from './places.ts'

/** Setup is one for all: what a test turns it turns back. */
const choose = async (page: Page, instrument: string) => {
  await page.goto('/setup')
  const chosen = page.getByText(`for ${instrument}`)
  // Choosing what is chosen writes nothing.
  const stored = (await chosen.isVisible())
    ? undefined
    : page.waitForResponse((response) => response.request().method() === 'PUT' && response.ok())
  await page.getByLabel(/Instrument/).selectOption({ label: instrument })
  await expect(chosen).toBeVisible()
  await stored
}

test.afterEach(async ({ page }) => {
  await choose(page, 'B♭ flugelhorn')
  await page.getByRole('radio', { name: 'day' }).click()
  await page.getByRole('radio', { name: 'CΔ7 Cø7 C°7' }).click()
  await expect(page.locator('html')).toHaveAttribute('data-look', 'day')
})

test('everything is shown as the chosen instrument reads it, and what is stored doesn’t change', async ({
  page,
}) => {
  await choose(page, 'alto sax')
  await page.goto('/tunes')
  await expect(page.getByRole('row', { name: /Breakwater/ })).toContainText('B♭ major')
  await openPage(page, 'map')
  await expect(page.getByRole('button', { name: /^Bar 1: .*C Dorian/ })).toBeVisible()
  await choose(page, 'concert pitch')
  await openPage(page, 'map')
  await expect(page.getByRole('button', { name: /^Bar 1: .*E♭ Dorian/ })).toBeVisible()
  await expect(page.getByRole('complementary', { name: 'About the chord' })).toContainText('D♭ major from E♭')
  await page.goto('/log')
  await expect(page.getByRole('row', { name: /Breakwater/ }).first()).toContainText('D♭ major')
})

test('a line sounds the same whoever reads it', async ({ page }) => {
  await openPage(page, 'line', '1-4')
  await openSaved(page)
  await savedLine(page, 'First way over the wall').click()
  await expect(terrainNotes(page).first()).toBeVisible()
  const asHorn = await labelsOf(page)
  await choose(page, 'concert pitch')
  await openPage(page, 'line', '1-4')
  await expect(terrainNotes(page).first()).toBeVisible()
  const concert = await labelsOf(page)
  expect(asHorn[0]).toMatch(/of Fm7, /)
  expect(concert[0]).toMatch(/of E♭m7, /)
  const degrees = (labels: readonly string[]) => labels.map((label) => /, ([^,]+) of/.exec(label)?.[1])
  expect(degrees(concert)).toEqual(degrees(asHorn))
})

test('grading strictness is set, stored by the server, and reset to default', async ({ page }) => {
  const kept = async () => (await (await page.request.get('/api/settings')).json()).grading
  await page.goto('/setup')
  const within = page.getByLabel('On time within (ms)')
  await expect(within).toHaveValue('50')
  await within.fill('35')
  await page.getByRole('radio', { name: 'counts as wrong' }).click()
  await expect.poll(kept).toEqual({ onTimeMs: 35, octaves: 'as written' })
  await page.reload()
  await expect(within).toHaveValue('35')
  await page.getByRole('button', { name: 'Back to the defaults' }).click()
  await expect(within).toHaveValue('50')
  await expect.poll(kept).toEqual({})
})

test('night, symbols and names are chosen once and stay', async ({ page }) => {
  await page.goto('/setup')
  await page.getByRole('radio', { name: 'night' }).click()
  await expect(page.locator('html')).toHaveAttribute('data-look', 'night')
  await page.getByRole('radio', { name: 'CM7 C-7 Co7' }).click()
  await page.reload()
  await expect(page.locator('html')).toHaveAttribute('data-look', 'night')
  await openPage(page, 'map')
  await expect(page.getByRole('option', { name: 'Bar 1: F-7' })).toBeVisible()
})

test('the keyboard alone leads from the tunes to a saved line', async ({ page }) => {
  await page.goto('/tunes')
  await expect(page.getByRole('link', { name: /Gannet Waltz/ })).toBeVisible()
  await page.getByRole('link', { name: /Gannet Waltz/ }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Gannet Waltz' })).toBeVisible()
  await page.getByRole('link', { name: 'Line', exact: true }).focus()
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Write a line' }).focus()
  await page.keyboard.press('Enter')
  await expect(terrainNotes(page).first()).toBeVisible()
  await terrainNotes(page).first().focus()
  await page.keyboard.press('ArrowRight')
  await expect(terrainNotes(page).nth(1)).toBeFocused()
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog', { name: 'Marks' })).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('tab', { name: 'Notes' }).focus()
  await page.keyboard.press('ArrowRight')
  await page.getByLabel('Title of the line').focus()
  await page.keyboard.type('Kept by keys')
  await page.getByRole('button', { name: 'Save', exact: true }).focus()
  await page.keyboard.press('Enter')
  await expect(savedLine(page, 'Kept by keys')).toBeVisible()
})
