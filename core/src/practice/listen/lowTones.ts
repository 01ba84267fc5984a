import { PitchDetector } from 'pitchy'
import type { DetectionRules } from './hearing.ts'

/** The window in which deep tones are looked for, and the time from one look to the next, in milliseconds. */
const WINDOW_MS = 60
const EVERY_MS = 50
/** How sure a deep pitch must be, and within how many half steps it holds from look to look. */
const CLARITY = 0.92
const STEADY = 0.25
/** The lowest MIDI number that is looked for: a double bass's E. */
const LOWEST = 28

/**
 * Measures for how long clear tones sound that are lower than the chosen instrument: notes are made of none of them, but a
 * player who has another instrument in hand should be told.
 *
 * @example new LowTones(48_000, DETECTION_RULES).ms // 0
 */
export class LowTones {
  /** Milliseconds of such tones so far. */
  ms = 0
  private readonly ring: Float32Array
  private readonly every: number
  private readonly detector: PitchDetector<Float32Array>
  private taken = 0
  private before: number | undefined

  constructor(
    /** Samples per second. */
    private readonly rate: number,
    private readonly rules: Pick<DetectionRules, 'low' | 'gate' | 'tuningHz'>,
  ) {
    this.ring = new Float32Array(Math.round((WINDOW_MS * rate) / 1000))
    this.every = Math.round((EVERY_MS * rate) / 1000)
    this.detector = PitchDetector.forFloat32Array(this.ring.length)
  }

  /** Takes more samples, any number of them. */
  take(samples: Float32Array): void {
    for (const sample of samples) {
      this.ring[this.taken % this.ring.length] = sample
      this.taken += 1
      if (this.taken % this.every === 0 && this.taken >= this.ring.length) this.look()
    }
  }

  private look(): void {
    const { ring, rate, rules, taken } = this
    const at = taken % ring.length
    const ordered = new Float32Array(ring.length)
    ordered.set(ring.subarray(at))
    ordered.set(ring.subarray(0, at), ring.length - at)
    const loud = Math.sqrt(ordered.reduce((sum, sample) => sum + sample * sample, 0) / ordered.length)
    const [hertz, clarity] = loud < rules.gate ? [0, 0] : this.detector.findPitch(ordered, rate)
    const pitch = clarity < CLARITY ? undefined : 69 + 12 * Math.log2(hertz / rules.tuningHz)
    const holds = pitch !== undefined && this.before !== undefined && Math.abs(pitch - this.before) <= STEADY
    if (holds && pitch < rules.low - 0.5 && pitch >= LOWEST - 0.5) this.ms += EVERY_MS
    this.before = pitch
  }
}
