import { readFileSync } from 'node:fs'
import {
  analyseChart,
  type BandEvent,
  bandEvents,
  chordPitchClasses,
  composeLines,
  instrumentOf,
  type Part,
  QUARTER,
  readChart,
  type Stretch,
} from '@eager-contour/core'
import { describe, expect, it } from 'vitest'
import { onsetsOf, pitchAt } from '../../test/hearing.ts'
import type { BandSound } from './band.ts'
import { renderBand, wavOf } from './render.ts'
import { LINE_SOUNDS, voicesOf } from './sounds.ts'

const file = readFileSync(new URL('../../public/sound/band.sf3', import.meta.url))
const font = () => file.buffer.slice(file.byteOffset, file.byteOffset + file.byteLength) as ArrayBuffer
const BPM = 132
const secondsAt = (tick: number) => (tick / QUARTER) * (60 / BPM)

/** Everything as loud as can be, so that only what is left out is silent. */
const soundOf = (lineSound: string): BandSound =>
  Object.fromEntries(
    Object.entries(voicesOf({ lineSound, compSound: 'piano' }, 'sticks')).map(([part, voice]) => [
      part,
      { ...voice, volume: 100, silent: false },
    ]),
  ) as unknown as BandSound

const chart = readChart(
  'key: F major\n| F7 | Bb7 | F7 | Cm7 F7 | Bb7 | Bdim7 | F7 | Am7b5 D7b9 | Gm7 | C7 | F7 D7 | Gm7 C7 |',
)
if (!chart.ok) throw new Error('the chart of these tests cannot be read')
const BLUES = analyseChart(chart.value)
const STRETCH: Stretch = { from: 0, to: 7 }
const { line } = composeLines(BLUES, {
  stretch: STRETCH,
  seed: 5,
  count: 1,
  range: instrumentOf('concert').range,
  breathBars: 4,
}).lines[0]!

const only = (part: Part, swing: number): readonly BandEvent[] =>
  bandEvents(BLUES, STRETCH, line, { swing, click: 'beats' }).filter((event) => event.part === part)

/** A part alone, dry, as it sounds. */
const heard = async (events: readonly BandEvent[], lineSound = 'vibraphone') =>
  (await renderBand(font(), { events, sound: soundOf(lineSound), bpm: BPM, room: false })).left
const RATE = 44_100

/** Milliseconds that a sharp attack takes to be heard as one, the same for every note of a sound. */
const attackOf = (late: readonly number[]) => [...late].sort((a, b) => a - b)[Math.floor(late.length / 2)]!

describe('the rendered band', () => {
  it('has every note of the line where the score has it, within 3 ms, and no other', async () => {
    const events = only('line', 0.62)
    const onsets = onsetsOf(await heard(events), RATE)
    expect(onsets).toHaveLength(events.length)
    const late = onsets.map((onset, at) => 1000 * (onset - secondsAt(events[at]!.tick)))
    for (const ms of late) expect(Math.abs(ms - attackOf(late))).toBeLessThan(3)
    expect(Math.abs(attackOf(late))).toBeLessThan(3)
  })

  it('has the requested swing', async () => {
    for (const swing of [0.5, 0.58, 0.667]) {
      const events = Array.from({ length: 16 }, (_, at): BandEvent => {
        const tick = Math.floor(at / 2) * QUARTER + (at % 2) * swing * QUARTER
        return { part: 'line', tick, duration: 120, midi: 60 + (at % 5), velocity: 100 }
      })
      const onsets = onsetsOf(await heard(events), RATE)
      expect(onsets).toHaveLength(16)
      const beat = 60 / BPM
      const shares = Array.from({ length: 8 }, (_, at) => (onsets[2 * at + 1]! - onsets[2 * at]!) / beat)
      const mean = shares.reduce((sum, share) => sum + share, 0) / shares.length
      expect(Math.abs(mean - swing)).toBeLessThan(0.005)
    }
  })

  it('sounds the very pitches, with every sound that the line can have', async () => {
    const pitches = [55, 57, 60, 62, 64, 65, 67, 69, 70, 72]
    const events = pitches.map(
      (midi, at): BandEvent => ({ part: 'line', tick: at * 4 * QUARTER, duration: 960, midi, velocity: 100 }),
    )
    for (const { id } of LINE_SOUNDS) {
      const samples = await heard(events, id)
      const off = events.map(({ tick, midi }) => pitchAt(samples, RATE, secondsAt(tick) + 0.3, 4096) - midi)
      for (const steps of off) expect(Math.abs(steps)).toBeLessThan(0.3)
      const mean = off.reduce((sum, steps) => sum + steps, 0) / off.length
      expect(Math.abs(mean)).toBeLessThan(0.1)
    }
  })

  it('has the bass on a root or chord tone on each change of chord', async () => {
    const samples = await heard(only('bass', 0.62))
    for (const { start, chord } of BLUES.spans.filter((span) => span.bar <= STRETCH.to)) {
      const midi = pitchAt(samples, RATE, secondsAt(start) + 0.12, 8192)
      expect(chordPitchClasses(chord)).toContain(Math.round(midi) % 12)
    }
  })

  it('has the metronome on the beats', async () => {
    const onsets = onsetsOf(await heard(only('click', 0.62)), RATE)
    expect(onsets).toHaveLength(32)
    onsets.forEach((onset, at) => {
      expect(Math.abs(onset - secondsAt(at * QUARTER))).toBeLessThan(0.003)
    })
  })

  it('has the drums and the comping where they were meant, each begun within 3 ms', async () => {
    for (const part of ['drums', 'comp'] as const) {
      const events = only(part, 0.62)
      const meant = [...new Set(events.map(({ tick }) => secondsAt(tick)))].sort((a, b) => a - b)
      const onsets = onsetsOf(await heard(events), RATE)
      const off = onsets.map((onset) => Math.min(...meant.map((seconds) => Math.abs(seconds - onset))))
      expect(onsets.length).toBeGreaterThanOrEqual(10)
      expect(Math.max(...off)).toBeLessThan(0.003)
    }
  })

  it('is silent where a part is turned off', async () => {
    const sound = soundOf('piano')
    const silent = { ...sound, line: { ...sound.line, silent: true } }
    const { left } = await renderBand(font(), { events: only('line', 0.62), sound: silent, bpm: BPM })
    expect(Math.max(...left.slice(0, 44_100).map(Math.abs))).toBeLessThan(1e-4)
  })
})

describe('wavOf', () => {
  it('is a 16-bit stereo RIFF file (header as in Multimedia Programming Interface, IBM and Microsoft, 1991), never clipped', () => {
    const loud = new Float32Array(100).map((_, at) => 3 * Math.sin(at / 3))
    const view = new DataView(wavOf({ rate: 44_100, left: loud, right: loud }))
    const text = (at: number) => String.fromCharCode(...[0, 1, 2, 3].map((step) => view.getUint8(at + step)))
    expect([text(0), text(8), text(12), view.getUint16(20, true)]).toEqual(['RIFF', 'WAVE', 'fmt ', 1])
    expect([view.getUint16(22, true), view.getUint32(24, true), view.getUint16(34, true)]).toEqual([
      2, 44_100, 16,
    ])
    const samples = Array.from({ length: 200 }, (_, at) =>
      view.getInt16(view.byteLength - 400 + 2 * at, true),
    )
    // 3 dB below full scale: a factor of 0.708 (decibels of amplitude).
    expect(Math.max(...samples.map(Math.abs)) / 32_768).toBeCloseTo(0.708, 2)
  })

  it('makes a quiet recording as loud as a loud one, and leaves silence alone', () => {
    const peakOf = (volume: number) => {
      const sound = new Float32Array(100).map((_, at) => volume * Math.sin(at / 3))
      const view = new DataView(wavOf({ rate: 44_100, left: sound, right: sound }))
      const samples = Array.from({ length: 200 }, (_, at) =>
        view.getInt16(view.byteLength - 400 + 2 * at, true),
      )
      return Math.max(...samples.map(Math.abs)) / 32_768
    }
    expect(peakOf(0.05)).toBeCloseTo(0.708, 2)
    expect(peakOf(0)).toBe(0)
  })
})
