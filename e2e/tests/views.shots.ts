import { join } from 'node:path'
import { expect, type Page, test } from '@playwright/test'
import { openPlace, writeLine } from './places.ts'

const FOLDER = join(import.meta.dirname, '../../docs/screenshots')

const shoot = async (page: Page, name: string) => {
  await page.evaluate(() => document.fonts.ready)
  await page.waitForLoadState('networkidle')
  await page.mouse.move(2, 2)
  await page.screenshot({ path: join(FOLDER, `${name}.png`) })
}

test('one current picture of each main view, from the demo data', async ({ page }) => {
  await page.goto('/tunes')
  await expect(page.getByRole('link', { name: /Breakwater/ })).toBeVisible()
  await shoot(page, 'tunes')
  await openPlace(page, 'changes')
  await expect(page.getByRole('textbox', { name: /at concert pitch/ })).toContainText('Ebm7')
  await shoot(page, 'changes')
  await openPlace(page, 'map')
  await shoot(page, 'map')
  await openPlace(page, 'line')
  await writeLine(page)
  await expect(page.locator('[data-staff-note]').first()).toBeAttached()
  await page.locator('[data-note="9"]').focus()
  await page.getByRole('button', { name: 'Play' }).click()
  await expect
    .poll(() => page.locator('[data-testid=line-cursor]').evaluate((mark) => mark.style.display))
    .toBe('block')
  await page.waitForTimeout(2200)
  await shoot(page, 'line')
  await page.getByRole('button', { name: 'Stop' }).click()
  await page.getByRole('button', { name: 'Draw the contour' }).click()
  const box = (await page.getByTestId('draw-here').first().boundingBox())!
  await page.mouse.move(box.x + 20, box.y + 50)
  await page.mouse.down()
  for (let step = 0; step <= 24; step += 1)
    await page.mouse.move(
      box.x + 20 + (step / 24) * (box.width - 40),
      box.y + box.height / 2 - (box.height / 2 - 40) * Math.cos((step / 24) * 2 * Math.PI),
    )
  await page.mouse.up()
  await expect(page.getByText('Writing …')).toBeHidden()
  await page.getByRole('button', { name: 'Done drawing' }).click()
  await page.locator('[data-note="8"]').focus()
  for (let press = 0; press < 7; press += 1) await page.keyboard.press('Alt+Shift+ArrowUp')
  await page.getByRole('button', { name: 'Try a mend' }).first().click()
  await expect(page.getByTestId('outline')).toBeVisible()
  await shoot(page, 'line-shaped')
  await openPlace(page, 'drills')
  await shoot(page, 'drills')
  await page.goto('/stage/tune-salt-stairs?bars=1-4&rung=outline-up&tempo=132')
  await page.getByLabel('simulated player').check()
  await page.getByLabel('seed').fill('8')
  await page.getByLabel('errors in 100').fill('18')
  await page.keyboard.press('PageDown')
  await page.waitForSelector('[data-run=playing]')
  await page.waitForTimeout(4300)
  await shoot(page, 'stage')
  await expect(page.getByRole('status', { name: 'Result' })).toBeVisible()
  await shoot(page, 'stage-result')
  await page.goto('/log')
  await expect(page.getByRole('table')).toBeVisible()
  await expect(page.locator('canvas')).toBeVisible()
  await shoot(page, 'log')
  await page.goto('/tunes/new')
  await page
    .getByLabel(/The text, at concert pitch/)
    .fill(
      'title: Weir Lane\nkey: G major\ntime: 4/4\ntempo: 150\n\n| Am7 | D7q9 | Gmaj7 | Em7 |\n| Am7 | D7 | G6 | Bm7 E7 |\n',
    )
  await shoot(page, 'new-tune')
  await page.goto('/setup')
  await expect(page.getByLabel(/Instrument/)).toBeVisible()
  await shoot(page, 'setup')
})
