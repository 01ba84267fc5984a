import type { Page } from '@playwright/test'
import toneMidi from '@tonejs/midi'
import { expect, test } from './app.ts'
import {
  labelsOf,
  messages,
  noteOf,
  openPage,
  openSaved,
  placeOf,
  positionOf,
  saveAs,
  saved,
  savedLine,
  terrainNotes,
  writeLine,
} from './places.ts'

const settled = (page: Page) => expect(page.getByText('Composing …')).toBeHidden()
const about = (page: Page) => page.getByRole('complementary', { name: 'About the line' })

const WRITTEN_ABOVE_SOUNDING = 2

test('several notes are selected with keys, moved together, locked, and kept while the rest is rewritten', async ({
  page,
}) => {
  await openPage(page, 'line', '1-4')
  await writeLine(page)
  const before = await labelsOf(page)
  await terrainNotes(page).nth(3).focus()
  for (let press = 0; press < 2; press += 1) await page.keyboard.press('Shift+ArrowRight')
  await expect(page.locator('[data-note][aria-pressed=true]')).toHaveCount(3)
  await page.keyboard.press('Alt+PageUp')
  // The note before them may do something else now; it stays what it is.
  await expect
    .poll(async () => (await labelsOf(page)).slice(0, 3).map(noteOf))
    .toEqual(before.slice(0, 3).map(noteOf))
  await page.keyboard.press('x')
  const locked = page.locator('[data-note][aria-label$=", locked"]')
  await expect(locked).toHaveCount(3)
  const kept = await locked.evaluateAll((notes) => notes.map((note) => note.getAttribute('aria-label')))
  for (let time = 0; time < 3; time += 1) {
    const old = await labelsOf(page)
    await page.getByRole('button', { name: 'Another', exact: true }).click()
    await expect.poll(() => labelsOf(page)).not.toEqual(old)
    await settled(page)
    const now = await locked.evaluateAll((notes) => notes.map((note) => note.getAttribute('aria-label')))
    // What they are may be heard otherwise beside other notes; which notes they are stays.
    expect(now.map((label) => noteOf(label!).split(', ')[0])).toEqual(
      kept.map((label) => noteOf(label!).split(', ')[0]),
    )
    expect(now.map((label) => placeOf(label!))).toEqual(kept.map((label) => placeOf(label!)))
  }
})

test('selected notes are rewritten and the others stay', async ({ page }) => {
  await openPage(page, 'line', '1-4')
  await writeLine(page)
  const before = await labelsOf(page)
  const second = before.findIndex((label) => label.startsWith('bar 2,'))
  const third = before.findIndex((label) => label.startsWith('bar 3,'))
  await terrainNotes(page).nth(second).focus()
  for (let at = second; at < third - 1; at += 1) await page.keyboard.press('Shift+ArrowRight')
  await about(page)
    .getByText(/^Edit \d+ notes/)
    .click()
  await page.getByRole('button', { name: 'Rewrite these notes' }).click()
  await expect.poll(() => labelsOf(page)).not.toEqual(before)
  const after = await labelsOf(page)
  // What follows a note may change its reason, not its name and its place.
  const named = (label: string) => `${placeOf(label)}, ${noteOf(label).split(', ')[0]}`
  const others = before.filter((_, at) => at < second || at >= third).map(named)
  expect(after.map(named)).toEqual(expect.arrayContaining(others))
})

test('a note is drawn over the terrain: it snaps to the ground, and to half steps with Alt', async ({
  page,
}) => {
  await openPage(page, 'line', '1-4')
  await writeLine(page)
  const before = await labelsOf(page)
  const drag = async (index: number, pixels: number) => {
    const box = (await terrainNotes(page).nth(index).boundingBox())!
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
    await page.mouse.move(x, y)
    await page.mouse.down()
    await page.mouse.move(x, y + pixels / 2)
    await page.mouse.move(x, y + pixels)
    await page.mouse.up()
  }
  // Over the ii in Dorian every half step up from a chord tone that is no scale note falls back to one.
  await drag(0, -20)
  await expect.poll(() => labelsOf(page)).not.toEqual(before)
  const drawn = (await labelsOf(page))[0]!
  expect(drawn).toMatch(
    /, ((guide|chord) tone|scale note|tension|(passing|neighbour|approach) note), [a-z ]+$/,
  )
  expect(placeOf(drawn)).toBe(placeOf(before[0]!))
  await page.keyboard.press('z')
  await expect.poll(() => labelsOf(page)).toEqual(before)
  await page.keyboard.down('Alt')
  await drag(0, -10)
  await page.keyboard.up('Alt')
  await expect.poll(() => labelsOf(page)).not.toEqual(before)
  const names = async () => page.locator('[data-note="0"]').getAttribute('aria-label')
  expect(noteOf((await names())!)).not.toBe(noteOf(before[0]!))
})

test('a phrase is saved in degrees and inserted where it fits', async ({ page }) => {
  await openPage(page, 'line', '1-4')
  await writeLine(page)
  const before = await labelsOf(page)
  const inFirst = before.filter((label) => label.startsWith('bar 1,')).length
  await terrainNotes(page).first().focus()
  for (let at = 0; at < Math.min(3, inFirst - 1); at += 1) await page.keyboard.press('Shift+ArrowRight')
  await about(page)
    .getByText(/^Edit \d+ notes/)
    .click()
  await page.getByRole('button', { name: 'Save as a phrase' }).click()
  await openSaved(page)
  const phrases = page.getByRole('region', { name: 'Phrases' })
  // The demo has one of its own.
  await expect(phrases.getByRole('listitem')).toHaveCount(2)
  const kept = phrases.getByRole('listitem').filter({ hasText: /4 notes from/ })
  // The ii of bar 1 stands again in bar 9.
  await kept.getByRole('button', { name: /^Insert in bar 9:/ }).click()
  await page.goto('/tunes/tune-breakwater/line?bars=9-12')
  await expect
    .poll(async () => (await labelsOf(page)).filter((label) => label.startsWith('bar 9,')).length)
    .toBe(4)
  const there = (await labelsOf(page)).filter((label) => label.startsWith('bar 9,'))
  expect(there.map((label) => noteOf(label))).toEqual(before.slice(0, 4).map((label) => noteOf(label)))
  // Dragged onto a bar, by keys: the next place to the left is another bar where it fits.
  await openSaved(page)
  const handle = kept.getByRole('button', { name: /^Drag to a bar:/ })
  await handle.focus()
  await page.keyboard.press('Space')
  await expect(page.getByTestId('phrase-bar').first()).toBeVisible()
  await page.keyboard.press('ArrowLeft')
  await expect(page.getByTestId('outline').first()).toBeAttached()
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('phrase-bar')).toHaveCount(0)
  await expect(page.getByTestId('outline')).toHaveCount(0)
  // By pointer.
  const filled = await labelsOf(page)
  await page.goto('/tunes/tune-breakwater/line?bars=1-4')
  await expect(page.locator('[data-note]').first()).toBeVisible()
  await openSaved(page)
  await handle.hover()
  await page.mouse.down()
  await page.mouse.move(600, 400, { steps: 4 })
  await page.getByTestId('phrase-bar').first().hover()
  await page.mouse.up()
  await expect
    .poll(async () => (await labelsOf(page)).map((label) => noteOf(label)).slice(0, 4))
    .toEqual(there.map((label) => noteOf(label)))
  expect(filled.length).toBeGreaterThan(3)
  await openSaved(page)
  await kept.getByRole('button', { name: /^Delete:/ }).click()
  await expect(phrases.getByRole('listitem')).toHaveCount(1)
})

test('a line has a remark, tags and versions; it is found by them, and deleted', async ({ page }) => {
  await openPage(page, 'line', '1-4', 'tune-lamplighters-round')
  await writeLine(page)
  const first = await labelsOf(page)
  // What is wrong is said at its field, and stays there when the line is saved without it.
  await openSaved(page)
  await page.getByLabel('Tags, separated by commas').fill('x'.repeat(41))
  await page.getByLabel('Tags, separated by commas').blur()
  await expect(page.getByText('A tag has at most 40 characters.')).toBeVisible()
  await saveAs(page, 'Third lamp')
  await expect(page.getByLabel('Tags, separated by commas')).toHaveValue('x'.repeat(41))
  await expect(savedLine(page, 'Third lamp')).toBeVisible()
  await page.getByLabel('Comments').fill('lay back in bar 2')
  await page.getByLabel('Tags, separated by commas').fill('slow, second lamp')
  await page.getByLabel('Tags, separated by commas').blur()
  await expect(savedLine(page, 'Third lamp')).toContainText('slow · second lamp')
  await terrainNotes(page).nth(1).focus()
  await page.keyboard.press('Alt+PageUp')
  await expect.poll(() => labelsOf(page)).not.toEqual([])
  await page.getByRole('button', { name: 'Save a version' }).click()
  await page.getByText('2 versions saved').click()
  await about(page).locator('details').getByRole('button').last().click()
  await expect.poll(() => labelsOf(page)).toEqual(first)
  for (const title of ['Fourth lamp', 'Fifth lamp', 'Sixth lamp']) {
    await page.getByRole('button', { name: 'Another', exact: true }).click()
    await settled(page)
    await saveAs(page, title)
    await expect(savedLine(page, title)).toBeVisible()
  }
  await page.getByRole('searchbox', { name: 'Search saved lines' }).fill('lay slow')
  await expect(page.getByRole('region', { name: 'Saved lines' }).getByRole('row')).toHaveCount(1)
  await page.getByRole('button', { name: 'Delete: Third lamp' }).click()
  await expect(savedLine(page, 'Third lamp')).toHaveCount(0)
  await page.getByRole('searchbox', { name: 'Search saved lines' }).fill('')
  await expect(savedLine(page, 'Sixth lamp')).toBeVisible()
  // By mistake, and taken back at once; then again, and brought back later.
  await messages(page).getByRole('button', { name: 'Undo' }).click()
  await expect(savedLine(page, 'Third lamp')).toBeVisible()
  await page.getByRole('button', { name: 'Delete: Third lamp' }).click()
  await expect(savedLine(page, 'Third lamp')).toHaveCount(0)
  await page.goto('/setup')
  await page.getByText('1 line', { exact: true }).click()
  await page.getByRole('button', { name: 'Bring back: Third lamp' }).click()
  await openPage(page, 'line', '1-4', 'tune-lamplighters-round')
  await openSaved(page)
  await expect(savedLine(page, 'Third lamp')).toContainText('slow · second lamp')
})

test('zoom, threads and degrees: what is shown is chosen and stored', async ({ page }) => {
  await openPage(page, 'line', '1-16')
  await writeLine(page)
  const terrains = page.getByRole('group', { name: /^Terrain, bars/ })
  await expect(terrains.first()).toHaveAccessibleName('Terrain, bars 1 to 4')
  // Only what is in the window or near it is drawn.
  await expect.poll(() => terrains.count()).toBeLessThan(4)
  await page.getByRole('radio', { name: 'sixteen' }).click()
  await expect(terrains).toHaveCount(1)
  await expect(page.getByTestId('staff')).toHaveCount(0)
  await page.getByRole('radio', { name: 'two bars' }).click()
  await expect(terrains.first()).toHaveAccessibleName('Terrain, bars 1 to 2')
  await page.getByRole('button', { name: 'Show', exact: true }).click()
  await page.getByLabel('guide-tone threads').check()
  await page.getByLabel('degrees under the notes').uncheck()
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('threads').first()).toBeAttached()
  await expect(page.getByTestId('degree')).toHaveCount(0)
  await page.reload()
  await expect(terrains.first()).toHaveAccessibleName('Terrain, bars 1 to 2')
  await expect(page.getByTestId('degree')).toHaveCount(0)
})

test('the printed sheet has the title, every bar and nothing else; no system is cut', async ({ page }) => {
  await openPage(page, 'line', '1-16')
  await writeLine(page)
  await saveAs(page, 'For the stand')
  await page.getByRole('radio', { name: 'sixteen' }).click()
  await expect(page.getByRole('group', { name: 'Terrain, bars 1 to 16' })).toBeVisible()
  const count = (await labelsOf(page)).length
  await page.evaluate(() => dispatchEvent(new Event('beforeprint')))
  await page.emulateMedia({ media: 'print' })
  const sheet = page.getByTestId('print-sheet')
  await expect(sheet.getByRole('heading', { name: 'For the stand' })).toBeVisible()
  await expect(page.getByRole('button', { name: 'Play' })).toBeHidden()
  // A note that is tied into the next system stands in both.
  const printed = () =>
    sheet
      .locator('[data-staff-note]')
      .evaluateAll((notes) => new Set(notes.map((note) => note.getAttribute('data-staff-note'))).size)
  await expect.poll(printed).toBe(count)
  await expect(sheet.getByTestId('degree')).toHaveCount(count)
  await expect(sheet.getByText('for B♭ flugelhorn')).toBeVisible()
  const cut = await sheet
    .getByTestId('print-system')
    .evaluateAll((systems) => systems.every((system) => getComputedStyle(system).breakInside === 'avoid'))
  expect(cut).toBe(true)
  await page.evaluate(() => dispatchEvent(new Event('afterprint')))
  await page.emulateMedia({ media: null })
  await expect(sheet).toHaveCount(0)
})

test('the band is mixed: sounds, metronome, count-in, swing; a recording and a MIDI file have the same', async ({
  page,
}) => {
  await openPage(page, 'line', '1-2')
  await writeLine(page)
  await page.getByRole('button', { name: 'Band' }).click()
  await page.getByLabel('Line sound').selectOption('tenor sax')
  await page.getByLabel('Line octave').selectOption('1 octave down')
  await page.getByLabel('Metronome clicks').selectOption('every beat')
  await page.getByLabel('count in one bar').check()
  await expect(page.getByLabel('Swing: share of the beat')).toHaveText('63 : 37')
  await page.getByRole('slider', { name: 'Swing' }).focus()
  await page.keyboard.press('Home')
  await expect(page.getByLabel('Swing: share of the beat')).toHaveText('50 : 50')
  await page.getByRole('checkbox', { name: 'Drums' }).uncheck()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('button', { name: 'drums' })).toHaveAttribute('aria-pressed', 'false')

  await page.getByRole('button', { name: 'Play' }).click()
  await expect.poll(() => positionOf(page)).toBeGreaterThan(1920)
  await page.getByRole('button', { name: 'Stop' }).click()

  const file = new toneMidi.Midi((await saved(page, 'MIDI, line and band')).bytes)
  const tracks = file.tracks.filter(({ notes }) => notes.length > 0)
  expect(tracks.map(({ name }) => name)).toEqual(['Line', 'Bass', 'Comping', 'Metronome'])
  expect(tracks[0]!.instrument.number).toBe(66)
  // Even eighths and triplets, an octave lower than it is written for, less the horn's whole step.
  for (const { ticks } of tracks[0]!.notes) expect([0, 160, 240, 320]).toContain(ticks % 480)
  expect(tracks[0]!.notes).toHaveLength((await labelsOf(page)).length)
  expect(WRITTEN_ABOVE_SOUNDING).toBe(2)

  const wav = await saved(page, 'WAV, line and band')
  expect(wav.name).toMatch(/\.wav$/)
  expect(wav.bytes.subarray(0, 4).toString('latin1')).toBe('RIFF')
  const seconds = (wav.bytes.length - 44) / 4 / 44_100
  expect(seconds).toBeGreaterThan((8 * 60) / 138)
  const loudest = Math.max(
    ...Array.from({ length: 20_000 }, (_, at) => Math.abs(wav.bytes.readInt16LE(44 + at * 8))),
  )
  expect(loudest).toBeGreaterThan(1000)
})

test('the stretch loops with a count-in bar between, every second time slower', async ({ page }) => {
  await openPage(page, 'line', '1-1')
  await writeLine(page)
  for (let press = 0; press < 25; press += 1) await page.keyboard.press(']')
  await expect(page.getByLabel('Beats per minute')).toHaveText('238')
  await page.getByRole('button', { name: 'Band' }).click()
  await page.getByLabel('count in before each repeat').check()
  await page.getByLabel('every other chorus slower, at the same pitch').check()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Play' }).click()
  await expect.poll(() => positionOf(page)).toBeGreaterThan(0)
  // Two bars at 238, then at 70 % of it: the times between the moments at which the play comes round.
  const rounds = await page.evaluate(async () => {
    const band = (
      globalThis as unknown as { eagerContourBand: { position: () => number; clock: () => number } }
    ).eagerContourBand
    const turns: number[] = []
    let last = band.position() ?? 0
    let farthest = 0
    while (turns.length < 4) {
      await new Promise((done) => setTimeout(done, 4))
      const now = band.position() ?? 0
      if (now < last - 960) turns.push(band.clock())
      farthest = Math.max(farthest, now)
      last = now
    }
    return { times: turns.slice(1).map((turn, at) => turn - turns[at]!), farthest }
  })
  expect(rounds.farthest).toBeGreaterThan(2 * 1920 - 480)
  const [first, second] = rounds.times as [number, number]
  const [fast, slow] = [Math.min(first, second), Math.max(first, second)]
  expect(slow / fast).toBeGreaterThan(1.3)
  expect(slow / fast).toBeLessThan(1.56)
  await page.getByRole('button', { name: 'Stop' }).click()
})

test('a line is opened from a file and reviewed; a broken file is reported', async ({ page }) => {
  await openPage(page, 'line', '1-4')
  await writeLine(page)
  const before = await labelsOf(page)
  const xml = await saved(page, 'MusicXML')
  const midiFile = await saved(page, 'MIDI, the line')
  const abc = await saved(page, 'ABC')
  const notes = (labels: readonly string[]) => labels.map((label) => label.split(', ').slice(0, 4).join(', '))
  for (const file of [midiFile, xml, abc]) {
    await page.getByRole('button', { name: 'Another', exact: true }).click()
    await expect.poll(() => labelsOf(page)).not.toEqual(before)
    await settled(page)
    await page
      .getByLabel('A file with a line')
      .setInputFiles({ name: file.name, mimeType: 'application/octet-stream', buffer: file.bytes })
    await expect.poll(async () => notes(await labelsOf(page))).toEqual(notes(before))
    await expect(page.getByTestId('review')).toContainText(/of 100/)
  }
  await page
    .getByLabel('A file with a line')
    .setInputFiles({ name: 'torn.mid', mimeType: 'audio/midi', buffer: Buffer.from('MThd and no more') })
  await expect(page.getByText('torn.mid: Not a standard MIDI file, or damaged.')).toBeVisible()
  expect(notes(await labelsOf(page))).toEqual(notes(before))
})

test('large data: a hundred bars, two hundred lines, one octave, a contour of one point', async ({
  page,
}) => {
  const put = (path: string, body: object) => page.request.put(`/api/${path}`, { data: body })
  const bars = Array.from({ length: 25 }, () => '| Dm7 | G7 | Cmaj7 | A7b9 |').join('\n')
  await put('tunes/tune-long-road', {
    revision: 0,
    edit: 'edit-long-road',
    title: 'Long Road',
    chart: `title: Long Road\nkey: C major\ntempo: 160\n\n${bars}`,
  })
  for (let from = 0; from < 200; from += 20)
    await Promise.all(
      Array.from({ length: 20 }, (_, at) => from + at).map((number) =>
        put(`lines/line-road-${String(number).padStart(4, '0')}`, {
          revision: 0,
          edit: `edit-road-${String(number).padStart(4, '0')}`,
          tune: 'tune-long-road',
          title: `Milestone ${number + 1}`,
          stretch: { from: 0, to: 0 },
          notes: [{ start: 0, duration: 480, midi: 60, spelling: 'C4' }],
        }),
      ),
    )
  await openPage(page, 'line', '1-100', 'tune-long-road')
  await openSaved(page)
  await page.getByRole('searchbox', { name: 'Search saved lines' }).fill('milestone 137')
  await expect(page.getByRole('region', { name: 'Saved lines' }).getByRole('row')).toHaveCount(1)
  await page.getByRole('tab', { name: 'Notes' }).click()
  await writeLine(page)
  // Only what is near the window is drawn.
  await expect.poll(() => terrainNotes(page).count()).toBeLessThan(400)
  await page
    .getByRole('group', { name: /^Terrain, bars/ })
    .last()
    .scrollIntoViewIfNeeded()
  await page.mouse.wheel(0, 40_000)
  await expect(page.getByRole('group', { name: /^Terrain, bars \d+ to 100$/ })).toBeVisible()

  await openPage(page, 'line', '1-4', 'tune-long-road')
  await page.getByRole('button', { name: 'Another', exact: true }).click()
  await settled(page)
  await page.getByText('Style, ii and V, first and last note').click()
  await page.getByLabel('From', { exact: true }).selectOption({ index: 4 })
  await settled(page)
  await page.getByLabel('up to', { exact: true }).selectOption({ index: 0 })
  await settled(page)
  const spread = () =>
    terrainNotes(page).evaluateAll((notes) => {
      const heights = notes.map((note) => note.getBoundingClientRect().top)
      return (Math.max(...heights) - Math.min(...heights)) / 10
    })
  await expect.poll(spread).toBeLessThanOrEqual(12)

  await page.getByRole('button', { name: 'Draw the contour' }).click()
  const box = (await page.getByTestId('draw-here').first().boundingBox())!
  await page.mouse.click(box.x + 60, box.y + 60)
  await settled(page)
  await expect(page.getByTestId('ribbon').first()).toBeAttached()
})
