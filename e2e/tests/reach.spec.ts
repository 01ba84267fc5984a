import type { Page } from '@playwright/test'
import { expect, test } from './app.ts'
import { labelsOf, openPage, violations, writeLine } from './places.ts'

const PAGES = [
  '/today',
  '/tunes',
  '/tunes/new',
  '/tunes/tune-breakwater/changes?bars=1-4',
  '/tunes/tune-breakwater/map?bars=1-4',
  '/tunes/tune-breakwater/line?bars=1-4',
  '/tunes/tune-breakwater/drills?bars=1-4',
  '/vocabulary',
  '/vocabulary/new',
  '/log',
  '/setup',
  '/stage/tune-breakwater?bars=1-4&rung=outline-up&tempo=100',
]

/** Pixels by which a page is wider than its window. */
const tooWide = (page: Page) => page.evaluate(() => document.documentElement.scrollWidth - innerWidth)

const opened = async (page: Page, address: string) => {
  await page.goto(address)
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  await page.waitForLoadState('networkidle')
}

/** WCAG 2.2, success criterion 1.4.10: 320 pixels are a window of 1280 at 400 %. */
test('nothing scrolls sideways at 400 %, and at text of twice its size', async ({ page }) => {
  test.slow()
  await page.setViewportSize({ width: 320, height: 640 })
  for (const address of PAGES) {
    await opened(page, address)
    expect(await tooWide(page), `${address} at 320`).toBeLessThanOrEqual(0)
  }
  await page.setViewportSize({ width: 1280, height: 800 })
  for (const address of PAGES) {
    await opened(page, address)
    await page.addStyleTag({ content: 'html { font-size: 200% !important }' })
    expect(await tooWide(page), `${address} with large text`).toBeLessThanOrEqual(0)
  }
})

/** WCAG 2.2, success criterion 1.4.12: its four measures together. */
const SPACED = `* { line-height: 1.5 !important; letter-spacing: 0.12em !important; word-spacing: 0.16em !important }
p { margin-bottom: 2em !important }`

test('text that is spaced wider is cut nowhere', async ({ page }) => {
  for (const address of PAGES) {
    await opened(page, address)
    await page.addStyleTag({ content: SPACED })
    const cut = await page.evaluate(() =>
      [...document.querySelectorAll<HTMLElement>('button, a, label, h1, h2, h3, th, td, p, span')]
        .filter((element) => {
          const { overflowX, overflowY, position } = getComputedStyle(element)
          const clips = overflowX === 'hidden' || overflowY === 'hidden' || overflowX === 'clip'
          // What is there for screen readers alone is a pixel wide.
          const isSeen = element.clientWidth > 1 && position !== 'absolute'
          return clips && isSeen && element.scrollWidth > element.clientWidth + 1
        })
        .map((element) => element.textContent),
    )
    expect(cut, address).toEqual([])
  }
})

test('in the player’s own few colours what is chosen is still seen, and without motion nothing moves', async ({
  page,
}) => {
  await page.emulateMedia({ forcedColors: 'active', reducedMotion: 'reduce' })
  await openPage(page, 'drills', '1-4')
  const ground = (selector: string) =>
    page
      .locator(selector)
      .first()
      .evaluate((element) => getComputedStyle(element).backgroundColor)
  const other = (state: string) => [`[aria-${state}="true"]`, `[aria-${state}="false"]`] as const
  for (const [chosen, not] of [
    other('checked'),
    other('selected'),
    ['[data-cell][aria-pressed="true"]', '[data-cell][aria-pressed="false"]'],
    ['nav[aria-label="Pages of this tune"] [aria-current="page"]', 'nav[aria-label="Pages of this tune"] a'],
  ] as const)
    expect(await ground(chosen), chosen).not.toBe(await ground(not))
  expect(
    await page.evaluate(() =>
      [...document.querySelectorAll('*')].filter((element) => {
        const { transitionDuration, animationDuration } = getComputedStyle(element)
        return /[1-9]/.test(transitionDuration) || /[1-9]/.test(animationDuration)
      }),
    ),
  ).toEqual([])
})

test('the stretch is chosen without a drag, notes are read as a table, changes are announced, single keys can be off', async ({
  page,
}) => {
  const said = page.getByRole('status', { name: 'Announcement' })
  await openPage(page, 'line', '1-4')
  await page.getByRole('button', { name: 'bars 1–4' }).click()
  await page.getByLabel('To bar').selectOption('1')
  await expect(page).toHaveURL(/bars=1-2/)
  await expect(said).toHaveText('Stretch: bars 1–2')
  await page.keyboard.press('Escape')
  await writeLine(page)
  await page.getByRole('button', { name: 'Another', exact: true }).click()
  await expect(said).toHaveText(/^A line of \d+ notes over bars 1–2\.$/)
  // A note is said as it is after it was moved.
  const [first] = await labelsOf(page)
  await page.locator('[data-note]').first().focus()
  await page.keyboard.press('Alt+Shift+ArrowUp')
  await expect(said).toHaveText(/^bar 1, beat .+, [A-G][♭♯]*\d, .+ of .+, .+, .+$/)
  expect((await labelsOf(page))[0]).not.toBe(first)

  await page.getByRole('button', { name: 'Show', exact: true }).click()
  await page.getByLabel('the notes as a table').check()
  await page.keyboard.press('Escape')
  const table = page.getByRole('table', { name: 'Notes' })
  const rows = await table.getByRole('row').count()
  expect(rows).toBe((await labelsOf(page)).length + 1)
  await expect(table.getByRole('row').nth(1)).toContainText(/bar 1, beat/)
  expect(await violations(page)).toEqual([])

  await page.goto('/setup')
  const single = page.getByLabel(/^Single keys are commands/)
  await single.click()
  await expect(single).not.toBeChecked()
  await page.getByRole('heading', { name: 'Setup' }).click()
  await page.keyboard.press('?')
  await page.keyboard.press('Control+k')
  await expect(page.getByRole('dialog')).toHaveCount(1)
  await page.keyboard.press('Escape')
  await single.click()
  await expect(single).toBeChecked()
  await page.getByRole('heading', { name: 'Setup' }).click()
  await page.keyboard.press('?')
  await expect(page.getByRole('dialog')).toContainText('On the stage')
})
