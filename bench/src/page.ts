import { execFileSync, spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { type Browser, chromium, type Page } from '@playwright/test'
import { benchGrid } from './grid.ts'
import { benchLarge, largeFile } from './large.ts'
import { benchLine } from './line.ts'
import { benchLive } from './live.ts'
import { median, milliseconds, type Row } from './table.ts'

const ROUNDS = 7
const PAINT_LIMIT_MS = 1500
const SCRIPT_LIMIT_KB = 200
const COMPOSE_LIMIT_MS = 300
const KEY_LIMIT_MS = 16
const STROKES = 40
const ROOT = process.cwd()
const DEMO = join(ROOT, 'demo/generated/demo.json')

/** The built application in headless Chromium: first paint of Tunes, its scripts, and composing in the worker. */
export const benchPage = async (): Promise<readonly Row[]> => {
  const folder = mkdtempSync(join(tmpdir(), 'eager-contour-bench-'))
  const { address, stop } = await serve(folder, DEMO)
  const browser = await chromium.launch({
    executablePath: execFileSync('sh', ['-c', 'command -v chromium || command -v chromium-headless-shell'], {
      encoding: 'utf8',
    }).trim(),
    args: [
      '--no-sandbox',
      '--disable-gpu',
      '--disable-quic',
      '--disable-background-networking',
      '--disable-component-update',
      '--autoplay-policy=no-user-gesture-required',
    ],
  })
  try {
    const paints: number[] = []
    let scriptBytes = 0
    for (let round = 0; round < ROUNDS; round += 1) {
      const { paint, bytes } = await firstPaint(browser, address)
      paints.push(paint)
      scriptBytes = bytes
    }
    const composing = await composeTimes(browser, address)
    const typing = await typingTimes(browser, address)
    const grid = await benchGrid(browser, address)
    const line = await benchLine(browser, address)
    const live = await benchLive(browser, address)
    const years = await serve(folder, largeFile(folder, DEMO), 'large')
    const large = await benchLarge(browser, years.address)
    years.stop()
    return [
      {
        what: 'Today, from a cold page to its session',
        ours: milliseconds(median(paints)),
        peer: '',
        ratio: '',
        limit: milliseconds(PAINT_LIMIT_MS),
      },
      {
        what: 'scripts before Today, gzipped',
        ours: `${(scriptBytes / 1000).toFixed(0)} kB`,
        peer: '',
        ratio: '',
        limit: `${SCRIPT_LIMIT_KB} kB`,
      },
      {
        what: 'from "Another" to the new line, 8 bars',
        ours: milliseconds(median(composing)),
        peer: '',
        ratio: '',
        limit: milliseconds(COMPOSE_LIMIT_MS),
      },
      {
        what: 'from a key stroke to its mark, 64 bars',
        ours: milliseconds(median(typing)),
        peer: `slowest of ${typing.length} ${milliseconds(Math.max(...typing))}`,
        ratio: '',
        limit: milliseconds(KEY_LIMIT_MS),
      },
      ...grid,
      ...line,
      ...live,
      ...large,
    ]
  } finally {
    await browser.close()
    stop()
    rmSync(folder, { recursive: true, force: true })
  }
}

const serve = (
  folder: string,
  demo: string,
  name = 'bench',
): Promise<{ address: string; stop: () => void }> =>
  new Promise((resolve, reject) => {
    const server = spawn(process.execPath, [join(ROOT, 'server/dist/main.js')], {
      cwd: ROOT,
      env: {
        ...process.env,
        PORT: '0',
        DATA_FILE: join(folder, `${name}.db`),
        DEMO_FILE: demo,
        WEB_DIR: join(ROOT, 'web/dist'),
      },
    })
    server.stdout.on('data', (chunk: Buffer) => {
      const address = /http:\/\/[\d.]+:\d+/.exec(chunk.toString())?.[0]
      if (address) resolve({ address, stop: () => server.kill() })
    })
    server.on('exit', (code) => reject(new Error(`the server ended with ${code}`)))
  })

const firstPaint = async (browser: Browser, address: string): Promise<{ paint: number; bytes: number }> => {
  const page = await browser.newPage()
  const sizes = new Map<string, Promise<number>>()
  page.on('response', (response) => {
    const url = response.url()
    if (url.endsWith('.js'))
      sizes.set(
        url,
        response.body().then((body) => gzipSync(body).byteLength),
      )
  })
  await page.goto(`${address}/today`, { waitUntil: 'commit' })
  // What the session itself needed: what stands beside it is asked for when it is there.
  const { paint, scripts } = await page.evaluate(
    () =>
      new Promise<{ paint: number; scripts: string[] }>((resolve) => {
        // At the moment at which it is drawn, before anything else can be asked for.
        const look = () => {
          const session = document.querySelector('section[aria-label="The session"]')
          if (!session) return
          observer.disconnect()
          const paint = performance.now()
          const loaded = performance.getEntriesByType('resource') as PerformanceResourceTiming[]
          const before = loaded.filter(
            ({ name, responseEnd }) => name.endsWith('.js') && responseEnd <= paint,
          )
          resolve({ paint, scripts: before.map(({ name }) => name) })
        }
        const observer = new MutationObserver(look)
        observer.observe(document, { childList: true, subtree: true })
        look()
      }),
  )
  await page.waitForLoadState('networkidle')
  const bytes = (await Promise.all(scripts.map((url) => sizes.get(url) ?? 0))).reduce(
    (sum, size) => sum + size,
    0,
  )
  await page.close()
  return { paint, bytes }
}

/** Runs in the page: presses Another and returns the milliseconds until other notes are there. */
const PRESS_ANOTHER = `new Promise((resolve) => {
  const labels = () => [...document.querySelectorAll('[data-note]')].map((note) => note.getAttribute('aria-label')).join()
  const before = labels()
  const start = performance.now()
  const look = () => (labels() === before ? requestAnimationFrame(look) : resolve(performance.now() - start))
  ;[...document.querySelectorAll('button')].find(({ textContent }) => textContent === 'Another').click()
  look()
})`

/** Runs in the page: from each key on, the milliseconds until the marks of the editor have changed. */
const WATCH_MARKS = `(() => {
  globalThis.markTimes = []
  let pressed = 0
  const marks = () => document.querySelectorAll('.cm-lintRange-error').length
  let before = marks()
  addEventListener('keydown', () => { pressed = performance.now() }, true)
  new MutationObserver(() => {
    if (marks() === before) return
    before = marks()
    globalThis.markTimes.push(performance.now() - pressed)
  }).observe(document.querySelector('.cm-content'), { subtree: true, childList: true, attributes: true })
})()`

const SIXTY_FOUR = Array.from({ length: 16 }, () => '| Dm7 G7 | Cmaj7 A7b9 | Fm7 Bb7 | Ebmaj7 D7 |').join(
  '\n',
)

/** Types a wrong character after a chord and removes it again: each key press must add or remove a mark. */
const typingTimes = async (browser: Browser, address: string): Promise<readonly number[]> => {
  const page: Page = await browser.newPage()
  await page.goto(`${address}/tunes/new`)
  const editor = page.locator('.cm-content')
  await editor.fill(`title: Long\nkey: C major\n\n${SIXTY_FOUR}`)
  await page.waitForTimeout(500)
  await editor.press('Control+End')
  for (let step = 0; step < 2; step += 1) await page.keyboard.press('ArrowLeft')
  await page.evaluate(WATCH_MARKS)
  for (let stroke = 0; stroke < STROKES; stroke += 1) {
    await page.keyboard.press(stroke % 2 === 0 ? 'q' : 'Backspace')
    await page.waitForTimeout(90)
  }
  const times = await page.evaluate<number[]>('globalThis.markTimes')
  await page.close()
  return times
}

const composeTimes = async (browser: Browser, address: string): Promise<readonly number[]> => {
  const page: Page = await browser.newPage()
  await page.goto(`${address}/tunes/tune-salt-stairs/line?bars=1-8`)
  await page.getByRole('button', { name: 'Write a line' }).click()
  await page.waitForSelector('[data-note]')
  const times: number[] = []
  for (let round = 0; round < ROUNDS; round += 1) {
    const time = await page.evaluate<number>(PRESS_ANOTHER)
    times.push(time)
    await page.waitForTimeout(200)
  }
  await page.close()
  return times
}
