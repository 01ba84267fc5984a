import type { Page } from '@playwright/test'
import { expect, test } from './app.ts'
import { labelsOf, noteOf, openPage, placeOf, terrainNotes } from './places.ts'

test('notes are typed with letters and on-screen keys; rests are entered and undone', async ({ page }) => {
  await openPage(page, 'line', '13-16', 'tune-gannet-waltz')
  await page.getByRole('button', { name: 'Write by hand' }).click()
  const panel = page.getByRole('region', { name: 'Write by hand' })
  await expect(panel.getByRole('status').first()).toContainText('Next note: bar 13, beat 1')
  await page.keyboard.press('k')
  await expect(panel.getByLabel('letters are notes (K)')).toBeChecked()
  // The letters are notes now and no commands.
  for (const key of ['z', 'x', 's']) await page.keyboard.press(key)
  await expect(terrainNotes(page)).toHaveCount(3)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Enter')
  await panel.getByRole('radio', { name: 'quarter', exact: true }).click()
  await panel.getByRole('button', { name: /^C5$/ }).click()
  await expect(terrainNotes(page)).toHaveCount(4)
  expect((await labelsOf(page)).map(placeOf)).toEqual([
    'bar 13, beat 1',
    'bar 13, beat 1 and',
    'bar 13, beat 2',
    'bar 13, beat 3',
  ])
  await page.keyboard.press('Backspace')
  await expect(terrainNotes(page)).toHaveCount(3)
  await panel.getByRole('button', { name: 'Close', exact: true }).click()
  await expect(panel).toHaveCount(0)
})

interface StandIn {
  readonly press: (name: string, midi: number) => void
  readonly release: (name: string, midi: number) => void
  readonly plugIn: (name: string) => void
  readonly pullOut: (name: string) => void
}
const KEYS = 'Stand-in keys'

const midi = (page: Page, act: keyof StandIn, name: string, note = 60) =>
  page.evaluate(
    ([what, device, key]) => {
      const { eagerContourMidi } = globalThis as unknown as { eagerContourMidi: StandIn }
      eagerContourMidi[what as keyof StandIn](device as string, key as number)
    },
    [act, name, note] as const,
  )

const openWithMidi = async (page: Page, bars: string, tune = 'tune-breakwater') => {
  await page.goto(`/tunes/${tune}/line?bars=${bars}&midi=stand-in`)
  await expect(page.getByRole('listbox', { name: /Form/ })).toBeVisible()
  await page.getByRole('button', { name: 'Write by hand' }).click()
  await page.getByRole('button', { name: 'Connect MIDI' }).click()
  await expect(page.getByLabel('MIDI input')).toHaveValue(KEYS)
}

test('a MIDI device writes step by step; another is plugged in and chosen; unplugging it is reported', async ({
  page,
}) => {
  await openWithMidi(page, '1-4')
  // Sounding E♭, G♭, B♭, D♭: as a B♭ horn reads, the 1 ♭3 5 ♭7 of Fm7 (common practice, no source).
  for (const note of [63, 66, 70, 73]) {
    await midi(page, 'press', KEYS, note)
    await midi(page, 'release', KEYS, note)
  }
  await expect(terrainNotes(page)).toHaveCount(4)
  expect((await labelsOf(page)).map((label) => noteOf(label))).toEqual([
    'F, R of Fm7',
    'A♭, ♭3 of Fm7',
    'C, 5 of Fm7',
    'E♭, ♭7 of Fm7',
  ])
  await midi(page, 'plugIn', 'Second keys')
  await page.getByLabel('MIDI input').selectOption('Second keys')
  await midi(page, 'press', KEYS, 60)
  await midi(page, 'press', 'Second keys', 68)
  await expect(terrainNotes(page)).toHaveCount(5)
  await midi(page, 'pullOut', 'Second keys')
  await midi(page, 'pullOut', KEYS)
  await expect(page.getByText('No MIDI device found')).toBeVisible()
  await expect(terrainNotes(page)).toHaveCount(5)
})

test('a line is recorded over the band and written in eighths', async ({ page }) => {
  await openWithMidi(page, '1-1')
  // Slowly: a busy machine may be late by some hundredths of a second.
  for (let press = 0; press < 16; press += 1) await page.keyboard.press('[')
  await expect(page.getByLabel('Beats per minute')).toHaveText('74')
  await page.getByRole('button', { name: 'Record' }).click()
  await expect(page.getByText('Play. What you play is written')).toBeVisible()
  // Eighths by what is heard, as a player plays them, each held until the next.
  await page.evaluate(
    async ([name, notes]) => {
      const { eagerContourMidi, eagerContourBand } = globalThis as unknown as {
        eagerContourMidi: StandIn
        eagerContourBand: {
          stamp: () => { readonly sound: number; readonly wall: number }
          startsAt: () => number
        }
      }
      const heard = () => {
        const { sound, wall } = eagerContourBand.stamp()
        const seconds = sound + (performance.now() - wall) / 1000 - eagerContourBand.startsAt()
        return seconds * (74 / 60) * 480
      }
      const BAR = 1920
      const swing = 0.66
      for (const [at, note] of notes.entries()) {
        const tick = BAR + Math.floor(at / 2) * 480 + (at % 2) * swing * 480
        while (heard() < tick) await new Promise((done) => setTimeout(done, 2))
        eagerContourMidi.press(name, note)
        if (at > 0) eagerContourMidi.release(name, notes[at - 1]!)
      }
    },
    [KEYS, [63, 66, 70, 73, 72, 70, 68, 66]] as const,
  )
  await expect(terrainNotes(page)).toHaveCount(8)
  expect((await labelsOf(page)).map(placeOf)).toEqual(
    [1, 2, 3, 4].flatMap((beat) => [`bar 1, beat ${beat}`, `bar 1, beat ${beat} and`]),
  )
  expect((await labelsOf(page)).map((label) => noteOf(label).split(',')[0])).toEqual([
    'F',
    'A♭',
    'C',
    'E♭',
    'D',
    'C',
    'B♭',
    'A♭',
  ])
})

test('a line is moved to other chords by degree', async ({ page }) => {
  await openWithMidi(page, '1-1')
  for (const note of [63, 66, 70, 73]) {
    await midi(page, 'press', KEYS, note)
    await midi(page, 'release', KEYS, note)
  }
  await expect(terrainNotes(page)).toHaveCount(4)
  await page.getByRole('button', { name: 'Move', exact: true }).click()
  await page.getByLabel('to start in').selectOption({ index: 4 })
  await page.getByRole('button', { name: 'Move the line' }).click()
  await expect(page).toHaveURL(/bars=5/)
  await expect.poll(async () => (await labelsOf(page))[0]).toMatch(/^bar 5,/)
  // The same numbers over a half-diminished chord: its fifth is flat (common practice, no source).
  expect((await labelsOf(page)).map((label) => noteOf(label))).toEqual([
    'D, R of Dø7',
    'F, ♭3 of Dø7',
    'A♭, ♭5 of Dø7',
    'C, ♭7 of Dø7',
  ])
})
