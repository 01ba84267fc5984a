import { RUNGS } from '@eager-contour/core'
import type { Browser } from '@playwright/test'
import { median, milliseconds, type Row } from './table.ts'

const ROUNDS = 9
const LIMIT_MS = 100
const CHART = `title: Long\nkey: C major\n\n${Array.from({ length: 16 }, () => '| Dm7 G7 | Cmaj7 A7b9 | Fm7 Bb7 | Ebmaj7 D7 |').join('\n')}`

/**
 * Runs in the page: goes to another page and back to Drills; the milliseconds until a window of cells is painted, and
 * until all are.
 */
const TO_DRILLS = `new Promise((resolve) => {
  const link = (name) => [...document.querySelectorAll('a')].find(({ textContent }) => textContent === name)
  link('Map').click()
  setTimeout(() => {
    const start = performance.now()
    link('Drills').click()
    const cells = (count, then) =>
      document.querySelectorAll('[data-cell]').length >= count
        ? requestAnimationFrame(() => then(performance.now() - start))
        : setTimeout(() => cells(count, then))
    cells(1, (first) => cells(${12 * RUNGS.length}, (all) => resolve({ first, all })))
  }, 700)
})`

/** The ladder's grid over a tune of 64 bars, from a click to its cells on the screen. */
export const benchGrid = async (browser: Browser, address: string): Promise<readonly Row[]> => {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await fetch(`${address}/api/tunes/tune-bench-long`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json', origin: address },
    body: JSON.stringify({ revision: 0, edit: 'edit-bench-1', title: 'Long', chart: CHART }),
  })
  await page.goto(`${address}/tunes/tune-bench-long/drills?bars=1-64`)
  await page.waitForSelector('[data-cell]')
  const times: { readonly first: number; readonly all: number }[] = []
  for (let round = 0; round < ROUNDS; round += 1) times.push(await page.evaluate(TO_DRILLS))
  await page.close()
  const row = (what: string, values: readonly number[]): Row => ({
    what: `the ladder’s grid over 64 bars, from a click to ${what}`,
    ours: milliseconds(median(values)),
    peer: `slowest of ${values.length} ${milliseconds(Math.max(...values))}`,
    ratio: '',
    limit: milliseconds(LIMIT_MS),
  })
  return [
    row(
      'what a window holds',
      times.map(({ first }) => first),
    ),
    row(
      'all of its cells',
      times.map(({ all }) => all),
    ),
  ]
}
