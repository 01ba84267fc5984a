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

/** WCAG 2.2, success criterion 2.4.11. */
test('nothing that has the focus lies under the foot of its page, nor what is typed', async ({ page }) => {
  for (const height of [800, 500]) {
    await page.setViewportSize({ width: 1280, height })
    await openPage(page, 'changes', '1-4', 'tune-salt-stairs')
    await page.getByLabel('Bar 1, chord 1').focus()
    for (let stop = 0; stop < 60; stop += 1) {
      const hidden = await page.evaluate(() => {
        const here = document.activeElement as HTMLElement
        // After the last stop the page has the focus.
        if (here === document.body) return undefined
        const { left, top, width, height: high } = here.getBoundingClientRect()
        const over = document.elementFromPoint(left + width / 2, top + Math.min(high, 40) / 2)
        return over !== null && (here.contains(over) || over.contains(here))
          ? undefined
          : here.outerHTML.slice(0, 90)
      })
      expect(hidden, `stop ${stop}, window of ${height}`).toBeUndefined()
      await page.keyboard.press('Tab')
    }
    const editor = page.getByRole('textbox', { name: /^The chart as text/ })
    await editor.click()
    await page.keyboard.press('Control+End')
    for (let line = 0; line < 12; line += 1) await page.keyboard.type('\n| Fm7 | Bb7 |')
    const foot = page.getByRole('button', { name: 'Revert' })
    const caret = await page.evaluate(() => getSelection()!.getRangeAt(0).getBoundingClientRect().bottom)
    expect(caret).toBeLessThan((await foot.boundingBox())!.y)
  }
})

test('the text editor’s focus is seen by day and by night', async ({ page }) => {
  for (const look of ['day', 'night']) {
    await openPage(page, 'changes')
    await page.evaluate((name) => document.documentElement.setAttribute('data-look', name), look)
    const editor = page.locator('.cm-editor')
    await editor.locator('.cm-content').click()
    const [style, width, colour, ring] = await editor.evaluate((element) => {
      const { outlineStyle, outlineWidth, outlineColor } = getComputedStyle(element)
      const probe = document.body.appendChild(document.createElement('span'))
      probe.style.color = 'var(--heather)'
      const wanted = getComputedStyle(probe).color
      probe.remove()
      return [outlineStyle, outlineWidth, outlineColor, wanted]
    })
    expect([style, width, colour]).toEqual(['solid', '3px', ring])
  }
})

test('on a phone tables are lists, every bar of the changes is whole, and the stage’s sources are behind one button', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 })
  await opened(page, '/tunes')
  const tune = page.getByRole('row').filter({ hasText: 'Breakwater' })
  for (const part of ['E♭ major', '138 bpm', 'A, 16 bars']) await expect(tune.getByText(part)).toBeVisible()
  await expect(tune.getByRole('img')).not.toHaveCount(0)
  await opened(page, '/log')
  await expect(
    page.getByRole('table', { name: 'Runs' }).getByRole('row').nth(1).getByText('bars'),
  ).toBeVisible()

  await openPage(page, 'changes', '1-4', 'tune-salt-stairs')
  const cut = await page.evaluate(() =>
    [...document.querySelectorAll('[data-written] span[aria-hidden]')].flatMap((cell) =>
      cell.scrollWidth > cell.clientWidth ? [cell.textContent] : [],
    ),
  )
  expect(cut).toEqual([])

  await opened(page, '/vocabulary')
  await page.getByRole('link', { name: /^Thirds lead down/ }).click()
  await expect(page.getByRole('table', { name: 'Phrases' })).toBeHidden()
  await expect(page.getByRole('heading', { name: 'Thirds lead down' })).toBeVisible()
  await page.getByRole('link', { name: 'All phrases' }).click()
  await expect(page.getByRole('table', { name: 'Phrases' })).toBeVisible()

  // What a cell asks is under the whole ladder: its name leads there, and it is played without going there.
  await openPage(page, 'drills', '1-4')
  await page.locator('[data-cell]').nth(14).click()
  const foot = page
    .getByRole('complementary', { name: 'The rung' })
    .getByRole('link', { name: /^roots and thirds/ })
  await expect(foot).toBeInViewport()
  await foot.click()
  await expect(page.getByRole('heading', { name: 'roots and thirds' })).toBeInViewport()
  await page
    .getByRole('link', { name: /^Play at/ })
    .first()
    .click()
  await expect(page).toHaveURL(/rung=roots-thirds/)

  await opened(page, '/stage/tune-breakwater?bars=1-4&rung=outline-up&tempo=100')
  await page.getByRole('button', { name: 'Input: screen' }).click()
  await page.getByLabel('simulated player').check()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('button', { name: 'Input: simulated player' })).toBeVisible()
})

test('each place, the stage too, says what it is for', async ({ page }) => {
  for (const [address, words] of [
    ['/today', 'What to play now'],
    ['/tunes', 'All your tunes.'],
    ['/vocabulary', 'Phrases in degrees'],
    ['/log', 'What you played'],
    ['/setup', 'Your instrument'],
    ['/tunes/tune-breakwater/changes', 'The chords of the tune'],
    ['/tunes/tune-breakwater/map', 'What each chord does'],
    ['/tunes/tune-breakwater/line', 'Lines over the chosen bars'],
    ['/tunes/tune-breakwater/drills', 'The ladder: exercises'],
    ['/stage/tune-breakwater?bars=1-4&rung=roots&tempo=60', 'The exercise as you play it'],
  ] as const) {
    await opened(page, address)
    const sentence = page.getByText(words)
    await expect(sentence).toBeHidden()
    await page.getByText('What is this?').click()
    await expect(sentence).toBeVisible()
  }
})
