import { readFileSync } from 'node:fs'
import { expect, test } from './app.ts'
import { hear, messages, violations } from './places.ts'

test('a phrase that ships is found, shown in a key, changed twice, kept, named, tagged, deleted and brought back', async ({
  page,
}) => {
  await page.goto('/tunes')
  await page.getByRole('navigation', { name: 'Places' }).getByRole('link', { name: 'Vocabulary' }).click()
  await expect(page.getByRole('heading', { name: 'Vocabulary' })).toBeVisible()
  await page.getByLabel('Grade').selectOption('1, easy')
  await page.getByLabel('Family').selectOption('guide tones')
  await page.getByLabel('Search phrases').fill('quick')
  await page.getByRole('link', { name: 'Quick third' }).click()
  const phrase = page.getByRole('region', { name: 'The phrase' })
  await expect(phrase.getByRole('heading', { name: 'Quick third' })).toBeVisible()
  // As the horn reads it: ♭3 5 ♭7 R, 3 5 ♭7 ♭9, 5 3 of Dm7 G7 Cmaj7 in written C.
  await phrase.getByRole('radio', { name: 'C', exact: true }).click()
  await phrase.getByText('Every note and its reason').click()
  await expect(phrase.locator('details b')).toHaveText(['F', 'A', 'C', 'D', 'B', 'D', 'F', 'A♭', 'G', 'E'])
  await expect(phrase.locator('[data-staff-note]')).toHaveCount(10)
  expect(await violations(page)).toEqual([])

  await phrase.getByRole('button', { name: 'led in from below' }).click()
  // Led in, the phrase has a note more: its third is an octave higher now.
  await phrase.getByRole('radio', { name: 'note 3: A', exact: true }).click()
  await phrase.getByRole('button', { name: 'a note an octave up' }).click()
  await expect(phrase.getByRole('status').last()).toContainText(
    'Now: led in from below, then a note an octave up, note 3.',
  )
  await phrase.getByRole('button', { name: 'Undo' }).click()
  await phrase.getByRole('button', { name: 'without its last note' }).click()
  await expect(phrase.getByRole('status').last()).toContainText(
    'Now: led in from below, then without its last note.',
  )
  // The phrase, what was there before the last change, and after it.
  await expect(phrase.locator('[data-staff-note]')).toHaveCount(31)
  await phrase.getByRole('button', { name: 'Undo' }).click()
  await expect(phrase.getByRole('status').last()).toContainText('Now: led in from below.')
  await phrase.getByRole('button', { name: 'Keep as mine' }).click()
  await expect(phrase.getByRole('heading', { name: 'Quick third, led in from below' })).toBeVisible()
  await expect(phrase.getByRole('link', { name: 'Quick third' })).toBeVisible()

  await expect
    .poll(async () => JSON.stringify(await (await page.request.get('/api/phrases')).json()))
    .toMatch(/"change":"ledFromBelow@1"/)

  await phrase.getByLabel('Name').fill('My quick third')
  await phrase.getByLabel('Tags, with commas between').fill('morning, ii–V')
  await phrase.getByLabel('Words').fill('Keep the first note short')
  await phrase.getByLabel('Words').blur()
  await expect
    .poll(async () => (await (await page.request.get('/api/phrases')).json())[0])
    .toMatchObject({ title: 'My quick third', words: 'Keep the first note short', tags: ['morning', 'ii–V'] })
  await page.reload()
  await expect(phrase.getByRole('heading', { name: 'My quick third' })).toBeVisible()
  await expect(phrase.getByLabel('Words')).toHaveValue('Keep the first note short')
  await page.getByLabel('Search phrases').fill('morning')
  await expect(page.getByRole('table', { name: 'Phrases' }).getByRole('link')).toHaveText([
    'My quick third · mine diminished · ii–V–I, 2 bars',
  ])

  await phrase.getByRole('button', { name: 'Delete' }).click()
  await expect(page.getByRole('table', { name: 'Phrases' }).getByRole('link')).toHaveCount(0)
  await messages(page).getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('table', { name: 'Phrases' }).getByRole('link')).toHaveText([
    'My quick third · mine diminished · ii–V–I, 2 bars',
  ])
})

test('a phrase is moved to another kind of chord, found in the tunes, and drilled there in twelve keys', async ({
  page,
}) => {
  await page.goto('/vocabulary/shipped-down-from-the-six')
  const phrase = page.getByRole('region', { name: 'The phrase' })
  await phrase.getByRole('link', { name: 'Drill it in twelve keys', exact: true }).click()
  await expect(page.getByRole('heading', { name: /^Down from the six · / })).toBeVisible()
  await expect(page).toHaveURL(/rung=cell&/)
  await page.goto('/vocabulary/shipped-down-from-the-six')
  await phrase.getByRole('button', { name: 'to m7' }).click()
  await expect(phrase.getByRole('status').filter({ hasText: 'Now:' })).toContainText('3 to ♭3')
  await phrase.getByRole('button', { name: 'Undo' }).click()
  // Two clicks, of which the second comes while the first is worked out.
  await phrase.getByRole('button', { name: 'stripped' }).click()
  await phrase.getByRole('button', { name: 'altered' }).click()
  await expect(phrase.getByText('“altered” can’t be done with this phrase')).toBeVisible()
  await phrase.getByRole('button', { name: 'to m7' }).click()
  await phrase.getByLabel('Through every chord of').selectOption('Cold Quay')
  // One chord at a time: the 6 5 3 9 of F7 as a B♭ horn reads it, then of B♭7.
  const chords = phrase.getByRole('region', { name: 'Chord by chord' })
  await expect(chords.getByRole('status')).toHaveText(/^Chord 1 of \d+, bar 1$/)
  const first = await chords.getByTestId('cell-notes').textContent()
  await chords.getByRole('button', { name: 'Next chord' }).click()
  await expect(chords.getByRole('status')).toContainText('Chord 2 of')
  await expect(chords.getByTestId('cell-notes')).not.toHaveText(first!)
  await expect.poll(() => hear(page)).toBeGreaterThan(0.005)
  await phrase.getByRole('button', { name: 'Open it as a line' }).click()
  await expect(page).toHaveURL(/tune-cold-harbour-blues\/line\?bars=1-12/)
  await expect(page.locator('[data-note]').first()).toBeVisible()
  await page.goto('/vocabulary/shipped-thirds-lead-down')
  await phrase.getByRole('link', { name: /^Drill it in twelve keys over bar \d+ of Breakwater/ }).click()
  await expect(page.getByRole('heading', { name: /^Thirds lead down · Breakwater/ })).toBeVisible()
  await expect(page).toHaveURL(/rung=phrase-keys/)
  await page.goto('/vocabulary/shipped-thirds-lead-down')
  await phrase
    .getByRole('listitem')
    .getByRole('link', { name: /^Breakwater, bar 1$/ })
    .click()
  await expect(page).toHaveURL(/tune-breakwater\/line\?bars=/)
})

test('a phrase is answered by ear: it is played, not shown, and answered over the same bars', async ({
  page,
}) => {
  await page.goto('/stage/tune-breakwater?bars=1-3&rung=by-ear&tempo=200&line=shipped-thirds-lead-down')
  await expect(page.getByText('first it is played to you')).toBeVisible()
  await expect(page.getByText('chord symbols only')).toBeVisible()
  await page.getByLabel('simulated player').check()
  await page.getByLabel('wrong notes %').fill('0')
  await page.keyboard.press('PageDown')
  await expect(page.getByText('listen', { exact: true })).toBeVisible()
  await expect(page.getByText('your turn', { exact: true })).toBeVisible({ timeout: 30_000 })
  const result = page.getByRole('status', { name: 'Result' })
  await expect(result).toContainText('17 notes expected: 0 wrong, 0 missed, 0 extra.', { timeout: 30_000 })
  await expect(result).toContainText('move on')
})

test('an address of a phrase that isn’t there is told', async ({ page }) => {
  await page.goto('/vocabulary/phrase-nowhere')
  await expect(page.getByText('This phrase isn’t here any more. Choose another one.')).toBeVisible()
})

test('a guitarist sees where a phrase lies: tablature, the neck bar by bar, without a shift, from another string', async ({
  page,
}) => {
  await page.route('**/api/settings', async (route) => {
    const response = await route.fetch()
    await route.fulfill({ response, json: { ...(await response.json()), instrument: 'guitar' } })
  })
  await page.goto('/vocabulary/shipped-thirds-lead-down')
  const phrase = page.getByRole('region', { name: 'The phrase' })
  await expect(phrase.locator('[data-tab-note]')).toHaveCount(17)
  await expect(phrase.getByTestId('neck')).toHaveCount(3)
  await phrase.getByLabel('Fingering', { exact: true }).last().selectOption({ label: 'without a shift' })
  await expect(phrase.getByText('The hand stays where it is.')).toBeVisible()
  const frets = () => phrase.locator('[data-tab-note]').allTextContents()
  const low = await frets()
  await phrase.getByLabel('Fingering', { exact: true }).last().selectOption({ label: 'from string 5' })
  await expect.poll(frets).not.toEqual(low)
  // F3 on the A string; the guitar reads it an octave higher.
  expect((await frets())[0]).toBe('8')
  // One note by hand: the second, wherever else it can be played.
  await phrase.getByLabel('Note', { exact: true }).last().selectOption({ index: 1 })
  const before = (await frets())[1]
  const strings = phrase.getByLabel('Its string', { exact: true }).last()
  const others = (await strings.getByRole('option').allTextContents()).filter(
    (text) => text.includes('fret') && !text.endsWith(`fret ${before}`),
  )
  await strings.selectOption(others[0]!)
  await expect.poll(async () => (await frets())[1]).toBe(/fret (\d+)/.exec(others[0]!)![1])
  await expect(phrase.getByLabel('Fingering', { exact: true }).last()).toHaveValue('own')
  // The first string has no such low note.
  await phrase.getByLabel('Fingering', { exact: true }).last().selectOption({ label: 'from string 1' })
  await expect(phrase.getByText('Note 1 can’t be played on that string')).toBeVisible()
  await expect(phrase.locator('[data-tab-note]')).toHaveCount(0)
  expect(await violations(page)).toEqual([])
  await page.goto('/tunes/tune-breakwater/line?bars=1-4')
  await page.getByRole('button', { name: 'Write a line' }).click()
  await expect(page.locator('[data-staff-note]').first()).toBeVisible()
  await expect
    .poll(
      async () =>
        (await page.locator('[data-tab-note]').count()) - (await page.locator('[data-note]').count()),
    )
    .toBe(0)
  // Kept with the line: saved, opened again after a reload.
  await page.locator('[data-note="0"]').focus()
  const about = page.getByRole('complementary', { name: 'About the line' })
  await about.getByText('Fingering', { exact: true }).first().click()
  const own = about.getByLabel('String of this note')
  const last = (await own.getByRole('option').allTextContents()).at(-1)!
  await own.selectOption(last)
  const first = page.locator('[data-tab-note="0"]')
  await expect(first).toHaveText(/fret (\d+)/.exec(last)?.[1] ?? '0')
  await page.getByRole('button', { name: 'Save', exact: true }).click()
  await expect
    .poll(async () => (await (await page.request.get('/api/lines?tune=tune-breakwater')).json())[0])
    .toMatchObject({ fingering: { places: [{ string: expect.any(Number) }] } })
  await page.reload()
  await expect(first).toHaveText(/fret (\d+)/.exec(last)?.[1] ?? '0')
})

test('a phrase is typed in degrees, what can’t be read is told; another is played in, a third comes from a file', async ({
  page,
}) => {
  await page.goto('/vocabulary')
  await page.getByRole('link', { name: 'New phrase' }).click()
  const phrase = page.getByRole('region', { name: 'The phrase' })
  const keep = phrase.getByRole('button', { name: 'Keep it' })
  await expect(keep).toBeDisabled()
  const degrees = phrase.getByLabel(/^Notes in degrees/)
  await degrees.fill('r b3 x')
  await expect(phrase.getByRole('alert')).toHaveText('It can’t be read: “x” is no note.')
  await degrees.fill('r b3 5 b7 9 R b7 | 3')
  await expect(phrase.getByRole('alert')).toHaveText('It can’t be read: bar 1 has 3.5 beats of four.')
  await degrees.fill('r b3 5 b7 9 R b7 5 | 3 5 b7 b9 R b7 5 b13 | 5_ 3_')
  await expect(phrase.locator('[data-staff-note]')).toHaveCount(17)
  expect(await violations(page)).toEqual([])
  await phrase.getByLabel('Name').fill('Typed')
  await keep.click()
  await expect(phrase.getByRole('heading', { name: 'Typed' })).toBeVisible()
  await expect(phrase.getByText('ii–V–I, 4 bars · altered', { exact: false })).toBeVisible()

  // Played in on the computer keyboard, over the band.
  await page.getByRole('link', { name: 'New phrase' }).click()
  await phrase.getByLabel('letters are notes (K)').check()
  await phrase.getByRole('button', { name: 'Play it in' }).click()
  await expect(phrase.getByText('Play.', { exact: true })).toBeVisible({ timeout: 20_000 })
  for (const key of ['z', 'x', 'c', 'v']) {
    await page.keyboard.press(key)
    await page.waitForTimeout(250)
  }
  await phrase.getByRole('button', { name: 'Done' }).click()
  await expect.poll(() => phrase.locator('[data-staff-note]').count()).toBeGreaterThan(1)
  await keep.click()
  await expect(phrase.getByText('Played in', { exact: false })).toBeVisible()

  // Played into the microphone.
  await page.goto('/vocabulary/new?microphone=stand-in')
  await phrase.getByRole('button', { name: 'Microphone', exact: true }).click()
  await phrase.getByRole('button', { name: 'Play it in' }).click()
  await expect(phrase.getByText('Play.', { exact: true })).toBeVisible({ timeout: 20_000 })
  await page.evaluate(async () => {
    const { eagerContourMicrophone: microphone } = globalThis as unknown as {
      eagerContourMicrophone: { sound: (midi: number, seconds: number, delay: number) => void }
    }
    for (const midi of [62, 65, 69]) {
      microphone.sound(midi, 0.4, 0)
      await new Promise((done) => setTimeout(done, 600))
    }
  })
  await phrase.getByRole('button', { name: 'Done' }).click()
  await expect.poll(() => phrase.locator('[data-staff-note]').count()).toBeGreaterThan(1)

  // A file that holds no notes is told; one of the application's own, with its chords, is read.
  await page.getByRole('link', { name: 'New phrase' }).click()
  const file = phrase.getByLabel('A file with a phrase')
  await file.setInputFiles({
    name: 'broken.mid',
    mimeType: 'audio/midi',
    buffer: Buffer.from('MThd nothing'),
  })
  await expect(phrase.getByRole('status').filter({ hasText: 'broken.mid' })).toBeVisible()
  await page.goto('/tunes/tune-breakwater/line?bars=1-4')
  await page.getByRole('button', { name: 'Write a line' }).click()
  await expect(page.locator('[data-staff-note]').first()).toBeVisible()
  await page.getByRole('button', { name: 'Files' }).click()
  const download = page.waitForEvent('download')
  await page.getByRole('menuitem', { name: /^MusicXML/ }).click()
  const path = await (await download).path()
  await page.goto('/vocabulary/new')
  await file.setInputFiles({ name: 'part.musicxml', mimeType: 'text/xml', buffer: readFileSync(path) })
  await expect.poll(() => phrase.locator('[data-staff-note]').count()).toBeGreaterThan(3)
})
