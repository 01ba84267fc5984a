import type { Page } from '@playwright/test'
import { expect, test } from './app.ts'
import { hear, labelsOf, openPage, positionOf, writeLine } from './places.ts'

const panel = (page: Page) => page.getByRole('complementary', { name: 'About the chord' })
const chord = (page: Page, name: RegExp) =>
  page.getByRole('region', { name: 'Map of the stretch' }).getByRole('button', { name })

/** Breakwater begins with ii–V–I–IV, for a B♭ horn in E♭ (common practice, no source). */
test('a chosen chord shows everything about it', async ({ page }) => {
  await openPage(page, 'map')
  await chord(page, /^Bar 2: B♭7/).click()
  const about = panel(page)
  await expect(about).toContainText('V of E♭ major')
  await expect(about).toContainText('in ii–V–I–IV')
  await expect(about).toContainText('B♭ Mixolydian')
  await expect(about).toContainText('E♭ major from B♭')
  await expect(about).toContainText('Avoid on strong beats: the 11.')
  await expect(about.getByRole('row', { name: '3 D E♭ half C whole' })).toBeVisible()
  await expect(about.getByRole('row', { name: /♭7 A♭ goes to 3 G half step down/ })).toBeVisible()
  await expect(about.getByRole('row', { name: /3 D goes to 7 D stays/ })).toBeVisible()
  await expect(about).toContainText('half step into the 3')
  await expect(about).toContainText('arpeggio on the 3: D F A♭ C')
  await page.getByRole('radio', { name: 'parent key' }).click()
  await expect(chord(page, /^Bar 2: B♭7.*E♭ major, guide tones/)).toBeVisible()
  await page.getByRole('radio', { name: 'mode' }).click()
  // Keys alone.
  await chord(page, /^Bar 3/).focus()
  await page.keyboard.press('Enter')
  await expect(about).toContainText('I of E♭ major')
})

test('a reading is set for all chords with the same symbol and function', async ({ page }) => {
  await openPage(page, 'map', '1-12')
  await chord(page, /^Bar 1: Fm7, ii of E♭ major/).click()
  await panel(page).getByRole('radio', { name: 'all 4 like it' }).click()
  await panel(page).getByLabel('The key of this chord').selectOption('Ab major')
  await expect(chord(page, /^Bar 1: Fm7, vi of A♭ major/)).toBeVisible()
  await expect(chord(page, /^Bar 9: Fm7, vi of A♭ major/)).toBeVisible()
  await panel(page).getByRole('button', { name: 'Automatic' }).click()
  await expect(chord(page, /^Bar 1: Fm7, ii of E♭ major/)).toBeVisible()
})

test('another reading is chosen, used everywhere, stored, and cleared', async ({ page }) => {
  await openPage(page, 'map', '1-8', 'tune-gannet-waltz')
  await chord(page, /^Bar 1:/).click()
  const about = panel(page)
  const scale = about.getByLabel('Another scale for this chord')
  const before = await scale.inputValue()
  const other = await scale
    .locator('option')
    .evaluateAll(
      (options, now) => options.map((one) => (one as HTMLOptionElement).value).find((value) => value !== now),
      before,
    )
  await scale.selectOption(other!)
  await expect(about).toContainText('You chose this scale.')
  await page.reload()
  await expect(about).toContainText('You chose this scale.')
  await expect(scale).toHaveValue(other!)

  await about.getByRole('radio', { name: 'bars 1–8' }).click()
  await about.getByLabel('The key of this chord').selectOption({ label: 'in A minor' })
  await expect(about).toContainText('A minor (yours)')
  await expect(
    page
      .getByRole('region', { name: 'Map of the stretch' })
      .getByText(/^A minor/)
      .first(),
  ).toBeVisible()
  await page.getByRole('link', { name: 'Line', exact: true }).click()
  await writeLine(page)
  expect((await labelsOf(page)).length).toBeGreaterThan(10)
  await page.getByRole('link', { name: 'Map', exact: true }).click()
  await about.getByRole('radio', { name: 'bars 1–8' }).click()
  await about.getByRole('button', { name: 'Automatic' }).click()
  await expect(about).not.toContainText('yours')
  await expect(scale).toHaveValue(before)
})

test('the view by key centre has one key, the smallest sets few notes, and simple spelling no double accidentals', async ({
  page,
}) => {
  await openPage(page, 'map', '5-8')
  await page.getByRole('radio', { name: 'by key centre' }).click()
  await expect(
    page.getByText(/Key centre: C minor holds every chord tone of 50 % of the time\./),
  ).toBeVisible()
  await expect(page.getByText(/Outside it: the 3 of G7♭9, the 3 of C7♭9/)).toBeVisible()
  await page.getByRole('radio', { name: 'sets of 3' }).click()
  await expect(page.getByText(/notes? changes? over 4 chords, all within a sixth/)).toBeVisible()
  await page.getByRole('radio', { name: 'by chord' }).click()

  await page.goto('/setup')
  await page.getByLabel(/Instrument/).selectOption({ label: 'concert pitch' })
  await expect(page.getByText('for concert pitch')).toBeVisible()
  await openPage(page, 'map', '1-4', 'tune-breakwater')
  await chord(page, /^Bar 2: A♭7/).click()
  await panel(page).getByLabel('Another scale for this chord').selectOption({ label: 'A♭ altered' })
  await expect(panel(page)).toContainText('B𝄫')
  await page.getByRole('radio', { name: 'simple' }).click()
  await expect(panel(page)).not.toContainText('𝄫')
  await page.getByRole('radio', { name: 'exact' }).click()
  await expect(panel(page)).toContainText('B𝄫')
  await panel(page).getByRole('button', { name: 'Automatic' }).click()
  await page.goto('/setup')
  await page.getByLabel(/Instrument/).selectOption({ label: 'B♭ flugelhorn' })
  await expect(page.getByText('for B♭ flugelhorn')).toBeVisible()
})

test('the changes sound: roots, thirds, guide tones, chords, in a loop, and one chord or scale alone', async ({
  page,
}) => {
  await openPage(page, 'map', '1-2')
  await page.getByRole('button', { name: 'Faster' }).click({ clickCount: 20 })
  for (const what of ['roots', 'roots and thirds', 'guide tones', 'chords']) {
    await page.getByRole('radio', { name: what, exact: true }).click()
    if (what === 'roots') await page.getByRole('button', { name: 'Play' }).click()
    await expect.poll(() => hear(page), { timeout: 20_000 }).toBeGreaterThan(0.005)
    await expect(page.getByTestId('map-cursor').first()).toBeVisible()
  }
  // Two bars at this tempo are over soon: it goes round.
  const seen: number[] = []
  await expect
    .poll(
      async () => {
        seen.push((await positionOf(page)) ?? -1)
        return seen.some((tick, at) => at > 0 && tick >= 0 && tick < seen[at - 1]!)
      },
      { timeout: 20_000 },
    )
    .toBe(true)
  await page.getByRole('button', { name: 'Stop' }).click()
  await expect.poll(() => hear(page, 4)).toBeLessThan(0.001)
  await panel(page).getByRole('button', { name: 'Hear the chord' }).click()
  await expect.poll(() => hear(page)).toBeGreaterThan(0.005)
  await panel(page).getByRole('button', { name: 'Hear the scale' }).click()
  await expect.poll(() => hear(page)).toBeGreaterThan(0.005)
})
