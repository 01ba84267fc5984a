import type { Page } from '@playwright/test'
import toneMidi from '@tonejs/midi'
import { expect, test } from './app.ts'
import { labelsOf, messages, openPage, violations, writeLine } from './places.ts'

const result = (page: Page) => page.getByRole('status', { name: 'Result' })

const simulate = async (page: Page, errors: number) => {
  await page.getByLabel('simulated player').check()
  await page.getByLabel('wrong notes %').fill(String(errors))
}

test('a free rung shows the allowed notes, judges each note at once, and gives the bars behind each mark', async ({
  page,
}) => {
  await openPage(page, 'line', '1-4')
  await writeLine(page)
  const written = await labelsOf(page)
  await page.goto('/stage/tune-breakwater?bars=1-4&rung=chord-tones&tempo=260')
  await expect(page.getByLabel(/Allowed notes over each chord/)).toContainText('A♭')
  await simulate(page, 40)
  await page.getByRole('button', { name: /^Start/ }).click()
  await expect(page.locator('[data-testid=trail] [data-verdict=right]').first()).toBeVisible()
  await expect(result(page)).toBeVisible({ timeout: 30_000 })
  await expect(result(page).locator('dt')).toHaveText(['inside the limits', 'chord tones on strong beats'])
  await expect(result(page).locator('[data-behind=limits]')).toContainText(/^bars? \d/)
  await expect(
    page
      .getByLabel(/on the staff/)
      .locator('[data-run-note]')
      .first(),
  ).toBeVisible()
  expect(await violations(page)).toEqual([])
  // Some bars of it are kept as a phrase.
  await result(page).getByRole('button', { name: 'Save a phrase' }).click()
  const phrase = page.getByRole('dialog', { name: 'Save a phrase' })
  await expect(phrase).toContainText(/\d+ notes, kept as degrees of the chords/)
  await phrase.getByLabel('From bar').selectOption('2')
  await phrase.getByLabel('Name').fill('Over the five')
  await phrase.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(messages(page)).toContainText('Saved: Over the five')
  await expect
    .poll(async () =>
      (await (await page.request.get('/api/phrases')).json()).map(({ title }: { title: string }) => title),
    )
    .toContain('Over the five')
  await page.keyboard.press('Escape')
  // What was played is read like what is written.
  await result(page).getByRole('button', { name: 'Open in Line' }).click()
  await expect(page).toHaveURL(/tune-breakwater\/line\?bars=1-4$/)
  await expect(page.locator('[data-note]').first()).toBeVisible()
  await expect(page.getByTestId('review')).toBeVisible()
  await expect.poll(() => labelsOf(page)).not.toEqual(written)
  // The line before is an undo away.
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect.poll(() => labelsOf(page)).toEqual(written)
})

test('own exercises are saved by name, put into a set list, and played in order', async ({ page }) => {
  await openPage(page, 'drills', '1-2')
  const panel = page.getByRole('complementary', { name: 'The rung' })
  const keep = async (rung: string, name: string) => {
    await page.getByRole('button', { name: new RegExp(`^${rung} in E♭:`) }).click()
    // Digit by digit, as a player types it.
    await panel.getByLabel('Beats per minute').selectText()
    await page.keyboard.type('200')
    await expect(panel.getByRole('link', { name: 'Play at 200' })).toBeVisible()
    await panel.getByLabel('Save as my exercise').fill(name)
    await panel.getByRole('button', { name: 'Save', exact: true }).click()
    await expect(messages(page)).toContainText(`Saved: ${name}`)
  }
  await keep('thirds', 'Quick thirds')
  await keep('roots', 'Quick roots')
  await page.getByRole('radio', { name: 'my exercises and set lists' }).click()
  await page.getByRole('button', { name: 'Add Quick thirds to the list' }).click()
  await expect(page.getByRole('link', { name: 'Play the list Set list 1' })).toHaveText('Play 1')
  await page.getByRole('button', { name: 'Add Quick roots to the list' }).click()
  await expect(page.getByRole('link', { name: 'Play the list Set list 1' })).toHaveText('Play 2')
  await page.getByRole('button', { name: 'Move: Quick roots' }).focus()
  await page.keyboard.press('Space')
  await expect(page.getByText('Quick roots, number 2 is over Quick roots, number 2.')).toBeAttached()
  await page.keyboard.press('ArrowUp')
  await expect(page.getByText('Quick roots, number 2 is over Quick thirds, number 1.')).toBeAttached()
  await page.keyboard.press('Space')
  await expect(page.locator('ol li').first()).toContainText('1 Quick roots')
  expect(await violations(page)).toEqual([])
  await page.reload()
  await page.getByRole('radio', { name: 'my exercises and set lists' }).click()
  await page.getByRole('link', { name: 'Play the list Set list 1' }).click()
  await expect(page.getByRole('heading', { name: /^roots ·/ })).toBeVisible()
  await simulate(page, 0)
  await page.keyboard.press('PageUp')
  await expect(result(page)).toContainText('Next in the list, 2 of 2: Quick thirds.', { timeout: 30_000 })
  await page.keyboard.press('PageDown')
  await expect(page.getByRole('heading', { name: /^thirds ·/ })).toBeVisible()
})

test('quick clicks lose no exercise and make one list; the next new list has a name of its own', async ({
  page,
}) => {
  await openPage(page, 'drills', '1-2')
  const panel = page.getByRole('complementary', { name: 'The rung' })
  await page.getByRole('button', { name: /^thirds in E♭:/ }).click()
  await panel.getByLabel('Save as my exercise').fill('Slow thirds')
  await panel.getByRole('button', { name: 'Save', exact: true }).click()
  await expect(messages(page)).toContainText('Saved: Slow thirds')
  const known = page.waitForResponse('**/api/set-lists')
  await page.getByRole('radio', { name: 'my exercises and set lists' }).click()
  await known
  await page.getByLabel('“Add” adds it to').selectOption({ label: 'a new set list' })
  const lists = page.getByRole('link', { name: /^Play the list/ })
  const before = await lists.count()
  // Four clicks before anything is drawn again.
  await page.getByRole('button', { name: 'Add Slow thirds to the list' }).evaluate((button) => {
    for (let click = 0; click < 4; click += 1) (button as HTMLButtonElement).click()
  })
  await expect(lists).toHaveCount(before + 1)
  await expect(lists.first()).toHaveText('Play 4')
  await page.reload()
  await page.getByRole('radio', { name: 'my exercises and set lists' }).click()
  await expect(lists).toHaveCount(before + 1)
  await expect(lists.first()).toHaveText('Play 4')
  await page.getByLabel('“Add” adds it to').selectOption({ label: 'a new set list' })
  await page.getByRole('button', { name: 'Add Slow thirds to the list' }).click()
  await expect(lists).toHaveCount(before + 2)
  const names = await lists.evaluateAll((links) => links.map((link) => link.getAttribute('aria-label')))
  expect(new Set(names).size).toBe(names.length)
})

test('halves are played, then the whole, and the later keys are hidden', async ({ page }) => {
  await openPage(page, 'drills', '1-4')
  await page.getByRole('button', { name: /^thirds in E♭:/ }).click()
  await page.getByText('Over several runs').click()
  await page.getByLabel('Break it up').selectOption({ label: 'halves, then the whole' })
  await page.getByLabel('Show in later keys').selectOption({ label: 'chord symbols only' })
  await page.getByLabel('Beats per minute').fill('300')
  await page.getByRole('link', { name: 'Play at 300' }).click()
  for (const [bars, next] of [
    ['bars 1–2', 'On to bars 3 to 4'],
    ['bars 3–4', 'On to bars 1 to 4'],
    ['bars 1–4', 'try the next key'],
  ] as const) {
    await expect(page.getByRole('heading', { name: new RegExp(`, ${bars}$`) })).toBeVisible()
    await simulate(page, 0)
    await page.keyboard.press('PageUp')
    await expect(result(page)).toContainText(next, { timeout: 30_000 })
    await page.keyboard.press('PageDown')
  }
  await expect(page).toHaveURL(/key=/)
  await expect(page.getByRole('heading', { name: /, bars 1–2$/ })).toBeVisible()
  await expect(page.getByText('chord symbols only')).toBeVisible()
})

test('a figure is kept with its halves and keys, and goes on by itself: below, above, both, the next key', async ({
  page,
}) => {
  await openPage(page, 'drills', '1-1')
  const panel = page.getByRole('complementary', { name: 'The rung' })
  await page.getByRole('button', { name: /^enclosures in E♭:/ }).click()
  await panel.getByText('Over several runs').click()
  await panel.getByLabel('its half below and its half above first').check()
  await panel.getByLabel('The next key').selectOption('after every run')
  await panel.getByLabel('the next run starts by itself').check()
  await panel.getByLabel('Beats per minute').fill('300')
  await panel.getByLabel('Save as my exercise').fill('Around the 3')
  await panel.getByRole('button', { name: 'Save', exact: true }).click()
  await page.getByRole('radio', { name: 'my exercises and set lists' }).click()
  await expect(page.locator('li', { hasText: 'Around the 3' }).first()).toContainText('not tried')
  await page.getByRole('link', { name: 'Play Around the 3', exact: true }).click()
  await simulate(page, 0)
  await page.keyboard.press('PageDown')
  for (const [heading, next] of [
    ['the half below around the 3, on the beat', 'Now the half above around the 3, on the beat.'],
    ['the half above around the 3, on the beat', 'Now two around the 3, on the beat.'],
  ] as const) {
    await expect(page.getByRole('heading', { name: new RegExp(heading) })).toBeVisible()
    // Nothing is touched from here on.
    await expect(result(page)).toContainText(next, { timeout: 30_000 })
  }
  // All of it, and then the next key; by the pedal it is sooner.
  await page.keyboard.press('PageDown')
  await expect(result(page)).toContainText('On to the next key.', { timeout: 30_000 })
  await page.keyboard.press('PageDown')
  await expect(page).toHaveURL(/key=/)
  await page.goto('/tunes/tune-breakwater/drills?bars=1-1')
  await page.getByRole('radio', { name: 'my exercises and set lists' }).click()
  await expect(page.locator('li', { hasText: 'Around the 3' }).first()).not.toContainText('not tried')
})

test('a stretch is traded in a loop: half is played to the player, a bar is counted between, all of it one run', async ({
  page,
}) => {
  await openPage(page, 'drills', '1-2')
  const panel = page.getByRole('complementary', { name: 'The rung' })
  await page.getByRole('button', { name: /^outline up in E♭:/ }).click()
  await panel.getByText('Over several runs').click()
  await panel.getByLabel('In one run').selectOption('2 times, a bar counted between')
  await panel.getByLabel('half each: you hear the first half, and answer').check()
  await panel.getByLabel('Beats per minute').fill('240')
  await panel.getByRole('link', { name: 'Play at 240' }).click()
  await expect(page.getByText('Pass 1 of 2 · first it is played to you')).toBeVisible()
  await simulate(page, 0)
  await page.keyboard.press('PageDown')
  await expect(page.getByText('Pass 2 of 2')).toBeVisible({ timeout: 30_000 })
  await expect(result(page)).toContainText('8 notes expected: 0 wrong, 0 missed, 0 extra.', {
    timeout: 30_000,
  })
  await expect(page.getByText('The last pass')).toBeVisible()
})

test('a player types an order of degrees; one that can’t be read is reported', async ({ page }) => {
  await openPage(page, 'drills', '1-2')
  const panel = page.getByRole('complementary', { name: 'The rung' })
  await page.getByRole('button', { name: /^other orders, broken in E♭:/ }).click()
  await panel.getByLabel('Played').selectOption('your own order')
  await expect(panel).toContainText('It starts C A♭ E♭ F')
  const order = panel.getByLabel(/Order of degrees/)
  await order.fill('1-3-2-4')
  await expect(panel).toContainText('It starts F A♭ G B♭')
  await order.fill('1 3 x')
  await expect(panel).toContainText('“1 3 x” can’t be read as an order of degrees.')
  await order.fill('R 5 3 7')
  await panel.getByRole('link', { name: /^Play at/ }).click()
  await expect(page.getByRole('heading', { name: /^other orders, broken, your own order ·/ })).toBeVisible()
  await expect(page).toHaveURL(/order=R\+5\+3\+7/)
})

test('every level of hiding is reached with a key; the run is the same, and logged as from memory', async ({
  page,
}) => {
  await page.goto('/stage/tune-breakwater?bars=1-2&rung=outline-up&tempo=260')
  await expect(page.getByTestId('trail')).toBeVisible()
  for (const shown of ['chord symbols only', 'numerals and the key', 'key name only']) {
    await page.keyboard.press('h')
    await expect(page.getByRole('status').filter({ hasText: shown })).toBeVisible()
    expect(await violations(page)).toEqual([])
  }
  await expect(page.locator('main')).toContainText('E♭ major')
  await simulate(page, 0)
  const saved = page.waitForRequest(
    (request) => request.url().includes('/api/runs/') && request.method() === 'PUT',
  )
  await page.keyboard.press('PageUp')
  await expect(result(page)).toContainText('move on', { timeout: 30_000 })
  expect((await saved).postDataJSON()).toMatchObject({ fromMemory: true })
})

test('a MIDI file is graded; a broken one is reported', async ({ page }) => {
  await page.goto('/stage/tune-breakwater?bars=1-2&rung=outline-up&tempo=120')
  const file = new toneMidi.Midi()
  file.header.setTempo(120)
  const track = file.addTrack()
  // Sounding E♭ G♭ B♭ D♭ A♭ C E♭ G♭ after a bar counted in: 1 ♭3 5 ♭7 of E♭m7 and 1 3 5 ♭7 of A♭7 (common practice, no source).
  for (const [at, midi] of [63, 66, 70, 73, 68, 72, 75, 78].entries())
    track.addNote({ midi, ticks: (at + 4) * file.header.ppq, durationTicks: file.header.ppq * 0.9 })
  const input = page.locator('input[type=file]')
  await input.setInputFiles({ name: 'nothing.mid', mimeType: 'audio/midi', buffer: Buffer.from('no file') })
  await expect(page.getByRole('alert')).toContainText('nothing.mid:')
  await input.setInputFiles({ name: 'take.mid', mimeType: 'audio/midi', buffer: Buffer.from(file.toArray()) })
  await expect(result(page)).toContainText('move on')
  expect(await result(page).locator('dd:not([data-behind])').allInnerTexts()).toEqual(['100', '100', '100'])
  await expect(result(page)).toContainText('The file begins with a counted-in bar')
  await page.getByRole('button', { name: 'Read it from its first' }).click()
  await expect(result(page)).toContainText('From bar 1 on all is a bar late.')
  await expect(result(page)).not.toContainText('counted-in bar')

  // The same with G for G♭, a grace note, and the second bar played again: each is told, and the wrong note heard.
  const other = new toneMidi.Midi()
  other.header.setTempo(120)
  const take = other.addTrack()
  const { ppq } = other.header
  const bars = [63, 67, 70, 73, 68, 72, 75, 78, 68, 72, 75, 78]
  for (const [at, midi] of bars.entries())
    take.addNote({ midi, ticks: (at + 4 + (at >= 8 ? 1.5 : 0)) * ppq, durationTicks: ppq * 0.9 })
  take.addNote({ midi: 69, ticks: 5.92 * ppq, durationTicks: ppq * 0.1 })
  await page.goto('/stage/tune-breakwater?bars=1-2&rung=outline-up&tempo=120')
  await input.setInputFiles({
    name: 'again.mid',
    mimeType: 'audio/midi',
    buffer: Buffer.from(other.toArray()),
  })
  await expect(result(page)).toContainText('8 notes expected: 1 wrong, 0 missed, 0 extra.')
  await expect(result(page)).toContainText('You went back to bar 2.')
  await expect(result(page)).toContainText('A grace note or bounce cost nothing.')
  const wrong = page.getByRole('list', { name: 'Wrong notes' }).getByRole('button')
  await expect(wrong).toHaveText(['Hear bar 1: A♭ asked, A played'])
  await wrong.click()
})

test('a run that ends while the server is unreachable is saved when it is back', async ({
  page,
  context,
}) => {
  await page.goto('/stage/tune-breakwater?bars=1-2&rung=thirds&tempo=240')
  await simulate(page, 0)
  await expect(page.getByRole('button', { name: /^Start/ })).toBeVisible()
  // The sound is fetched once before the line is cut.
  await page.keyboard.press('PageUp')
  await expect(result(page)).toBeVisible({ timeout: 30_000 })
  await context.route('**/api/runs/**', (route) => route.abort())
  await page.keyboard.press('PageUp')
  await expect(page.locator('[data-run=count-in]')).toBeVisible()
  await expect(result(page)).toBeVisible({ timeout: 30_000 })
  await expect(page.getByText(/waiting|Can’t reach/i).first()).toBeVisible()
  const logged = async () =>
    ((await (await page.request.get('/api/runs')).json()) as { readonly total: number }).total
  const before = await logged()
  await context.unroute('**/api/runs/**')
  await expect
    .poll(logged, {
      // The outbox tries again after up to twenty seconds, each time a little later.
      timeout: 90_000,
    })
    .toBeGreaterThan(before)
})

test('a pause is proposed after the minutes that the player chose', async ({ page }) => {
  const pauseAfter = async (minutes: number) => {
    await page.goto('/setup')
    await page.getByLabel(/Break reminder/).fill(String(minutes))
    await expect
      .poll(async () => (await (await page.request.get('/api/settings')).json()).restMinutes)
      .toBe(minutes)
  }
  await pauseAfter(1)
  await page.goto('/stage/tune-breakwater?bars=1-1&rung=thirds&tempo=300')
  await page.evaluate(
    () =>
      new Promise<void>((done, fail) => {
        const opening = indexedDB.open('eager-contour')
        opening.onerror = () => fail(opening.error)
        opening.onsuccess = () => {
          const writing = opening.result.transaction('drafts', 'readwrite')
          writing.objectStore('drafts').put({ from: Date.now() - 95_000, last: Date.now() - 1000 }, 'sitting')
          writing.oncomplete = () => done()
        }
      }),
  )
  await page.reload()
  await expect(page.getByText('1 minute without a break')).toBeVisible()
  await page.getByRole('button', { name: 'Later' }).click()
  await expect(page.getByText('without a break')).toHaveCount(0)
  // Setup is one for all.
  await pauseAfter(25)
})
