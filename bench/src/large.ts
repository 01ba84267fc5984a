import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import type { Browser } from '@playwright/test'
import { median, milliseconds, type Row } from './table.ts'

const TUNES = 500
const RUNS = 50_000
const ROUNDS = 5
const LIMIT_MS = 1500
const LOG_LIMIT_MS = 1000
const ANSWER_LIMIT_MS = 50
const SAVE_LIMIT_MS = 20
const MINUTE_MS = 60_000
/** The last day of the runs that are made, and a year before. */
const LAST_DAY = '2024-10-01'
const YEAR = '2023-10-01'

/** A file for an empty database: as many tunes and runs as a player has after years; the runs are the demo's, again. */
export const largeFile = (folder: string, demoFile: string): string => {
  const demo = JSON.parse(readFileSync(demoFile, 'utf8'))
  const [tune] = demo.tunes
  const first = Date.parse('2020-01-01T12:00:00Z')
  const large = {
    ...demo,
    tunes: Array.from({ length: TUNES }, (_, at) => ({
      ...tune,
      id: `tune-large-${at}`,
      title: `Tune ${at}`,
    })),
    lines: [],
    phrases: [],
    runs: Array.from({ length: RUNS }, (_, at) => {
      const run = demo.runs[at % demo.runs.length]
      return {
        ...run,
        id: `run-large-${at}`,
        tune: `tune-large-${(at * 7) % TUNES}`,
        line: undefined,
        playedAt: new Date(first + at * 50 * MINUTE_MS).toISOString(),
        take: { ...run.take, notes: run.take.notes.slice(0, 8) },
      }
    }),
  }
  const file = join(folder, 'large.json')
  writeFileSync(file, JSON.stringify(large))
  return file
}

const row = (what: string, times: readonly number[], limit: number): Row => ({
  what: `${what}, ${TUNES} tunes and ${RUNS} runs`,
  ours: milliseconds(median(times)),
  peer: '',
  ratio: '',
  limit: milliseconds(limit),
})

/** Tunes and the Log with years of practice in them, and what the Log asks the server for. */
export const benchLarge = async (browser: Browser, address: string): Promise<readonly Row[]> => {
  const shown = async (path: string, selector: string): Promise<number> => {
    const page = await browser.newPage()
    await page.goto(address + path, { waitUntil: 'commit' })
    await page.waitForSelector(selector)
    const time = await page.evaluate(() => performance.now())
    await page.close()
    return time
  }
  const answered = async (path: string): Promise<number> => {
    const start = performance.now()
    await (await fetch(`${address}/api/${path}`)).text()
    return performance.now() - start
  }
  const saved = async (at: number): Promise<number> => {
    const {
      id: _id,
      wordsRevision: _revision,
      seconds: _seconds,
      words: _words,
      source: _source,
      ...run
    } = await (await fetch(`${address}/api/runs/run-large-${at}`)).json()
    const body = JSON.stringify({ ...run, playedAt: new Date().toISOString() })
    const start = performance.now()
    await fetch(`${address}/api/runs/run-saved-${at}`, {
      ...{ method: 'PUT', headers: { 'Content-Type': 'application/json' }, body },
    })
    return performance.now() - start
  }
  // The runs are counted after the start: meanwhile the server answers later.
  for (;;) {
    const { done, total } = await (await fetch(`${address}/api/regrading`)).json()
    if (done >= total) break
    await new Promise((next) => setTimeout(next, 1000))
  }
  let saves = 0
  const times = async (measure: () => Promise<number>): Promise<readonly number[]> => {
    const all: number[] = []
    for (let round = 0; round < ROUNDS; round += 1) all.push(await measure())
    return all
  }
  return [
    row('Tunes, cold', await times(() => shown('/tunes', 'table a')), LIMIT_MS),
    row('Today, cold', await times(() => shown('/today', '[aria-label=Blocks] li')), LIMIT_MS),
    row('Log, cold', await times(() => shown('/log', '[aria-label=Runs] td')), LOG_LIMIT_MS),
    row('a page of runs', await times(() => answered('runs?page=250&sort=marks')), ANSWER_LIMIT_MS),
    row('the log’s search', await times(() => answered('runs?search=tune%20499%20solid')), ANSWER_LIMIT_MS),
    row('what is due', await times(() => answered('runs/items')), ANSWER_LIMIT_MS),
    row(
      'held tempos of a year',
      await times(() => answered(`runs/tempos?since=${YEAR}&most=6`)),
      ANSWER_LIMIT_MS,
    ),
    row('minutes of a year', await times(() => answered(`runs/times?since=${YEAR}`)), ANSWER_LIMIT_MS),
    row('weak places', await times(() => answered(`runs/tallies?day=${LAST_DAY}`)), ANSWER_LIMIT_MS),
    row(
      'what was foretold in a year',
      await times(() => answered(`runs/recall?since=${YEAR}`)),
      ANSWER_LIMIT_MS,
    ),
    row('saving a run', await times(() => saved(saves++)), SAVE_LIMIT_MS),
  ]
}
