import { chromium } from '@playwright/test'
import { percent, takenMeanwhile } from './host.ts'
import { run } from './live.ts'

const browser = await chromium.launch({
  executablePath: '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--disable-background-networking',
    '--autoplay-policy=no-user-gesture-required',
  ],
})
const page = await browser.newPage()
for (let i = 0; i < 2; i++) {
  const t = takenMeanwhile()
  const midi = await run(
    page,
    'http://127.0.0.1:4400',
    'midi=stand-in',
    'Connect MIDI',
    `eagerContourMidi.press('Stand-in keys', note); setTimeout(() => eagerContourMidi.release('Stand-in keys', note), 200)`,
  )
  console.log(percent(t()), midi.map((x) => x.toFixed(0)).join(' '))
  const t2 = takenMeanwhile()
  const mic = await run(
    page,
    'http://127.0.0.1:4400',
    'microphone=stand-in',
    'Microphone',
    'eagerContourMicrophone.sound(note, 0.4, 0.05); began += 50',
  )
  console.log(percent(t2()), mic.map((x) => x.toFixed(0)).join(' '))
}
await browser.close()
