import { readFile } from 'node:fs/promises'
import { AxeBuilder } from '@axe-core/playwright'
import { expect, type Page } from '@playwright/test'

/** Opens a tune's place over some bars. */
export const openPage = async (
  page: Page,
  place: 'changes' | 'map' | 'line' | 'drills',
  bars = '1-4',
  tune = 'tune-breakwater',
): Promise<void> => {
  await page.goto(`/tunes/${tune}/${place}?bars=${bars}`)
  await expect(
    place === 'changes'
      ? page.getByRole('group', { name: /The form, bar by bar/ })
      : page.getByRole('listbox', { name: /Form/ }),
  ).toBeVisible()
}

/** The notes on the terrain, in order, as their labels say. */
export const terrainNotes = (page: Page) => page.locator('[data-note]')

export const labelsOf = async (page: Page): Promise<string[]> => {
  const read = () =>
    terrainNotes(page).evaluateAll((notes) => notes.map((note) => note.getAttribute('aria-label') ?? ''))
  // A new line comes system by system: it is there when two frames show the same.
  for (let before = await read(); ; ) {
    await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => setTimeout(done))))
    const now = await read()
    if (now.join() === before.join()) return now
    before = now
  }
}

/** Of a note's label: its name without its octave, and its degree; its place. */
export const noteOf = (label: string): string =>
  label
    .split(', ')
    .slice(2, 4)
    .join(', ')
    .replace(/^([A-G]\D*)\d/, '$1')
export const placeOf = (label: string): string => label.split(', ').slice(0, 2).join(', ')

/** Writes a line over the bars that are open. */
export const writeLine = async (page: Page): Promise<void> => {
  await page.getByRole('button', { name: 'Write a line' }).click()
  await expect(terrainNotes(page).first()).toBeVisible()
}

/** Opens what is kept beside the line. */
export const openSaved = (page: Page): Promise<void> => page.getByRole('tab', { name: 'Saved' }).click()

/** Gives the line in the editor a title and saves it. */
export const saveAs = async (page: Page, title: string): Promise<void> => {
  await openSaved(page)
  await page.getByLabel('Title of the line').fill(title)
  await page.getByRole('button', { name: 'Save', exact: true }).click()
}

/** A saved line in its list. */
export const savedLine = (page: Page, title: string) =>
  page.getByRole('region', { name: 'Saved lines' }).getByRole('button', { name: new RegExp(`^${title}`) })

/** Has a file of the line made, and gives it. */
export const saved = async (page: Page, item: string): Promise<{ name: string; bytes: Buffer }> => {
  const download = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Files' }).click()
  await page.getByRole('menuitem', { name: new RegExp(`^${item}`) }).click()
  const file = await download
  return { name: file.suggestedFilename(), bytes: await readFile(await file.path()) }
}

interface Band {
  readonly level: () => number
  readonly position: () => number | undefined
}

/** How loud the band is at its output: the loudest of some moments. */
export const hear = (page: Page, moments = 20): Promise<number> =>
  page.evaluate(async (count) => {
    const band = (globalThis as unknown as { eagerContourBand?: Band }).eagerContourBand
    let loudest = 0
    for (let moment = 0; moment < count; moment += 1) {
      loudest = Math.max(loudest, band?.level() ?? 0)
      await new Promise((resolve) => setTimeout(resolve, 25))
    }
    return loudest
  }, moments)

export const positionOf = (page: Page): Promise<number | undefined> =>
  page.evaluate(() => (globalThis as unknown as { eagerContourBand?: Band }).eagerContourBand?.position())

/**
 * An accessibility checker for the page. Legacy mode looks into no frames, which this application has not, and is more
 * than twice as fast; only violations are listed.
 */
export const checker = (page: Page): AxeBuilder =>
  new AxeBuilder({ page }).setLegacyMode(true).options({ resultTypes: ['violations'] })

/** What it finds wrong: each rule's id, and what breaks it. */
export const violations = async (page: Page): Promise<readonly string[]> => {
  const { violations: found } = await checker(page).analyze()
  return found.map(({ id, nodes }) => `${id}: ${nodes.map(({ html }) => html).join(' ')}`)
}

/** What is said of what was saved, deleted or failed. */
export const messages = (page: Page) => page.getByRole('region', { name: /^Messages/ })

/** A message is there, and has faded in. */
export const messageShown = async (page: Page, text: string): Promise<void> =>
  expect(messages(page).getByRole('listitem').filter({ hasText: text })).toHaveCSS('opacity', '1')

/** The rows of the log's table of runs, the headings first. */
export const loggedRuns = (page: Page) => page.getByRole('table', { name: 'Runs' }).getByRole('row')
