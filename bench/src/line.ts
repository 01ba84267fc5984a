import type { Browser, Page } from '@playwright/test'
import { calmest, percent } from './host.ts'
import { median, milliseconds, type Row } from './table.ts'
import { keysDuring, tasksDuring } from './tasks.ts'

const TURNS = 12
const EDITS = 30
const STARTS = 7
const LOAD_SECONDS = 12
const TURN_LIMIT_MS = 150
const COMMIT_LIMIT_MS = 16
const START_LIMIT_MS = 100
const TASK_LIMIT_MS = 50
/** A block of the sound: 128 samples at 44,100 a second. */
const BLOCK_MS = (128 / 44_100) * 1000

/** Runs in the page: from each key that goes down, the milliseconds until the notes have changed. */
const WATCH_NOTES = `(() => {
  globalThis.noteTimes = []
  let pressed = 0
  let waits = false
  addEventListener('keydown', () => { pressed = performance.now(); waits = true }, true)
  new MutationObserver(() => {
    if (!waits) return
    waits = false
    globalThis.noteTimes.push(performance.now() - pressed)
  }).observe(document.querySelector('section[aria-label="The line"]'), {
    subtree: true, childList: true, attributes: true, attributeFilter: ['aria-label', 'transform'],
  })
})()`

const openLine = async (browser: Browser, address: string, bars: string, tune: string): Promise<Page> => {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.goto(`${address}/tunes/${tune}/line?bars=${bars}`)
  await page.getByRole('button', { name: 'Write a line' }).click()
  await page.waitForSelector('[data-staff-note]')
  await page.waitForTimeout(800)
  return page
}

const timesOf = (page: Page): Promise<readonly number[]> => page.evaluate<number[]>('globalThis.noteTimes')

/** From a changed control to other notes on the screen. */
const turnTimes = async (browser: Browser, address: string): Promise<readonly number[]> => {
  const page = await openLine(browser, address, '1-8', 'tune-salt-stairs')
  await page.getByRole('slider', { name: 'Enclosures' }).focus()
  await page.evaluate(WATCH_NOTES)
  for (let turn = 0; turn < TURNS; turn += 1) {
    await page.keyboard.press(turn % 2 === 0 ? 'ArrowLeft' : 'ArrowRight')
    await page.waitForTimeout(500)
  }
  const times = await timesOf(page)
  await page.close()
  return times
}

/** From the key that moves a note to the changed page. */
const editTimes = async (
  browser: Browser,
  address: string,
): Promise<{ readonly clock: readonly number[]; readonly processor: readonly number[] }> => {
  const page = await openLine(browser, address, '1-8', 'tune-breakwater')
  await page.locator('[data-note="5"]').focus()
  await page.evaluate(WATCH_NOTES)
  const edit = async () => {
    for (let edits = 0; edits < EDITS; edits += 1) {
      await page.keyboard.press(edits % 2 === 0 ? 'Alt+ArrowUp' : 'Alt+ArrowDown')
      await page.waitForTimeout(250)
    }
  }
  const { value: clock } = await calmest(async () => {
    await page.evaluate('globalThis.noteTimes = []')
    await edit()
    return timesOf(page)
  })
  const keys = await keysDuring(browser, page, edit)
  await page.close()
  // Alt is a key press too, and changes nothing.
  const processor = keys.map((key) => key.processor).sort((a, b) => b - a)
  return { clock, processor: processor.slice(0, EDITS) }
}

/** Runs in the page: presses Play and returns the milliseconds until the first beat sounds. */
const PRESS_PLAY = `new Promise((resolve) => {
  const start = performance.now()
  document.querySelector('button[aria-label="Play"]').click()
  const look = () =>
    globalThis.eagerContourBand?.position() === undefined ? setTimeout(look) : resolve(performance.now() - start)
  look()
})`

const startTimes = async (page: Page): Promise<readonly number[]> => {
  const times: number[] = []
  for (let start = 0; start <= STARTS; start += 1) {
    times.push(await page.evaluate<number>(PRESS_PLAY))
    await page.waitForTimeout(600)
    await page.keyboard.press('Space')
    await page.waitForTimeout(300)
  }
  return times.slice(1)
}

/**
 * Runs in the page: collects long tasks, and how far the audio clock falls behind the wall clock, while Another is
 * pressed. Both clocks are read at one moment (the context's output timestamp), which is zero.
 */
const UNDER_LOAD = `new Promise((resolve) => {
  const tasks = []
  const observer = new PerformanceObserver((list) => tasks.push(...list.getEntries().map(({ duration }) => duration)))
  observer.observe({ type: 'longtask' })
  const band = globalThis.eagerContourBand
  const first = band.stamp()
  const lossMs = []
  const watch = setInterval(() => {
    const { sound, wall } = band.stamp()
    lossMs.push(wall - first.wall - (sound - first.sound) * 1000)
  }, 20)
  const press = setInterval(() => {
    const another = [...document.querySelectorAll('button')].find(({ textContent }) => textContent === 'Another')
    another?.click()
  }, 700)
  setTimeout(() => {
    clearInterval(watch)
    clearInterval(press)
    observer.disconnect()
    resolve({ tasks, lossMs })
  }, ${LOAD_SECONDS * 1000})
})`

interface Load {
  readonly tasks: readonly number[]
  /** Milliseconds behind the wall clock, every 20 ms. */
  readonly lossMs: readonly number[]
}

/** The number of consecutive moments: 300 ms. */
const MOMENTS = 15

/** The time that the audio clock lost for good: behind at every one of some consecutive moments. */
const lostBy = (lossMs: readonly number[]): number =>
  Math.max(0, ...lossMs.map((_, at) => Math.min(...lossMs.slice(at, at + MOMENTS))))

/** The Line page: changing the brief, editing, starting to play, and playing while composing. */
export const benchLine = async (browser: Browser, address: string): Promise<readonly Row[]> => {
  const turning = await turnTimes(browser, address)
  const editing = await editTimes(browser, address)
  const page = await openLine(browser, address, '1-32', 'tune-tinsmiths-errand')
  const starting = await startTimes(page)
  await page.evaluate(PRESS_PLAY)
  const { value: load, taken } = await calmest(() => page.evaluate<Load>(UNDER_LOAD))
  const share = percent(taken)
  // Once more with the tasks' own processor time, from a trace.
  const traced = await tasksDuring(browser, page, () => page.evaluate(UNDER_LOAD))
  const busiest = Math.max(0, ...traced.map(({ processor }) => processor))
  await page.close()
  const longest = Math.max(0, ...load.tasks)
  const row = (what: string, ours: number, peer: string, limit: number): Row => ({
    what,
    ours: milliseconds(ours),
    peer,
    ratio: '',
    limit: milliseconds(limit),
  })
  const slowest = (values: readonly number[]) =>
    `slowest of ${values.length} ${milliseconds(Math.max(...values))}`
  return [
    row('from a changed control to the new line, 8 bars', median(turning), slowest(turning), TURN_LIMIT_MS),
    row(
      'from the key that moves a note to the page',
      median(editing.clock),
      slowest(editing.clock),
      COMMIT_LIMIT_MS,
    ),
    row(
      'the same, time of the main thread',
      median(editing.processor),
      slowest(editing.processor),
      COMMIT_LIMIT_MS,
    ),
    row('from Play to the first beat, loaded', median(starting), slowest(starting), START_LIMIT_MS),
    row(
      'longest task while playing and composing, 32 bars (0: none over 50 ms)',
      longest,
      `${load.tasks.length} over 50 ms in ${LOAD_SECONDS} s; the host took ${share}`,
      TASK_LIMIT_MS,
    ),
    row(
      'the same, processor time',
      busiest,
      `by the clock ${milliseconds(traced[0]?.clock ?? 0)}`,
      TASK_LIMIT_MS,
    ),
    row(
      'audio clock behind the wall clock at most, meanwhile',
      Math.max(...load.lossMs),
      `lost for good ${milliseconds(lostBy(load.lossMs))}; the host took ${share}`,
      BLOCK_MS,
    ),
  ]
}
