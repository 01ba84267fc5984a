import { expect, test } from './app.ts'
import { hear, openPage, violations, writeLine } from './places.ts'

test('a few letters find a place, a tune, a rung or a phrase, by keys alone; each page has its own title', async ({
  page,
}) => {
  await page.goto('/today')
  await expect(page).toHaveTitle('Today · Eager Contour')
  await page.keyboard.press('Control+k')
  const find = page.getByRole('combobox', { name: 'Go to' })
  await expect(find).toBeFocused()
  expect(await violations(page)).toEqual([])
  await page.keyboard.type('gannet line')
  await expect(page.getByRole('option')).toHaveCount(1)
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/tune-gannet-waltz\/line/)
  await expect(page).toHaveTitle('Gannet Waltz, Line · Eager Contour')
  // The heading has the focus: it is read out, and Tab goes on from there.
  await expect(page.getByRole('heading', { name: 'Gannet Waltz' })).toBeFocused()
  await page.keyboard.press('Control+k')
  await expect(find).toBeFocused()
  await page.keyboard.type('guide tones rung')
  await expect(page.getByRole('option').first()).toContainText('over Gannet Waltz')
  await page.keyboard.press('Enter')
  await expect(page).toHaveURL(/\/stage\/tune-gannet-waltz.*rung=guide-tones/)
  await expect(page).toHaveTitle('guide tones, Gannet Waltz · Eager Contour')
  await page.goto('/log')
  await page.getByRole('button', { name: 'Find' }).click()
  await expect(find).toBeFocused()
  await page.keyboard.type('over the wall')
  await page.getByRole('option', { name: 'Over the wall, two bars' }).click()
  await expect(page).toHaveURL(/\/vocabulary\/phrase-demo-1/)
  await expect(page).toHaveTitle('Vocabulary · Eager Contour')
  await page.keyboard.press('Control+k')
  await expect(find).toBeFocused()
  await page.keyboard.type('nothing like it')
  await expect(page.getByText('Nothing has “nothing like it” in its name.')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(find).toHaveCount(0)
})

test('Space presses the control that has the focus, and plays where none has', async ({ page }) => {
  await openPage(page, 'line', '1-2')
  await writeLine(page)
  const play = page.getByRole('button', { name: 'Play', exact: true })
  await page.getByRole('button', { name: 'Files', exact: true }).focus()
  await page.keyboard.press('Space')
  await expect(page.getByRole('menu')).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(play).toBeVisible()
  await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur())
  await page.keyboard.press('Space')
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible()
  await page.keyboard.press('Space')
  await expect(play).toBeVisible()
})

/** Every page on which nothing sounds of itself, and what is to be heard there. */
const SILENT_PAGES = [
  '/today',
  '/tunes',
  '/log',
  '/setup',
  '/tunes/tune-breakwater/changes',
  '/tunes/tune-breakwater/drills?bars=1-4',
  '/vocabulary',
]

test('from every page Space sounds, and Ctrl+K with Enter is on the stage', async ({ page }) => {
  test.slow()
  for (const address of SILENT_PAGES) {
    await page.goto(address)
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
    await page.waitForLoadState('networkidle')
    // What these two hear is drawn after the page.
    if (/drills|vocabulary/.test(address))
      await expect(page.getByRole('button', { name: 'Hear it' }).first()).toBeVisible()
    await page.keyboard.press('Space')
    await expect
      .poll(() => hear(page).catch(() => 0), { message: address, timeout: 15_000 })
      .toBeGreaterThan(0.01)
    await page.keyboard.press('Space')
    await page.keyboard.press('Control+k')
    await expect(page.getByRole('option').first()).toContainText('Begin: ')
    await page.keyboard.press('Enter')
    await expect(page).toHaveURL(/\/stage\//)
    await expect(page.getByRole('button', { name: /^Start/ })).toBeVisible()
  }
})

test('what can be done from anywhere is found: the look, the help, a new phrase', async ({ page }) => {
  await page.goto('/log')
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  const act = async (words: string) => {
    await page.keyboard.press('Control+k')
    await expect(page.getByRole('combobox', { name: 'Go to' })).toBeFocused()
    await page.keyboard.type(words)
    await page.keyboard.press('Enter')
  }
  await act('night look')
  await expect(page.locator('html')).toHaveAttribute('data-look', 'night')
  await act('day look')
  await expect(page.locator('html')).toHaveAttribute('data-look', 'day')
  await act('open help')
  await expect(page.getByRole('dialog').getByRole('heading', { name: 'Keys' })).toBeVisible()
  await page.keyboard.press('Escape')
  await act('new phrase')
  await expect(page).toHaveURL(/vocabulary\/new/)
})

test('the band from anywhere: it says which tune it plays, goes on over other pages, and is put off', async ({
  page,
}) => {
  await page.goto('/tunes')
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible()
  await page.waitForLoadState('networkidle')
  await page.keyboard.press('Space')
  const band = page.getByRole('region', { name: 'The band' })
  await expect(band.getByRole('button', { name: 'Stop' })).toBeInViewport()
  await expect(band.getByText('Breakwater, the band alone')).toBeVisible()
  await expect(band.getByLabel('Beats per minute')).toHaveText('138')
  await page.getByRole('link', { name: 'Log', exact: true }).click()
  await expect(band.getByRole('button', { name: 'Stop' })).toBeVisible()
  // Another page's own sound ends it: it doesn't start again on the way back.
  await page.goto('/tunes/tune-breakwater/changes')
  await expect(page.getByRole('group', { name: /The form, bar by bar/ })).toBeVisible()
  await page.keyboard.press('Space')
  await expect(band.getByRole('button', { name: 'Stop' })).toBeInViewport()
  // Both feet are seen.
  const [own, other] = [
    await page.getByRole('button', { name: 'Revert' }).boundingBox(),
    await band.boundingBox(),
  ]
  expect(own!.y + own!.height).toBeLessThanOrEqual(other!.y)
  const places = page.getByRole('navigation', { name: 'Pages of this tune' })
  await places.getByRole('link', { name: 'Map' }).click()
  await expect(band).toHaveCount(0)
  await places.getByRole('link', { name: 'Changes' }).click()
  await expect(page.getByRole('group', { name: /The form, bar by bar/ })).toBeVisible()
  await expect(band).toHaveCount(0)
  await page.getByRole('link', { name: 'Log', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Log', level: 1 })).toBeFocused()
  await page.keyboard.press('Space')
  await band.getByRole('button', { name: 'Close' }).click()
  await expect(band).toHaveCount(0)
  expect(await hear(page)).toBeLessThan(0.01)
})
