import { readFileSync } from 'node:fs'
import { expect, test } from './app.ts'
import { loggedRuns, violations } from './places.ts'

test('the library is saved as a file; what is missing is brought back from it; a wrong file changes nothing', async ({
  page,
}) => {
  await page.goto('/setup')
  const library = page.getByRole('region', { name: 'Library' })
  const download = page.waitForEvent('download')
  await library.getByRole('link', { name: 'Save the library' }).click()
  const file = await download
  expect(file.suggestedFilename()).toMatch(/^eager-contour-library-\d{4}-\d\d-\d\d\.zip$/)
  const bytes = readFileSync(await file.path())
  const add = async (name: string, buffer: Buffer) =>
    library.getByLabel('A library').setInputFiles({ name, mimeType: 'application/zip', buffer })
  await add('mine.zip', bytes)
  await expect(library.getByRole('status')).toHaveText('All of it was there already.', { timeout: 60_000 })
  await add('holiday.zip', Buffer.from('a picture of a harbour'))
  await expect(library.getByRole('status')).toHaveText(/^holiday\.zip: It is no .* Nothing was changed\.$/)
  expect(await violations(page)).toEqual([])
  await page.goto('/log')
  await expect(loggedRuns(page).nth(1)).toBeVisible()
})
