import { expect, test } from './app.ts'
import { terrainNotes, violations } from './places.ts'

test('a first round leads from four bars to a graded run; the demo is removed and brought back', async ({
  page,
}) => {
  await page.request.put('/api/settings', {
    data: { revision: 0, edit: 'edit-newcomer', welcomed: false },
  })
  await page.goto('/today')
  const welcome = page.getByRole('region', { name: 'What do you play?' })
  const blocks = page.getByRole('list', { name: 'Blocks' })
  const plays = welcome.getByLabel('Everything is shown as it reads')
  // Long tones are for those who blow: the session is planned again.
  await plays.selectOption('guitar')
  await expect(blocks).not.toContainText('Long tones')
  await plays.selectOption('alto-sax')
  await expect(blocks).toContainText('Long tones')
  expect(await violations(page)).toEqual([])
  await welcome.getByRole('button', { name: 'One round, three minutes' }).click()
  const round = page.getByRole('complementary', { name: 'First round' })
  await expect(round).toContainText('1 of 4. What the chords do.')
  await expect(page.getByRole('region', { name: 'Map of the stretch' })).toBeVisible()
  await expect(page.getByText('for alto sax')).toBeVisible()
  await round.getByRole('button', { name: 'Next: a line over them' }).click()
  await page.getByRole('button', { name: 'Write a line' }).click()
  await expect(terrainNotes(page).first()).toBeVisible()
  await round.getByRole('button', { name: 'Next: you play' }).click()
  await expect(round).toContainText('3 of 4. You play.')
  expect(await violations(page)).toEqual([])
  await page.getByLabel('simulated player').check()
  await page.getByRole('button', { name: /^Start/ }).click()
  await expect(page.getByRole('status', { name: 'Result' })).toBeVisible({ timeout: 60_000 })
  await round.getByRole('button', { name: 'Next: what comes next' }).click()
  await expect(page.getByRole('heading', { name: 'Today' })).toBeVisible()
  await expect(welcome).toHaveCount(0)
  await round.getByRole('button', { name: 'Done' }).click()
  await expect(round).toHaveCount(0)

  // Once more, from the help, and left.
  await page.keyboard.press('?')
  await page.getByRole('button', { name: 'Take the first round' }).click()
  await round.getByRole('button', { name: 'Leave' }).click()
  await expect(round).toHaveCount(0)

  await page.goto('/setup')
  await page.getByRole('button', { name: 'Remove the demo' }).click()
  await expect(page.getByRole('button', { name: 'Bring the demo back' })).toBeVisible()
  await page.getByRole('link', { name: 'Today', exact: true }).click()
  await expect(page.getByText('No tune to practise yet.')).toBeVisible()
  await page.getByRole('link', { name: 'Setup', exact: true }).click()
  await page.getByRole('button', { name: 'Bring the demo back' }).click()
  await expect(page.getByRole('button', { name: 'Remove the demo' })).toBeVisible()
  await page.getByRole('link', { name: 'Tunes', exact: true }).click()
  await expect(page.getByRole('link', { name: 'Breakwater' })).toBeVisible()
})

test('a newcomer can start with nothing: nothing of the demo is planned any more', async ({ page }) => {
  await page.request.put('/api/settings', {
    data: { revision: 0, edit: 'edit-newcomer-2', welcomed: false },
  })
  await page.goto('/today')
  await expect(page.getByRole('list', { name: 'Blocks' })).toBeVisible()
  await page.getByRole('button', { name: 'Start with nothing' }).click()
  await expect(page.getByText('No tune to practise yet.')).toBeVisible()
  await page.getByRole('button', { name: 'Write a tune of mine' }).click()
  await expect(page.getByRole('heading', { name: 'New tune' })).toBeVisible()
})
