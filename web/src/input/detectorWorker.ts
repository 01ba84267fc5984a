import {
  DETECTION_RULES,
  type DetectionRules,
  LowTones,
  PitchDetector,
  type ToneState,
} from '@eager-contour/core'

/** To the pitch detector: where samples come from, and how they are analysed. */
export interface DetectorRequest {
  readonly rate: number
  readonly rules: Partial<DetectionRules>
  /** Where samples come from; unchanged if left out. */
  readonly port?: MessagePort
}

/** From the pitch detector. Times are seconds on the audio clock. */
export type DetectorMessage =
  | {
      readonly kind: 'tone'
      readonly state: ToneState
      readonly onset: number
      readonly end: number
      readonly midi: number
      readonly cents: number
      readonly velocity: number
    }
  /** The level of the last moments, root mean square, full scale 1; and how much sound was analysed so far. */
  | {
      readonly kind: 'level'
      readonly level: number
      readonly analysedSeconds: number
      /** Milliseconds of clear tones below the instrument so far. */
      readonly lowMs: number
    }

interface Chunk {
  readonly first: number
  readonly samples: Float32Array
}

/** Samples between two reported levels. */
const LEVEL_EVERY = 2048

const report = (message: DetectorMessage): void => postMessage(message)

let rate = 48_000
let rules: DetectionRules = DETECTION_RULES
let detector: PitchDetector | undefined
let low: LowTones | undefined
/** The next frame if nothing is lost. */
let next = -1
let energy = 0
let counted = 0
let analysed = 0
let warm = false

/** Restarts detection at a frame: the first, or after a gap in the audio. */
const detectFrom = (first: number): void => {
  detector?.end()
  const zero = first / rate
  detector = new PitchDetector(
    rate,
    ({ onsetMs, endMs, midi, cents, velocity }, state) =>
      report({
        kind: 'tone',
        state,
        onset: zero + onsetMs / 1000,
        end: zero + endMs / 1000,
        midi,
        cents,
        velocity,
      }),
    rules,
  )
}

const take = ({ first, samples }: Chunk): void => {
  if (!detector || first !== next) detectFrom(first)
  next = first + samples.length
  for (const sample of samples) energy += sample * sample
  counted += samples.length
  if (counted >= LEVEL_EVERY) {
    analysed += counted
    report({
      kind: 'level',
      level: Math.sqrt(energy / counted),
      analysedSeconds: analysed / rate,
      lowMs: low?.ms ?? 0,
    })
    energy = 0
    counted = 0
  }
  detector?.take(samples)
  low?.take(samples)
}

/** Silent notes, each with a swell and a rest after it, in half steps above the lowest, and seconds. */
const WARMING = { steps: [0, 4, 7, 12, 3, 16, 9, 24], swell: 0.02, note: 0.2, rest: 0.08 } as const

/** Analyses a few notes before the player's first one: code that never ran is slow. */
const warmUp = (): void => {
  const { steps, swell, note, rest } = WARMING
  const practice = new PitchDetector(rate, () => {}, rules)
  for (const step of steps) {
    const hertz = rules.tuningHz * 2 ** ((rules.played + step - 69) / 12)
    const sound = new Float32Array((note + rest) * rate).map((_, at) =>
      at < note * rate
        ? 0.3 * Math.min(1, at / (swell * rate)) * Math.sin((2 * Math.PI * hertz * at) / rate)
        : 0,
    )
    practice.take(sound)
  }
  practice.end()
}

addEventListener('message', ({ data }: MessageEvent<DetectorRequest>) => {
  rate = data.rate
  rules = { ...DETECTION_RULES, ...data.rules }
  detector = undefined
  low = new LowTones(rate, rules)
  if (!warm) warmUp()
  warm = true
  if (data.port) data.port.onmessage = (event: MessageEvent<Chunk>) => take(event.data)
})
