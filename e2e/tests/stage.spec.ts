import type { Page } from '@playwright/test'
import { expect, test } from './app.ts'
import { hear, loggedRuns, openPage } from './places.ts'

const STAGE = '/stage/tune-breakwater?bars=1-2&rung=outline-up&tempo=120'
const BEAT_MS = 500
/** What outline up asks of F m7 and B♭7, as the horn reads them. */
const ASKED = ['F', 'A♭', 'C', 'E♭', 'B♭', 'D', 'F', 'A♭']

const verdicts = (page: Page) =>
  page
    .locator('[data-testid=trail] [data-verdict]')
    .evaluateAll((notes) => notes.map((note) => note.getAttribute('data-verdict')))
const marks = (page: Page) =>
  page.getByRole('status', { name: 'Result' }).locator('dd:not([data-behind])').allInnerTexts()

const openStage = async (page: Page, address = STAGE) => {
  await page.goto(address)
  await expect(page.getByRole('button', { name: /^Start/ })).toBeVisible()
  expect(await page.locator('[data-testid=trail] text').allTextContents()).toEqual(
    expect.arrayContaining(ASKED),
  )
}

test('the simulated player plays without errors, and the run is in the log', async ({ page }) => {
  await openStage(page)
  await page.getByLabel('simulated player').check()
  await page.getByLabel('wrong notes %').fill('0')
  await page.getByRole('button', { name: /^Start/ }).click()
  await expect
    .poll(() => verdicts(page).then((all) => all.filter((verdict) => verdict === 'right').length), {
      message: 'verdicts come while it is played',
    })
    .toBeGreaterThan(1)
  // Each verdict is text, too.
  await expect(page.getByRole('list', { name: 'Verdicts so far' }).getByRole('listitem').first()).toHaveText(
    /^bar 1, beat 1, [A-G][♭♯]?\d: right$/,
  )
  expect(await hear(page)).toBeGreaterThan(0.002)
  await expect(page.getByText('move on', { exact: true })).toBeVisible()
  expect(await marks(page)).toEqual(['100', '100', '100'])
  const result = page.getByRole('status', { name: 'Result' })
  await expect(result).toContainText('try the next key')
  await expect(page.locator('[data-run-note=right]')).toHaveCount(8)
  await expect(page.getByTestId('timing').locator('line[stroke-linecap]')).toHaveCount(8)
  await page.getByRole('button', { name: 'Leave' }).click()
  await expect(page.getByRole('heading', { name: /Ladder over bars 1–2/ })).toBeVisible()
  await expect(page.getByRole('button', { name: 'outline up in E♭: move on, due in 8 days' })).toBeVisible()
  await expect(page.getByRole('complementary', { name: 'The rung' })).toContainText('at 120')
  await page.goto('/log')
  const row = loggedRuns(page).nth(1)
  for (const text of ['Breakwater', '1–2', 'outline up', 'E♭ major', '120', 'move on'])
    await expect(row).toContainText(text)
})

test('a simulated player’s errors are found, bar by bar', async ({ page }) => {
  await openStage(page)
  await page.getByLabel('simulated player').check()
  await page.getByLabel('wrong notes %').fill('60')
  await page.getByLabel('seed').fill('4')
  await page.keyboard.press('PageUp')
  await expect(page.getByRole('status', { name: 'Result' })).toBeVisible()
  await expect(page.getByRole('status', { name: 'Result' })).toContainText(/Weakest: bar [12]/)
  expect((await verdicts(page)).some((verdict) => verdict === 'wrong' || verdict === 'missed')).toBe(true)
  await page.getByText('Every note as a table').click()
  const table = page.getByRole('table', { name: 'Verdicts' })
  await expect(table.getByRole('row')).toHaveCount(9)
  await expect(table.getByRole('row').nth(1)).toContainText(
    /^bar 1, beat 1[A-G][♭♯]?\d(right|early|late|wrong|missed)/,
  )
  await expect(table).toContainText(/wrong|missed/)
  const [notes] = await marks(page)
  expect(Number(notes)).toBeLessThan(85)
})

const answered = async (page: Page): Promise<number> =>
  (await verdicts(page)).filter((verdict) => verdict === 'right' || verdict === 'late' || verdict === 'early')
    .length

/** Fires an event for each note at the time when it is asked for, from a clock inside the page. */
const playAlong = async (
  page: Page,
  notes: readonly {
    readonly selector: string
    readonly down: string
    readonly up: string
    readonly code?: string
  }[],
) => {
  await page.evaluate(
    ({ played, beat }) => {
      const fire = (selector: string, type: string, code: string | undefined) => {
        const target = selector === '' ? window : document.querySelector(selector)!
        target.dispatchEvent(
          code === undefined
            ? new PointerEvent(type, { bubbles: true, pointerId: 1, isPrimary: true })
            : new KeyboardEvent(type, { bubbles: true, code }),
        )
      }
      const stage = document.querySelector('[data-run]')!
      const watcher = new MutationObserver(() => {
        if (stage.getAttribute('data-run') !== 'playing') return
        watcher.disconnect()
        played.forEach(({ selector, down, up, code }, index) => {
          setTimeout(() => fire(selector, down, code), index * beat)
          setTimeout(() => fire(selector, up, code), index * beat + 120)
        })
      })
      watcher.observe(stage, { attributes: true })
    },
    { played: notes, beat: BEAT_MS },
  )
  await page.getByRole('button', { name: /^Start/ }).click()
  await expect(page.getByRole('status', { name: 'Result' })).toBeVisible({ timeout: 30_000 })
}

test('an exercise is played on the on-screen keys', async ({ page }) => {
  await openStage(page)
  await playAlong(
    page,
    ASKED.map((name) => ({
      selector: `button[aria-label^="${name}"]`,
      down: 'pointerdown',
      up: 'pointerup',
    })),
  )
  expect(await answered(page)).toBeGreaterThanOrEqual(7)
})

test('an on-screen key sounds when it is clicked', async ({ page }) => {
  await openStage(page)
  await page.getByRole('button', { name: /^Start/ }).click()
  await page.waitForSelector('[data-run=playing]')
  await page.keyboard.press('PageDown')
  const key = page.getByRole('button', { name: /^C\d$/ }).first()
  await key.hover()
  await page.mouse.down()
  await expect(key).toHaveClass(/border-lichen/)
  expect(await hear(page)).toBeGreaterThan(0.002)
  await page.mouse.up()
  await expect(key).not.toHaveClass(/border-lichen/)
})

test('an exercise is played on the computer keyboard, once K turns it on', async ({ page }) => {
  await openStage(page)
  await page.keyboard.press('k')
  await expect(page.getByLabel('keyboard (K)')).toBeChecked()
  // The lowest key (Z) is two half steps below the lowest note asked for; rows rise by half steps, and by fourths.
  const codes = ['KeyC', 'KeyA', 'KeyG', 'KeyE', 'KeyD', 'KeyW', 'KeyT', 'KeyI']
  await playAlong(
    page,
    codes.map((code) => ({ selector: '', down: 'keydown', up: 'keyup', code })),
  )
  expect(await answered(page)).toBeGreaterThanOrEqual(7)
  await page.keyboard.press('Escape')
  await expect(page.getByLabel('keyboard (K)')).not.toBeChecked()
})

test('a stopped run is saved as abandoned or discarded, as the player chooses', async ({ page }) => {
  const start = async () => {
    await openStage(page, '/stage/tune-breakwater?bars=1-4&rung=outline-up&tempo=180')
    await page.getByLabel('simulated player').check()
    await page.getByRole('button', { name: /^Start/ }).click()
    await expect
      .poll(() => verdicts(page).then((all) => all.filter((verdict) => verdict === 'right').length))
      .toBeGreaterThan(1)
    await page.keyboard.press('PageDown')
    await expect(page.getByRole('alertdialog', { name: 'Paused' })).toBeVisible()
    await page.getByRole('button', { name: 'Stop here' }).click()
    await expect(page.getByRole('alertdialog')).toContainText(/interrupted after \d+ notes/)
  }
  await start()
  await page.getByRole('button', { name: 'Discard' }).click()
  await page.goto('/log')
  await expect(loggedRuns(page).nth(1)).not.toContainText('abandoned')
  await start()
  await page.getByRole('button', { name: 'Save as abandoned' }).click()
  await page.goto('/log')
  await expect(loggedRuns(page).nth(1)).toContainText('abandoned')
})

test('a run cut off by closing the page is offered again, and nothing played is lost', async ({ page }) => {
  await openStage(page, '/stage/tune-breakwater?bars=1-4&rung=outline-up&tempo=180')
  await page.getByLabel('simulated player').check()
  await page.getByRole('button', { name: /^Start/ }).click()
  await expect.poll(() => answered(page)).toBeGreaterThan(2)
  await page.goto('/stage/tune-gannet-waltz?bars=1-2&rung=outline-up&tempo=100')
  await expect(page.getByRole('alertdialog')).toContainText(
    /outline up, Breakwater: interrupted after \d+ notes/,
  )
  await page.getByRole('button', { name: 'Save as abandoned' }).click()
  await expect(page.getByRole('alertdialog')).toHaveCount(0)
  await page.reload()
  await expect(page.getByRole('button', { name: /^Start/ })).toBeVisible()
  await expect(page.getByRole('alertdialog')).toHaveCount(0)
  await page.goto('/log')
  await expect(loggedRuns(page).nth(1)).toContainText('Breakwater')
  await expect(loggedRuns(page).nth(1)).toContainText('abandoned')
})

test('a saved line is drilled', async ({ page }) => {
  await page.goto('/tunes/tune-breakwater/drills?bars=1-4')
  await page.getByRole('button', { name: /^your line in E♭/ }).click()
  const panel = page.getByRole('complementary', { name: 'The rung' })
  await panel.getByLabel('Line').selectOption({ label: 'First way over the wall' })
  await panel.getByRole('link', { name: /Play at/ }).click()
  await expect(
    page.getByRole('heading', { name: /First way over the wall · Breakwater, bars 1–4/ }),
  ).toBeVisible()
  await expect(page.getByTestId('scrolling-staff').locator('[data-verdict]').nth(16)).toBeAttached()
})

test('the ladder is moved over with the arrows; a rung is opened, played, and started in another key, hidden', async ({
  page,
}) => {
  await page.goto('/tunes/tune-breakwater/drills?bars=1-4')
  const cells = page.locator('[data-cell]')
  await expect(cells.first()).toBeVisible()
  await expect.poll(() => cells.count()).toBeGreaterThanOrEqual(30 * 12)
  const panel = page.getByRole('complementary', { name: 'The rung' })
  await page.getByRole('button', { name: /^outline up in E♭:/ }).focus()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('ArrowRight')
  await expect(panel.getByRole('heading', { name: 'outline down' })).toBeVisible()
  await expect(panel).toContainText('in A♭ major')
  // 7 5 3 1 of the ii in A♭, as a B♭ horn reads it (common practice, no source).
  await expect(panel).toContainText('It starts A♭ F D♭ B♭')
  await panel.getByRole('button', { name: 'Hear it' }).click()
  await expect.poll(() => hear(page)).toBeGreaterThan(0.002)

  await page.getByLabel('Show', { exact: true }).selectOption('only: close')
  const fewer = await cells.count()
  await page.getByLabel('Show', { exact: true }).selectOption('every rung')
  await expect.poll(() => cells.count()).toBeGreaterThan(fewer)
  await page.getByLabel('Keys', { exact: true }).selectOption('up by half steps')
  await expect(page.getByRole('columnheader').nth(2)).toHaveText('E')

  await panel.getByLabel('Played').selectOption('eighths')
  await panel.getByLabel('Shown', { exact: true }).selectOption('numerals and the key')
  await panel.getByRole('link', { name: /Play at/ }).click()
  await expect(page.getByRole('heading', { name: /outline down, eighths · Breakwater/ })).toBeVisible()
  await expect(page.getByText('in A♭ major')).toBeVisible()
  await expect(page.getByText('numerals and the key ·')).toBeVisible()
  await page.keyboard.press('h')
  await expect(page.getByText('key name only ·')).toBeVisible()
  for (let press = 0; press < 3; press += 1) await page.keyboard.press('Shift+H')
  await expect(page.getByText('shows more')).toHaveCount(0)
  expect((await verdicts(page)).length).toBe(32)
})

test('a MIDI device plays a run that its first note starts', async ({ page }) => {
  await page.goto('/stage/tune-breakwater?bars=1-1&rung=roots&tempo=60&midi=stand-in')
  await page.getByRole('button', { name: 'Connect MIDI' }).click()
  await page.getByLabel('a note starts').check()
  const press = (midi: number) =>
    page.evaluate((note) => {
      const keys = (
        globalThis as unknown as { eagerContourMidi: { press: (name: string, midi: number) => void } }
      ).eagerContourMidi
      keys.press('Stand-in keys', note)
    }, midi)
  await press(63)
  await expect(page.locator('[data-run=playing]')).toBeVisible()
  await press(63)
  await expect(page.getByRole('status', { name: 'Result' })).toBeVisible()
  expect((await verdicts(page))[0]).toMatch(/right|late/)
  await page.goto('/log')
  await expect(loggedRuns(page).nth(1)).toContainText('roots')
})

test('after a pause the bar restarts: earlier notes stay, and the run ends as usual', async ({ page }) => {
  await openStage(page, '/stage/tune-breakwater?bars=1-4&rung=outline-up&tempo=150')
  await page.getByLabel('simulated player').check()
  await page.getByLabel('wrong notes %').fill('0')
  await page.getByRole('button', { name: /^Start/ }).click()
  await expect.poll(() => answered(page)).toBeGreaterThan(5)
  await page.keyboard.press('PageDown')
  await expect(page.getByRole('alertdialog', { name: 'Paused' })).toContainText('The bar starts again')
  await expect.poll(() => answered(page)).toBe(4)
  await page.keyboard.press('PageDown')
  await expect(page.locator('[data-run=count-in]')).toBeVisible()
  await expect(page.getByRole('status', { name: 'Result' })).toBeVisible({ timeout: 30_000 })
  expect((await marks(page))[0]).toBe('100')
})

test('a hidden tab pauses the run and reports it', async ({ page }) => {
  await openStage(page)
  await page.getByRole('button', { name: /^Start/ }).click()
  await page.waitForSelector('[data-run=playing]')
  await page.evaluate(() => {
    Object.defineProperty(document, 'hidden', { configurable: true, get: () => true })
    document.dispatchEvent(new Event('visibilitychange'))
  })
  await expect(page.getByRole('alertdialog', { name: 'Paused' })).toContainText('The tab was hidden.')
})

interface StandIn {
  readonly press: (name: string, midi: number) => void
  readonly release: (name: string, midi: number) => void
  readonly pullOut: (name: string) => void
}

test('a run on a MIDI device starts with a note; unplugged, it pauses, then continues', async ({ page }) => {
  await openStage(page, `${STAGE}&midi=stand-in`)
  await page.getByRole('button', { name: 'Connect MIDI' }).click()
  await page.getByLabel('a note starts').check()
  const cue = (name: 'press' | 'release', midi: number) =>
    page.evaluate(
      ([what, note]) => {
        const { eagerContourMidi } = globalThis as unknown as { eagerContourMidi: StandIn }
        eagerContourMidi[what as 'press']('Stand-in keys', note as number)
      },
      [name, midi] as const,
    )
  await cue('press', 60)
  await cue('release', 60)
  await page.waitForSelector('[data-run=count-in]')
  // Sounding E♭ G♭ B♭ D♭ A♭ C E♭ G♭, each on its beat by the stage's own clock.
  await page.evaluate(async () => {
    const { eagerContourMidi, eagerContourBand } = globalThis as unknown as {
      eagerContourMidi: StandIn
      eagerContourBand: { position: () => number | undefined }
    }
    for (const [beat, note] of [63, 66, 70, 73, 56, 60, 63, 66].entries()) {
      while ((eagerContourBand.position() ?? 0) < (4 + beat) * 480)
        await new Promise((done) => setTimeout(done, 2))
      eagerContourMidi.press('Stand-in keys', note)
      setTimeout(() => eagerContourMidi.release('Stand-in keys', note), 120)
    }
  })
  await expect(page.getByRole('status', { name: 'Result' })).toBeVisible({ timeout: 30_000 })
  expect(Number((await marks(page))[0])).toBeGreaterThanOrEqual(88)
  await page.getByLabel('a note starts').uncheck()
  await page.keyboard.press('PageUp')
  await page.waitForSelector('[data-run=playing]')
  await page.evaluate(() => {
    const { eagerContourMidi } = globalThis as unknown as { eagerContourMidi: StandIn }
    eagerContourMidi.pullOut('Stand-in keys')
  })
  await expect(page.getByRole('alertdialog', { name: 'Paused' })).toContainText(
    'Stand-in keys was disconnected.',
  )
  await page.keyboard.press('PageDown')
  await expect(page.locator('[data-run=count-in]')).toBeVisible()
})

test('turns are traded with the soloist: two bars are heard, two are the player’s, graded alone', async ({
  page,
}) => {
  await openPage(page, 'drills', '1-8')
  await page.getByRole('button', { name: /^chord tones in E♭:/ }).click()
  const panel = page.getByRole('complementary', { name: 'The rung' })
  await panel.getByText('Over several runs').click()
  await panel.getByLabel('Trade with a soloist').selectOption('2 bars each, the soloist first')
  await panel.getByLabel('Beats per minute').fill('240')
  await panel.getByRole('link', { name: /^Play at/ }).click()
  await expect(page).toHaveURL(/turns=2/)
  await page.getByLabel('simulated player').check()
  await page.getByLabel('wrong notes %').fill('0')
  await page.keyboard.press('PageDown')
  await expect(page.getByText('listen', { exact: true })).toBeVisible()
  await expect.poll(() => hear(page)).toBeGreaterThan(0.005)
  await expect(page.getByText('your turn', { exact: true })).toBeVisible()
  await expect(page.getByRole('status', { name: 'Result' })).toContainText('move on', { timeout: 30_000 })
})

test('a run in which nothing was heard is told, and not kept', async ({ page }) => {
  const runs = async () => (await (await page.request.get('/api/runs')).json()).total as number
  const result = page.getByRole('status', { name: 'Result' })
  const before = await runs()
  await page.goto('/stage/tune-breakwater?bars=1-1&rung=outline-up&tempo=300')
  await expect(page.getByRole('button', { name: /^Start/ })).toBeVisible()
  await page.keyboard.press('PageDown')
  await expect(result).toContainText('Nothing was heard.', { timeout: 30_000 })
  await expect(result).toContainText('The stage listened to the keys on the screen.')
  // The pedal plays it again.
  await page.keyboard.press('PageDown')
  await expect(page.locator('[data-run=playing]')).toBeVisible()
  await expect(result).toContainText('Nothing was heard.', { timeout: 30_000 })
  expect(await runs()).toBe(before)
})
