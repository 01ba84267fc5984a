import { execFileSync } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { defineConfig, type PlaywrightTestConfig } from '@playwright/test'

const root = join(import.meta.dirname, '..')
const PORT = 4517

export const chromium = (): string =>
  execFileSync('sh', ['-c', 'command -v chromium || command -v chromium-browser'], {
    encoding: 'utf8',
  }).trim()

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

/** Playwright over the built application, on a fresh database with the demo in it. */
export const configFor = (more: PlaywrightTestConfig): PlaywrightTestConfig =>
  defineConfig({
    testDir: './tests',
    outputDir: './results',
    timeout: 180_000,
    expect: { timeout: 40_000 },
    workers: 1,
    retries: process.env.CI ? 1 : 0,
    reporter: [
      ['list'],
      ['json', { outputFile: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ?? 'results/report.json' }],
    ],
    use: {
      baseURL: `http://127.0.0.1:${PORT}`,
      viewport: { width: 1280, height: 800 },
      launchOptions: { executablePath: chromium(), args: ARGS },
      trace: 'retain-on-failure',
    },
    webServer: {
      command: `node ${join(root, 'server/dist/main.js')}`,
      url: `http://127.0.0.1:${PORT}/api/health`,
      cwd: root,
      env: {
        PORT: String(PORT),
        DATA_FILE: join(process.env.E2E_DATA ?? mkdtempSync(join(tmpdir(), 'eager-contour-e2e-')), 'e2e.db'),
        DEMO_FILE: join(root, 'demo/generated/demo.json'),
        WEB_DIR: join(root, 'web/dist'),
      },
      reuseExistingServer: false,
    },
    ...more,
  })
