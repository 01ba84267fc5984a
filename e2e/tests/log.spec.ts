import { readFileSync } from 'node:fs'
import { expect, test } from './app.ts'
import { hear, loggedRuns, messages } from './places.ts'

test('the log is sorted, searched in the player’s own names, and goes on as it is scrolled', async ({
  page,
}) => {
  await page.goto('/log')
  const rows = page.getByRole('table', { name: 'Runs' }).getByRole('row')
  const count = async () =>
    Number(await page.getByRole('table', { name: 'Runs' }).getAttribute('aria-rowcount'))
  await expect(rows.nth(1)).toBeVisible()
  const all = await count()
  expect(all).toBeGreaterThan(200)

  // What is drawn above may push the table down as it is pressed.
  await expect(async () => {
    await page.getByRole('button', { name: 'tempo' }).click()
    const heading = page.getByRole('columnheader', { name: 'tempo' })
    await expect(heading).toHaveAttribute('aria-sort', /ending/, { timeout: 1000 })
  }).toPass()
  const tempos = () => rows.locator('td:nth-child(6)').allInnerTexts()
  await expect
    .poll(async () => {
      const shown = (await tempos()).map(Number)
      const sorted = [...shown].sort((a, b) => a - b)
      return shown.length > 5 && (shown.join() === sorted.join() || shown.join() === sorted.reverse().join())
    })
    .toBe(true)

  await page.getByRole('button', { name: 'date' }).click()
  await expect(page.getByRole('columnheader', { name: 'date' })).toHaveAttribute('aria-sort', /ending/)
  const seen = new Set<string>()
  await expect
    .poll(
      async () => {
        for (const text of await rows.allInnerTexts()) seen.add(text)
        await page.mouse.wheel(0, 3000)
        return seen.size
      },
      { intervals: [100], timeout: 60_000 },
    )
    .toBeGreaterThan(150)

  const search = page.getByRole('searchbox', { name: 'Search runs' })
  await search.fill('Breakwater E♭ solid')
  await expect.poll(count).toBeLessThan(all)
  // Beside the runs in view stand empty rows, as high as those that are not drawn.
  const runs = async () => (await rows.allInnerTexts()).slice(1).filter(Boolean)
  await expect.poll(async () => (await runs()).length).toBeGreaterThan(3)
  for (const run of await runs()) expect(run).toMatch(/Breakwater[\s\S]*E♭[\s\S]*solid/)
  await search.fill('no such run')
  await expect(page.getByText('Nothing matches “no such run”.')).toBeVisible()
})

test('a day and a run are written about; a run is opened with its notes, found by the words, deleted, and brought back', async ({
  page,
}) => {
  await page.goto('/log')
  const day = page.getByRole('table', { name: 'Minutes by day' }).getByRole('button').first()
  await day.click()
  await page.getByLabel('What you want to remember of this day').fill('Tired lips')
  await page.getByLabel('What you want to remember of this day').blur()
  const remembered = page.getByRole('region', { name: 'What is remembered' })
  await expect(remembered).toContainText(/\d+ runs a day or more after the last one: \d+ in a hundred/)
  await remembered.getByText('As a table').click()
  await expect(remembered.getByRole('table').getByRole('row').nth(1)).toBeVisible()
  const runs = loggedRuns(page)
  await page.getByRole('searchbox', { name: 'Search runs' }).fill('chord scales close')
  await expect(runs.nth(1)).toContainText('close')
  await runs.nth(1).getByRole('link').click()
  await expect(page.getByRole('heading', { name: 'chord scales, Breakwater' })).toBeVisible()
  await expect(page.getByText(/32 notes expected: \d+ wrong/)).toBeVisible()
  // What was asked is made again: all of it stands on the staff, with its verdicts.
  await expect(page.locator('[data-run-note]')).toHaveCount(32)
  await page.getByRole('button', { name: 'Play my take over the exercise' }).click()
  await expect.poll(() => hear(page)).toBeGreaterThan(0.002)
  const midi = page.waitForEvent('download')
  await page.getByRole('button', { name: 'MIDI' }).click()
  expect((await midi).suggestedFilename()).toBe('chord-scales-breakwater.mid')
  const words = page.getByLabel('What you want to remember of this run')
  await words.fill('Rushed the top of bar four')
  await words.blur()
  await page.getByRole('link', { name: 'Log' }).last().click()
  await expect(day).toHaveAccessibleName(/Tired lips/)
  await page.getByRole('searchbox', { name: 'Search runs' }).fill('rushed')
  await expect(runs).toHaveCount(2)
  await runs.nth(1).getByRole('link').click()
  await expect(words).toHaveValue('Rushed the top of bar four')
  await page.getByRole('button', { name: 'Delete' }).click()
  await expect(page.getByText('The run was deleted.')).toBeVisible()
  await page.getByRole('searchbox', { name: 'Search runs' }).fill('rushed')
  await expect(page.getByText('Nothing matches “rushed”.')).toBeVisible()
  await messages(page).getByRole('button', { name: 'Undo' }).click()
  await expect(runs.nth(1)).toContainText('Rushed')
  // Deleted again, it is brought back later from Setup.
  await runs.nth(1).getByRole('link').click()
  await page.getByRole('button', { name: 'Delete' }).click()
  await expect(messages(page)).toContainText('The run was deleted.')
  await page.goto('/setup')
  await page.getByText('1 run', { exact: true }).click()
  await page.getByRole('button', { name: /^Bring back: / }).click()
  await expect(messages(page)).toContainText('Back: ')
  await page.goto('/log')
  await page.getByRole('searchbox', { name: 'Search runs' }).fill('rushed')
  await expect(runs.nth(1)).toContainText('Rushed')
})

test('what is weak is told with its notes and trend, and practised with a tap; days have their minutes', async ({
  page,
}) => {
  await page.goto('/log')
  const weak = page.getByRole('region', { name: 'Weak places' })
  const first = weak.getByRole('listitem').first()
  await expect(first).toContainText(/ to .*\d+ notes/)
  const name = ((await first.locator('.font-head').textContent()) ?? '').split(' to ')
  expect(name[0]).not.toBe(name[1])
  await expect(first).toContainText(/\d+ of 100 right, average \d+/)
  await weak.getByRole('radio', { name: 'degrees' }).click()
  await expect(first).toContainText(/^the /)
  const days = page.getByRole('table', { name: 'Minutes by day' })
  await expect(days.getByRole('cell').filter({ hasText: /^\d+$/ }).first()).toBeVisible()
  await first.getByRole('link', { name: /^Practise the/ }).click()
  await expect(page).toHaveURL(/\/stage\/.*rung=/)
  await expect(page.getByRole('button', { name: /^Start/ })).toBeVisible()
})

test('the log is taken out as CSV: every run, every note', async ({ page }) => {
  await page.goto('/log')
  await page.getByRole('button', { name: 'Files' }).click()
  const downloaded = async (link: string) => {
    const download = page.waitForEvent('download')
    await page.getByRole('link', { name: link }).click()
    return readFileSync(await (await download).path(), 'utf8')
  }
  const runs = await downloaded('Runs, as CSV')
  expect(runs).toMatch(/^id,playedAt,tune,firstBar,lastBar,rung,key,tempo/)
  expect(runs.split('\r\n').length).toBeGreaterThan(200)
  expect(runs).toContain('Breakwater')
  const notes = await downloaded('Every note played, as CSV')
  expect(notes).toMatch(/^run,onsetMs,durationMs,midi,cents,velocity\r\nrun-demo-/)
})

test('a run in which nothing that was asked for was played opens, without a picture of its timing', async ({
  page,
}) => {
  await page.goto('/log')
  const { runs } = await (await page.request.get('/api/runs')).json()
  const {
    id: _id,
    wordsRevision: _revision,
    seconds: _seconds,
    words: _words,
    source: _source,
    ...run
  } = await (await page.request.get(`/api/runs/${runs[0].id}`)).json()
  const [note] = run.take.notes
  const take = { ...run.take, notes: [{ ...note, onsetMs: 400_000 }] }
  const answer = await page.request.put('/api/runs/run-beside-all', {
    headers: { Origin: new URL(page.url()).origin },
    data: { ...run, take },
  })
  expect(answer.ok(), await answer.text()).toBe(true)
  await page.goto('/log/run-beside-all')
  await expect(page.getByRole('img', { name: 'The notes on the staff, with their verdicts' })).toBeVisible()
  await expect(page.getByTestId('timing')).toHaveCount(0)
})
