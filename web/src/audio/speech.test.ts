import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import {
  analyseChart,
  DETECTION_RULES,
  gradeTake,
  instrumentOf,
  makeExercise,
  PitchDetector,
  type PlayedNote,
  perfectPlayer,
  readChart,
  simulatedTake,
  windowsFor,
} from '@eager-contour/core'
import { expect, it } from 'vitest'

const WORDS =
  'So, what shall we play tonight? Take the second chorus, and leave some room at the end of it. The train to the coast leaves from the far platform at a quarter past nine, and whoever wants to sit by the window should be there early. Bring a coat, because the wind is cold in the evening.'
const CHART = 'key: Db major\n| Ebm7 | Ab7 | Dbmaj7 | Gbmaj7 | Cm7b5 F7b9 | Bbm7 | Ebm7 | Ab7 |'
const TEMPO = 110
const RUNGS = ['outline-up', 'from-7', 'chord-scales'] as const
/** From one start of the exercise in the talk to the next. */
const STARTS = 20
const APART_MS = 470
const RUN_MS = 17_000

/** The ear's samples a second; and, of a WAV file, the bytes before its samples, and where it says how many a second. */
const RATE = 44_100
const WAV_HEAD = 44
const WAV_RATE_AT = 24

/** The sound of a WAV file of one channel and 16 bits, with each sample said so often that the rate becomes the ear's. */
const readSpeech = (file: string): { readonly samples: Float32Array; readonly rate: number } => {
  const bytes = readFileSync(file)
  const rate = bytes.readUInt32LE(WAV_RATE_AT)
  const times = Math.round(RATE / rate)
  const count = Math.floor((bytes.length - WAV_HEAD) / 2)
  const samples = new Float32Array(count * times)
  for (let at = 0; at < samples.length; at += 1)
    samples[at] = bytes.readInt16LE(WAV_HEAD + 2 * Math.floor(at / times)) / 2 ** 15
  return { samples, rate: rate * times }
}

const heardIn = (file: string, instrument: string): readonly PlayedNote[] => {
  const { samples, rate } = readSpeech(file)
  const heard: PlayedNote[] = []
  const { low } = instrumentOf(instrument).range
  const detector = new PitchDetector(
    rate,
    ({ onsetMs, endMs, midi, cents, velocity }, state) => {
      if (state === 'ended') heard.push({ onsetMs, durationMs: endMs - onsetMs, midi, cents, velocity })
    },
    { ...DETECTION_RULES, ...windowsFor(low) },
  )
  detector.take(samples)
  detector.end()
  return heard
}

/** The share of all exercises' notes, begun at many moments of the talk, that count as played. */
const matched = (talk: readonly PlayedNote[], instrument: string): number => {
  const chart = readChart(CHART)
  if (!chart.ok) throw new Error('The chart cannot be read')
  const analysis = analyseChart(chart.value)
  let right = 0
  let asked = 0
  for (const rung of RUNGS) {
    const made = makeExercise(
      { rung, stretch: { from: 0, to: 7 }, tempo: TEMPO },
      analysis,
      instrumentOf(instrument),
    )
    if (!made.ok) throw new Error(`No exercise of ${rung}`)
    const perfect = simulatedTake(made.value, perfectPlayer)
    for (let start = 0; start < STARTS; start += 1) {
      const from = start * APART_MS
      const notes = talk
        .filter(({ onsetMs }) => onsetMs >= from && onsetMs < from + RUN_MS)
        .map((note) => ({ ...note, onsetMs: note.onsetMs - from }))
      const graded = gradeTake(made.value, { ...perfect, notes })
      if (!graded.ok) throw new Error('what was heard cannot be graded')
      right += graded.value.judged.filter(({ verdict }) =>
        ['right', 'early', 'late'].includes(verdict),
      ).length
      asked += perfect.notes.length
    }
  }
  return right / asked
}

for (const voice of ['en', 'en+f2', 'en+f4', 'en+m3'])
  it(`the voice ${voice} matches under one in fifty notes, whenever the exercise starts`, () => {
    const file = join(mkdtempSync(join(tmpdir(), 'eager-contour-')), 'speech.wav')
    execFileSync('espeak-ng', ['-v', voice, '-w', file, WORDS])
    for (const instrument of ['trumpet', 'tenor-sax', 'guitar'])
      expect(matched(heardIn(file, instrument), instrument)).toBeLessThan(0.02)
  })
