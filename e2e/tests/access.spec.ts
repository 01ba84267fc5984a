import type { Page } from '@playwright/test'
import { expect, test } from './app.ts'
import { checker, openPage, writeLine } from './places.ts'

const SCREENS = [
  { name: 'Today', address: '/today' },
  { name: 'Tunes', address: '/tunes' },
  { name: 'New tune', address: '/tunes/new' },
  { name: 'Changes', address: '/tunes/tune-salt-stairs/changes?bars=1-8' },
  { name: 'Map', address: '/tunes/tune-salt-stairs/map?bars=1-8' },
  { name: 'Drills', address: '/tunes/tune-breakwater/drills?bars=1-4' },
  { name: 'Stage', address: '/stage/tune-breakwater?bars=1-4&rung=outline-up&tempo=100' },
  { name: 'Log', address: '/log' },
  { name: 'a run', address: '/log/run-demo-10-7' },
  { name: 'Setup', address: '/setup' },
]

/** Line's sheets by their buttons, and what each opens. */
const SHEETS = [
  ['Show', 'dialog'],
  ['Move', 'dialog'],
  ['Band', 'dialog'],
  ['Help', 'dialog'],
  ['Files', 'menu'],
] as const

/** What axe finds wrong on a page or a part of it, by day; and by night in its colours, the only thing that differs. */
const wrongOn = async (page: Page, part = 'body'): Promise<readonly string[]> => {
  const found: string[] = []
  for (const look of ['day', 'night']) {
    await page.evaluate((chosen) => {
      document.documentElement.dataset.look = chosen
    }, look)
    const axe = checker(page).include(part)
    if (look === 'night') axe.withRules(['color-contrast'])
    const { violations } = await axe.analyze()
    for (const { id, nodes } of violations)
      found.push(`${look}, ${id}: ${nodes[0]?.html} ${nodes[0]?.failureSummary}`)
  }
  return found
}

for (const { name, address } of SCREENS) {
  test(`axe finds nothing wrong on ${name}`, async ({ page }) => {
    await page.goto(address)
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    await page.waitForLoadState('networkidle')
    expect(await wrongOn(page)).toEqual([])
  })
}

test('axe finds nothing wrong on Line and its popovers', async ({ page }) => {
  test.slow()
  await openPage(page, 'line', '1-2')
  await writeLine(page)
  await expect(page.locator('[data-staff-note]').first()).toBeAttached()
  expect(await wrongOn(page), 'as it opens').toEqual([])
  for (const [sheet, role] of SHEETS) {
    await page.getByRole('button', { name: sheet, exact: true }).click()
    await expect(page.getByRole(role)).toBeVisible()
    expect(await wrongOn(page, `[role=${role}]`), sheet).toEqual([])
    await page.keyboard.press('Escape')
    await expect(page.getByRole(role)).toHaveCount(0)
  }
  const press = (name: string) => page.getByRole('button', { name, exact: true }).click()
  await press('Draw the contour')
  await expect(page.getByTestId('ribbon')).toBeAttached()
  expect(await wrongOn(page, '[aria-label="The line"]'), 'the contour').toEqual([])
  await press('Done drawing')
  await press('Clear the contour')
  await expect(page.getByText('Composing …')).toBeHidden()
  await press('Show eight')
  await expect(page.getByRole('region', { name: 'Alternatives' })).toBeVisible()
  await press('Write by hand')
  // A note far out of place, so that there is something to fix.
  await page.locator('[data-note][aria-label^="bar 2,"]').first().focus()
  for (let time = 0; time < 4; time += 1) await page.keyboard.press('Alt+PageDown')
  await page.getByRole('button', { name: 'Try a fix' }).first().click()
  for (const more of await page.locator('summary').all()) await more.click()
  expect(await wrongOn(page), 'with everything open').toEqual([])
  await page.getByRole('tab', { name: 'Saved' }).click()
  await expect(page.getByLabel('Title of the line')).toBeVisible()
  expect(await wrongOn(page, '[role=tabpanel][data-state=active]'), 'what is kept').toEqual([])
})

test('a narrow and an upright screen show everything without scrolling sideways', async ({ page }) => {
  for (const [width, height] of [
    [820, 1180],
    [390, 844],
  ] as const) {
    await page.setViewportSize({ width, height })
    for (const address of [
      '/today',
      '/tunes',
      '/vocabulary/new',
      '/vocabulary',
      '/log',
      '/stage/tune-breakwater?bars=1-4&rung=outline-up&tempo=100',
    ]) {
      await page.goto(address)
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
      expect(
        await page.evaluate(() => document.documentElement.scrollWidth - innerWidth),
        `${address} at ${width}`,
      ).toBeLessThanOrEqual(0)
    }
  }
})
