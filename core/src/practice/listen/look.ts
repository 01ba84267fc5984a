import { PitchDetector } from 'pitchy'

/** So long a look is taken, by the lowest note (MIDI number) that it will do for: at least two periods of it and a fifth. */
const LOOKS: readonly (readonly [low: number, ms: number])[] = [
  [48, 17],
  [44, 21.3],
  [40, 33],
  [33, 44],
  [28, 60],
  [0, 75],
]

/** What is looked for in sound. */
export interface PitchRange {
  /** The lowest note that is played, and the lowest and highest MIDI number that are heard. */
  readonly played: number
  readonly low: number
  readonly high: number
  /** Hertz of the A above middle C. */
  readonly tuningHz: number
  /** From 0 to 1: how sure a pitch has to be (pitchy's clarity). */
  readonly clarity: number
  /** Quieter than this (root mean square, full scale 1) is silence. */
  readonly gate: number
}

/** What the newest sound says. */
export interface SoundFrame {
  /** Milliseconds at the middle of the hop that just came in. */
  readonly atMs: number
  /** Root mean square of the newest sound. */
  readonly loud: number
  /** A MIDI number with its fraction; undefined where no pitch is sure. */
  readonly pitch: number | undefined
  /** How sure the pitch is, from 0 to 1. */
  readonly clarity: number
  /** An octave up would fit too, if not as well. */
  readonly doubtful: boolean
  /** How far back was looked for the pitch. */
  readonly lookMs: number
}

interface Look {
  readonly low: number
  readonly samples: number
  readonly detector: PitchDetector<Float32Array>
}

/** The share of the best fit that a shorter period needs. */
const NEARLY_AS_WELL = 0.65
/** The same where the shorter one is not sure: a steady tone whose octave sounds strongly in it. */
const AS_WELL = 0.9
/** Loudness is that of so much of the newest sound at least, of half a wave of the deepest note, and of whole waves where a note sounds, lest they be taken for swells. */
const LOUD_MS = 5

/** A MIDI number with its fraction as hertz, in equal temperament. */
const hertzOf = (pitch: number, tuningHz: number): number => tuningHz * 2 ** ((pitch - 69) / 12)

/** Remembers the newest sound and looks for a pitch in it: high notes in a short stretch, deep ones in longer. */
export class AnalysisWindows {
  private readonly looks: readonly Look[]
  private readonly ring: Float32Array
  private taken = 0

  constructor(
    /** Samples a second. */
    private readonly rate: number,
    private readonly sought: PitchRange,
  ) {
    const deepest = LOOKS.findIndex(([low]) => sought.played >= low)
    this.looks = LOOKS.slice(0, deepest + 1).map(([low, ms], at) => {
      const samples = Math.round((ms * rate) / 1000)
      return { low: at === deepest ? 0 : low, samples, detector: PitchDetector.forFloat32Array(samples) }
    })
    this.ring = new Float32Array(this.looks.at(-1)!.samples)
  }

  /** Milliseconds of all sound so far. */
  get nowMs(): number {
    return (this.taken / this.rate) * 1000
  }

  take(sample: number): void {
    this.ring[this.taken % this.ring.length] = sample
    this.taken += 1
  }

  /** What the newest sound says, of which the last samples are new; `sounding` is the pitch that sounds as yet. */
  now(newest: number, sounding: number | undefined): SoundFrame {
    const { sought, rate, taken } = this
    const ordered = this.inOrder()
    const atMs = ((taken - newest / 2) / rate) * 1000
    const loud = this.loudness(ordered, sounding)
    const nothing = { atMs, loud, pitch: undefined, clarity: 0, doubtful: false, lookMs: 0 }
    if (taken < this.ring.length || loud < sought.gate) return nothing
    const find = ({ low, samples, detector }: Look, nearly: number, doubtful: boolean) => {
      detector.clarityThreshold = nearly
      const [hertz, clarity] = detector.findPitch(ordered.subarray(-samples), rate)
      const pitch = 69 + 12 * Math.log2(hertz / sought.tuningHz)
      const heard = pitch >= Math.max(low, sought.low) - 0.5 && pitch <= sought.high + 0.5
      if (clarity < sought.clarity || !heard) return undefined
      return { atMs, loud, pitch, clarity, doubtful, lookMs: (samples / rate) * 1000 }
    }
    for (const look of this.looks) {
      // Of two periods that fit nearly as well the shorter one, lest two notes in one look be heard as a deep one.
      const shorter = find(look, NEARLY_AS_WELL, false)
      if (shorter) return shorter
    }
    return find(this.looks.at(-1)!, AS_WELL, true) ?? nothing
  }

  private inOrder(): Float32Array {
    const { ring } = this
    const start = this.taken % ring.length
    const ordered = new Float32Array(ring.length)
    ordered.set(ring.subarray(start))
    ordered.set(ring.subarray(0, start), ring.length - start)
    return ordered
  }

  private loudness(ordered: Float32Array, sounding: number | undefined): number {
    const { played, tuningHz } = this.sought
    const least = Math.max((LOUD_MS * this.rate) / 1000, this.rate / hertzOf(played, tuningHz) / 2)
    const period = sounding === undefined ? least : this.rate / hertzOf(sounding, tuningHz)
    const part = Math.min(ordered.length, Math.round(Math.ceil(least / period) * period))
    let energy = 0
    for (let at = ordered.length - part; at < ordered.length; at += 1) energy += ordered[at]! ** 2
    return Math.sqrt(energy / part)
  }
}
