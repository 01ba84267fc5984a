import { expect, test } from './app.ts'

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

  await page.getByRole('button', { name: 'tempo' }).click()
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
