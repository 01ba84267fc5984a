import { expect, type Page, test } from '@playwright/test'
import { openPlace } from './places.ts'

const editor = (page: Page) => page.getByRole('textbox', { name: /Changes at concert pitch/ })

test('a tune is changed, kept, and read anew everywhere', async ({ page }) => {
  await openPlace(page, 'changes', '1-4', 'tune-cold-harbour-blues')
  await expect(editor(page)).toContainText('Cm6')
  await expect(page.getByRole('button', { name: 'Keep the changes' })).toBeDisabled()
  await editor(page).fill('title: Cold Quay\nkey: C minor\ntempo: 112\n\n|: Cm6 | Fm7 :|\n| Ab7 | G7b9 |\n')
  await expect(page.getByText('6 bars, 6 chords, 4 bars as written, C minor.')).toBeVisible()
  await expect(page.getByText('Not kept yet; safe in this browser.')).toBeVisible()
  await page.reload()
  await expect(editor(page)).toContainText('|: Cm6 | Fm7 :|')
  await page.getByRole('button', { name: 'Keep the changes' }).click()
  await expect(page.getByText('Kept.')).toBeVisible()
  await expect(page.getByRole('listbox', { name: /Form/ }).getByRole('option')).toHaveCount(6)
  await expect(page.getByRole('option', { name: 'Bar 3: Dm6' })).toBeVisible()

  await page.getByLabel('Write the whole tune in another key').selectOption({ label: 'F minor' })
  await expect(editor(page)).toContainText('Fm6')
  await page.getByRole('button', { name: 'As they were' }).click()
  await expect(editor(page)).toContainText('Cm6')
})

test('a wrong chord is marked where it is typed, mended, and the mend can be undone', async ({ page }) => {
  await openPlace(page, 'changes', '1-4', 'tune-grey-heron')
  await editor(page).fill('| Gm7 | Cmaj77 |')
  await expect(page.locator('.cm-lintRange-error')).toHaveText('7')
  await page.getByRole('button', { name: 'Line 1, column 14' }).click()
  await expect(editor(page)).toBeFocused()
  await page.getByRole('button', { name: 'Write Cmaj7' }).click()
  await expect(editor(page)).toContainText('| Gm7 | Cmaj7 |')
  await editor(page).focus()
  await page.keyboard.press('Control+z')
  await expect(editor(page)).toContainText('Cmaj77')
  await page.getByRole('button', { name: 'As they were' }).click()
  await expect(editor(page)).toContainText('Gm9')
})

test('a new tune begins from a common form, in any key or through all of them', async ({ page }) => {
  await page.goto('/tunes/new')
  await page.getByLabel('Form').selectOption({ label: 'blues with ii–V' })
  await page.getByLabel('Key', { exact: true }).selectOption({ label: 'B♭ major' })
  await page.getByRole('button', { name: 'Write it' }).click()
  await expect(editor(page)).toContainText('Bb7')
  await expect(page.getByText(/12 bars, .* B♭ major\./)).toBeVisible()
  await page.getByLabel('Form').selectOption({ label: 'ii–V–I' })
  await page.getByLabel('Keys').selectOption({ label: 'all keys by fourths' })
  await page.getByRole('button', { name: 'Write it' }).click()
  await expect(page.getByText(/48 bars/)).toBeVisible()
  await page.getByRole('button', { name: 'Keep this tune' }).click()
  await page.getByRole('link', { name: /ii–V–I, all keys by fourths/ }).click()
  await expect(page.getByRole('option')).toHaveCount(48)
})

test('a stored tune that cannot be read is shown with its text, and mended', async ({ page, request }) => {
  await request.put('/api/tunes/tune-unread-1', {
    data: { revision: 0, edit: 'edit-unread', title: 'Wrong Turning', chart: '| Dm7 | G7zz |' },
  })
  await page.goto('/tunes/tune-unread-1/map')
  await expect(page.getByRole('alert').filter({ hasText: 'cannot be read' })).toBeVisible()
  await expect(editor(page)).toContainText('G7zz')
  await page.getByRole('button', { name: /^Write G7/ }).click()
  await page.getByRole('button', { name: 'Keep the changes' }).click()
  await expect(page.getByRole('listbox', { name: /Form/ })).toBeVisible()
})
