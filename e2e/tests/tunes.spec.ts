import { expect, test } from './app.ts'
import { messages, openPage, violations } from './places.ts'

test('tunes are named, tagged, searched by tag, duplicated, deleted several at once, and brought back', async ({
  page,
}) => {
  await page.goto('/tunes')
  const table = page.getByRole('table', { name: 'Tunes' })
  const rows = table.getByRole('row')
  const tune = (title: string) => table.getByRole('link', { name: title, exact: false })
  await expect(tune('Breakwater')).toBeVisible()
  const all = await rows.count()
  const chosen = page.getByRole('toolbar', { name: 'Chosen tunes' })

  await page.getByLabel('Choose Breakwater').check()
  await chosen.getByRole('button', { name: 'Name and tags' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Breakwater at Night')
  await page.getByLabel('Tags, with commas between').fill('for Friday, opener')
  expect(await violations(page)).toEqual([])
  await page.getByRole('button', { name: 'Keep' }).click()
  await expect(tune('Breakwater at Night')).toContainText('for Friday, opener')
  await page.getByRole('searchbox', { name: 'Search tunes' }).fill('opener')
  await expect(rows).toHaveCount(2)
  await page.getByRole('searchbox', { name: 'Search tunes' }).fill('')

  await page.getByLabel('Choose Cold Quay').check()
  await chosen.getByRole('button', { name: 'Duplicate' }).click()
  await expect(tune('Cold Quay, a copy')).toBeVisible()

  // Deleted by mistake, and brought back at once; then for good, and out of the bin after a reload.
  await page.getByLabel('Choose Cold Quay, a copy').check()
  await page.getByLabel('Choose Gannet Waltz').check()
  await expect(chosen).toContainText('2 tunes chosen')
  await chosen.getByRole('button', { name: 'Delete' }).click()
  await expect(messages(page)).toContainText(/Deleted: .*Gannet Waltz/)
  await expect(rows).toHaveCount(all - 1)
  await messages(page).getByRole('button', { name: 'Undo' }).click()
  await expect(tune('Gannet Waltz')).toBeVisible()
  await page.getByLabel('Choose Gannet Waltz').check()
  await chosen.getByRole('button', { name: 'Delete' }).click()
  await expect(tune('Gannet Waltz')).toHaveCount(0)
  await page.reload()
  await page.getByText('Bin: 1 tune').click()
  await expect(page.getByRole('list', { name: 'Deleted tunes' })).toContainText('deleted today')
  expect(await violations(page)).toEqual([])
  await page.getByRole('button', { name: 'Bring back: Gannet Waltz' }).click()
  await expect(tune('Gannet Waltz')).toBeVisible()
})

test('the chart is printed for several parts in one go, and the map with scales and guide tones', async ({
  page,
}) => {
  await openPage(page, 'changes', '1-4', 'tune-lamplighters-round')
  const toPaper = () => page.evaluate(() => dispatchEvent(new Event('beforeprint')))
  await page.getByRole('button', { name: 'Files' }).click()
  await page.getByLabel('E♭ instruments').check()
  await page.keyboard.press('Escape')
  await toPaper()
  await page.emulateMedia({ media: 'print' })
  const sheets = page.getByTestId('chart-sheet')
  await expect(sheets).toHaveCount(2)
  // A blues in F, and a whole tone and a fifth higher for an alto: in D (common practice, no source).
  await expect(sheets.nth(0)).toContainText('F major · 126 bpm, swing · concert pitch')
  await expect(sheets.nth(1)).toContainText('D major · 126 bpm, swing · for E♭ instruments')
  await expect(sheets.nth(1).getByTestId('chart-row').first()).toContainText(/D7.*G7.*D7.*Am7.*D7/)
  await expect(page.getByRole('button', { name: 'Save changes' })).toBeHidden()
  const { height } = (await sheets.nth(0).boundingBox())!
  expect(height).toBeLessThan(1000)
  await page.emulateMedia({ media: null })

  await openPage(page, 'map', '1-4', 'tune-lamplighters-round')
  await toPaper()
  await page.emulateMedia({ media: 'print' })
  // The flugelhorn reads the blues in G: the 3 and the ♭7 of G7 are B and F (common practice, no source).
  await expect(sheets.getByTestId('chart-row').first()).toContainText(/G7\s*I7 G Mixolydian.*guide tones B F/)
})
