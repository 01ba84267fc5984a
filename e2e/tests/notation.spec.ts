import {
  analyseChart,
  boardOf,
  composeLines,
  fillTable,
  fingeringOf,
  instrumentOf,
  type RhythmStyle,
  readChart,
  spellNotes,
  writeMusicXml,
} from '@eager-contour/core'
import { expect, test } from './app.ts'
import { readScores } from './sheetReader.ts'
import { boxesOf, overlaps, SIGNS } from './staffBoxes.ts'

/** More in the long form, `npm run soak`. */
const COUNT = process.env.SOAK ? 1000 : 90
const BATCH = 50
const BARS = 4
const RHYTHMS: readonly RhythmStyle[] = ['eighths', 'triplets', 'mixed', 'syncopated', 'sparse', 'sixteenths']

const analysed = (text: string) => {
  const outcome = readChart(text)
  if (!outcome.ok) throw new Error('the chart of this test cannot be read')
  return analyseChart(outcome.value)
}

/** A line as a horn's part, with how many notes it has. */
const scores = (): readonly { readonly xml: string; readonly notes: number; readonly quarters: number }[] => {
  const tunes = ['4/4', '3/4'].map((time) =>
    analysed(`key: Eb major\ntime: ${time}\n| Fm7 | Bb7b9 | Ebmaj7 | Am7b5 D7b9 |`),
  )
  const { range, clef, written, name } = instrumentOf('tenor-sax')
  return RHYTHMS.flatMap((rhythm, at) => {
    const table = fillTable({ rhythm })
    const count = Math.floor(COUNT / RHYTHMS.length) + (at < COUNT % RHYTHMS.length ? 1 : 0)
    return Array.from({ length: count }, (_, seed) => {
      const tune = tunes[seed % 2]!
      const stretch = { from: 0, to: BARS - 1 }
      const { line } = composeLines(
        tune,
        { stretch, seed, count: 1, range, breathBars: 2, rhythm, rounds: 1 },
        table,
      ).lines[0]!
      const part = spellNotes(
        tune,
        line.notes.map((note) => ({ ...note, midi: note.midi + written.semitones })),
      )
      return {
        xml: writeMusicXml(`Line ${seed}`, [
          { ...{ name, clef, written }, passages: [{ chart: tune.chart, line: part, stretch }] },
        ]),
        notes: line.notes.length,
        quarters: (seed % 2 === 0 ? 4 : 3) * BARS,
      }
    })
  })
}

test('MusicXML of composed lines is read by opensheetmusicdisplay: every note, every bar full', async ({
  page,
}) => {
  test.setTimeout(300_000)
  const all = scores()
  expect(all).toHaveLength(COUNT)
  for (let from = 0; from < all.length; from += BATCH) {
    const batch = all.slice(from, from + BATCH)
    const read = await readScores(
      page,
      batch.map(({ xml }) => xml),
    )
    expect(read.map(({ notes, quarters }) => ({ notes: notes.length, quarters }))).toEqual(
      batch.map(({ notes, quarters }) => ({ notes, quarters })),
    )
  }
})

test('the strings and frets of a guitar’s line are read by opensheetmusicdisplay as they were fingered', async ({
  page,
}) => {
  const tune = analysed('key: Eb major\n| Fm7 | Bb7b9 | Ebmaj7 | Am7b5 D7b9 |')
  const guitar = instrumentOf('guitar')
  const stretch = { from: 0, to: BARS - 1 }
  const { line } = composeLines(tune, { stretch, seed: 5, count: 1, range: guitar.range, breathBars: 2 })
    .lines[0]!
  const fingering = fingeringOf(boardOf(guitar)!, line.notes)
  if (!fingering.ok) throw new Error('the line of this test cannot be fingered')
  const { notes } = fingering.value
  const up = line.notes.map((note) => ({ ...note, midi: note.midi + guitar.written.semitones }))
  const xml = writeMusicXml('Fingered', [
    {
      ...guitar,
      passages: [
        { ...{ chart: tune.chart, line: spellNotes(tune, up), stretch }, fingered: { strings: 6, notes } },
      ],
    },
  ])
  // It reads strings and frets on a tablature staff alone: the same notes on one.
  const onTablature = xml.replace(/<clef>[\s\S]*?<\/clef>/, '<clef><sign>TAB</sign><line>5</line></clef>')
  expect(onTablature).not.toBe(xml)
  const [read] = await readScores(page, [onTablature])
  expect(read!.notes.map((note) => `${note.string}.${note.fret}`)).toEqual(
    notes.map(({ string, fret }) => `${6 - string}.${fret}`),
  )
})

test('octave lines are read by opensheetmusicdisplay: over high notes, under low ones, and pitches stay', async ({
  page,
}) => {
  const tune = analysed('key: Eb major\n| Fm7 | Bb7b9 |')
  const stretch = { from: 0, to: 1 }
  const xmlOf = (pitches: readonly number[]) =>
    writeMusicXml('Far', [
      {
        ...{ name: 'part', clef: 'treble' as const },
        passages: [
          {
            ...{ chart: tune.chart, stretch },
            line: spellNotes(
              tune,
              pitches.map((midi, at) => ({ start: at * 480, duration: 480, midi, spelling: '' })),
            ),
          },
        ],
      },
    ])
  const high = [92, 94, 96, 92, 70, 68, 70, 74]
  const low = [46, 44, 46, 48, 70, 68, 70, 74]
  const [far, deep, near] = await readScores(page, [high, low, low.slice(4)].map(xmlOf))
  expect([far, deep, near].map((score) => score!.octaveLines)).toEqual([[0], [1], []])
  expect(far!.notes.map(({ midi }) => midi)).toEqual(high)
  expect(deep!.notes.map(({ midi }) => midi)).toEqual(low)
})

test('in 204 lines on paper, seventeen phrases in twelve keys, no head, rest or accidental lies over another', async ({
  page,
}) => {
  test.slow()
  await page.goto('/vocabulary')
  const links = page.getByRole('table', { name: 'Phrases' }).getByRole('link')
  await expect(links.first()).toBeVisible()
  const addresses = await links.evaluateAll((all) => all.map((one) => one.getAttribute('href')!))
  const phrases = addresses.filter((address) => address.includes('shipped')).slice(0, 17)
  expect(phrases).toHaveLength(17)
  let [lines, signs] = [0, 0]
  for (const address of phrases) {
    await page.goto(address)
    await expect(page.locator('[data-staff-note]').first()).toBeVisible()
    await page.evaluate(() => dispatchEvent(new Event('beforeprint')))
    await page.emulateMedia({ media: 'print' })
    const rows = page.locator('[data-testid=phrase-sheet] [data-testid=print-system]')
    await expect(rows.first()).toBeVisible()
    const boxes = await boxesOf(page, '[data-testid=phrase-sheet] [data-testid=print-system]', SIGNS)
    lines += await page.locator('[data-testid=phrase-sheet] h2').count()
    signs += boxes.length
    expect(overlaps(boxes), address).toBe(0)
    await page.evaluate(() => dispatchEvent(new Event('afterprint')))
    await page.emulateMedia({ media: null })
  }
  expect(lines).toBe(204)
  expect(signs).toBeGreaterThan(204 * 6)
})
