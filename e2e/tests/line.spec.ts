import { DEMO_TUNES } from '@eager-contour/demo'
import toneMidi from '@tonejs/midi'
import { expect, test } from './app.ts'
import {
  hear,
  labelsOf,
  openPage,
  openSaved,
  positionOf,
  saveAs,
  saved,
  savedLine,
  terrainNotes,
  writeLine,
} from './places.ts'
import { readScores } from './sheetReader.ts'
import { boxesOf, overlaps, SIGNS } from './staffBoxes.ts'

const WRITTEN_ABOVE_SOUNDING = 2

test('from the tunes to a stretch and its map', async ({ page }) => {
  await page.goto('/tunes')
  await expect(page.getByRole('heading', { name: 'Tunes' })).toBeVisible()
  expect(DEMO_TUNES.length).toBeGreaterThanOrEqual(6)
  for (const { title } of DEMO_TUNES) await expect(page.getByRole('link', { name: title })).toBeVisible()
  const row = page.getByRole('row', { name: /Breakwater/ })
  await expect(row).toContainText('E♭ major')
  await expect(row).toContainText('16 bars')
  await expect(row).toContainText('138 bpm')
  await row.getByRole('link').click()
  const bars = page.getByRole('listbox').getByRole('option')
  await expect(bars).toHaveCount(16)
  await expect(page.getByRole('listbox').getByRole('option', { selected: true })).toHaveCount(4)

  // Shift and arrows, then a drag.
  await page.getByRole('listbox').focus()
  await page.keyboard.press('Shift+ArrowLeft')
  await expect(page.getByRole('listbox').getByRole('option', { selected: true })).toHaveCount(3)
  const centre = async (index: number) => {
    const box = (await bars.nth(index).boundingBox())!
    return { x: box.x + box.width / 2, y: box.y + box.height / 2 }
  }
  const [from, to] = [await centre(0), await centre(3)]
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(to.x, to.y, { steps: 6 })
  await page.mouse.up()
  await expect(page.getByRole('listbox').getByRole('option', { selected: true })).toHaveCount(4)
  await expect(page).toHaveURL(/bars=1-4/)

  // As a B♭ horn reads ii–V–I–IV in D♭ (common practice, no source).
  const map = page.getByRole('region', { name: 'Map of the stretch' })
  await expect(map.getByText('ii–V–I–IV')).toBeVisible()
  await expect(map.getByRole('button', { name: /^Bar 1: Fm7, ii of E♭ major, F Dorian/ })).toBeVisible()
  await expect(map.getByRole('button', { name: /^Bar 4: A♭Δ7, IV of E♭ major, A♭ Lydian/ })).toBeVisible()
})

test('a line is written, explained, varied, restored, saved, and there after a reload', async ({ page }) => {
  await openPage(page, 'line')
  await writeLine(page)
  const first = await labelsOf(page)
  expect(first.length).toBeGreaterThan(10)
  for (const label of first)
    expect(label).toMatch(
      /^bar \d, beat \d.*, [A-G][♭♯]*\d, .+ of .+, .+, (dotted |triplet )?(sixteenth|eighth|quarter|half|whole)$/,
    )

  // Note for note on the staff, under its chords.
  await expect(page.locator('[data-staff-note]')).toHaveCount(first.length)
  const places = await page.evaluate(() => {
    const middle = (element: Element) => {
      const { left, width } = element.getBoundingClientRect()
      return left + width / 2
    }
    return [...document.querySelectorAll('[data-note]')].map((note) => {
      // The group holds the head's accidental and dot too: the head comes first.
      const head = document.querySelector(
        `[data-staff-note="${note.getAttribute('data-note')}"] .vf-notehead > *`,
      )!
      return [middle(note.querySelector('circle')!), middle(head)] as const
    })
  })
  for (const [terrain, staff] of places) expect(Math.abs(terrain - staff)).toBeLessThan(3)

  await terrainNotes(page).nth(2).focus()
  await expect(page.getByTestId('note-panel')).toContainText(/\.$/)
  await page.keyboard.press('ArrowRight')
  await expect(terrainNotes(page).nth(3)).toBeFocused()

  await page.getByRole('button', { name: 'Another' }).click()
  await expect.poll(() => labelsOf(page)).not.toEqual(first)
  const second = await labelsOf(page)
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect.poll(() => labelsOf(page)).toEqual(first)
  await page.keyboard.press('Shift+Z')
  await expect.poll(() => labelsOf(page)).toEqual(second)

  await saveAs(page, 'Over the sill')
  await expect(savedLine(page, 'Over the sill')).toBeVisible()
  await page.reload()
  await openSaved(page)
  await expect(savedLine(page, 'Over the sill')).toBeVisible()
  await expect.poll(() => labelsOf(page)).toEqual(second)
})

test('the line sounds, the position moves on form, terrain and staff together, the tempo changes, and stop is silent', async ({
  page,
}) => {
  await openPage(page, 'line', '1-4', 'tune-lamplighters-round')
  await writeLine(page)
  await page.getByRole('button', { name: 'Play' }).click()
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible()
  await expect.poll(() => positionOf(page)).toBeGreaterThan(200)
  expect(await hear(page)).toBeGreaterThan(0.003)

  const cursors = () =>
    page.evaluate(() =>
      ['strip-cursor', 'line-cursor'].map((id) => {
        const mark = document.querySelector<HTMLElement>(`[data-testid="${id}"]`)!
        return { shown: mark.style.display, x: mark.getBoundingClientRect().left }
      }),
    )
  const before = await cursors()
  expect(before.every(({ shown }) => shown === 'block')).toBe(true)
  await expect
    .poll(async () => (await cursors()).every(({ x }, index) => Math.abs(x - before[index]!.x) > 2))
    .toBe(true)

  /** Ticks a millisecond, measured over the next two beats of the loop of four bars. */
  const speed = () =>
    page.evaluate(async () => {
      const { eagerContourBand: band } = globalThis as unknown as {
        readonly eagerContourBand: { readonly position: () => number }
      }
      const loop = 4 * 1920
      const from = band.position()
      const started = performance.now()
      for (let moved = 0; ; moved = (band.position() - from + loop) % loop) {
        if (moved >= 960) return moved / (performance.now() - started)
        await new Promise(requestAnimationFrame)
      }
    })
  /** How far the measured speed lies from a tempo, in ticks a millisecond; a busy machine may starve the sound for a moment. */
  const awayFrom = async (bpm: number) => Math.abs((await speed()) - (bpm * 480) / 60_000)
  await expect.poll(() => awayFrom(126)).toBeLessThan(0.12)
  for (let press = 0; press < 12; press += 1) await page.keyboard.press(']')
  await expect(page.getByLabel('Beats per minute')).toHaveText('174')
  await expect.poll(() => awayFrom(174)).toBeLessThan(0.16)

  await page.keyboard.press('Space')
  await expect(page.getByRole('button', { name: 'Play' })).toBeVisible()
  await expect.poll(() => hear(page, 8)).toBeLessThan(0.0005)
})

test('MusicXML and MIDI hold the same notes, read by other programs', async ({ page, context }) => {
  await openPage(page, 'line')
  await writeLine(page)
  const labels = await labelsOf(page)
  const xml = await saved(page, 'MusicXML')
  const midi = await saved(page, 'MIDI, the line')
  expect(xml.name).toMatch(/\.musicxml$/)
  const sounding = new toneMidi.Midi(midi.bytes).tracks.flatMap(({ notes }) => notes.map((note) => note.midi))
  expect(sounding).toHaveLength(labels.length)

  const reader = await context.newPage()
  const [read] = await readScores(reader, [xml.bytes.toString('utf8')])
  const written = read!.notes.map(({ midi: pitch }) => pitch)
  expect(written).toEqual(sounding.map((pitch) => pitch + WRITTEN_ABOVE_SOUNDING))
})

test('a contour is drawn and the line follows it; keys bend it; clearing it frees the line', async ({
  page,
}) => {
  await openPage(page, 'line', '1-4')
  await writeLine(page)
  /** How alike the heights of the notes are to a hill over their places, from −1 to 1 (Pearson). */
  const likeHill = () =>
    page.evaluate(() => {
      const notes = [...document.querySelectorAll('[data-note]')].map((note) => {
        const { left, top, width, height } = note.getBoundingClientRect()
        return { x: left + width / 2, y: -(top + height / 2) }
      })
      const [left, right] = [notes[0]!.x, notes.at(-1)!.x]
      const hill = notes.map(({ x }) => Math.sin(((x - left) / (right - left)) * Math.PI))
      const heights = notes.map(({ y }) => y)
      const mean = (values: readonly number[]) => values.reduce((sum, one) => sum + one, 0) / values.length
      const [a, b] = [mean(hill), mean(heights)]
      const product = mean(hill.map((one, at) => (one - a) * (heights[at]! - b)))
      const spread = (values: readonly number[], middle: number) =>
        Math.sqrt(mean(values.map((one) => (one - middle) ** 2)))
      return product / (spread(hill, a) * spread(heights, b))
    })
  const free = await likeHill()
  await page.getByRole('button', { name: 'Draw the contour' }).click()
  // A level contour first, and its line: the ground is as high as that needs.
  await expect(page.getByTestId('ribbon')).toBeAttached()
  await expect.poll(likeHill).not.toBe(free)
  await expect(page.getByText('Composing …')).toBeHidden()
  const ground = page.getByTestId('draw-here')
  const box = (await ground.boundingBox())!
  await page.mouse.move(box.x + 30, box.y + box.height - 30)
  await page.mouse.down()
  for (let step = 0; step <= 20; step += 1)
    await page.mouse.move(
      box.x + 30 + (step / 20) * (box.width - 60),
      box.y + box.height - 30 - (box.height - 60) * Math.sin((step / 20) * Math.PI),
    )
  await page.mouse.up()
  await expect.poll(likeHill).toBeGreaterThan(Math.max(0.7, free))
  await expect(page.getByTestId('ribbon')).toBeVisible()

  const point = page.getByRole('slider', { name: 'Contour, bar 1, beat 1', exact: true })
  const height = Number(await point.getAttribute('aria-valuenow'))
  await point.focus()
  await page.keyboard.press('ArrowUp')
  await expect(point).toHaveAttribute('aria-valuenow', String(height + 1))

  await page.getByRole('button', { name: 'Done drawing' }).click()
  await page.getByRole('button', { name: 'Clear the contour' }).click()
  await expect(page.getByTestId('ribbon')).toHaveCount(0)
})

test('a note is changed by keys; the review finds the fault, and a fix raises the score as promised', async ({
  page,
}) => {
  await openPage(page, 'line', '1-8')
  await writeLine(page)
  const before = await labelsOf(page)
  await terrainNotes(page).nth(2).focus()
  await page.keyboard.press('Alt+Shift+ArrowUp')
  await expect.poll(() => labelsOf(page)).not.toEqual(before)
  await page.keyboard.press('z')
  await expect.poll(() => labelsOf(page)).toEqual(before)

  // The first note of the second bar away from its chord, held.
  const second = before.findIndex((label) => label.startsWith('bar 2,'))
  await terrainNotes(page).nth(second).focus()
  for (let press = 0; press < 4; press += 1) await page.keyboard.press('Alt+PageDown')
  const review = page.getByTestId('review')
  await expect(review).toContainText(/too low for the instrument|A leap of/)
  const score = async () => Number(/(\d+) of 100/.exec((await review.textContent()) ?? '')?.[1] ?? Number.NaN)
  const low = await score()
  await review.getByRole('button', { name: 'Try a fix' }).first().click()
  await expect(page.getByTestId('outline').first()).toBeVisible()
  await expect(page.locator('[data-staff-outline]').first()).toBeAttached()
  const promised = Number(
    /→ (\d+)/.exec((await page.getByRole('group', { name: 'The fix' }).textContent()) ?? '')![1],
  )
  expect(promised).toBeGreaterThanOrEqual(low)
  await page.getByRole('button', { name: 'Accept' }).click()
  await expect.poll(score).toBe(promised)
  await expect(page.getByTestId('outline')).toHaveCount(0)
})

test('a change to a saved line is stored automatically', async ({ page }) => {
  await openPage(page, 'line', '1-4', 'tune-salt-stairs')
  await writeLine(page)
  await saveAs(page, 'Loose plank')
  await expect(savedLine(page, 'Loose plank')).toBeVisible()
  await terrainNotes(page).nth(1).focus()
  const stored = page.waitForResponse(
    (response) => response.url().includes('/api/lines/') && response.request().method() === 'PUT',
  )
  await page.keyboard.press('Alt+ArrowUp')
  expect((await stored).ok()).toBe(true)
})

test('another figure to the next strong note is previewed in outline, then used', async ({ page }) => {
  await openPage(page, 'line', '1-4')
  await page.getByLabel('Start from').selectOption('Continuous eighths')
  await writeLine(page)
  const before = await labelsOf(page)
  await terrainNotes(page).first().focus()
  await page.getByText(/^Other figures to bar 1, beat 3/).click()
  const ways = page.getByRole('complementary', { name: 'About the line' }).locator('details').first()
  const first = ways.getByRole('button').first()
  await first.focus()
  await expect(page.getByTestId('outline')).toBeVisible()
  await first.click()
  await expect.poll(() => labelsOf(page)).not.toEqual(before)
  const after = await labelsOf(page)
  expect(after[0]).toBe(before[0])
  expect(after.slice(4)).toEqual(before.slice(4))
  await page.mouse.move(5, 5)
  await expect(page.getByTestId('outline')).toHaveCount(0)
})

test('something is made of some notes: tried in outline, heard, taken', async ({ page }) => {
  await openPage(page, 'line', '1-8')
  await writeLine(page)
  const before = await labelsOf(page)
  await terrainNotes(page).first().click()
  await terrainNotes(page)
    .nth(4)
    .click({ modifiers: ['Shift'] })
  await page.getByText('Make something of it').click()
  const tools = page.getByRole('group', { name: 'Make something of it' })
  await tools.getByRole('button', { name: 'Say it shorter' }).click()
  await expect(tools.getByRole('button', { name: 'Hear it' })).toBeVisible()
  await tools.getByRole('button', { name: 'Leave it' }).click()
  expect(await labelsOf(page)).toEqual(before)
  await tools.getByRole('button', { name: 'Move this to the next chord' }).click()
  await expect(tools.getByRole('button', { name: 'Leave it' })).toBeVisible()
  await expect(page.getByTestId('outline').first()).toBeVisible()
  await tools.getByRole('button', { name: 'Take it' }).click()
  await expect.poll(() => labelsOf(page)).not.toEqual(before)
  await expect(page.getByTestId('outline')).toHaveCount(0)
})

test('in eight lines no head, rest, accidental or degree lies over another, and the terrain stands over the staff note by note', async ({
  page,
}) => {
  await openPage(page, 'line', '1-8', 'tune-salt-stairs')
  await writeLine(page)
  await page.getByRole('button', { name: 'Show eight' }).click()
  const lines = page.getByRole('region', { name: 'Alternatives' }).getByRole('button', { name: /^Line \d/ })
  await expect(lines).toHaveCount(8)
  for (let at = 0; at < 8; at += 1) {
    await lines.nth(at).click()
    await expect(lines.nth(at)).toHaveAttribute('aria-pressed', 'true')
    await expect
      .poll(async () => {
        const drawn = await page
          .locator('[data-staff-note]')
          .evaluateAll((notes) => new Set(notes.map((note) => note.getAttribute('data-staff-note'))).size)
        return drawn - (await terrainNotes(page).count())
      })
      .toBe(0)
    const notes = (await labelsOf(page)).length
    const signs = await boxesOf(page, '[data-testid=staff]', SIGNS)
    expect(signs.length).toBeGreaterThan(notes)
    expect(overlaps(signs)).toBe(0)
    const degrees = await boxesOf(page, 'svg:has(> g > [data-testid=degree])', '[data-testid=degree]')
    expect(degrees).toHaveLength(notes)
    expect(overlaps(degrees)).toBe(0)
    const apart = await page.evaluate(() => {
      const middle = (element: Element) => {
        const { left, width } = element.getBoundingClientRect()
        return left + width / 2
      }
      return [...document.querySelectorAll('[data-note]')].map((place) => {
        // The first of several that are tied.
        const note = document.querySelector(`[data-staff-note="${place.getAttribute('data-note')}"]`)!
        return Math.abs(middle(note.querySelector('.vf-notehead text')!) - middle(place))
      })
    })
    expect(Math.max(...apart)).toBeLessThan(3)
  }
})
