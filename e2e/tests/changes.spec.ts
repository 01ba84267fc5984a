import type { Page } from '@playwright/test'
import { expect, test } from './app.ts'
import { messages, openPage } from './places.ts'

const editor = (page: Page) => page.getByRole('textbox', { name: /The chart as text, at concert pitch/ })

test('a tune is changed, saved, and analysed again on every page', async ({ page }) => {
  await openPage(page, 'changes', '1-4', 'tune-cold-harbour-blues')
  await expect(editor(page)).toContainText('Cm6')
  await expect(page.getByRole('button', { name: 'Save changes' })).toBeDisabled()
  await editor(page).fill('title: Cold Quay\nkey: C minor\ntempo: 112\n\n|: Cm6 | Fm7 :|\n| Ab7 | G7b9 |\n')
  await expect(page.getByText('6 bars, 6 chords, 4 bars as written, C minor at concert pitch.')).toBeVisible()
  await expect(page.getByText('Unsaved draft, safe on this computer.')).toBeVisible()
  await page.reload()
  await expect(editor(page)).toContainText('|: Cm6 | Fm7 :|')
  await page.getByRole('button', { name: 'Save changes' }).click()
  await expect(page.getByText('Saved.', { exact: true })).toBeVisible()
  await expect(messages(page)).toContainText('Saved: Cold Quay.')
  // What it was before can be opened again.
  await page.getByRole('button', { name: '1 version' }).click()
  await page.getByRole('list', { name: 'Versions of the chart' }).getByRole('button').click()
  await expect(editor(page)).not.toContainText('|: Cm6 | Fm7 :|')
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Revert' }).click()
  await expect(editor(page)).toContainText('|: Cm6 | Fm7 :|')
  await openPage(page, 'map', '1-4', 'tune-cold-harbour-blues')
  await expect(page.getByRole('listbox', { name: /Form/ }).getByRole('option')).toHaveCount(6)
  await expect(page.getByRole('option', { name: 'Bar 3: Dm6' })).toBeVisible()
})

test('form and text show the same: chords are typed bar by bar, bars and sections moved, everything undone', async ({
  page,
}) => {
  await openPage(page, 'changes', '1-4', 'tune-salt-stairs')
  const cell = (bar: number, chord = 1) => page.getByLabel(`Bar ${bar}, chord ${chord}`, { exact: true })
  await editor(page).fill(
    'title: Salt Stairs\nkey: C major\n\n[A] | Dm7 | G7 |\n[B] | Cmaj7 | Am7 | // softly\n',
  )
  // As a B♭ horn reads it.
  await expect(cell(1)).toHaveValue('Em7')

  await cell(1).click()
  await page.keyboard.type('F#m7b5')
  await page.keyboard.press('Tab')
  await expect(cell(2)).toBeFocused()
  await page.keyboard.type('B7 B7alt')
  await page.keyboard.press('Tab')
  await expect(editor(page)).toContainText('| Em7b5 | A7 A7alt |')
  await expect(editor(page)).toContainText('// softly')
  await expect(cell(2, 2)).toHaveValue('B7alt')

  await cell(3).click()
  await page.keyboard.type('Dmaj9zz')
  await page.keyboard.press('Enter')
  await expect(page.getByText(/The bar is unchanged/)).toContainText('Nearest:')
  await expect(cell(3)).toHaveValue('Dmaj7')

  await cell(3).click()
  await page.keyboard.press('Alt+ArrowRight')
  await expect(editor(page)).toContainText('| Am7 | Cmaj7 | // softly')
  await page
    .getByRole('group', { name: 'The bar', exact: true })
    .getByRole('button', { name: 'Split' })
    .click()
  await expect(cell(4, 2)).toHaveValue('Dmaj7')
  await page.getByRole('button', { name: 'Move bar 4' }).hover()
  await page.mouse.down()
  const target = (await page.locator('[data-written="0"]').boundingBox())!
  await page.mouse.move(target.x + target.width / 2, target.y + target.height / 2, { steps: 8 })
  await expect(page.getByText('Bar 4 is over Bar 1.')).toBeAttached()
  await page.mouse.up()
  await expect(cell(1, 2)).toHaveValue('Dmaj7')
  const section = page.getByRole('group', { name: 'The section' })
  await section.getByRole('button', { name: 'Repeat' }).click()
  await expect(editor(page)).toContainText(/\[A\]\s*\|: Cmaj7 Cmaj7 \| Em7b5 :\|/)
  await section.getByRole('button', { name: 'Move the section down' }).click()
  await expect(cell(1)).toHaveValue('B7')
  await expect(editor(page)).toContainText(/\[B\].*\[A\]/s)
  // By keys: the section that is first now goes after the other.
  await cell(1).click()
  await page.getByRole('button', { name: 'Move section B' }).focus()
  await page.keyboard.press('Space')
  await expect(page.getByText('Section B is over Bar 1.')).toBeAttached()
  await expect(async () => {
    await page.keyboard.press('ArrowRight')
    await expect(page.getByText(/Section B is over Bar [34]\./)).toBeAttached({ timeout: 500 })
  }).toPass()
  await page.keyboard.press('Space')
  await expect(editor(page)).toContainText(/\[A\].*\[B\]/s)
  await section.getByRole('button', { name: 'Move the section up' }).click()
  await expect(editor(page)).toContainText(/\[B\].*\[A\]/s)

  const undo = page.getByRole('button', { name: 'Undo' })
  const text = () => editor(page).textContent()
  for (let click = 0; click < 30 && !/\[A\]\s*\| Dm7 \| G7 \|/.test((await text()) ?? ''); click += 1)
    await undo.click()
  await expect(editor(page)).toContainText(/\[A\]\s*\| Dm7 \| G7 \|/)
  await page.getByRole('button', { name: 'Redo' }).click()
  await expect(editor(page)).toContainText('Em7b5')
  await page.getByRole('button', { name: 'Revert' }).click()
})

test('two clicks before anything is drawn again are two changes', async ({ page }) => {
  await openPage(page, 'changes', '1-4', 'tune-salt-stairs')
  await editor(page).fill('title: Salt Stairs\nkey: C major\n\n| Dm7 | G7 | Cmaj7 |\n')
  await page.getByLabel('Bar 2, chord 1', { exact: true }).click()
  const bar = page.getByRole('group', { name: 'The bar', exact: true })
  await expect(bar).toContainText('Bar 2')
  await bar.getByRole('button', { name: 'Copy' }).evaluate((button) => {
    for (let click = 0; click < 2; click += 1) (button as HTMLButtonElement).click()
  })
  await expect(editor(page)).toContainText('| Dm7 | G7 | G7 | G7 | Cmaj7 |')
})

test('a view in another key or for another instrument doesn’t change the stored tune', async ({ page }) => {
  await openPage(page, 'changes', '1-4', 'tune-breakwater')
  const first = page.getByLabel('Bar 1, chord 1', { exact: true })
  const before = await editor(page).textContent()
  for (const [view, chord] of [
    ['concert', 'Ebm7'],
    ['for E♭', 'Cm7'],
    ['for F', 'Bbm7'],
    ['a minor third up', 'F#m7'],
    ['G major', 'Am7'],
  ] as const) {
    await page.getByLabel('View as').selectOption({ label: view })
    await expect(first).toHaveValue(chord)
    expect(await editor(page).textContent()).toBe(before)
  }
  // Typed in G, stored in D♭.
  await first.click()
  await page.keyboard.type('Bm7')
  await page.keyboard.press('Enter')
  await expect(editor(page)).toContainText('| Fm7 | Ab7 |')
  await page.getByRole('button', { name: 'Transpose the tune to this' }).click()
  await expect(editor(page)).toContainText('key: G major')
  await expect(editor(page)).toContainText('| Bm7 | D7 |')
  await page.getByRole('button', { name: 'Revert' }).click()
})

test('a wrong chord is marked where it is typed, fixed, and the fix can be undone', async ({ page }) => {
  await openPage(page, 'changes', '1-4', 'tune-grey-heron')
  await editor(page).fill('| Gm7 | Cmaj77 |')
  await expect(editor(page).getByText('7', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Line 1, column 14' }).click()
  await expect(editor(page)).toBeFocused()
  await expect(page.getByRole('button', { name: /^Change to C/ })).toHaveCount(3)
  await page.getByRole('button', { name: 'Change to Cmaj7', exact: true }).click()
  await expect(editor(page)).toContainText('| Gm7 | Cmaj7 |')
  await editor(page).focus()
  await page.keyboard.press('Control+z')
  await expect(editor(page)).toContainText('Cmaj77')
  await page.getByRole('button', { name: 'Revert' }).click()
  await expect(editor(page)).toContainText('Gm9')
})

test('a new tune begins from a common form, in any key or through all of them', async ({ page }) => {
  await page.goto('/tunes/new')
  await page.getByLabel('Form', { exact: true }).selectOption({ label: 'blues with ii–V' })
  await page.getByLabel('Key', { exact: true }).selectOption({ label: 'B♭ major' })
  await page.getByRole('button', { name: 'Insert' }).click()
  await expect(editor(page)).toContainText('Bb7')
  await expect(page.getByText(/12 bars, .* B♭ major at/)).toBeVisible()
  await page.getByLabel('Form', { exact: true }).selectOption({ label: 'ii–V–I' })
  await page.getByLabel('Keys').selectOption({ label: 'all keys by fourths' })
  await page.getByRole('button', { name: 'Insert' }).click()
  await expect(page.getByText(/48 bars/)).toBeVisible()
  await page.getByRole('button', { name: 'Save this tune' }).click()
  await page.getByRole('link', { name: /ii–V–I, all keys by fourths/ }).click()
  await expect(page.getByRole('listbox', { name: /Form/ }).getByRole('option')).toHaveCount(48)
})

test('a stored tune that can’t be read is shown with its text, and fixed', async ({ page, request }) => {
  await request.put('/api/tunes/tune-unread-1', {
    data: { revision: 0, edit: 'edit-unread', title: 'Wrong Turning', chart: '| Dm7 | G7zz |' },
  })
  await page.goto('/tunes/tune-unread-1/map')
  await expect(page.getByRole('alert').filter({ hasText: 'can’t be read' })).toBeVisible()
  await expect(editor(page)).toContainText('G7zz')
  await page
    .getByRole('button', { name: /^Change to G7/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Save changes' }).click()
  await expect(page.getByRole('listbox', { name: /Form/ })).toBeVisible()
})

test('changes are imported from MusicXML files; a broken or hostile file changes nothing', async ({
  page,
}) => {
  await page.goto('/tunes/new')
  const file = page.getByLabel('Chart file')
  const harmony = (step: string, kind: string) =>
    `<harmony><root><root-step>${step}</root-step></root><kind>${kind}</kind></harmony>`
  const measure = (step: string, kind: string) =>
    `<measure>${harmony(step, kind)}<note><rest/><duration>4</duration></note></measure>`
  const score = `<score-partwise><work><work-title>Weir Lane</work-title></work><part-list/><part id="P1">${measure('D', 'minor-seventh')}${measure('G', 'dominant')}${measure('C', 'major-seventh')}</part></score-partwise>`
  const give = (name: string, text: string) =>
    file.setInputFiles({ name, mimeType: 'application/xml', buffer: Buffer.from(text) })
  await give('weir.musicxml', score)
  await expect(editor(page)).toContainText('title: Weir Lane')
  await expect(editor(page)).toContainText('| Dm7 | G7 | Cmaj7 |')

  await give('broken.xml', score.slice(0, 120))
  await expect(page.getByText(/broken\.xml: .*Damaged, or not MusicXML/)).toBeVisible()
  await give('bomb.xml', '<!DOCTYPE x [<!ENTITY a "aaaa">]><x>&a;</x>')
  await expect(page.getByText(/bomb\.xml: .*declares entities/)).toBeVisible()
  await give('silent.xml', score.replace(/<harmony>.*?<\/harmony>/g, ''))
  await expect(page.getByText(/no chord symbols/)).toBeVisible()
  await give('lying.mxl', 'PK and nothing more')
  await expect(page.getByText(/lying\.mxl: The archive is damaged/)).toBeVisible()
  await expect(editor(page)).toContainText('title: Weir Lane')

  await give('weir.abc', 'X:1\nT:Weir in ABC\nM:4/4\nL:1/8\nK:C\n"Dm7"d4 "G7"g4|"Cmaj7"e8|]\n')
  await expect(editor(page)).toContainText('title: Weir in ABC')
  await expect(editor(page)).toContainText('| Dm7 G7 | Cmaj7 |')
  await give('wrong.abc', 'X:1\nK:C\nCD & E\n')
  await expect(page.getByText(/wrong\.abc: .*can’t be read as ABC from here on: “& E”/)).toBeVisible()

  await give('plain.txt', 'title: Plain\n| Fm7 | Bb7 |')
  await expect(editor(page)).toContainText('title: Plain')
})

test('a chart of two thousand bars opens, is changed, and scrolls on every page', async ({
  page,
  request,
}) => {
  const bars = ['Dm7 | G7 | Cmaj7 | A7b9 |', 'Fm7 | Bb7 | Ebmaj7 | D7b9 |']
  const chart = `key: C major\n${Array.from({ length: 500 }, (_, at) => `| ${bars[at % 2]}`).join('\n')}\n`
  await request.put('/api/tunes/tune-very-long', {
    data: { revision: 0, edit: 'edit-very-long', title: 'Long Way Round', chart },
  })
  await openPage(page, 'changes', '1-4', 'tune-very-long')
  await expect(page.getByText(/^2000 bars, 2000 chords/)).toBeVisible()
  const strip = page.getByRole('group', { name: 'The form, bar by bar' })
  await strip.evaluate((element) => element.scrollTo(0, element.scrollHeight))
  await expect(page.getByLabel('Bar 2000, chord 1')).toHaveValue('E7b9')
  await page.getByLabel('Bar 2000, chord 1').fill('A7')
  await page.keyboard.press('Enter')
  await editor(page).press('Control+End')
  await expect(editor(page)).toContainText('Ebmaj7 | G7 |')
  await page.getByRole('button', { name: 'Revert' }).click()

  await openPage(page, 'map', '1-2000', 'tune-very-long')
  await expect(page.getByRole('listbox').getByRole('option')).toHaveCount(2000)
  await expect(page.getByRole('group', { name: 'Bars 1 to 4' })).toBeVisible()
  await page.evaluate(() => scrollTo(0, document.documentElement.scrollHeight))
  await expect(page.getByRole('group', { name: 'Bars 1997 to 2000' })).toBeVisible()
  await expect(page.getByRole('group', { name: 'Bars 1 to 4' })).toHaveCount(0)
})
