import fc from 'fast-check'
import { afterAll, describe, expect, it } from 'vitest'
import { analysed } from '../../test/changes.ts'
import { spellNotes } from '../line/notes/spell.ts'
import { readMidiLine, readMidiTake } from './midi/read.ts'
import { writeMidi } from './midi/write.ts'
import { readMusicXmlChart } from './musicxml/readChart.ts'
import { readMusicXmlLine } from './musicxml/readLine.ts'
import { writeMusicXml } from './musicxml/write.ts'
import { openMusicXml } from './musicxml/xml.ts'

const TUNE = analysed('key: Bb major\n| Cm7 | F7 | Bbmaj7 | Gm7 |')
const STRETCH = { from: 0, to: 3 }
const LINE = spellNotes(
  TUNE,
  [60, 63, 67, 70, 69, 65, 63, 60, 62].map((midi, at) => ({ start: at * 240, duration: 240, midi })),
)
const MIDI = writeMidi(TUNE.chart, LINE, STRETCH)
const SCORE = writeMusicXml('Weir', [
  { name: 'horn', clef: 'treble', passages: [{ chart: TUNE.chart, line: LINE, stretch: STRETCH }] },
])

/** The long form, `npm run soak`. */
const SOAK = process.env.SOAK !== undefined

const fromHex = (hex: string) => Uint8Array.from(hex.match(/../g)!.map((pair) => Number.parseInt(pair, 16)))
const isFinitePositive = (values: readonly number[]) =>
  values.every((value) => Number.isFinite(value) && value >= 0)

/** A file with some of its bytes changed, removed or doubled. */
const mutated = (file: Uint8Array) =>
  fc
    .array(
      fc.record({
        at: fc.nat(file.length - 1),
        byte: fc.nat(255),
        how: fc.constantFrom('set', 'cut', 'double'),
      }),
      { minLength: 1, maxLength: 6 },
    )
    .map((changes) => {
      let bytes = [...file]
      for (const { at, byte, how } of changes) {
        if (how === 'set') bytes[at % bytes.length] = byte
        else if (how === 'cut') bytes.splice(at % bytes.length, 1 + (byte % 8))
        else bytes = [...bytes.slice(0, at), ...bytes.slice(Math.max(0, at - byte), at), ...bytes.slice(at)]
        if (bytes.length === 0) bytes = [0]
      }
      return Uint8Array.from(bytes)
    })

/** The longest that one file took, in milliseconds, and the most memory in use, in bytes: only the long form limits them. */
const worst = { time: 0, memory: 0 }
const SLOWEST_MS = 1000
const MOST_MEMORY = 300e6

const watched = <T>(read: () => T): T => {
  if (!SOAK) return read()
  const start = performance.now()
  const value = read()
  worst.time = Math.max(worst.time, performance.now() - start)
  worst.memory = Math.max(worst.memory, process.memoryUsage().heapUsed)
  return value
}

afterAll(() => {
  if (!SOAK) return
  console.log(
    `slowest file ${worst.time.toFixed(0)} ms, at most ${(worst.memory / 1e6).toFixed(0)} MB in use`,
  )
  expect(worst.time).toBeLessThan(SLOWEST_MS)
  expect(worst.memory).toBeLessThan(MOST_MEMORY)
})

describe('hostile files', () => {
  it('refuses a MIDI file whose lengths reach beyond it, at once', () => {
    const file = fromHex('4d546864000000060001000101e04d54726b0000000800ff7f8fffffff78')
    expect(readMidiLine(file)).toMatchObject({ ok: false, problems: [{ rule: 'import.notMidi' }] })
    expect(readMidiTake(file)).toMatchObject({ ok: false })
    const cut = MIDI.slice(0, MIDI.length - 5)
    expect(readMidiLine(cut).ok).toBe(false)
  })

  it('gives finite notes or a problem for every mutated MIDI file (property)', () => {
    fc.assert(
      fc.property(mutated(MIDI), (file) => {
        const line = watched(() => readMidiLine(file))
        const take = watched(() => readMidiTake(file))
        if (line.ok)
          expect(
            line.value.notes.every(({ start, duration, midi }) => isFinitePositive([start, duration, midi])),
          ).toBe(true)
        if (take.ok)
          expect(take.value.every(({ onsetMs, durationMs }) => isFinitePositive([onsetMs, durationMs]))).toBe(
            true,
          )
      }),
      { numRuns: SOAK ? 100_000 : 4000 },
    )
  })

  it('takes quarter tones to a half step, and leaves out pitches and places that no instrument has', () => {
    const score = (alter: string, octave = '4', duration = '1', divisions = '1') =>
      `<score-partwise><part><measure><attributes><divisions>${divisions}</divisions></attributes><note><pitch><step>C</step><alter>${alter}</alter><octave>${octave}</octave></pitch><duration>${duration}</duration></note><note><pitch><step>E</step><octave>4</octave></pitch><duration>1</duration></note></measure></part></score-partwise>`
    const pitches = (text: string) => {
      const read = readMusicXmlLine(text)
      return read.ok ? read.value.notes.map(({ midi }) => midi) : read.problems.map(({ rule }) => rule)
    }
    expect(pitches(score('0.5'))).toEqual([60, 64])
    expect(pitches(score('-1.5'))).toEqual([58, 64])
    expect(pitches(score('1e9'))).toEqual([64])
    expect(pitches(score('1', '1e300'))).toEqual([64])
    expect(pitches(score('0', '4', '1e308', '1e-300'))).toEqual(['import.noNotes'])
  })

  it('refuses a chord whose root no instrument has, in its bar', () => {
    const score = (alter: string, degree = '0') =>
      `<score-partwise><part><measure><harmony><root><root-step>C</root-step><root-alter>${alter}</root-alter></root><kind>dominant</kind><degree><degree-value>9</degree-value><degree-alter>${degree}</degree-alter><degree-type>add</degree-type></degree></harmony></measure></part></score-partwise>`
    expect(readMusicXmlChart(score('400000000'))).toMatchObject({ ok: false })
    expect(readMusicXmlChart(score('0.5')).ok).toBe(true)
    expect(readMusicXmlChart(score('0', '400000000')).ok).toBe(true)
  })

  it('gives notes, changes or a problem for every mutated score (property)', () => {
    fc.assert(
      fc.property(mutated(new TextEncoder().encode(SCORE)), (file) => {
        const text = watched(() => openMusicXml(file))
        if (!text.ok) return
        const line = watched(() => readMusicXmlLine(text.value))
        if (line.ok)
          expect(
            line.value.notes.every(({ start, duration, midi }) => isFinitePositive([start, duration, midi])),
          ).toBe(true)
        watched(() => readMusicXmlChart(text.value))
      }),
      { numRuns: SOAK ? 100_000 : 800 },
    )
  })

  it('reads twenty thousand changes of tempo', () => {
    const events: number[] = []
    for (let at = 0; at < 20_000; at += 1) events.push(1, 0xff, 0x51, 3, 7, 0xa1, at % 256)
    for (let at = 0; at < 5000; at += 1) events.push(4, 0x90, 60, 90, 4, 0x80, 60, 0)
    events.push(0, 0xff, 0x2f, 0)
    const length = [24, 16, 8, 0].map((shift) => (events.length >> shift) & 255)
    const file = Uint8Array.from([...fromHex('4d546864000000060001000101e04d54726b'), ...length, ...events])
    const take = readMidiTake(file)
    expect(take.ok && take.value).toHaveLength(5000)
  })
})
