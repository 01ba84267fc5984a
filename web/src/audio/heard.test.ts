import { readFileSync } from 'node:fs'
import {
  analyseChart,
  type BandEvent,
  DETECTION_RULES,
  gateFor,
  gradeTake,
  instrumentOf,
  latencyFromRun,
  makeExercise,
  PitchDetector,
  type PlayedNote,
  randomFrom,
  readChart,
  simulatedTake,
  windowsFor,
} from '@eager-contour/core'
import { describe, expect, it } from 'vitest'
import type { BandSound } from './band.ts'
import { renderBand } from './render.ts'
import { voicesOf } from './sounds.ts'

const file = readFileSync(new URL('../../public/sound/band.sf3', import.meta.url))
const font = () => file.buffer.slice(file.byteOffset, file.byteOffset + file.byteLength) as ArrayBuffer
const soundOf = (lineSound: string): BandSound =>
  Object.fromEntries(
    Object.entries(voicesOf({ lineSound, compSound: 'piano' }, 'sticks')).map(([part, voice]) => [
      part,
      { ...voice, volume: 100, silent: false },
    ]),
  ) as unknown as BandSound

/** Root mean square of −40 dB, full scale 1. */
const ROOM_NOISE = 0.01

const COUNT = 64
const EIGHTH = 240

/** A line of eighths that wanders over two octaves, no note twice. */
const wandering = (seed: number): readonly number[] => {
  const random = randomFrom(seed)
  let midi = 62
  return Array.from({ length: COUNT }, () => {
    const step = Math.round((random() - 0.5) * 8) || 1
    midi = midi + step > 76 || midi + step < 54 ? midi - step : midi + step
    return midi
  })
}

/** What is heard of a line that a sampled instrument plays: notes right, octaves off, and each onset's error from the usual. */
const played = async (lineSound: string, bpm: number, pitches: readonly number[], noise = 0) => {
  const look = windowsFor(instrumentOf(lineSound).range.low)
  const events = pitches.map(
    (midi, at): BandEvent => ({ part: 'line', tick: at * EIGHTH, duration: EIGHTH, midi, velocity: 100 }),
  )
  const { left, rate } = await renderBand(font(), { events, sound: soundOf(lineSound), bpm, room: false })
  const heard: { onsetMs: number; midi: number }[] = []
  const gate = noise > 0 ? gateFor([noise]) : DETECTION_RULES.gate
  const hearing = new PitchDetector(rate, (tone, state) => state === 'ended' && heard.push(tone), {
    ...DETECTION_RULES,
    ...look,
    gate,
  })
  const random = randomFrom(1)
  // Even noise from −1 to 1 has a root mean square of 1/√3.
  hearing.take(noise > 0 ? left.map((sample) => sample + noise * Math.sqrt(3) * (2 * random() - 1)) : left)
  hearing.end()
  const eighthMs = 30_000 / bpm
  const near = (at: number) =>
    heard.filter(({ onsetMs }) => Math.abs(onsetMs - at * eighthMs) < Math.min(120, eighthMs * 0.45))
  const hits = pitches.map((midi, at) => near(at).find((note) => note.midi === midi))
  const octaves = pitches.filter((midi, at) =>
    near(at).some((note) => note.midi !== midi && (note.midi - midi) % 12 === 0),
  ).length
  const late = hits.flatMap((hit, at) => (hit ? [hit.onsetMs - at * eighthMs] : [])).sort((a, b) => a - b)
  const usual = late[Math.floor(late.length / 2)] ?? 0
  const errors = late.map((ms) => Math.abs(ms - usual)).sort((a, b) => a - b)
  return {
    right: hits.filter(Boolean).length,
    heard: heard.length,
    octaves,
    error: errors[Math.floor(errors.length / 2)] ?? Number.POSITIVE_INFINITY,
  }
}

describe('a sampled horn or guitar, heard through the microphone’s ear', () => {
  it.each([
    ['alto-sax', 60, 60],
    ['alto-sax', 200, 200],
    ['alto-sax', 200, 201],
    ['alto-sax', 200, 202],
    ['trumpet', 60, 60],
    ['trumpet', 200, 200],
    ['guitar', 60, 60],
    ['guitar', 200, 200],
  ])(
    '%s in eighths at %i (seed %i): at least 97 of 100 notes, few more, onsets within 25 ms of the usual',
    async (sound, bpm, seed) => {
      const { right, heard, octaves, error } = await played(sound, bpm, wandering(seed))
      expect(right / COUNT).toBeGreaterThanOrEqual(0.97)
      expect(heard).toBeLessThanOrEqual(COUNT * 1.1)
      expect(octaves / COUNT).toBeLessThan(0.01)
      expect(error).toBeLessThan(25)
    },
  )

  it.each(['alto-sax', 'trumpet', 'guitar'])(
    '%s in eighths at 200 through the noise of a room at −40 dB, with silence set over it: the same',
    async (sound) => {
      const { right, octaves, error } = await played(sound, 200, wandering(200), ROOM_NOISE)
      expect(right / COUNT).toBeGreaterThanOrEqual(0.97)
      expect(octaves / COUNT).toBeLessThan(0.01)
      expect(error).toBeLessThan(25)
    },
  )
})

describe('an exercise in swung eighths, heard without a measured latency', () => {
  it.each([
    ['trumpet', 140],
    ['trumpet', 180],
    ['alto-sax', 180],
  ])('%s at %i: 99 of 100 notes right, 97 on time', async (sound, tempo) => {
    const chart = readChart('key: Eb major\n| Fm7 | Bb7 | Ebmaj7 | Abmaj7 | Dm7b5 | G7b9 | Cm7 | C7 |')
    if (!chart.ok) throw new Error('the chart is read')
    const instrument = instrumentOf(sound)
    const spec = { rung: 'outline-up', variant: 1, stretch: { from: 0, to: 7 }, tempo } as const
    const made = makeExercise(spec, analyseChart(chart.value), instrument)
    if (!made.ok) throw new Error('there is something to play')
    const take = simulatedTake(made.value, { seed: 1, errorRate: 0, spreadMs: 16 })
    const lead = 500
    const events = take.notes.map(
      ({ onsetMs, durationMs, midi, velocity }): BandEvent => ({
        part: 'line',
        tick: onsetMs + lead,
        duration: durationMs,
        midi,
        velocity,
      }),
    )
    // Ticks are milliseconds at this tempo.
    const { left, rate } = await renderBand(font(), { events, sound: soundOf(sound), bpm: 125, room: false })
    const notes: PlayedNote[] = []
    const { low, high } = instrument.range
    const ear = new PitchDetector(
      rate,
      ({ onsetMs, endMs, midi, cents, velocity }, state) => {
        if (state !== 'ended') return
        notes.push({ onsetMs: onsetMs - lead, durationMs: endMs - onsetMs, midi, cents, velocity })
      },
      { ...DETECTION_RULES, ...windowsFor(low, high) },
    )
    ear.take(left)
    ear.end()
    const graded = (latencyMs: number) => {
      const grade = gradeTake(made.value, { ...take, notes, latencyMs })
      if (!grade.ok) throw new Error('what was heard can be graded')
      return grade.value
    }
    const { marks } = graded(latencyFromRun(graded(0).judged) ?? 0)
    expect(marks.notes).toBeGreaterThanOrEqual(99)
    expect(marks.time).toBeGreaterThanOrEqual(97)
  })
})

it('a tenor’s E4 to G4 sound as themselves from the beginning, not an octave lower', async () => {
  const pitches = [62, 64, 65, 66, 67, 68, 66, 64, 67, 65]
  for (const bpm of [60, 200])
    expect(await played('tenor-sax', bpm, pitches)).toMatchObject({ right: pitches.length, octaves: 0 })
})

/** Four chords outlined in quarters at 120, as a horn would practise them. */
const OUTLINES = [63, 66, 70, 73, 56, 60, 63, 66, 61, 65, 68, 72, 66, 70, 73, 77]

describe('quarters over a quiet room', () => {
  it.each(['piano', 'alto-sax', 'trumpet', 'guitar'])(
    '%s: every note once; a slide into a note and what rings on are none',
    async (lineSound) => {
      const events = OUTLINES.map(
        (midi, at): BandEvent => ({ part: 'line', tick: at * 480, duration: 432, midi, velocity: 90 }),
      )
      const { left, rate } = await renderBand(font(), {
        events,
        sound: soundOf(lineSound),
        bpm: 120,
        room: false,
      })
      for (const gate of [0.006, 0.003]) {
        const heard: number[] = []
        const ear = new PitchDetector(rate, ({ midi }, state) => state === 'ended' && heard.push(midi), {
          ...DETECTION_RULES,
          gate,
        })
        ear.take(left)
        ear.end()
        expect(heard).toEqual(OUTLINES)
      }
    },
  )
})
