import { PitchDetector } from 'pitchy'

/** How sound is heard as single notes: thresholds that a player may change. */
export interface HearingRules {
  /** Samples of the window that a pitch is found in, and between one window and the next. */
  readonly window: number
  readonly hop: number
  /** Quieter than this (root mean square, full scale 1) is silence. */
  readonly gate: number
  /** From 0 to 1: how sure a pitch has to be (pitchy's clarity). */
  readonly clarity: number
  /** A new attack is so many times as loud as the quietest of the last moments. */
  readonly rise: number
  /** Windows in a row that have to agree on another pitch. */
  readonly agree: number
  /** Hertz of the A above middle C. */
  readonly tuningHz: number
  /** The lowest and highest MIDI number that can be meant. */
  readonly low: number
  readonly high: number
}

export const HEARING_RULES: HearingRules = {
  window: 2048,
  hop: 256,
  gate: 0.006,
  clarity: 0.85,
  rise: 1.8,
  agree: 4,
  tuningHz: 440,
  low: 28,
  high: 96,
}

/** By the lowest note (MIDI number) from which they will do: windows of some two periods and a half; the shorter ones agree more often, lest speech be taken for notes. */
const LOOKS: readonly (readonly [low: number, look: Pick<HearingRules, 'window' | 'agree'>])[] = [
  [48, { window: 1024, agree: 5 }],
  [44, { window: 1280, agree: 5 }],
  [40, { window: 1536, agree: 5 }],
  [33, { window: 2048, agree: 4 }],
  [0, { window: 3072, agree: 4 }],
]
/** So many half steps under its lowest note an instrument may still be heard: what lies deeper is a voice, the band's bass, a tram. */
const BELOW = 3

/** How an instrument is listened to by its lowest sounding note: the higher that lies, the sooner a note is told. */
export const lookFor = (low: number): Pick<HearingRules, 'window' | 'agree' | 'low'> => ({
  ...LOOKS.find(([from]) => low >= from)![1],
  low: low - BELOW,
})

/** A note that was heard: milliseconds from the first sample. */
export interface HeardTone {
  readonly onsetMs: number
  readonly endMs: number
  readonly midi: number
  /** Cents above the MIDI number's equal-tempered pitch. */
  readonly cents: number
  readonly velocity: number
}

/** What one window says. */
interface Moment {
  /** Milliseconds at the middle of the hop that just came in. */
  readonly atMs: number
  readonly loud: number
  /** A MIDI number with its fraction; undefined where no pitch is sure. */
  readonly pitch: number | undefined
  /** An octave up would fit too, if not as well. */
  readonly doubtful: boolean
}

interface Sounding {
  readonly onsetMs: number
  readonly midi: number
  readonly loud: number
  readonly cents: number[]
}

/** The share of the best fit that a shorter period needs. */
const NEARLY_AS_WELL = 0.65
/** The same where the shorter one is not sure: a steady tone whose octave sounds strongly in it. */
const AS_WELL = 0.9
/** For so long after an onset its own swell is no new attack. */
const SWELL_MS = 70
/** Loudness is that of the newest part of the window. */
const LOUDNESS_PARTS = 4
/** Moments over which the quietest is looked for. */
const LOOK_BACK_MS = 60
/** A note that is struck again has grown quieter than this part of its loudest before; a swell has not. */
const DIP = 0.6
/** Two attacks lie at least so far apart. */
const APART_MS = 85
/** From one window to the next a note moves by fewer half steps, be it on the line between two; a slide into a note, or speech, by more. */
const SLIDE = 0.04
/** So much from the first to the second window after an attack, and from that to the third: they hold little of the note as yet. */
const SETTLING = [0.2, 0.08] as const
/** Half steps from the middle of a pitch that may still be a slide, and so many times the windows that have to agree. */
const OFF_MIDDLE = 0.3
const PATIENCE = 2
/** So many windows fewer have to agree where an attack was heard: then something new has begun. */
const ATTACKED = 2
/** An attack that no pitch followed for so long was not that of the note that comes then. */
const FORGOTTEN_MS = 120
/** What is left of a note may come over the gate again for so long, quieter than this part of its loudest. */
const LINGER_MS = 500
const REVIVED = 0.4
/** A pitch that fell silent for so long has ended. */
const END_MS = 45

/** Hears single notes in samples as they come: one voice, by the McLeod pitch method and by rises of loudness. */
export class Ear {
  private readonly detector: PitchDetector<Float32Array>
  private readonly ring: Float32Array
  private readonly windowMs: number
  private filled = 0
  private heard = 0
  private sinceHop = 0
  private recent: Moment[] = []
  private note: Sounding | undefined
  private candidate:
    | { midi: number; pitch: number; count: number; fromMs: number; doubtful: boolean }
    | undefined
  /** The note that last ended: what is left of it is no new one. */
  private gone: { readonly midi: number; readonly loudest: number; readonly endMs: number } | undefined
  private attackMs: number | undefined
  /** The loudest of the note but for the last moments, and whether it had grown quiet before the attack. */
  private peak = 0
  private loudest = 0
  private dipped = false
  private lastOnsetMs = Number.NEGATIVE_INFINITY
  private silentMs: number | undefined

  constructor(
    /** Samples a second. */
    private readonly rate: number,
    /** A note began (no end yet), and the same note when it ended. */
    private readonly onTone: (tone: HeardTone, ended: boolean) => void,
    private readonly rules: HearingRules = HEARING_RULES,
  ) {
    this.detector = PitchDetector.forFloat32Array(rules.window)
    this.ring = new Float32Array(rules.window)
    this.windowMs = (rules.window / rate) * 1000
  }

  /** Takes more samples, any number of them. */
  take(samples: Float32Array): void {
    const { window, hop } = this.rules
    for (const sample of samples) {
      this.ring[this.heard % window] = sample
      this.heard += 1
      this.filled = Math.min(window, this.filled + 1)
      this.sinceHop += 1
      if (this.sinceHop < hop) continue
      this.sinceHop = 0
      this.moment(this.look())
    }
  }

  /** No more samples come. */
  end(): void {
    this.stop((this.heard / this.rate) * 1000)
  }

  private look(): Moment {
    const { window, hop, clarity, tuningHz, gate, low, high } = this.rules
    const atMs = ((this.heard - hop / 2) / this.rate) * 1000
    const start = this.heard % window
    const ordered = new Float32Array(window)
    ordered.set(this.ring.subarray(start))
    ordered.set(this.ring.subarray(0, start), window - start)
    // Over a good part of the lowest period, lest its own waves be taken for swells.
    const part = window / LOUDNESS_PARTS
    let energy = 0
    for (let at = window - part; at < window; at += 1) energy += ordered[at]! ** 2
    const loud = Math.sqrt(energy / part)
    if (this.filled < window || loud < gate) return { atMs, loud, pitch: undefined, doubtful: false }
    const find = (nearly: number): number | undefined => {
      this.detector.clarityThreshold = nearly
      const [hertz, sure] = this.detector.findPitch(ordered, this.rate)
      const pitch = 69 + 12 * Math.log2(hertz / tuningHz)
      return sure >= clarity && pitch >= low - 0.5 && pitch <= high + 0.5 ? pitch : undefined
    }
    // Of two periods that fit nearly as well the shorter one, lest two notes in one window be heard as a deep one.
    const shorter = find(NEARLY_AS_WELL)
    return shorter === undefined
      ? { atMs, loud, pitch: find(AS_WELL), doubtful: true }
      : { atMs, loud, pitch: shorter, doubtful: false }
  }

  private moment(now: Moment): void {
    const { gate, rise, agree } = this.rules
    this.recent = [...this.recent.filter(({ atMs }) => atMs > now.atMs - LOOK_BACK_MS), now]
    const before = this.recent.filter(({ atMs }) => atMs > this.lastOnsetMs + SWELL_MS)
    const quietest = Math.min(...before.map(({ loud }) => loud))
    const risen = now.loud > gate && now.loud > rise * Math.max(quietest, gate / 2)
    this.peak = Math.max(this.peak, this.recent[0]!.loud)
    this.loudest = Math.max(this.loudest, now.loud)
    if (risen && now.atMs - this.lastOnsetMs > APART_MS && this.attackMs === undefined) {
      this.attackMs = now.atMs
      this.dipped = quietest < DIP * this.peak
    }
    if (this.attackMs !== undefined && now.atMs - this.attackMs > FORGOTTEN_MS) this.attackMs = undefined
    if (now.loud < gate) {
      this.silentMs ??= now.atMs
      this.candidate = undefined
      if (now.atMs - this.silentMs >= END_MS) this.stop(this.silentMs)
      return
    }
    this.silentMs = undefined
    if (now.pitch === undefined) return
    const midi = Math.round(now.pitch)
    const { candidate } = this
    const moved = candidate ? Math.abs(now.pitch - candidate.pitch) : Number.POSITIVE_INFINITY
    const settling = this.attackMs !== undefined && candidate ? SETTLING[candidate.count - 1] : undefined
    this.candidate =
      candidate && moved < (settling ?? SLIDE)
        ? {
            ...candidate,
            midi,
            pitch: now.pitch,
            count: candidate.count + 1,
            doubtful: candidate.doubtful && now.doubtful,
          }
        : { midi, pitch: now.pitch, count: 1, fromMs: now.atMs, doubtful: now.doubtful }
    const { gone } = this
    const lingers =
      !this.note &&
      gone?.midi === midi &&
      now.atMs < gone.endMs + LINGER_MS &&
      now.loud < REVIVED * gone.loudest
    if (lingers) return
    const other = this.note?.midi !== midi
    // The same pitch struck again is told from what is left of the old one only when the window is past the attack.
    const again = this.attackMs !== undefined && this.dipped && now.atMs > this.attackMs + this.windowMs
    // Far from its middle a pitch may be on its way to another: it has to stay for longer.
    const sure = this.attackMs === undefined ? agree : agree - ATTACKED
    const patient = this.candidate.doubtful || Math.abs(now.pitch - midi) > OFF_MIDDLE
    const needed = patient ? agree * PATIENCE : sure
    if (this.candidate.count >= needed && (other || again)) this.begin(now, midi)
    else if (!other) this.note?.cents.push((now.pitch - midi) * 100)
  }

  private begin(now: Moment, midi: number): void {
    // A slurred note is told by its pitch alone: that needs half a window to be the louder part of it.
    const onsetMs = this.attackMs ?? Math.max(0, this.candidate!.fromMs - this.windowMs / 2)
    this.stop(onsetMs)
    this.loudest = now.loud
    this.note = { onsetMs, midi, loud: now.loud, cents: [((now.pitch ?? midi) - midi) * 100] }
    this.lastOnsetMs = onsetMs
    this.peak = 0
    this.attackMs = undefined
    this.onTone(this.toneOf(this.note, now.atMs), false)
  }

  private stop(endMs: number): void {
    if (!this.note) return
    this.onTone(this.toneOf(this.note, endMs), true)
    this.gone = { midi: this.note.midi, loudest: this.loudest, endMs }
    this.note = undefined
  }

  private toneOf({ onsetMs, midi, loud, cents }: Sounding, endMs: number): HeardTone {
    const sorted = [...cents].sort((a, b) => a - b)
    return {
      onsetMs,
      endMs: Math.max(onsetMs, endMs),
      midi,
      cents: Math.round(sorted[Math.floor(sorted.length / 2)] ?? 0),
      velocity: Math.min(127, Math.max(1, Math.round(loud * 400))),
    }
  }
}
