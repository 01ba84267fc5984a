import { describe, expect, it } from 'vitest'
import { normalFrom, randomFrom } from '../../random/random.ts'
import { DETECTION_RULES, type DetectedTone, PitchDetector, windowsFor } from './hearing.ts'

const RATE = 44_100
const LEAD_MS = 150
/** A tenor's and a trumpet's middle: 24 notes in no order. */
const NOTES = Array.from({ length: 24 }, (_, at) => 52 + ((at * 7) % 25))
const TENOR = windowsFor(44, 76 + 5)

const hertzOf = (midi: number, tuning = 440): number => tuning * 2 ** ((midi - 69) / 12)

interface Sound {
  /** The pitch, as a MIDI number, and the loudness, 0 to 1, some seconds after the note began. */
  readonly pitch?: (seconds: number, midi: number) => number
  readonly loud?: (seconds: number) => number
  /** What each harmonic has, from the first. */
  readonly harmonics?: readonly number[]
  readonly tuning?: number
}

/** An additive tone for each note, of other make than the sound font's: harmonics that fall slowly, a soft attack. */
const tones = (midis: readonly number[], seconds: number, rest: number, sound: Sound = {}): Float32Array => {
  const { pitch = (_, midi) => midi, loud = () => 1, harmonics = [1, 0.6, 0.4, 0.25, 0.15], tuning } = sound
  const [each, gap, lead] = [seconds, rest, LEAD_MS / 1000].map((time) => Math.round(time * RATE)) as [
    number,
    number,
    number,
  ]
  const samples = new Float32Array(lead + (each + gap) * midis.length + RATE / 4)
  for (const [at, midi] of midis.entries()) {
    let phase = 0
    for (let n = 0; n < each; n += 1) {
      const time = n / RATE
      phase += (2 * Math.PI * hertzOf(pitch(time, midi), tuning)) / RATE
      const swell = Math.min(1, time / 0.012, (each - n) / (0.015 * RATE)) * loud(time)
      const wave = harmonics.reduce((sum, part, above) => sum + part * Math.sin((above + 1) * phase), 0)
      samples[lead + at * (each + gap) + n] = 0.15 * swell * wave
    }
  }
  return samples
}

const heardIn = (samples: Float32Array, more: object = TENOR): readonly DetectedTone[] => {
  const heard: DetectedTone[] = []
  const detector = new PitchDetector(RATE, (tone, state) => state === 'ended' && heard.push(tone), {
    ...DETECTION_RULES,
    ...more,
  })
  for (let at = 0; at < samples.length; at += 128) detector.take(samples.subarray(at, at + 128))
  detector.end()
  return heard
}

/** How many of the notes were heard as what they are where they began, and how many more were heard than that. */
const told = (seconds: number, rest: number, heard: readonly DetectedTone[]) => {
  const left = [...heard]
  const right = NOTES.filter((midi, at) => {
    const onset = LEAD_MS + at * (seconds + rest) * 1000
    const found = left.findIndex((tone) => tone.midi === midi && Math.abs(tone.onsetMs - onset) < 120)
    if (found >= 0) left.splice(found, 1)
    return found >= 0
  })
  return { share: right.length / NOTES.length, more: left.length }
}

const aMinute = (samples: Float32Array): number => (heardIn(samples).length * 60) / (samples.length / RATE)

/** Twenty seconds of short sounds: each adds its samples from its own start. */
const sounds = (count: number, seconds: number, make: (random: () => number, time: number) => number) => {
  const random = randomFrom(3)
  const samples = new Float32Array(20 * RATE)
  for (let at = 0; at < count; at += 1) {
    const start = Math.floor((at * samples.length) / count)
    const end = Math.min(samples.length, start + Math.round(seconds * RATE))
    const own = randomFrom(Math.floor(random() * 1e9))
    const seed = Math.floor(own() * 1e9)
    for (let n = start; n < end; n += 1) samples[n]! += make(randomFrom(seed), (n - start) / RATE)
  }
  return samples
}

/** Sounds that are not the sound font's, with what a room and a player do to them; the figures are those asked for. */
describe('notes as players play them', () => {
  it.each([
    [30, 6],
    [40, 5],
    [40, 6],
    [50, 5],
  ])(
    'hears a vibrato of %i cents, %i times a second, from the attack on: 98 in 100 notes, once each',
    (cents, times) => {
      for (const [seconds, rest] of [
        [0.5, 0.05],
        [0.28, 0],
        [0.28, 0.03],
      ] as const) {
        const pitch = (time: number, midi: number) =>
          midi + (cents / 100) * Math.sin(2 * Math.PI * times * time)
        const { share, more } = told(seconds, rest, heardIn(tones(NOTES, seconds, rest, { pitch })))
        expect(share).toBeGreaterThanOrEqual(0.98)
        expect(more).toBe(0)
      }
    },
  )

  it.each([15, 22, 30, 70])(
    'hears one note in a growl or flutter of %i swells a second, to half the loudness',
    (times) => {
      const loud = (time: number) => 0.75 + 0.25 * Math.cos(2 * Math.PI * times * time)
      expect(told(0.5, 0.05, heardIn(tones(NOTES, 0.5, 0.05, { loud })))).toEqual({ share: 1, more: 0 })
    },
  )

  it('still hears notes of one pitch that are struck again, slowly and fast', () => {
    const again = Array.from({ length: 20 }, (_, at) => 60 + 2 * Math.floor(at / 4))
    for (const [seconds, rest] of [
      [0.25, 0.05],
      [0.15, 0.03],
      [0.09, 0.02],
    ] as const)
      expect(heardIn(tones(again, seconds, rest)).map(({ midi }) => midi)).toEqual(again)
  })

  it.each([0.06, 0.1])('hears through a constant offset of %f as without one', (offset) => {
    const samples = tones(NOTES, 0.3, 0.04)
    const midis = (heard: readonly DetectedTone[]) => heard.map(({ midi }) => midi)
    expect(midis(heardIn(samples.map((sample) => sample + offset)))).toEqual(midis(heardIn(samples)))
  })

  it('hears in a room of 0.8 s, in noise at −30 dB, and at 430 and 450 Hz, not set: 97 %', () => {
    const plain = tones(NOTES, 0.3, 0.04)
    const random = randomFrom(5)
    const room = new Float32Array(plain.length + RATE)
    room.set(plain)
    // Four hundred echoes that fall by 60 dB in 0.8 s, together 8 dB below the sound itself.
    for (let echo = 0; echo < 400; echo += 1) {
      const delay = 200 + Math.floor(((echo + random()) / 400) * 0.8 * RATE)
      const gain = (random() < 0.5 ? -1 : 1) * 0.07 * 10 ** ((-3 * (delay - 200)) / (0.8 * RATE))
      for (let n = 0; n < plain.length && n + delay < room.length; n += 1)
        room[n + delay]! += gain * plain[n]!
    }
    const noisy = plain.map((sample) => sample + 10 ** (-30 / 20) * normalFrom(random))
    const cases = [
      heardIn(room),
      heardIn(noisy, { ...TENOR, gate: 0.04 }),
      heardIn(tones(NOTES, 0.3, 0.04, { tuning: 430 })),
      heardIn(tones(NOTES, 0.3, 0.04, { tuning: 450 })),
    ]
    for (const heard of cases) {
      const { share, more } = told(0.3, 0.04, heard)
      expect(share).toBeGreaterThanOrEqual(0.97)
      expect(more).toBeLessThanOrEqual(1)
    }
  })

  it('hears fewer than six notes a minute in jingling keys, cymbals and knocks', () => {
    const sine = (hertz: number, time: number) => Math.sin(2 * Math.PI * hertz * time)
    const jingling = sounds(120, 0.15, (random, time) => {
      const partials = [0, 0, 0].map(() => 3000 + 6000 * random())
      return 0.08 * Math.exp(-time / 0.03) * partials.reduce((sum, hertz) => sum + sine(hertz, time), 0)
    })
    const cymbal = sounds(40, 0.5, (random, time) => {
      const partials = Array.from({ length: 12 }, () => 400 + 9000 * random())
      return 0.02 * Math.exp(-time / 0.2) * partials.reduce((sum, hertz) => sum + sine(hertz, time), 0)
    })
    const knocks = sounds(40, 0.2, (random, time) => {
      const hertz = 90 + 200 * random()
      return 0.3 * Math.exp(-time / 0.015) * sine(hertz, time)
    })
    for (const noise of [jingling, cymbal, knocks]) expect(aMinute(noise)).toBeLessThan(6)
  })
})
