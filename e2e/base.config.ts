import { execFileSync } from 'node:child_process'
import { defineConfig, type PlaywrightTestConfig } from '@playwright/test'

/** Where the system's Chromium is: its headless shell if it is there, which draws no window and is faster. */
export const chromium = (): string =>
  execFileSync(
    'sh',
    ['-c', 'command -v chromium-headless-shell || command -v chromium || command -v chromium-browser'],
    { encoding: 'utf8' },
  ).trim()

/** Chromium without a monitor or a sound card; its audio runs all the same. */
export const ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  '--autoplay-policy=no-user-gesture-required',
]

/** How Playwright runs; the application under test is in tests/app.ts. */
export const configFor = (more: PlaywrightTestConfig): PlaywrightTestConfig =>
  defineConfig({
    testDir: './tests',
    globalSetup: './tests/filled.ts',
    outputDir: './results',
    timeout: 180_000,
    expect: { timeout: 40_000, toPass: { intervals: [100] } },
    workers: 3,
    // Several tests play in real time: a machine that is busy with something else may starve the sound for a moment.
    retries: 2,
    reporter: [
      ['list'],
      ['json', { outputFile: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ?? 'results/report.json' }],
    ],
    use: {
      viewport: { width: 1280, height: 800 },
      // Only its own test has it: what it answers can't be watched or replaced.
      serviceWorkers: 'block',
      actionTimeout: 40_000,
      launchOptions: { executablePath: chromium(), args: ARGS },
      // A trace photographs the page at every step, which takes longer than the tests.
      trace: 'on-first-retry',
    },
    ...more,
  })
