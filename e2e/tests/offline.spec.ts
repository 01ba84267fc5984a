import { appendFileSync, copyFileSync, cpSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, type Page, test } from '@playwright/test'
import { FILLED, startServer } from './server.ts'

test.use({ serviceWorkers: 'allow' })

/** The application, kept in the browser: this page and every later one is answered by it. */
const keptIn = async (page: Page, url: string) => {
  await page.goto(`${url}/today`)
  await page.evaluate(async () => void (await navigator.serviceWorker.ready))
  await page.reload()
  await expect.poll(() => page.evaluate(() => navigator.serviceWorker.controller !== null)).toBe(true)
  await expect(page.getByRole('region', { name: 'The session' })).toBeVisible()
}

test('without the server the application opens, what was read stays readable, and what is written waits', async ({
  page,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'eager-contour-offline-'))
  const database = join(folder, 'e2e.db')
  copyFileSync(process.env[FILLED]!, database)
  const first = await startServer(database)
  await keptIn(page, first.url)
  await page.goto(`${first.url}/tunes`)
  await expect(page.getByRole('link', { name: 'Breakwater' })).toBeVisible()
  await page.goto(`${first.url}/tunes/tune-breakwater/map?bars=1-4`)
  await expect(page.getByRole('listbox', { name: /Form/ })).toBeVisible()
  await page.waitForLoadState('networkidle')
  await first.stop()

  await page.goto(`${first.url}/tunes`)
  await expect(page.getByRole('link', { name: 'Breakwater' })).toBeVisible()
  await page.goto(`${first.url}/tunes/tune-breakwater/map?bars=1-4`)
  await expect(page.getByRole('option', { name: 'Bar 1: Fm7' })).toBeVisible()
  await page.goto(`${first.url}/setup`)
  await page.getByRole('radio', { name: 'Letter' }).click()
  await expect(page.getByText(/Can’t reach the server\. 1 change waiting; nothing is lost/)).toBeVisible()

  const second = await startServer(database, new URL(first.url).port)
  await page.getByRole('button', { name: 'Try now' }).click()
  await expect(page.getByText(/Can’t reach the server/)).toHaveCount(0)
  await expect
    .poll(async () => (await (await page.request.get(`${second.url}/api/settings`)).json()).page)
    .toBe('Letter')
  await second.stop()
  rmSync(folder, { recursive: true, force: true })
})

test('a new version is told, and used when the player wants it; the application can be installed', async ({
  page,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'eager-contour-version-'))
  const database = join(folder, 'e2e.db')
  const web = join(folder, 'dist')
  copyFileSync(process.env[FILLED]!, database)
  cpSync(join(import.meta.dirname, '../../web/dist'), web, {
    recursive: true,
    filter: (name) => !name.endsWith('.map'),
  })
  const server = await startServer(database, '0', web)
  await keptIn(page, server.url)
  const manifest = await (await page.request.get(`${server.url}/manifest.webmanifest`)).json()
  expect(manifest).toMatchObject({ name: 'Eager Contour', start_url: '/today', display: 'standalone' })
  for (const { src } of manifest.icons)
    expect((await page.request.get(server.url + src)).headers()['content-type']).toContain('image/svg')

  const told = page.getByText('A new version of Eager Contour is here.')
  await expect(told).toHaveCount(0)
  appendFileSync(join(web, 'sw.js'), '\n// another version\n')
  await page.evaluate(async () => void (await (await navigator.serviceWorker.ready).update()))
  await expect(told).toBeVisible()
  const loaded = page.waitForEvent('load')
  await page.getByRole('button', { name: 'Use it now' }).click()
  await loaded
  await expect(page.getByRole('region', { name: 'The session' })).toBeVisible()
  await expect(told).toHaveCount(0)
  await server.stop()
  rmSync(folder, { recursive: true, force: true })
})
