import { PitchDetector } from 'pitchy'

/** The window length for the lowest note (MIDI number) that it can detect: at least two periods of it and a fifth. */
const LOOKS: readonly (readonly [low: number, ms: number])[] = [
  [48, 17],
  [44, 21.3],
  [40, 33],
  [33, 44],
  [28, 60],
  [0, 75],
]

/** The range of pitches to detect. */
export interface PitchRange {
  /** The lowest note that is played, and the lowest and highest MIDI number that are detected. */
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

/** What the newest sound contains. */
export interface SoundFrame {
  /** Milliseconds at the middle of the hop that just came in. */
  readonly atMs: number
  /** Root mean square of the newest sound. */
  readonly loud: number
  /** A MIDI number with its fraction; undefined if no pitch is clear. */
  readonly pitch: number | undefined
  /** The clarity of the pitch, from 0 to 1. */
  readonly clarity: number
  /** An octave up would match too, if less well. */
  readonly doubtful: boolean
  /** The length of the window in which the pitch was found. */
  readonly lookMs: number
}

interface Look {
  readonly low: number
  readonly samples: number
  readonly detector: PitchDetector<Float32Array>
}

/** The share of the best match that a shorter period needs. */
const NEARLY_AS_WELL = 0.65
/** The same if the shorter period isn't clear: a steady tone with a strong octave. */
const AS_WELL = 0.9
/**
 * Loudness is measured over at least this much of the newest sound, half a wave of the deepest note, and whole waves
 * of the sounding note, so that single waves don't look like swells.
 */
const LOUD_MS = 5

/** The middle frequency of a note is at most this, or this many times its pitch. */
const SHRILL = { hertz: 3300, times: 6 } as const
/** What is slower than this is no sound, in hertz. */
const LOWEST_HZ = 12

/** A MIDI number with its fraction as hertz, in equal temperament. */
const hertzOf = (pitch: number, tuningHz: number): number => tuningHz * 2 ** ((pitch - 69) / 12)

/** Keeps the newest sound and detects a pitch in it: high notes in a short window, deep ones in longer ones. */
export class AnalysisWindows {
  private readonly looks: readonly Look[]
  private readonly ring: Float32Array
  private taken = 0
  private before = 0
  private level = 0
  private readonly keeping: number

  constructor(
    /** Samples per second. */
    private readonly rate: number,
    private readonly sought: PitchRange,
  ) {
    const deepest = LOOKS.findIndex(([low]) => sought.played >= low)
    this.looks = LOOKS.slice(0, deepest + 1).map(([low, ms], at) => {
      const samples = Math.round((ms * rate) / 1000)
      return { low: at === deepest ? 0 : low, samples, detector: PitchDetector.forFloat32Array(samples) }
    })
    this.ring = new Float32Array(this.looks.at(-1)!.samples)
    this.keeping = 1 - (2 * Math.PI * LOWEST_HZ) / rate
  }

  /** Milliseconds of all sound so far. */
  get nowMs(): number {
    return (this.taken / this.rate) * 1000
  }

  take(sample: number): void {
    // Without the constant part, which cheap sound cards add.
    this.level = sample - this.before + this.keeping * this.level
    this.before = sample
    this.ring[this.taken % this.ring.length] = this.level
    this.taken += 1
  }

  /** What the newest sound contains, given its last samples; `sounding` is the pitch that has been sounding. */
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
      if (clarity < sought.clarity || !heard || this.isShrill(ordered.subarray(-samples), hertz))
        return undefined
      return { atMs, loud, pitch, clarity, doubtful, lookMs: (samples / rate) * 1000 }
    }
    for (const look of this.looks) {
      // Of two periods that match nearly as well the shorter one, so that two notes in one window aren't taken for a deep one.
      const shorter = find(look, NEARLY_AS_WELL, false)
      if (shorter) return shorter
    }
    return find(this.looks.at(-1)!, AS_WELL, true) ?? nothing
  }

  /** Whether most of a sound is far above a pitch, as of jingling keys that happen to repeat together. */
  private isShrill(samples: Float32Array, hertz: number): boolean {
    let energy = 0
    let change = 0
    for (let at = 1; at < samples.length; at += 1) {
      energy += samples[at]! ** 2
      change += (samples[at]! - samples[at - 1]!) ** 2
    }
    const middleHz = (this.rate / (2 * Math.PI)) * Math.sqrt(change / Math.max(energy, Number.MIN_VALUE))
    return middleHz > Math.max(SHRILL.hertz, SHRILL.times * hertz)
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
