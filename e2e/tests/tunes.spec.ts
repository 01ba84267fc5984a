import { expect, test } from './app.ts'
import { violations } from './places.ts'

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
  await expect(page.getByRole('status').filter({ hasText: 'Deleted: ' })).toContainText('Gannet Waltz')
  await expect(rows).toHaveCount(all - 1)
  await page.getByRole('button', { name: 'Undo' }).click()
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
