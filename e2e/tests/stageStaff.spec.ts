import { expect, test } from './app.ts'
import { boxesOf, overlaps, SIGNS } from './staffBoxes.ts'

const ROWS = '[data-testid=scrolling-staff] [data-staff-row]'
const SHORT = '/stage/tune-breakwater?bars=1-4&rung=outline-up&tempo=120'
const TRIPLETS = '/stage/tune-salt-stairs?bars=1-32&rung=below-above&tempo=120'

test('32 bars of triplets are two rows of staff that follow the run; no names, heads or accidentals overlap', async ({
  page,
}) => {
  await page.goto(TRIPLETS)
  const staff = page.getByTestId('scrolling-staff')
  const names = staff.getByTestId('note-name')
  await expect(names).toHaveCount(32 * 12)
  await expect(staff.locator('[data-staff-note]')).toHaveCount(32 * 12)
  expect(overlaps(await boxesOf(page, ROWS, '[data-testid=note-name]'))).toBe(0)
  const signs = await boxesOf(page, ROWS, SIGNS)
  expect(signs.length).toBeGreaterThan(32 * 12)
  expect(overlaps(signs)).toBe(0)
  await page.getByLabel('simulated player').check()
  await page.getByLabel('wrong notes %').fill('0')
  await page.getByRole('button', { name: /^Start/ }).click()
  await expect(staff).toHaveAttribute('data-row', '1')
  // The first bar is above the window now, with its verdicts.
  expect(await staff.locator('[data-verdict=right]').count()).toBeGreaterThanOrEqual(11)
  await page.keyboard.press('PageDown')
})

test('a pickup leads into bar 1: it is drawn before the bar line, played in the count-in, and graded', async ({
  page,
}) => {
  await page.goto('/stage/tune-breakwater?bars=1-8&rung=pickups&variant=2&tempo=180')
  const staff = page.getByTestId('scrolling-staff')
  await expect(staff.locator('[data-staff-note]')).toHaveCount(8 * 4)
  const [third, target] = await boxesOf(page, ROWS, '[data-staff-note="2"], [data-staff-note="3"]')
  expect(third!.right).toBeLessThan(target!.left)
  await page.getByLabel('simulated player').check()
  await page.getByLabel('wrong notes %').fill('0')
  await page.getByRole('button', { name: /^Start/ }).click()
  await expect(page.getByText(/^count-in: \d/)).toBeVisible()
  await expect(staff.locator('[data-verdict=right]').first()).toBeAttached()
  const result = page.getByRole('status', { name: 'Result' })
  await expect(result).toContainText('32 notes expected: 0 wrong, 0 missed, 0 extra')
})

test('the player chooses staff or dots, how far ahead the position is, and keys on the screen; it is kept', async ({
  page,
}) => {
  await page.goto(SHORT)
  const keys = page.getByRole('group', { name: 'Keys' })
  await expect(page.getByTestId('trail')).toBeVisible()
  await expect(keys).toBeVisible()
  await page.getByRole('button', { name: 'View' }).click()
  await page.getByRole('radio', { name: 'staff' }).click()
  await expect(page.getByTestId('scrolling-staff')).toBeVisible()
  await expect(keys).toHaveCount(0)
  await page.getByLabel('keys on the screen').check()
  await expect(keys).toBeVisible()
  await page.getByRole('radio', { name: '4', exact: true }).click()
  await page.keyboard.press('Escape')
  await page.reload()
  await expect(page.getByTestId('scrolling-staff')).toBeVisible()
  await expect(keys).toBeVisible()
  await page.getByRole('button', { name: 'View' }).click()
  await expect(page.getByRole('radio', { name: '4', exact: true })).toBeChecked()
})

test('a free rung’s picture names its notes clear of their ledges, and has no keys unless they are chosen', async ({
  page,
}) => {
  await page.goto('/stage/tune-breakwater?bars=1-4&rung=chord-tones&tempo=120')
  const picture = page.getByTestId('trail')
  await expect(picture).toBeVisible()
  await expect(page.getByRole('group', { name: 'Keys' })).toHaveCount(0)
  const box = (selector: string) =>
    picture
      .locator(selector)
      .evaluateAll((all) =>
        all.map((one) => one.getBoundingClientRect()).map(({ left, right }) => [left, right]),
      )
  const names = await box('text[text-anchor=end]')
  const ledges = await box('rect')
  expect(names.length).toBeGreaterThan(8)
  for (const [left, right] of names)
    for (const [from, to] of ledges)
      expect(Math.min(right!, to!) - Math.max(left!, from!)).toBeLessThanOrEqual(0)
})
