import type { Page } from '@playwright/test'
import { expect, test } from './app.ts'
import { openPage, violations } from './places.ts'

const panel = (page: Page) => page.getByRole('complementary', { name: 'The rung' })
const result = (page: Page) => page.getByRole('status', { name: 'Result' })
const simulate = async (page: Page) => {
  await page.getByLabel('simulated player').check()
  await page.getByLabel('wrong notes %').fill('0')
}

test('a saved phrase is drilled in another key, and once where it was', async ({ page }) => {
  await openPage(page, 'drills', '1-4')
  await page.getByRole('button', { name: /^phrase in twelve keys in A♭:/ }).click()
  await expect(panel(page).getByLabel('Phrase')).toContainText('Over the wall, two bars')
  await panel(page).getByLabel('Beats per minute').fill('280')
  await panel(page)
    .getByRole('link', { name: /^Play at/ })
    .click()
  await expect(page.getByRole('heading', { name: /^Over the wall, two bars ·/ })).toBeVisible()
  await simulate(page)
  await page.keyboard.press('PageUp')
  await expect(result(page)).toContainText('move on', { timeout: 30_000 })

  await openPage(page, 'drills', '9-10')
  await page.getByRole('button', { name: /^phrase in its place in E♭:/ }).click()
  await panel(page).getByLabel('Beats per minute').fill('240')
  await panel(page)
    .getByRole('link', { name: /^Play at/ })
    .click()
  await simulate(page)
  await page.keyboard.press('PageUp')
  await expect(result(page)).toContainText('inside the limits', { timeout: 30_000 })
  await expect(result(page)).toContainText('move on')
})

test('where a phrase doesn’t fit, the bars where it does are listed', async ({ page }) => {
  await openPage(page, 'drills', '5-6')
  await page.getByRole('button', { name: /^phrase in twelve keys in E♭:/ }).click()
  await expect(panel(page)).toContainText(
    /The phrase doesn’t fit in these bars; in this tune it can start in bars 1/,
  )
})

test('a rung’s options are chosen one by one and named', async ({ page }) => {
  await openPage(page, 'drills', '1-4')
  await page.getByRole('button', { name: /^pickups in E♭:/ }).click()
  await panel(page).getByLabel('Length').selectOption('three')
  await panel(page).getByLabel('Into').selectOption('the 7')
  await expect(panel(page).getByLabel('Length')).toHaveValue('three')
  await panel(page)
    .getByRole('link', { name: /^Play at/ })
    .click()
  await expect(page.getByRole('heading', { name: /^pickups, three into the 7 ·/ })).toBeVisible()
})

test('a guitarist plays on a fingerboard, by pointer and by keys, or on keys instead', async ({ page }) => {
  await page.route('**/api/settings', async (route) => {
    const response = await route.fetch()
    await route.fulfill({ response, json: { ...(await response.json()), instrument: 'guitar' } })
  })
  await openPage(page, 'line', '1-4')
  await page.getByRole('button', { name: 'Write by hand' }).click()
  const board = page.getByRole('group', { name: 'Fingerboard' })
  await expect(board.getByRole('button')).toHaveCount(6 * 16 + 1)
  // The guitar's third string at its fifth fret sounds C, and is written an octave higher.
  await board.getByRole('button', { name: 'C5, string 3, fret 5' }).click()
  await expect(page.locator('[data-note]')).toHaveCount(1)
  await expect(page.locator('[data-note]').first()).toHaveAccessibleName(/, C5, 13 of E♭m7/)
  expect(await violations(page)).toEqual([])
  await board.getByRole('button', { name: /string 6, open$/ }).focus()
  await page.keyboard.press('ArrowUp')
  await page.keyboard.press('ArrowRight')
  await expect(board.getByRole('button', { name: /string 5, fret 1$/ })).toBeFocused()
  await page.keyboard.press('Space')
  await expect(page.locator('[data-note]')).toHaveCount(2)
  await page.getByRole('button', { name: 'Show the keys instead' }).click()
  await expect(page.getByRole('group', { name: 'Keys' })).toBeVisible()
  await page.reload()
  await page.getByRole('button', { name: 'Write by hand' }).click()
  await expect(page.getByRole('group', { name: 'Keys' })).toBeVisible()
})
