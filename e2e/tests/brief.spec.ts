import { expect, test } from './app.ts'
import { labelsOf, openPage, terrainNotes, writeLine } from './places.ts'

test('a cell, or a phrase, that the line must include is in it, and the brief returns to default without it', async ({
  page,
}) => {
  await openPage(page, 'line', '1-8', 'tune-salt-stairs')
  await writeLine(page)
  const degrees = async () =>
    (await labelsOf(page))
      .map((label) => /, ([^,]+) of [^,]+, /.exec(label)?.[1]?.replace(/^[♭♯]/, '') ?? '')
      .join(' ')
  const must = page.getByLabel('Must include')
  for (const cell of ['3 5 7 9', '5 3 9 R']) {
    await must.selectOption(cell)
    await expect.poll(degrees).toContain(cell)
  }
  // A whole phrase of the vocabulary, over its chords.
  await must.selectOption('nothing')
  await page.getByLabel('A phrase of the vocabulary').selectOption('Thirds lead down (ii–V–I, 4 bars)')
  await expect.poll(degrees).toContain('3 5 7 9 R 7 5 3 5 7 9 R 7 5 13 5 3')
  const taken = page.getByRole('group', { name: 'Phrases of the vocabulary' })
  await expect(taken.getByRole('status')).toHaveText(/^In bars? \d/)
  await taken.getByLabel('How often').selectOption('may come')
  await page.getByRole('button', { name: 'Take out: Thirds lead down' }).click()
  await expect(page.getByLabel('Start from')).toHaveValue(/Default/)
})

test('other chords chosen for a ii–V are shown, named and told wherever their notes are', async ({
  page,
}) => {
  await openPage(page, 'line', '1-4')
  await writeLine(page)
  await page.getByText('Style, ii and V').click()
  await page.getByLabel('ii and V', { exact: true }).selectOption('tritone')
  const line = page.getByRole('region', { name: 'The line' })
  // Over the terrain and over the staff: each names both of them.
  await expect(line.getByTestId('substitute').first()).toHaveText(/^\(.+\)$/)
  await expect(line.getByTestId('substitute')).toHaveCount(4)
  const other = ((await line.getByTestId('substitute').first().textContent()) ?? '').replace(/[()\s]/g, '')
  const at = (await labelsOf(page)).findIndex((label) => label.includes(` of ${other}`))
  expect(at).toBeGreaterThanOrEqual(0)
  await page.locator(`[data-note="${at}"]`).focus()
  await expect(page.getByTestId('note-panel')).toContainText('is played over')
  await expect(page.getByTestId('note-panel')).toContainText('the tritone substitute')
  await page.getByLabel('ii and V', { exact: true }).selectOption('apart')
  await expect(line.getByTestId('substitute')).toHaveCount(0)
})

test('setting enclosures to often brings more of them', async ({ page }) => {
  await openPage(page, 'line', '1-8', 'tune-salt-stairs')
  await writeLine(page)
  const enclosures = async () =>
    (await labelsOf(page)).filter((label) => label.includes(', enclosure, ')).length
  const turn = async (name: string, key: string) => {
    await page.getByRole('slider', { name, exact: true }).focus()
    await page.keyboard.press(key)
    await expect(page.getByText('Composing …')).toBeHidden()
  }
  // A note's label does not tell those of two, three and four notes apart.
  await page.getByText('More figures').click()
  for (const kind of ['Enclosures', 'Three-note enclosures', 'Four-note enclosures']) await turn(kind, 'Home')
  await expect.poll(enclosures).toBe(0)
  await turn('Enclosures', 'End')
  await expect.poll(enclosures).toBeGreaterThan(2)
  await turn('Enclosures', 'ArrowLeft')
})

test('a built-in brief is chosen, changed, named, and there after a reload', async ({ page }) => {
  await openPage(page, 'line', '1-4')
  await writeLine(page)
  const names = page.getByLabel('Start from')
  await names.selectOption('Sparse and singing')
  await expect(page.getByLabel('Rhythm', { exact: true })).toHaveValue('sparse')
  await expect(page.getByText('Composing …')).toBeHidden()
  await page.getByLabel('Rhythm', { exact: true }).selectOption('triplets')
  await expect(names).toHaveValue('')
  await page.getByLabel('Name for this brief').fill('Evening')
  await page.getByRole('button', { name: 'Save brief' }).click()
  await expect(names).toHaveValue('Evening')
  await page.reload()
  await expect(page.getByLabel('Start from')).toHaveValue('Evening')
})

test('eight lines are compared; one is opened, and a bar taken from another', async ({ page }) => {
  await openPage(page, 'line', '1-4')
  await writeLine(page)
  await page.getByRole('button', { name: 'Show eight' }).click()
  const beside = page.getByRole('region', { name: 'Alternatives' })
  await expect(beside.getByRole('button', { name: /^Line \d/ })).toHaveCount(8)
  const before = await labelsOf(page)
  await beside.getByRole('button', { name: /^Line 3/ }).click()
  await expect(beside.getByRole('button', { name: /^Line 3/ })).toHaveAttribute('aria-pressed', 'true')
  await expect.poll(() => labelsOf(page)).not.toEqual(before)
  const third = await labelsOf(page)
  const bar = (labels: readonly string[], number: number) =>
    labels.filter((label) => label.startsWith(`bar ${number},`))

  await beside.getByRole('button', { name: /^Line 5/ }).click()
  await expect.poll(() => labelsOf(page)).not.toEqual(third)
  const fifth = await labelsOf(page)
  await beside.getByRole('button', { name: /^Line 3/ }).click()
  await expect.poll(() => labelsOf(page)).toEqual(third)
  await beside.getByRole('button', { name: 'Use bar 2 of line 5' }).click()
  // A bar's last note may be named otherwise before another bar: its pitch counts.
  const notes = (labels: readonly string[]) =>
    labels.map((label) => {
      const [, beat, name = ''] = label.split(', ')
      const letter = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 }[name[0] as 'C'] ?? Number.NaN
      const sign = name.endsWith('♭') ? -1 : name.endsWith('♯') ? 1 : 0
      return `${beat}, ${(letter + sign + 12) % 12}`
    })
  await expect.poll(async () => notes(bar(await labelsOf(page), 2))).toEqual(notes(bar(fifth, 2)))
  expect(notes(bar(await labelsOf(page), 3))).toEqual(notes(bar(third, 3)))
  await beside.getByRole('button', { name: 'Close', exact: true }).click()
  await expect(beside).toHaveCount(0)
})

test('the phrases of a solo stand over the terrain; a part is changed, an end moved, and the line follows', async ({
  page,
}) => {
  await openPage(page, 'line', '1-8')
  await writeLine(page)
  await expect(page.getByRole('group', { name: 'Phrases' }).first()).toBeVisible()
  const before = await labelsOf(page)
  const parts = page.getByRole('button', { name: /^Part of phrase/ })
  await expect.poll(() => parts.count()).toBeGreaterThan(1)
  await parts.nth(1).click()
  await page.getByRole('menuitem', { name: /^restated/ }).click()
  await expect(page.getByRole('button', { name: 'Part of phrase 2: restated' })).toBeVisible()
  await expect.poll(() => labelsOf(page)).not.toEqual(before)
  const top = page.getByRole('slider', { name: 'Top of phrase 1, idea' })
  const restated = await labelsOf(page)
  for (let press = 0; press < 7; press += 1) {
    await top.focus()
    await page.keyboard.press('ArrowUp')
    await expect(page.getByText('Composing …')).toBeHidden()
  }
  await expect.poll(() => labelsOf(page)).not.toEqual(restated)
})

test('briefs are compared over the same bars: a line for each, and what sets it apart', async ({ page }) => {
  await openPage(page, 'line')
  await writeLine(page)
  await page.getByText('Compare briefs').click()
  const compare = page.getByRole('button', { name: /^Compare \d/ })
  await expect(compare).toBeDisabled()
  for (const name of ['Chord tones only', 'Bebop scales'])
    await page.getByLabel(name, { exact: true }).check()
  await compare.click()
  const others = page.getByRole('region', { name: 'Alternatives' })
  await expect(others.getByRole('button', { name: /^Chord tones only/ })).toBeVisible()
  await expect(others.getByRole('button', { name: /^(This brief|Bebop scales)/ })).toHaveCount(2)
  await expect(others).toContainText(/elsewhere/)
  const before = await labelsOf(page)
  await others.getByRole('button', { name: 'Hear them in turn' }).click()
  const cards = others.getByRole('listitem').getByRole('button', { name: /of 100$/ })
  await expect(cards.nth(0)).toHaveAttribute('data-heard', '')
  await expect(cards.nth(1)).toHaveAttribute('data-heard', '')
  await expect(page.getByTestId('outline').first()).toBeVisible()
  await others.getByRole('button', { name: 'Stop' }).click()
  await expect(others.locator('[data-heard]')).toHaveCount(0)
  await expect(page.getByTestId('outline')).toHaveCount(0)
  expect(await labelsOf(page)).toEqual(before)
  await others.getByRole('button', { name: /^Chord tones only/ }).click()
  await expect.poll(() => labelsOf(page)).not.toEqual(before)
})

test('why this line: its plans, what it costs, and what the next best would have cost', async ({ page }) => {
  await openPage(page, 'line')
  await writeLine(page)
  const about = page.getByRole('complementary', { name: 'About the line' })
  await about.getByText('Why this line').click()
  await expect(about).toContainText(/The best of \d plans\. Their scores: \d+/)
  await expect(about).toContainText('Under its plan no line costs less.')
  await expect(about).toContainText(/The next best line would have cost (less than )?\d+\.\d\d more/)
  await terrainNotes(page).first().focus()
  await page.keyboard.press('Alt+ArrowUp')
  await expect(about).toContainText('You have changed it since')
})
