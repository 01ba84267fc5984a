import { readFile } from 'node:fs/promises'
import type { Page } from '@playwright/test'
import { expect, test } from './app.ts'
import { labelsOf, loggedRuns, openPage, openSaved, saveAs, savedLine, writeLine } from './places.ts'

const unplug = (page: Page) =>
  page.route('**/api/**', (route) =>
    route.request().method() === 'PUT' ? route.abort('connectionrefused') : route.continue(),
  )

/** The page tries again by itself, too: the button may be gone before it is pressed. */
const tryNow = (page: Page) =>
  page
    .getByRole('button', { name: 'Try now' })
    .click({ timeout: 2000 })
    .catch(() => undefined)

test('without the server, a saved line waits in the browser, through a reload, and is stored when it is back', async ({
  page,
}) => {
  await openPage(page, 'line', '5-8')
  await writeLine(page)
  await unplug(page)
  await saveAs(page, 'Through the fog')
  await expect(page.getByRole('alert')).toContainText(
    'Can’t reach the server. 1 change waiting; nothing is lost',
  )
  const labels = await labelsOf(page)
  await page.reload()
  await expect(page.getByRole('alert')).toContainText('1 change waiting')
  await expect.poll(() => labelsOf(page)).toEqual(labels)
  await page.unroute('**/api/**')
  await tryNow(page)
  await expect(page.getByRole('alert')).toHaveCount(0)
  await openSaved(page)
  await expect(savedLine(page, 'Through the fog')).toBeVisible()
})

test('a run that ends while the server is unreachable is stored later', async ({ page }) => {
  await page.goto('/stage/tune-gannet-waltz?bars=1-1&rung=outline-up&tempo=180')
  await page.getByLabel('simulated player').check()
  await unplug(page)
  await page.getByRole('button', { name: /^Start/ }).click()
  await expect(page.getByRole('alert')).toContainText('1 change waiting')
  await expect(page.getByRole('status', { name: 'Result' })).toBeVisible()
  await page.unroute('**/api/**')
  await tryNow(page)
  await expect(page.getByRole('alert')).toHaveCount(0)
  await page.goto('/log')
  await expect(loggedRuns(page).nth(1)).toContainText('Gannet Waltz')
})

test('the second of two tabs on one line is warned, and nothing is overwritten', async ({
  page,
  context,
}) => {
  const open = async (tab: Page) => {
    await openPage(tab, 'line', '9-16')
    await openSaved(tab)
    await savedLine(tab, 'Back along the beach').click()
    await expect.poll(() => labelsOf(tab)).not.toEqual([])
  }
  const other = await context.newPage()
  await open(page)
  await open(other)
  await saveAs(page, 'From the first tab')
  await expect(savedLine(page, 'From the first tab')).toBeVisible()
  await saveAs(other, 'From the second tab')
  // The warning about the other tab may still be there.
  await expect(other.getByRole('alert').filter({ hasText: 'was not saved' }).first()).toContainText(
    '“From the second tab” was not saved: This was changed elsewhere in the meantime.',
  )
  await expect(savedLine(page, 'From the first tab')).toBeVisible()
  const discard = other.getByRole('button', { name: 'Discard' })
  await expect(async () => {
    if ((await discard.count()) > 0) await discard.first().click()
    await expect(other.getByRole('alert')).toHaveCount(0, { timeout: 1500 })
  }).toPass()
})

test('a wrong symbol in a new tune is marked with its position and a fix, and the text is kept', async ({
  page,
}) => {
  await page.goto('/tunes')
  await page.getByRole('link', { name: 'New tune' }).click()
  const area = page.getByRole('textbox', { name: /The chart as text, at concert pitch/ })
  await area.fill('title: Weir\nkey: G major\n\n| Am7 | D7q9 | Gmaj7 |')
  await expect(page.getByRole('button', { name: 'Line 4, column 11' })).toBeVisible()
  await expect(page.getByText('Can’t read “q9” in “D7q9”.')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Save this tune' })).toBeDisabled()
  await page.reload()
  await expect(area).toContainText('D7q9')
  await page
    .getByRole('button', { name: /^Change to D/ })
    .first()
    .click()
  await expect(page.getByText(/3 bars, 3 chords/)).toBeVisible()
  await page.getByRole('button', { name: 'Save this tune' }).click()
  await expect(page.getByRole('link', { name: /Weir/ })).toBeVisible()
})

test('without sound the page works and reports it', async ({ page }) => {
  await page.route('**/sound/**', (route) => route.abort())
  await openPage(page, 'line')
  await writeLine(page)
  await page.getByRole('button', { name: 'Play' }).click()
  await expect(page.getByText('The sound couldn’t start')).toBeVisible()
  await page.getByRole('button', { name: 'Another' }).click()
  await expect.poll(() => labelsOf(page).then(({ length }) => length)).toBeGreaterThan(10)
})

test('a missing tune and a missing page link to the tunes', async ({ page }) => {
  await page.goto('/tunes/tune-nowhere/map')
  await expect(page.getByRole('alert')).toContainText('Tune not found.')
  await page.goto('/elsewhere')
  await expect(page.getByRole('heading', { name: 'Page not found' })).toBeVisible()
})

test('a saved line is changed after a reload, and after it was opened again: it stays its owner’s', async ({
  page,
}) => {
  await openPage(page, 'line', '1-2')
  await writeLine(page)
  await saveAs(page, 'Mine all along')
  await expect(savedLine(page, 'Mine all along')).toBeVisible()
  const stored = async () => {
    const lines = (await (await page.request.get('/api/lines')).json()) as {
      title: string
      revision: number
    }[]
    return lines.find(({ title }) => title === 'Mine all along')?.revision ?? 0
  }
  const change = async () => {
    const before = await stored()
    await page.locator('[data-note]').first().focus()
    await page.keyboard.press('Alt+ArrowUp')
    await expect.poll(stored).toBeGreaterThan(before)
    await expect(page.getByRole('alert')).toHaveCount(0)
  }
  await change()
  await page.reload()
  await expect(page.locator('[data-note]').first()).toBeVisible()
  await change()
  await openSaved(page)
  await savedLine(page, 'Mine all along').click()
  await change()
})

for (const [what, breakStore] of [
  ['denied', () => Object.defineProperty(globalThis, 'indexedDB', { value: undefined })],
  [
    'full',
    () => {
      IDBObjectStore.prototype.put = () => {
        throw new DOMException('full', 'QuotaExceededError')
      }
    },
  ],
] as const)
  test(`with the browser’s store ${what}, lines are composed and reach the server, and the player is told`, async ({
    page,
  }) => {
    await page.addInitScript(breakStore)
    await openPage(page, 'line', '3-4')
    await writeLine(page)
    await expect(page.getByRole('alert')).toContainText('This browser can’t keep what you write or play')
    await saveAs(page, `Without a store, ${what}`)
    await expect(savedLine(page, `Without a store, ${what}`)).toBeVisible()
  })

test('of two browsers on one line, what the server refuses is shown beside the other version and saved as a new line', async ({
  page,
  browser,
  baseURL,
}) => {
  await openPage(page, 'line', '13-16')
  await writeLine(page)
  await saveAs(page, 'Two minds')
  await expect(savedLine(page, 'Two minds')).toBeVisible()
  const second = await browser.newContext({ baseURL: baseURL! })
  const other = await second.newPage()
  await openPage(other, 'line', '13-16')
  await openSaved(other)
  await savedLine(other, 'Two minds').click()
  const title = (tab: Page) => tab.getByLabel('Title of the line')
  await title(page).fill('Two minds, early')
  await expect(savedLine(page, 'Two minds, early')).toBeVisible()
  await title(other).fill('Two minds, late')
  const refused = other.getByRole('alert')
  await expect(refused.getByRole('region', { name: 'Saved' })).toContainText('title: Two minds, early')
  await expect(refused.getByRole('region', { name: 'Yours' }).locator('mark')).toHaveText(
    'title: Two minds, late',
  )
  await other.getByRole('button', { name: 'Save mine as a new one' }).click()
  await expect(savedLine(other, 'Two minds, late \\(my version\\)')).toBeVisible()
  await expect(other.getByRole('alert')).toHaveCount(0)
  await expect(savedLine(other, 'Two minds, early')).toBeVisible()
  await second.close()
})

test('two tabs change one chart: each keeps its draft, and the later one is asked, with both charts side by side', async ({
  page,
  context,
}) => {
  const chart = (tab: Page) => tab.getByRole('textbox', { name: /The chart as text, at concert pitch/ })
  const text = (bars: string) => `title: Salt Stairs\nkey: C major\n\n| ${bars} |\n`
  const other = await context.newPage()
  for (const tab of [page, other]) await openPage(tab, 'changes', '1-4', 'tune-salt-stairs')
  await chart(page).fill(text('Dm7 | G7 | Cmaj7 | %'))
  await chart(other).fill(text('Em7 | A7 | Dmaj7 | %'))
  for (const tab of [page, other])
    await expect(tab.getByText('Unsaved draft, safe on this computer.')).toBeVisible()
  await other.reload()
  await expect(chart(other)).toContainText('| Em7 | A7 | Dmaj7 | % |')
  await page.getByRole('button', { name: 'Save changes' }).click()
  await expect(page.getByText('Saved.', { exact: true })).toBeVisible()
  await expect(chart(other)).toContainText('| Em7 | A7 | Dmaj7 | % |')
  await other.getByRole('button', { name: 'Save changes' }).click()
  const refused = other.getByRole('alert')
  await expect(refused.getByRole('region', { name: 'Saved' }).locator('mark')).toHaveText(
    '| Dm7 | G7 | Cmaj7 | % |',
  )
  await expect(refused.getByRole('region', { name: 'Yours' }).locator('mark')).toHaveText(
    '| Em7 | A7 | Dmaj7 | % |',
  )
  await refused.getByRole('button', { name: 'Save mine over it' }).click()
  await expect(other.getByRole('alert')).toHaveCount(0)
  await expect(chart(page)).toContainText('| Em7 | A7 | Dmaj7 | % |')
})

test('a damaged draft shows a page from which the drafts are taken out, the draft deleted, and work goes on', async ({
  page,
}) => {
  await openPage(page, 'line', '1-4')
  await expect(page.getByRole('button', { name: 'Write a line' })).toBeVisible()
  await page.evaluate(
    () =>
      new Promise<void>((done) => {
        const opening = indexedDB.open('eager-contour')
        opening.onsuccess = () => {
          const change = opening.result.transaction('drafts', 'readwrite')
          const line = {
            notes: [{ start: 0 }, undefined],
            stretch: { from: 0, to: 3 },
            title: '',
            revision: 0,
          }
          change.objectStore('drafts').put(line, 'line tune-breakwater')
          change.oncomplete = () => done()
        }
      }),
  )
  await page.reload()
  await expect(page.getByRole('heading', { name: 'This page can’t be shown' })).toBeVisible()
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save my drafts as a file' }).click()
  const file = await readFile((await (await download).path())!, 'utf8')
  expect(JSON.parse(file).drafts['line tune-breakwater']).toMatchObject({ revision: 0 })
  await page.getByRole('button', { name: 'Delete this tune’s draft and reload' }).click()
  await expect(page.getByRole('button', { name: 'Write a line' })).toBeVisible()
  await writeLine(page)
})
