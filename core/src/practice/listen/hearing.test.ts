import { describe, expect, it } from 'vitest'
import { normalFrom, randomFrom } from '../../random/random.ts'
import { DETECTION_RULES, type DetectedTone, PitchDetector, type ToneState, windowsFor } from './hearing.ts'

const RATE = 44_100
const BLOCK = 128
/** Silence before what is played. */
const LEAD_MS = 100

/** Equal temperament from A = 440 Hz (ISO 16). */
const hertzOf = (midi: number, tuning = 440): number => tuning * 2 ** ((midi - 69) / 12)

/** Tones with a few harmonics one after another, each with a short rise and fall, and silence between where it is asked for. */
const tones = (
  midis: readonly number[],
  seconds: number,
  rest = 0.06,
  tuning = 440,
  harmonics: readonly number[] = [1, 0.5, 0.25],
): Float32Array => {
  const each = Math.round(seconds * RATE)
  const gap = Math.round(rest * RATE)
  const samples = new Float32Array((each + gap) * midis.length + RATE / 4)
  midis.forEach((midi, at) => {
    const start = at * (each + gap)
    for (let n = 0; n < each; n += 1) {
      const phase = (2 * Math.PI * hertzOf(midi, tuning) * n) / RATE
      const swell = Math.min(1, n / (0.005 * RATE), (each - n) / (0.01 * RATE))
      samples[start + n] =
        0.2 * swell * harmonics.reduce((sum, loud, above) => sum + loud * Math.sin((above + 1) * phase), 0)
    }
  })
  return samples
}

const heardIn = (
  samples: Float32Array,
  more: object = {},
  block = BLOCK,
  rate = RATE,
): readonly DetectedTone[] => {
  const heard: DetectedTone[] = []
  const hearing = new PitchDetector(rate, (tone, state) => state === 'ended' && heard.push(tone), {
    ...DETECTION_RULES,
    ...more,
  })
  for (let at = 0; at < samples.length; at += block) hearing.take(samples.subarray(at, at + block))
  hearing.end()
  return heard
}

/** Lowest notes of a bass, a cello, a trombone, a tenor and of what goes down to C3. */
const LOWEST = [28, 36, 40, 44, 48]
/** The notes that an instrument would play that goes down to there and no deeper than the one before. */
const byLook = (midis: readonly number[]) =>
  LOWEST.map((lowest, at) => ({
    some: midis.filter((midi) => midi >= lowest && midi < (LOWEST[at + 1] ?? 128)),
    look: windowsFor(lowest),
  }))

const withNoise = (samples: Float32Array, decibels: number): Float32Array => {
  const random = randomFrom(9)
  const level = 10 ** (decibels / 20)
  return samples.map((sample) => sample + level * normalFrom(random))
}

describe('Ear', () => {
  it('hears every half step from E1 to C7 as what it is in equal temperament (ISO 16), within 10 cents', () => {
    const midis = Array.from({ length: 96 - 28 + 1 }, (_, at) => 28 + at)
    // A deep note's period needs a longer window.
    for (const { some, look } of byLook(midis)) {
      const heard = heardIn(tones(some, 0.35), look)
      expect(heard.map(({ midi }) => midi)).toEqual(some)
      for (const { cents } of heard) expect(Math.abs(cents)).toBeLessThanOrEqual(10)
    }
  })

  it('tells a note soon, in sound’s own time: from C4 up within 24 ms, from C3 up within 32, below within 75 or three periods and 30', () => {
    const all = Array.from({ length: 96 - 28 + 1 }, (_, at) => 28 + ((at * 29) % 69))
    for (const { some: midis, look } of byLook(all)) {
      const samples = new Float32Array([
        ...new Float32Array((LEAD_MS * RATE) / 1000),
        ...tones(midis, 0.35, 0.2),
      ])
      const toldMs = new Map<number, number>()
      let taken = 0
      const told = ({ midi }: DetectedTone, state: ToneState) => {
        if (state === 'started') toldMs.set(midi, (taken / RATE) * 1000)
      }
      const hearing = new PitchDetector(RATE, told, { ...DETECTION_RULES, ...look })
      for (let at = 0; at < samples.length; at += BLOCK) {
        taken = at + BLOCK
        hearing.take(samples.subarray(at, at + BLOCK))
      }
      midis.forEach((midi, at) => {
        const limit = [
          [60, 24],
          [48, 32],
          [0, Math.max(75, 3000 / hertzOf(midi) + 30)],
        ].find(([from]) => midi >= from!)![1]!
        const late = toldMs.get(midi)! - LEAD_MS - at * 550
        expect({ midi, ms: Math.max(limit, late) }).toEqual({ midi, ms: limit })
      })
    }
  })

  it('knows when each note begins and ends', () => {
    const heard = heardIn(tones([60, 64, 67, 72], 0.3, 0.1))
    heard.forEach(({ onsetMs, endMs }, at) => {
      expect(Math.abs(onsetMs - at * 400)).toBeLessThan(25)
      expect(Math.abs(endMs - (at * 400 + 300))).toBeLessThan(60)
    })
  })

  it('separates slurred notes by their pitch', () => {
    const heard = heardIn(tones([60, 62, 64, 65, 67], 0.2, 0))
    expect(heard.map(({ midi }) => midi)).toEqual([60, 62, 64, 65, 67])
    heard.forEach(({ onsetMs }, at) => {
      expect(Math.abs(onsetMs - at * 200)).toBeLessThan(30)
    })
  })

  it('hears a note that is struck again', () => {
    expect(heardIn(tones([65, 65, 65], 0.25, 0.05)).map(({ midi }) => midi)).toEqual([65, 65, 65])
  })

  it('takes the player’s tuning: A at 415 and at 466 Hz', () => {
    for (const tuningHz of [415, 466]) {
      const heard = heardIn(tones([57, 64, 69], 0.3, 0.06, tuningHz), { tuningHz })
      expect(heard.map(({ midi }) => midi)).toEqual([57, 64, 69])
    }
    expect(heardIn(tones([69], 0.3, 0.06, 415)).map(({ midi }) => midi)).toEqual([68])
  })

  it('hears a tone whose octave sounds twice as loud, as reeds have it, and not the octave', () => {
    const reedy = tones([60, 57, 62, 60, 64], 0.25, 0.02, 440, [1, 2.6, 0.3])
    for (const low of [49, 33])
      expect(heardIn(reedy, windowsFor(low)).map(({ midi }) => midi)).toEqual([60, 57, 62, 60, 64])
  })

  it('hears a note that comes up to its pitch from half a half step below, once', () => {
    const rising = new Float32Array(RATE / 2)
    let phase = 0
    for (let n = 0; n < rising.length; n += 1) {
      // From 55 cents under to the note within a fifth of a second.
      phase += (2 * Math.PI * hertzOf(60 - 0.55 * Math.max(0, 1 - n / (0.2 * RATE)))) / RATE
      rising[n] = 0.2 * Math.min(1, n / (0.005 * RATE)) * Math.sin(phase)
    }
    expect(heardIn(rising, windowsFor(49)).map(({ midi }) => midi)).toEqual([60])
  })

  it('hears a note with a vibrato of 30 cents, five and a half a second, as one', () => {
    const swaying = new Float32Array(RATE)
    let phase = 0
    for (let n = 0; n < swaying.length; n += 1) {
      phase += (2 * Math.PI * hertzOf(67 + 0.3 * Math.sin((2 * Math.PI * 5.5 * n) / RATE))) / RATE
      swaying[n] = 0.2 * Math.min(1, n / (0.005 * RATE)) * Math.sin(phase)
    }
    expect(heardIn(swaying, windowsFor(49)).map(({ midi }) => midi)).toEqual([67])
  })

  it('detects nothing in silence or room noise, and notes through noise at −40 dB', () => {
    expect(heardIn(new Float32Array(RATE))).toEqual([])
    expect(heardIn(withNoise(new Float32Array(RATE), -50))).toEqual([])
    const heard = heardIn(withNoise(tones([60, 63, 67, 70], 0.3), -40), { gate: 0.03 })
    expect(heard.map(({ midi }) => midi)).toEqual([60, 63, 67, 70])
  })

  it('soon takes what glides on and on, as speech does, for no playing, and hears the notes that come after it', () => {
    const glides = 24
    const seconds = 0.3
    const voice = new Float32Array(glides * seconds * RATE)
    let phase = 0
    for (let n = 0; n < voice.length; n += 1) {
      const at = (n / RATE) % seconds
      // Syllables of a fifth of a second that fall by two half steps and a half, from another pitch each.
      const from = 58 + ((Math.floor(n / RATE / seconds) * 5) % 7)
      phase += (2 * Math.PI * hertzOf(from - 12 * at)) / RATE
      voice[n] = at < 0.2 ? 0.2 * Math.min(1, at / 0.02) * (Math.sin(phase) + 0.5 * Math.sin(2 * phase)) : 0
    }
    const line = [60, 62, 64, 65, 67, 69]
    const heard = heardIn(new Float32Array([...voice, ...tones(line, 0.25, 0.02)]), windowsFor(49))
    const spoken = heard.filter(({ onsetMs }) => onsetMs < glides * seconds * 1000 - 50)
    expect(spoken.length).toBeLessThanOrEqual(glides / 6)
    expect(heard.slice(spoken.length).map(({ midi }) => midi)).toEqual(line)
  })

  it('takes no speed for speech: notes of a tenth of a second, in a row of sixty', () => {
    const line = Array.from({ length: 60 }, (_, at) => 60 + ((at * 5) % 12))
    expect(heardIn(tones(line, 0.1, 0), windowsFor(49)).map(({ midi }) => midi)).toEqual(line)
  })

  it('hears no notes that the instrument has not: a voice or a bass under an alto', () => {
    expect(heardIn(tones([43, 60, 41, 45], 0.3), windowsFor(49)).map(({ midi }) => midi)).toEqual([60])
    expect(heardIn(tones([43, 60, 41, 45], 0.3), windowsFor(40)).map(({ midi }) => midi)).toEqual([
      43, 60, 41, 45,
    ])
  })

  it('hears at 96,000 samples a second what it hears at 44,100, and when', () => {
    const slow = tones([48, 60, 59, 61], 0.25)
    const quick = new Float32Array(Math.floor((slow.length * 96_000) / RATE)).map((_, at) => {
      const from = (at * RATE) / 96_000
      const whole = Math.floor(from)
      return slow[whole]! + (from - whole) * ((slow[whole + 1] ?? 0) - slow[whole]!)
    })
    const [here, there] = [heardIn(slow, windowsFor(48)), heardIn(quick, windowsFor(48), BLOCK, 96_000)]
    expect(there.map(({ midi }) => midi)).toEqual(here.map(({ midi }) => midi))
    here.forEach(({ onsetMs }, at) => {
      expect(Math.abs(there[at]!.onsetMs - onsetMs)).toBeLessThan(6)
    })
  })

  it('hears the same whatever the size of the blocks', () => {
    const samples = tones([60, 59, 61], 0.25)
    expect(heardIn(samples, {}, 1000)).toEqual(heardIn(samples, {}, 128))
  })
})
