import type { Browser, Page } from '@playwright/test'
import { calmest, percent } from './host.ts'
import { median, milliseconds, type Row } from './table.ts'

const MIDI_LIMIT_MS = 20
const MICROPHONE_LIMIT_MS = 60
/** Sounding 1 ♭3 5 ♭7, 1 3 5 ♭7, 1 3 5 7 twice: what outline up asks over the first bars of Breakwater. */
const ASKED = [63, 66, 70, 73, 56, 60, 63, 66, 61, 65, 68, 72, 66, 70, 73, 77]
const TEMPO = 100
const LEAD_MS = 50

/** Runs in the page: plays each note on its beat with `sound`, and gives the milliseconds from each to its verdict's mark. */
const watch = (sound: string, leadMs: number): string => `(async () => {
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
    while ((band.position() ?? -1) < (4 + beat) * 480 - ${(leadMs / 1000) * (TEMPO / 60) * 480}) await new Promise((done) => setTimeout(done, 1))
    began = performance.now() + ${leadMs}
    ${sound}
  }
  await new Promise((done) => setTimeout(done, 800))
  return times
})()`

const run = async (
  page: Page,
  address: string,
  source: string,
  connect: string,
  sound: string,
  leadMs = 0,
) => {
  await page.goto(`${address}/stage/tune-breakwater?bars=1-4&rung=outline-up&tempo=${TEMPO}&${source}`)
  await page.getByRole('button', { name: connect, exact: true }).click()
  await page.waitForTimeout(800)
  await page.getByRole('button', { name: /^Start/ }).click()
  await page.waitForSelector('[data-run=count-in]')
  const times = await page.evaluate<number[]>(watch(sound, leadMs))
  await page.waitForSelector('[aria-label=Result]')
  return times
}

/** From a note to its mark on the stage, while the band plays: by MIDI, and through the microphone from its onset on. */
export const benchLive = async (browser: Browser, address: string): Promise<readonly Row[]> => {
  const page = await browser.newPage()
  const keys = `eagerContourMidi.press('Stand-in keys', note); setTimeout(() => eagerContourMidi.release('Stand-in keys', note), 200)`
  const midi = await calmest(() => run(page, address, 'midi=stand-in', 'Connect MIDI', keys))
  // From the moment of the sound's clock at which the tone begins: asked for a little before.
  const tone = `eagerContourMicrophone.sound(note, 0.4, ${LEAD_MS / 1000})`
  const microphone = await calmest(() =>
    run(page, address, 'microphone=stand-in', 'Microphone', tone, LEAD_MS),
  )
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
  ]
}
