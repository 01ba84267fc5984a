import { AxeBuilder } from '@axe-core/playwright'
import { expect, test } from '@playwright/test'
import { openPlace, writeLine } from './places.ts'

const SCREENS = [
  { name: 'Tunes', address: '/tunes' },
  { name: 'New tune', address: '/tunes/new' },
  { name: 'Changes', address: '/tunes/tune-salt-stairs/changes?bars=1-8' },
  { name: 'Map', address: '/tunes/tune-salt-stairs/map?bars=1-8' },
  { name: 'Drills', address: '/tunes/tune-breakwater/drills?bars=1-4' },
  { name: 'Stage', address: '/stage/tune-breakwater?bars=1-4&rung=outline-up&tempo=100' },
  { name: 'Log', address: '/log' },
  { name: 'Setup', address: '/setup' },
]

for (const look of ['day', 'night'] as const) {
  test.describe(look, () => {
    test.beforeEach(async ({ page }) => {
      await page.route('**/api/settings', async (route) => {
        const response = await route.fetch()
        await route.fulfill({ response, json: { ...(await response.json()), look } })
      })
    })
    for (const { name, address } of SCREENS) {
      test(`axe finds nothing wrong on ${name}`, async ({ page }) => {
        await page.goto(address)
        await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
        await page.waitForLoadState('networkidle')
        expect(
          (await new AxeBuilder({ page }).analyze()).violations.map(
            ({ id, nodes }) => `${id}: ${nodes[0]?.html} ${nodes[0]?.failureSummary}`,
          ),
        ).toEqual([])
      })
    }
    test('axe finds nothing wrong on Line', async ({ page }) => {
      await openPlace(page, 'line')
      await writeLine(page)
      await expect(page.locator('[data-staff-note]').first()).toBeAttached()
      expect(
        (await new AxeBuilder({ page }).analyze()).violations.map(
          ({ id, nodes }) => `${id}: ${nodes[0]?.html} ${nodes[0]?.failureSummary}`,
        ),
      ).toEqual([])
    })
  })
}

test('a narrow and an upright screen show all there is, without moving sideways', async ({ page }) => {
  for (const [width, height] of [
    [820, 1180],
    [390, 844],
  ] as const) {
    await page.setViewportSize({ width, height })
    for (const address of ['/tunes', '/log', '/stage/tune-breakwater?bars=1-4&rung=outline-up&tempo=100']) {
      await page.goto(address)
      await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
      expect(
        await page.evaluate(() => document.documentElement.scrollWidth - innerWidth),
        `${address} at ${width}`,
      ).toBeLessThanOrEqual(0)
    }
  }
})
