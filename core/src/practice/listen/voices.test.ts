import { describe, expect, it } from 'vitest'
import { normalFrom, randomFrom } from '../../random/random.ts'
import { DETECTION_RULES, type DetectedTone, PitchDetector, type ToneState, windowsFor } from './hearing.ts'
import { LowTones } from './lowTones.ts'

const RATE = 44_100
const LEAD = 0.2
const hertzOf = (midi: number): number => 440 * 2 ** ((midi - 69) / 12)

/** A line that moves by up to a fourth inside a range. */
const wander = (low: number, high: number, count: number, seed: number): readonly number[] => {
  const random = randomFrom(seed)
  let midi = Math.round((low + high) / 2)
  return Array.from({ length: count }, () => {
    let by = 0
    while (by === 0 || midi + by < low || midi + by > high) by = Math.round((random() - 0.5) * 10)
    midi += by
    return midi
  })
}

/** A line as a wave: each moment's pitch, and what sounds at a phase (1 is a whole wave), by seconds into its note. */
const sung = (
  midis: readonly number[],
  step: number,
  pitch: (note: number, seconds: number) => number,
  wave: (phase: number, hertz: number, seconds: number, time: number) => number,
): Float32Array => {
  const samples = new Float32Array(Math.round((LEAD + step * midis.length + 0.4) * RATE))
  let phase = 0
  for (let at = Math.round(LEAD * RATE); at < samples.length; at += 1) {
    const time = at / RATE - LEAD
    const note = Math.floor(time / step)
    if (note >= midis.length) break
    const seconds = time - note * step
    const hertz = hertzOf(pitch(note, seconds))
    phase += hertz / RATE
    samples[at] = wave(phase, hertz, seconds, time)
  }
  return samples
}

const told = (samples: Float32Array, look: object) => {
  const tones: DetectedTone[] = []
  const states: ToneState[] = []
  const detector = new PitchDetector(
    RATE,
    (tone, state) => {
      states.push(state)
      if (state === 'ended') tones.push(tone)
    },
    { ...DETECTION_RULES, ...look },
  )
  for (let at = 0; at < samples.length; at += 128) detector.take(samples.subarray(at, at + 128))
  detector.end()
  return { tones, states }
}

/** The share of the notes that were heard where they began, and how many more were heard. */
const shareOf = (midis: readonly number[], step: number, tones: readonly DetectedTone[]) => {
  const left = [...tones]
  const right = midis.filter((midi, at) => {
    const onset = (LEAD + at * step) * 1000
    const found = left.findIndex(
      (tone) => tone.midi === midi && Math.abs(tone.onsetMs - onset) < Math.max(90, step * 400),
    )
    if (found >= 0) left.splice(found, 1)
    return found >= 0
  })
  return { share: right.length / midis.length, more: left.length }
}

const bell = (hertz: number, middle: number, width: number): number =>
  Math.exp(-((hertz - middle) ** 2) / (2 * width ** 2))

/** Brass: the louder, the brighter; each note tongued from a little below, or slurred. */
const brass = (midis: readonly number[], step: number, dip: number | 'slurred'): Float32Array =>
  sung(
    midis,
    step,
    (note, seconds) => midis[note]! - (dip !== 'slurred' && seconds < 0.03 ? 0.15 * (1 - seconds / 0.03) : 0),
    (phase, hertz, seconds) => {
      const loud =
        dip === 'slurred' ? 1 : Math.max(dip, Math.min(1, seconds / 0.025, (step - seconds) / 0.02))
      let sum = 0
      for (let part = 1; part <= 14 && part * hertz < 9000; part += 1)
        sum +=
          (bell(part * hertz, 550, 500) + 0.25) *
          loud ** (1 + 0.12 * part) *
          Math.exp(-0.12 * part) *
          Math.sin(2 * Math.PI * part * phase + part * part * 0.7)
      return 0.09 * sum
    },
  )

/** A voice on “doo”: two formants, a glide from note to note, and then a vibrato. */
const doo = (midis: readonly number[], step: number, glide: number, vibrato: number): Float32Array => {
  const random = randomFrom(3)
  return sung(
    midis,
    step,
    (note, seconds) => {
      const [from, to] = [midis[note - 1] ?? midis[note]! - 1, midis[note]!]
      const slid = 0.5 - 0.5 * Math.cos(Math.PI * Math.min(1, seconds / glide))
      return (
        from + (to - from) * slid + (seconds > 0.18 ? vibrato * Math.sin(2 * Math.PI * 5.5 * seconds) : 0)
      )
    },
    (phase, hertz, seconds, time) => {
      const loud = Math.min(1, time / 0.04) * (1 - 0.35 * Math.exp(-((seconds / 0.02) ** 2)))
      let sum = 0
      for (let part = 1; part <= 16 && part * hertz < 5000; part += 1)
        sum +=
          ((bell(part * hertz, 350, 120) + 0.5 * bell(part * hertz, 900, 150) + 0.05) / part ** 0.6) *
          Math.sin(2 * Math.PI * part * phase)
      return 0.12 * loud * sum + 0.001 * normalFrom(random)
    },
  )
}

/** The strength of each partial of the octave below: the even ones are the note itself. */
const PARTIALS = [1, 0.9, 0.5, 0.6, 0.3, 0.4, 0.2, 0.2, 0.1, 0.1, 0.05, 0.05]

/** A reed that speaks an octave low for some milliseconds, then as it should; with a short rest after each note. */
const lowFirst = (midis: readonly number[], step: number, lowMs: number): Float32Array =>
  sung(
    midis,
    step,
    (note) => midis[note]! - 12,
    (phase, _hertz, seconds) => {
      const low = Math.max(0, Math.min(1, (lowMs / 1000 - seconds) / 0.012))
      const loud = Math.max(0, Math.min(1, seconds / 0.012, (step - 0.05 - seconds) / 0.015))
      return PARTIALS.reduce(
        (sum, part, at) =>
          sum + 0.1 * loud * part * (at % 2 === 0 ? low : 1) * Math.sin(2 * Math.PI * (at + 1) * phase),
        0,
      )
    },
  )

describe('the ear with other players', () => {
  it.each([0.05, 0.15, 0.3, 'slurred'] as const)(
    'hears a trombone’s eighths at 200, tongued (to %s of the loudness) or slurred: 98 %',
    (dip) => {
      const line = wander(41, 68, 80, 4)
      const { share, more } = shareOf(line, 0.15, told(brass(line, 0.15, dip), windowsFor(40, 72)).tones)
      expect(share).toBeGreaterThanOrEqual(0.98)
      expect(more).toBeLessThanOrEqual(1)
    },
  )

  it.each([
    [0.04, 0],
    [0.06, 0.25],
    [0.09, 0.4],
  ])(
    'hears a voice on “doo”, slurred with glides of %f s and a vibrato of %f half steps: 99 %',
    (glide, vibrato) => {
      const line = wander(48, 66, 60, 8)
      const { share, more } = shareOf(
        line,
        0.35,
        told(doo(line, 0.35, glide, vibrato), windowsFor(45, 72)).tones,
      )
      expect(share).toBeGreaterThanOrEqual(0.99)
      expect(more).toBeLessThanOrEqual(1)
    },
  )

  it.each([25, 40, 60])('takes back the low octave with which a note begins for %i ms', (lowMs) => {
    const line = [73, 74, 71, 73, 74]
    const { tones, states } = told(lowFirst(line, 0.4, lowMs), windowsFor(44, 76))
    expect(tones.map(({ midi }) => midi)).toEqual(line)
    for (const [at, { onsetMs }] of tones.entries())
      expect(Math.abs(onsetMs - (LEAD + at * 0.4) * 1000)).toBeLessThan(30)
    // It was told, and then taken back, for at least one of them.
    expect(states).toContain('takenBack')
    expect(states.filter((state) => state === 'started').length).toBe(
      line.length + states.filter((state) => state === 'takenBack').length,
    )
  })

  it('keeps octaves that are played as two notes, down to eighths at 200', () => {
    const line = [52, 64, 57, 69, 55, 67, 52, 64]
    const { tones, states } = told(brass(line, 0.15, 'slurred'), windowsFor(44, 76))
    expect(tones.map(({ midi }) => midi)).toEqual(line)
    expect(states).not.toContain('takenBack')
  })
})

describe('LowTones', () => {
  const lowMs = (samples: Float32Array, lowest: number): number => {
    const low = new LowTones(RATE, { ...DETECTION_RULES, ...windowsFor(lowest) })
    for (let at = 0; at < samples.length; at += 128) low.take(samples.subarray(at, at + 128))
    return low.ms
  }

  it('measures what a lower instrument plays below the chosen one, and nothing of what is in its range', () => {
    const trombone = wander(40, 48, 12, 2)
    expect(lowMs(brass(trombone, 0.4, 0.1), 52)).toBeGreaterThan(2500)
    const trumpet = wander(54, 76, 12, 2)
    expect(lowMs(brass(trumpet, 0.4, 0.1), 52)).toBe(0)
    expect(lowMs(doo(wander(48, 66, 12, 8), 0.35, 0.06, 0.2), 45)).toBe(0)
    const random = randomFrom(4)
    expect(
      lowMs(
        new Float32Array(4 * RATE).map(() => 0.05 * normalFrom(random)),
        52,
      ),
    ).toBe(0)
  })
})
