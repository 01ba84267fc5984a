import type { Browser, Page } from '@playwright/test'
import { median, milliseconds, type Row } from './table.ts'

const MIDI_LIMIT_MS = 20
const MICROPHONE_LIMIT_MS = 60
/** Sounding 1 ♭3 5 ♭7, 1 3 5 ♭7, 1 3 5 7 twice: what outline up asks over the first bars of Breakwater. */
const ASKED = [63, 66, 70, 73, 56, 60, 63, 66, 61, 65, 68, 72, 66, 70, 73, 77]
const TEMPO = 100

/** Runs in the page: plays each note on its beat with `sound`, and gives the milliseconds from each to its verdict's mark. */
const watch = (sound: string): string => `(async () => {
  const band = globalThis.eagerContourBand
  const trail = document.querySelector('[data-testid=trail]')
  const times = []
  let began = 0
  new MutationObserver((changes) => {
    if (began === 0 || !changes.some(({ type }) => type === 'attributes')) return
    times.push(performance.now() - began)
    began = 0
  }).observe(trail, { subtree: true, attributes: true, attributeFilter: ['data-verdict'] })
  for (const [beat, note] of ${JSON.stringify(ASKED)}.entries()) {
    while ((band.position() ?? -1) < (4 + beat) * 480) await new Promise((done) => setTimeout(done, 1))
    began = performance.now()
    ${sound}
  }
  await new Promise((done) => setTimeout(done, 800))
  return times
})()`

const run = async (page: Page, address: string, source: string, connect: string, sound: string) => {
  await page.goto(`${address}/stage/tune-breakwater?bars=1-4&rung=outline-up&tempo=${TEMPO}&${source}`)
  await page.getByRole('button', { name: connect, exact: true }).click()
  await page.waitForTimeout(800)
  await page.getByRole('button', { name: /^Start/ }).click()
  await page.waitForSelector('[data-run=count-in]')
  const times = await page.evaluate<number[]>(watch(sound))
  await page.waitForSelector('[aria-label=Result]')
  return times
}

/** From a note to its mark on the stage, while the band plays: by MIDI, and through the microphone from its onset on. */
export const benchLive = async (browser: Browser, address: string): Promise<readonly Row[]> => {
  const page = await browser.newPage()
  const midi = await run(
    page,
    address,
    'midi=stand-in',
    'Connect MIDI',
    `eagerContourMidi.press('Stand-in keys', note); setTimeout(() => eagerContourMidi.release('Stand-in keys', note), 200)`,
  )
  const microphone = await run(
    page,
    address,
    'microphone=stand-in',
    'Microphone',
    // From the moment of the sound's clock at which the tone begins.
    'eagerContourMicrophone.sound(note, 0.4, 0.05); began += 50',
  )
  await page.close()
  const row = (what: string, times: readonly number[], limit: number): Row => ({
    what,
    ours: milliseconds(median(times)),
    peer: `slowest of ${times.length} ${milliseconds(Math.max(...times))}`,
    ratio: '',
    limit: milliseconds(limit),
  })
  return [
    row('from a MIDI note to its verdict', midi, MIDI_LIMIT_MS),
    row('from an onset in the microphone to its verdict', microphone, MICROPHONE_LIMIT_MS),
  ]
}
