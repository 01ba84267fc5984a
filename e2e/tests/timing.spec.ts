import type { Page } from '@playwright/test'
import { expect, test } from './app.ts'

interface Sounding {
  readonly position: () => number | undefined
}

/** Strikes something so long after each of the eight clicks that are played after four. */
const strikeAfterClicks = (page: Page, lateMs: number, strike: string): Promise<void> =>
  page.evaluate(
    ({ late, code }) =>
      new Promise<void>((done) => {
        const hit = new Function(code) as () => void
        let next = 4
        const look = setInterval(() => {
          const { eagerContourBand: band } = globalThis as unknown as { eagerContourBand?: Sounding }
          const tick = band?.position() ?? -1
          if (tick < next * 480) return
          next += 1
          setTimeout(hit, late)
          if (next < 12) return
          clearInterval(look)
          done()
        }, 2)
      }),
    { late: lateMs, code: strike },
  )

const MIDI =
  "globalThis.eagerContourMidi.press('Stand-in keys', 60); globalThis.eagerContourMidi.release('Stand-in keys', 60)"
const PAD = `[...document.querySelectorAll('button')].find(({ textContent }) => textContent.startsWith('Tap this pad'))
  .dispatchEvent(new PointerEvent('pointerdown', { bubbles: true, pointerId: 1 }))`

test('the delay of a MIDI device is measured on eight clicks and stored with it', async ({ page }) => {
  await page.goto('/stage/tune-breakwater?bars=1-1&rung=roots&tempo=60&midi=stand-in')
  await page.getByRole('button', { name: 'Connect MIDI' }).click()
  await page.getByRole('button', { name: 'MIDI settings' }).click()
  const late = page.getByLabel('Latency (ms)')
  await expect(late).toHaveValue('0')
  const find = page.getByRole('button', { name: 'Measure with eight clicks' })
  await find.click()
  await strikeAfterClicks(page, 150, MIDI)
  await expect(page.getByText(/ms after the click/)).toBeVisible()
  const found = Number(await late.inputValue())
  expect(found).toBeGreaterThan(110)
  expect(found).toBeLessThan(300)
  await page.reload()
  await page.getByRole('button', { name: 'Connect MIDI' }).click()
  await page.getByRole('button', { name: 'MIDI settings' }).click()
  await expect(late).toHaveValue(String(found))
  // Nothing played: nothing is changed.
  await find.click()
  await expect(page.getByText(/Too few notes on the clicks/)).toBeVisible()
  await expect(late).toHaveValue(String(found))
})

test('the delay of the touch screen is measured on a pad and subtracted', async ({ page }) => {
  await page.goto('/stage/tune-breakwater?bars=1-1&rung=roots&tempo=60')
  await page.getByRole('button', { name: 'Timing', exact: true }).click()
  const late = page.getByLabel('Latency, on-screen keys (ms)')
  await page.getByRole('button', { name: 'Measure with eight clicks' }).click()
  await strikeAfterClicks(page, 180, PAD)
  await expect(page.getByText(/ms after the click/)).toBeVisible()
  const found = Number(await late.inputValue())
  expect(found).toBeGreaterThan(140)
  expect(found).toBeLessThan(330)
  await expect(page.getByLabel('Latency, computer keyboard (ms)')).toHaveValue('0')
  await page.keyboard.press('Escape')
  // The take says how it was heard.
  const saved = page.waitForRequest(
    (request) => request.url().includes('/api/runs') && request.method() !== 'GET',
  )
  await page.getByRole('button', { name: /^Start/ }).click()
  await expect(page.locator('[data-run=playing]')).toBeVisible()
  await page.getByRole('group', { name: 'Keys' }).getByRole('button').first().click()
  const body = (await saved).postDataJSON() as { take: { latencyMs: number; source: string } }
  expect(body.take).toMatchObject({ latencyMs: found, source: 'screen-keys' })
})
