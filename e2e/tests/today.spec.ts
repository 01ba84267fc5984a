import type { Page } from '@playwright/test'
import { expect, test } from './app.ts'
import { violations } from './places.ts'

const blocks = (page: Page) => page.getByRole('list', { name: 'Blocks' }).getByRole('listitem')
const sentence = (page: Page) => page.getByRole('region', { name: 'The session' }).getByRole('status')
const result = (page: Page) => page.getByRole('status', { name: 'Result' })

test('Today stands first: a session planned from the log, its blocks skipped, put off, made longer', async ({
  page,
}) => {
  await page.goto('/')
  await expect(page.getByRole('heading', { name: 'Today', exact: true })).toBeVisible()
  await expect(sentence(page)).toHaveText(
    /^\d+ minutes: a warm-up, \d+ to bring back, \d+ not solid yet, 1 new, then play\.$/,
  )
  expect(await violations(page)).toEqual([])
  const minutes = async () =>
    (await blocks(page).allTextContents()).reduce((sum, text) => sum + Number(/^(\d+) min/.exec(text)![1]), 0)
  expect(await minutes()).toBeLessThanOrEqual(30)
  const names = async () => (await blocks(page).allTextContents()).join('\n')
  const first = await names()
  await page.getByLabel('Length of the session').selectOption('10 minutes')
  await expect(sentence(page)).not.toContainText('warm-up')
  expect(await minutes()).toBeLessThanOrEqual(10)
  await page.getByLabel('Length of the session').selectOption('30 minutes')
  await expect.poll(names).toBe(first)
  await blocks(page)
    .first()
    .getByRole('button', { name: /^Later:/ })
    .click()
  await expect.poll(names).not.toBe(first)
  await blocks(page)
    .first()
    .getByRole('button', { name: /^Skip:/ })
    .click()
  await expect(blocks(page).first()).toContainText('skipped')
  // By keys: the first block that waits goes down by one.
  const before = await names()
  await blocks(page)
    .nth(1)
    .getByRole('button', { name: /^Move:/ })
    .focus()
  const said = page.getByRole('status').filter({ hasText: /picked up|is over|dropped/ })
  await page.keyboard.press('Space')
  await expect(said).toHaveText(/number 2 is over .*, number 2\.$/)
  await page.keyboard.press('ArrowDown')
  await expect(said).toHaveText(/number 2 is over .*, number 3\.$/)
  await page.keyboard.press('Space')
  await expect.poll(names).not.toBe(before)
  const kept = await names()
  await page.reload()
  await expect.poll(names).toBe(kept)
})

test('the session is played block after block by pedal, goes on after a reload, and ends', async ({
  page,
}) => {
  await page.goto('/today')
  await page.getByLabel('Length of the session').selectOption('10 minutes')
  const count = await blocks(page).count()
  // All but two are skipped, to have a short one.
  for (let at = 2; at < count; at += 1)
    await blocks(page)
      .nth(at)
      .getByRole('button', { name: /^Skip:/ })
      .click()
  await page.keyboard.press('PageDown')
  await expect(page).toHaveURL(/\/stage\/.*block=/)
  const first = page.url()
  await page.getByLabel('simulated player').check()
  await page.getByLabel('wrong notes %').fill('0')
  await page.getByLabel('wrong notes %').blur()
  await page.keyboard.press('PageDown')
  await expect(result(page)).toContainText('move on', { timeout: 90_000 })
  await expect(page.getByText('Next in today’s session:')).toBeVisible()
  // Interrupted here: Today knows what is done, and goes on with the next.
  await page.goto('/today')
  await expect(blocks(page).first()).toContainText('done')
  await page.getByRole('button', { name: /^Go on/ }).click()
  await expect(page).toHaveURL(/block=/)
  expect(page.url()).not.toBe(first)
  await page.goto('/today')
  await blocks(page)
    .nth(1)
    .getByRole('button', { name: /^Skip:/ })
    .click()
  await expect(sentence(page)).toHaveText('Done for today.')
  // What was skipped can be brought back.
  await blocks(page)
    .nth(1)
    .getByRole('button', { name: /^Bring back:/ })
    .click()
  await expect(sentence(page)).toContainText('minute')
})
