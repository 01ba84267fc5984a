import type { Locator, Page } from '@playwright/test'
import { expect, test } from './app.ts'
import { hear, labelsOf, openPage, positionOf, terrainNotes } from './places.ts'

const MOST_TABS = 300

/** How many stops of the Tab key are between the element that has the keys and a wanted one, roughly. */
const stopsBetween = (wanted: Locator): Promise<number> =>
  wanted.evaluate((element) => {
    const stops = [
      ...document.querySelectorAll<HTMLElement>('a[href], button, input, select, textarea, [tabindex]'),
    ].filter((one) => one.tabIndex >= 0 && !one.matches(':disabled') && one.getClientRects().length > 0)
    const places = [document.activeElement, element].map((one) => stops.indexOf(one as HTMLElement))
    return places.includes(-1) ? 0 : Math.abs(places[1]! - places[0]!)
  })

/** Goes on with Tab (or back with Shift+Tab) until an element has the keys: quickly at first, then stop by stop. */
const tabTo = async (page: Page, wanted: Locator, key: 'Tab' | 'Shift+Tab' = 'Tab'): Promise<void> => {
  await expect(wanted).toBeVisible()
  const sure = Math.floor((await stopsBetween(wanted)) / 2)
  for (let press = 0; press < sure; press += 1) await page.keyboard.press(key)
  for (let press = 0; press < MOST_TABS; press += 1) {
    if (await wanted.evaluate((element) => element === document.activeElement)) return
    await page.keyboard.press(key)
  }
  throw new Error(`no way to ${wanted} with the keys`)
}
const pressOn = async (page: Page, wanted: Locator, key = 'Enter', way?: 'Tab' | 'Shift+Tab') => {
  await tabTo(page, wanted, way)
  await page.keyboard.press(key)
}
/** To a note of the line: the one that was looked at last by Tab, from there with the arrows. */
const toNote = async (page: Page, index: number, key?: 'Tab' | 'Shift+Tab') => {
  await tabTo(page, page.locator('[data-note][tabindex="0"]'), key)
  const at = Number(await page.locator('[data-note]:focus').getAttribute('data-note'))
  for (let step = 0; step < Math.abs(index - at); step += 1)
    await page.keyboard.press(index > at ? 'ArrowRight' : 'ArrowLeft')
  await expect(terrainNotes(page).nth(index)).toBeFocused()
}
const settled = (page: Page) => expect(page.getByText('Composing …')).toBeHidden()
/** What each note is: its name and its degree. */
const notesOf = async (page: Page): Promise<readonly string[]> =>
  (await labelsOf(page)).map((label) => label.split(', ').slice(0, 4).join(', '))

test.beforeEach(async ({ page }) => {
  test.slow()
  // A hand on the mouse would be told.
  await page.addInitScript(() => {
    const touched: string[] = []
    Object.assign(globalThis, { touched })
    addEventListener('pointerdown', ({ target }) => touched.push(String(target)), true)
  })
})
test.afterEach(async ({ page }) => {
  expect(await page.evaluate(() => (globalThis as unknown as { touched: string[] }).touched)).toEqual([])
})

test('keyboard only: bars chosen, a line written, its notes changed, locked, fixed and saved', async ({
  page,
}) => {
  await openPage(page, 'line', '1-4')
  const button = (name: string | RegExp) => page.getByRole('button', { name, exact: true })
  await tabTo(page, page.getByRole('listbox', { name: /Form/ }))
  await page.keyboard.press('Shift+ArrowLeft')
  await expect(page).toHaveURL(/bars=1-3/)
  await page.keyboard.press('Shift+ArrowRight')
  await expect(page).toHaveURL(/bars=1-4/)
  await pressOn(page, button('Write a line'))
  await expect(terrainNotes(page).first()).toBeVisible()
  await settled(page)

  // Notes: from one to the next, several, moved by a scale note, back, an octave, split, joined.
  const written = await notesOf(page)
  // One that is no part of a triplet, which can't be split.
  const labels = await labelsOf(page)
  const isPlain = (at: number) => !/between/.test(labels[at]!) && !/between/.test(labels[at + 1] ?? '')
  const plain = labels.findIndex((_, at) => isPlain(at) && isPlain(at + 1))
  await toNote(page, plain)
  await page.keyboard.press('ArrowRight')
  await expect(terrainNotes(page).nth(plain + 1)).toBeFocused()
  await page.keyboard.press('Shift+ArrowRight')
  await expect(page.locator('[data-note][aria-pressed=true]')).toHaveCount(2)
  await page.keyboard.press('Alt+ArrowUp')
  await expect.poll(() => notesOf(page)).not.toEqual(written)
  await page.keyboard.press('z')
  await expect.poll(() => notesOf(page)).toEqual(written)
  await page.keyboard.press('Shift+z')
  await expect.poll(() => notesOf(page)).not.toEqual(written)
  await page.keyboard.press('z')
  await expect.poll(() => notesOf(page)).toEqual(written)
  await page.keyboard.press('ArrowLeft')
  await page.keyboard.press('s')
  await expect(terrainNotes(page)).toHaveCount(written.length + 1)
  await page.keyboard.press('j')
  await expect(terrainNotes(page)).toHaveCount(written.length)
  await page.keyboard.press('Delete')
  await expect(terrainNotes(page)).toHaveCount(written.length - 1)
  for (let press = 0; press < 3; press += 1) await page.keyboard.press('z')
  await expect.poll(() => notesOf(page)).toEqual(written)
  await page.keyboard.press('x')
  await expect(page.locator('[data-note][aria-label$=", locked"]')).toHaveCount(1)
  await page.keyboard.press('x')
  await expect(page.locator('[data-note][aria-label$=", locked"]')).toHaveCount(0)

  // Another figure from the list, and a phrase of two notes.
  const about = page.getByRole('complementary', { name: 'About the line' })
  const figures = about.getByText(/^Other figures to/)
  await toNote(page, 1, 'Shift+Tab')
  // The first note from there on that a figure leads from.
  for (let at = 2; at < labels.length && !(await figures.isVisible()); at += 1)
    await page.keyboard.press('ArrowRight')
  await pressOn(page, figures)
  const ways = about.getByRole('list').first().getByRole('button')
  await pressOn(page, ways.last())
  await expect.poll(() => notesOf(page)).not.toEqual(written)
  await toNote(page, 0, 'Shift+Tab')
  await page.keyboard.press('Shift+ArrowRight')
  await pressOn(page, about.getByText(/^Edit 2 notes/))
  await pressOn(page, page.getByRole('button', { name: 'Save as a phrase' }))

  // A note far out of place, and the fix that the review offers.
  const second = (await labelsOf(page)).findIndex((label) => label.startsWith('bar 2,'))
  await toNote(page, second, 'Shift+Tab')
  for (let press = 0; press < 4; press += 1) await page.keyboard.press('Alt+PageDown')
  const review = page.getByTestId('review')
  await expect(review).toContainText(/too low for the instrument|A leap of/)
  // Notes an octave apart have one name: the review tells whether the note came back.
  const low = await review.textContent()
  await pressOn(page, review.getByRole('button', { name: 'Try a fix' }).first())
  await expect(page.getByTestId('outline').first()).toBeVisible()
  await pressOn(page, button('Accept'))
  await expect.poll(() => review.textContent()).not.toEqual(low)

  // Kept under a name, with the phrase.
  await tabTo(page, page.getByRole('tab', { name: 'Notes' }), 'Shift+Tab')
  await page.keyboard.press('ArrowRight')
  // The demo has one of its own.
  await expect(page.getByRole('region', { name: 'Phrases' }).getByRole('listitem')).toHaveCount(2)
  await tabTo(page, page.getByLabel('Title of the line'))
  await page.keyboard.press('Control+a')
  await page.keyboard.type('With no mouse')
  await pressOn(page, button('Save'))
  await expect(
    page.getByRole('region', { name: 'Saved lines' }).getByRole('button', { name: /^With no mouse/ }),
  ).toBeVisible()
  await pressOn(page, page.getByRole('button', { name: /^Delete: \d+ notes from/ }), 'Enter', 'Shift+Tab')
  await expect(page.getByRole('region', { name: 'Phrases' }).getByRole('listitem')).toHaveCount(1)
})

test('keyboard only: brief changed, contour bent, eight lines compared, popovers opened and closed', async ({
  page,
}) => {
  await openPage(page, 'line', '1-4')
  const button = (name: string | RegExp) => page.getByRole('button', { name, exact: true })
  await pressOn(page, button('Write a line'))
  await settled(page)
  const written = await notesOf(page)
  const enclosures = page.getByRole('slider', { name: 'Enclosures' })
  await tabTo(page, enclosures, 'Shift+Tab')
  const often = Number(await enclosures.getAttribute('aria-valuenow'))
  await page.keyboard.press('ArrowRight')
  await expect(enclosures).toHaveAttribute('aria-valuenow', String(often + 1))
  await settled(page)

  await pressOn(page, button('Draw the contour'), 'Enter', 'Shift+Tab')
  const point = page.getByRole('slider', { name: 'Contour, bar 1, beat 1', exact: true })
  await tabTo(page, point)
  const height = Number(await point.getAttribute('aria-valuenow'))
  await page.keyboard.press('PageUp')
  await expect(point).toHaveAttribute('aria-valuenow', String(height + 12))
  await expect.poll(() => notesOf(page)).not.toEqual(written)
  await pressOn(page, button('Done drawing'), 'Enter', 'Shift+Tab')
  await pressOn(page, button('Clear the contour'))
  await settled(page)

  await pressOn(page, button('Show eight'))
  const beside = page.getByRole('region', { name: 'Alternatives' })
  await expect(beside.getByRole('button', { name: /^Line \d/ })).toHaveCount(8)
  await pressOn(page, beside.getByRole('button', { name: /^Line 2/ }), 'Enter', 'Shift+Tab')
  await expect(beside.getByRole('button', { name: /^Line 2/ })).toHaveAttribute('aria-pressed', 'true')
  const second = await notesOf(page)
  await pressOn(page, beside.getByRole('button', { name: 'Use bar 2 of line 5' }))
  await expect.poll(() => notesOf(page)).not.toEqual(second)
  await pressOn(page, button('Close'))
  await expect(beside).toHaveCount(0)

  // View, near and far.
  await tabTo(page, page.getByRole('radio', { name: 'four' }))
  const zoom = (name: string) => page.getByRole('radio', { name })
  for (const [key, name] of [
    ['ArrowRight', 'eight'],
    ['ArrowLeft', 'four'],
  ] as const) {
    await page.keyboard.press(key)
    // The focus moves in a task of its own.
    await expect(zoom(name)).toBeFocused()
    await page.keyboard.press('Enter')
    await expect(zoom(name)).toBeChecked()
  }
  await pressOn(page, button('Show'))
  await pressOn(page, page.getByRole('checkbox', { name: 'role marks under the notes' }), 'Space')
  await page.keyboard.press('Escape')
  await expect(page.getByRole('checkbox', { name: 'role marks under the notes' })).toHaveCount(0)

  // A sheet with files, the keys, the band; each is left with Escape.
  await pressOn(page, button('Files'))
  await expect(page.getByRole('menuitem', { name: /^Open a file/ })).toBeFocused()
  await page.keyboard.press('ArrowDown')
  await expect(page.getByRole('menuitem').nth(1)).toBeFocused()
  await page.keyboard.press('Escape')
  await pressOn(page, button('Help'), 'Enter', 'Shift+Tab')
  await expect(page.getByRole('dialog', { name: 'Marks' })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await pressOn(page, button('Band'), 'Enter', 'Shift+Tab')
  await expect(page.getByRole('dialog', { name: 'Band' })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)

  // To another place by its degrees.
  await pressOn(page, button('Move'), 'Enter', 'Shift+Tab')
  await tabTo(page, page.getByLabel('to start in'))
  await page.keyboard.press('ArrowDown')
  await pressOn(page, button('Move the line'))
  await expect(page).toHaveURL(/bars=2-5/)
  await expect.poll(async () => (await labelsOf(page))[0]).toMatch(/^bar 2,/)
})

test('keyboard only: notes written by hand, the line played slower and faster, and stopped', async ({
  page,
}) => {
  await openPage(page, 'line', '1-4')
  const button = (name: string | RegExp) => page.getByRole('button', { name, exact: true })
  await pressOn(page, button('Write by hand'))
  await page.keyboard.press('k')
  for (const key of ['z', 'c', 'b']) await page.keyboard.press(key)
  await expect(terrainNotes(page)).toHaveCount(3)
  await page.keyboard.press('Escape')
  await page.keyboard.press('Enter')
  await tabTo(page, page.getByRole('radio', { name: 'eighth', exact: true }))
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Space')
  const keys = page.getByRole('group', { name: 'Keys' }).getByRole('button')
  await tabTo(page, page.locator('[data-place][tabindex="0"]'))
  await expect(keys.first()).toBeFocused()
  await page.keyboard.press('ArrowUp')
  await expect(page.locator('[data-place]:focus')).toHaveText((await keys.first().textContent())!)
  await page.keyboard.press('Space')
  await expect(terrainNotes(page)).toHaveCount(4)
  await pressOn(page, button('Undo note'), 'Enter', 'Shift+Tab')
  await expect(terrainNotes(page)).toHaveCount(3)
  await pressOn(page, button('Close'))

  const tempo = page.getByLabel('Beats per minute')
  const at = Number(await tempo.textContent())
  await page.keyboard.press(']')
  await expect(tempo).toHaveText(String(at + 4))
  await page.keyboard.press('[')
  await expect(tempo).toHaveText(String(at))
  await page.keyboard.press('Space')
  await expect.poll(() => positionOf(page)).toBeGreaterThan(0)
  await expect.poll(() => hear(page)).toBeGreaterThan(0.01)
  await page.keyboard.press('Space')
  await expect.poll(() => positionOf(page)).toBeUndefined()
})
