import type { Browser, Page } from '@playwright/test'
import { calmest, percent } from './host.ts'
import { median, milliseconds, type Row } from './table.ts'

const MIDI_LIMIT_MS = 20
const MICROPHONE_LIMIT_MS = 60
/** Sounding 1 ♭3 5 ♭7, 1 3 5 ♭7, 1 3 5 7 twice: what "outline up" expects over the first bars of Breakwater. */
const ASKED = [63, 66, 70, 73, 56, 60, 63, 66, 61, 65, 68, 72, 66, 70, 73, 77]
/** The same chords' notes from C3 up, as a tenor plays them. */
const DEEP = ASKED.map((note) => 48 + (note % 12))
const TEMPO = 100
const LEAD_MS = 50

/**
 * Runs in the page: plays each note on its beat with `sound`, and returns the milliseconds from each to its verdict's
 * mark.
 */
const watch = (notes: readonly number[], sound: string, leadMs: number): string => `(async () => {
  const band = globalThis.eagerContourBand
  const trail = document.querySelector('[data-testid=trail]')
  const times = []
  let began = 0
  new MutationObserver((changes) => {
    if (began === 0 || !changes.some(({ type }) => type === 'attributes')) return
    times.push(performance.now() - began)
    began = 0
  }).observe(trail, { subtree: true, attributes: true, attributeFilter: ['data-verdict'] })
  for (const [beat, note] of ${JSON.stringify(notes)}.entries()) {
    while ((band.position() ?? -1) < (4 + beat) * 480 - ${(leadMs / 1000) * (TEMPO / 60) * 480}) await new Promise((done) => setTimeout(done, 1))
    began = performance.now() + ${leadMs}
    ${sound}
  }
  await new Promise((done) => setTimeout(done, 800))
  return times
})()`

/** What is played into the stage, and how. */
interface Playing {
  readonly source: string
  readonly connect: string
  readonly notes: readonly number[]
  readonly sound: string
  readonly leadMs: number
}

const MIDI: Playing = {
  source: 'midi=stand-in',
  connect: 'Connect MIDI',
  notes: ASKED,
  sound: `eagerContourMidi.press('Stand-in keys', note); setTimeout(() => eagerContourMidi.release('Stand-in keys', note), 200)`,
  leadMs: 0,
}
const MICROPHONE: Playing = {
  source: 'microphone=stand-in',
  connect: 'Microphone',
  notes: ASKED,
  // From the moment of the audio clock at which the tone starts: scheduled a little before.
  sound: `eagerContourMicrophone.sound(note, 0.4, ${LEAD_MS / 1000})`,
  leadMs: LEAD_MS,
}

/** Sets the player's notes, and accepts any octave. */
const playAs = async (page: Page, address: string, instrument: string): Promise<void> => {
  const at = `${address}/api/settings`
  const settings = await (await page.request.get(at)).json()
  await page.request.put(at, {
    data: { ...settings, edit: crypto.randomUUID(), instrument, grading: { octaves: 'any' } },
  })
}

const run = async (
  page: Page,
  address: string,
  { source, connect, notes, sound, leadMs }: Playing,
): Promise<readonly number[]> => {
  await page.goto(`${address}/stage/tune-breakwater?bars=1-4&rung=outline-up&tempo=${TEMPO}&${source}`)
  await page.getByRole('button', { name: connect, exact: true }).click()
  await page.waitForTimeout(800)
  await page.getByRole('button', { name: /^Start/ }).click()
  await page.waitForSelector('[data-run=count-in]')
  const times = await page.evaluate<number[]>(watch(notes, sound, leadMs))
  await page.waitForSelector('[aria-label=Result]')
  return times
}

/** From a note to its mark on the stage, while the band plays: by MIDI, and through the microphone from its onset on. */
export const benchLive = async (browser: Browser, address: string): Promise<readonly Row[]> => {
  const page = await browser.newPage()
  const midi = await calmest(() => run(page, address, MIDI))
  const microphone = await calmest(() => run(page, address, MICROPHONE))
  await playAs(page, address, 'tenor-sax')
  const deep = await calmest(() => run(page, address, { ...MICROPHONE, notes: DEEP }))
  await page.close()
  const row = (what: string, { value: times, taken }: Awaited<typeof midi>, limit: number): Row => ({
    what,
    ours: milliseconds(median(times)),
    peer: `slowest of ${times.length} ${milliseconds(Math.max(...times))}; the host took ${percent(taken)}`,
    ratio: '',
    limit: milliseconds(limit),
  })
  return [
    row('from a MIDI note to its verdict', midi, MIDI_LIMIT_MS),
    row('from an onset in the microphone to its verdict', microphone, MICROPHONE_LIMIT_MS),
    row('the same from C3 to B3, as a tenor', deep, MICROPHONE_LIMIT_MS),
  ]
}
