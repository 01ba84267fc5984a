import { readFileSync } from 'node:fs'
import { readAbcChart, readAbcLine, readMusicXmlChart } from '@eager-contour/core'
import type { Page } from '@playwright/test'
import { expect, test } from './app.ts'
import { messages, openPage, saved, violations } from './places.ts'
import { readScores } from './sheetReader.ts'

const downloaded = async (page: Page, press: () => Promise<void>) => {
  const download = page.waitForEvent('download')
  await press()
  const file = await download
  return { name: file.suggestedFilename(), text: readFileSync(await file.path(), 'utf8') }
}
const fromMenu = async (page: Page, name: string) => (await saved(page, name)).bytes.toString()

test('a chart, a line for a group, an exercise and a phrase in twelve keys are files that other programs read', async ({
  page,
  context,
}) => {
  // A blues of twelve bars in F, in one score for concert pitch and E flat instruments.
  await openPage(page, 'changes', '1-4', 'tune-lamplighters-round')
  await page.getByRole('button', { name: 'Files' }).click()
  await page.getByLabel('E♭ instruments').check()
  expect(await violations(page)).toEqual([])
  const button = (name: string) => page.getByRole('button', { name, exact: true })
  const chart = await downloaded(page, () => button('MusicXML').click())
  expect(chart.name).toBe('lamplighters-round.musicxml')
  const text = await downloaded(page, () => button('Text').click())
  const abc = await downloaded(page, () => button('ABC').click())
  const asAbc = readAbcChart(abc.text)
  const asXml = readMusicXmlChart(chart.text)
  if (!asAbc.ok || !asXml.ok) throw new Error('not read')
  expect(text.text).toContain('feel: swing')
  for (const { value } of [asAbc, asXml]) {
    expect(value.key).toEqual({ tonic: 'F', mode: 'major' })
    expect(value.bars).toHaveLength(12)
  }

  await openPage(page, 'line', '1-4')
  await page.getByRole('button', { name: 'Write a line' }).click()
  await expect(page.locator('[data-staff-note]').first()).toBeVisible()
  const group = await fromMenu(page, 'Parts for a group')
  const notes = await page.locator('[data-staff-note]').count()
  const svg = await fromMenu(page, 'SVG')
  expect(svg.match(/data-note="/g)).toHaveLength(notes)
  expect(svg).toContain('font-family: "Bravura"; src: url("data:')
  const { name, bytes } = await saved(page, 'PNG')
  expect(name).toBe('breakwater.png')
  // Width and height stand after the signature and the header's name (PNG, W3C 2003, section 11.2.2): twice 1032 pixels.
  expect([bytes.toString('latin1', 1, 4), bytes.readUInt32BE(16)]).toEqual(['PNG', 2064])

  await openPage(page, 'drills', '1-4')
  await page
    .getByRole('button', { name: /^guide tones in/ })
    .first()
    .click()
  const exercise = await fromMenu(page, 'ABC')
  const asLine = readAbcLine(exercise)
  expect(asLine.ok && asLine.value.notes.length).toBeGreaterThan(3)

  await page.goto('/vocabulary')
  await page.getByText('Thirds lead down').first().click()
  const keys = await fromMenu(page, 'MusicXML')
  const book = await fromMenu(page, 'ABC')
  expect(book.match(/^X:\d+$/gm)).toHaveLength(12)

  // Read by opensheetmusicdisplay: parts, chord symbols and notes.
  const [readChart, readGroup, readKeys] = await readScores(await context.newPage(), [
    chart.text,
    group,
    keys,
  ])
  expect(readChart!.parts).toEqual(['concert pitch', 'E♭ instruments'])
  const chords = asXml.value.written.reduce((sum, { bar }) => sum + bar.chords.length, 0)
  expect(readChart!.chords).toBe(2 * chords)
  expect(readGroup!.parts).toHaveLength(5)
  expect(readGroup!.notes.length % 5).toBe(0)
  expect(readGroup!.notes.length).toBeGreaterThan(20)
  // A phrase has as many notes in each key.
  expect(readKeys!.notes.length % 12).toBe(0)
  expect(new Set(readKeys!.notes.map(({ midi }) => midi % 12)).size).toBe(12)
})

test('the session, a set list and a phrase are printed, on the page and in the size that were chosen', async ({
  page,
}) => {
  const toPaper = async () => {
    await page.evaluate(() => dispatchEvent(new Event('beforeprint')))
    await page.emulateMedia({ media: 'print' })
  }
  const fromPaper = async () => {
    await page.evaluate(() => dispatchEvent(new Event('afterprint')))
    await page.emulateMedia({ media: null })
  }
  await page.goto('/today')
  const blocks = page.getByRole('list', { name: 'Blocks' }).getByRole('listitem')
  await expect(page.getByRole('button', { name: /^Begin|^Go on/ })).toBeVisible()
  await expect(blocks.first()).toBeVisible()
  await page.waitForLoadState('networkidle')
  const count = await blocks.count()
  await toPaper()
  await expect(page.getByTestId('list-sheet').getByRole('listitem')).toHaveCount(count)
  await expect(page.getByTestId('list-sheet')).toContainText(' min')
  await fromPaper()
  await expect(page.getByTestId('list-sheet')).toHaveCount(0)

  await page.goto('/setup')
  await page.getByRole('radio', { name: 'Letter' }).click()
  await page.getByRole('radio', { name: 'large, for a stand' }).click()
  await page.goto('/vocabulary')
  await page.getByText('Thirds lead down').first().click()
  await expect(page.getByRole('heading', { name: 'Thirds lead down' })).toBeVisible()
  await toPaper()
  const sheet = page.getByTestId('phrase-sheet')
  await expect(sheet.getByRole('heading', { level: 2 })).toHaveCount(12)
  await expect(sheet.locator('.vf-stavenote').first()).toBeVisible()
  // Letter: 8.5 by 11 inches of 72 points (ANSI/ASME Y14.1); the PDF says so for every page.
  const pdf = (await page.pdf({ preferCSSPageSize: true })).toString('latin1')
  expect(pdf.match(/\/MediaBox \[0 0 612 792\]/g)?.length).toBeGreaterThan(1)
  await fromPaper()
})

/** Offers something to the page until it asks what that is for: it listens a moment after it is there. */
const offer = (page: Page, once: () => Promise<unknown>) =>
  expect(async () => {
    await once()
    await expect(page.getByRole('dialog')).toBeVisible({ timeout: 1000 })
  }).toPass()

/** A file let go over the page, as the browser gives it. */
const drop = (page: Page, name: string, text: string) =>
  offer(page, () =>
    page.evaluate(
      ([title, content]) => {
        const data = new DataTransfer()
        data.items.add(new File([content!], title!))
        document.body.dispatchEvent(
          new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true }),
        )
      },
      [name, text],
    ),
  )

const paste = (page: Page, text: string) =>
  offer(page, () =>
    page.evaluate((pasted) => {
      const data = new DataTransfer()
      data.setData('text/plain', pasted)
      document.body.dispatchEvent(
        new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
      )
    }, text),
  )

test('a file dropped anywhere, and a chart that is pasted, are told what they are and go where they belong', async ({
  page,
}) => {
  const dialog = page.getByRole('dialog')
  await openPage(page, 'line', '1-4')
  const abc = 'X:1\nT:Found on the Quay\nM:4/4\nL:1/8\nK:F\n"Gm7"DFAc "C7"BAGE|"Fmaj7"F8|\n'
  await drop(page, 'found.abc', abc)
  await expect(dialog).toContainText(
    'It is a tune in ABC with 2 bars of changes and 9 notes. What is it for?',
  )
  expect(await violations(page)).toEqual([])
  await dialog.getByRole('button', { name: 'A line over the chosen bars' }).click()
  await expect(page.locator('[data-note]')).toHaveCount(9)
  await expect(messages(page)).toContainText('found.abc: 9 notes.')

  await drop(page, 'letter.pdf', '%PDF-1.7 not music')
  await expect(dialog).toContainText('It is nothing that can be used here. Wanted: MIDI')
  await dialog.getByRole('button', { name: 'Leave it' }).click()
  await expect(page.locator('[data-note]')).toHaveCount(9)

  await drop(page, 'found.abc', abc)
  await dialog.getByRole('button', { name: 'A new tune of its changes' }).click()
  await expect(page.getByLabel('Title', { exact: true })).toHaveValue('Found on the Quay')

  // A chart that is pasted outside a field; its title is typed, and stays when a form takes the text's place.
  await page.goto('/tunes')
  await paste(page, '| Dm7 | G7 | Cmaj7 | % |')
  await expect(dialog).toContainText('It is a chart as text with 4 bars of changes.')
  await dialog.getByRole('button', { name: 'A new tune of its changes' }).click()
  await expect(page.getByText('4 bars, 4 chords')).toBeVisible()
  await page.getByLabel('Title', { exact: true }).fill('Pasted Lane')
  await page.getByRole('button', { name: 'Insert' }).click()
  await expect(page.getByText(/12 bars/).first()).toBeVisible()
  // What isn't saved is told wherever one goes.
  await page.getByRole('link', { name: 'Log' }).click()
  await page.getByText('Not saved yet').getByRole('link', { name: 'a new tune' }).click()
  await expect(page.getByLabel('Title', { exact: true })).toHaveValue('Pasted Lane')
  await page.getByRole('button', { name: 'Save this tune' }).click()
  await expect(messages(page)).toContainText('Saved: Pasted Lane.')
  await expect(page.getByRole('link', { name: 'Pasted Lane' })).toBeVisible()
  await expect(page.getByText('Not saved yet')).toHaveCount(0)
})
