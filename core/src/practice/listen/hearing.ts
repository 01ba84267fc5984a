import { OCTAVE } from '../../theory/pitch/interval.ts'
import { AnalysisWindows, type PitchRange, type SoundFrame } from './look.ts'
import { Sway } from './sway.ts'

/** How sound is detected as single notes: thresholds that a player may change. */
export interface DetectionRules extends PitchRange {
  /** A new attack is this many times as loud as the quietest of the last moments. */
  readonly rise: number
  /** The milliseconds for which another pitch must hold. */
  readonly holdMs: number
}

/**
 * How notes are detected unless the instrument asks for something else: MIDI numbers, hertz, milliseconds.
 *
 * @example DETECTION_RULES.tuningHz // 440
 */
export const DETECTION_RULES: DetectionRules = {
  played: 33,
  low: 28,
  high: 96,
  tuningHz: 440,
  clarity: 0.85,
  gate: 0.006,
  rise: 1.8,
  holdMs: 23,
}

/**
 * The half steps below its lowest note at which an instrument may still be detected: anything lower is a voice, the
 * band's bass, noise.
 */
const BELOW = 3

/** The half steps above its highest note: players reach higher than the tables say. */
const ABOVE = 5

/**
 * The detection windows of an instrument by its lowest and highest sounding notes; above the highest one there is nothing but
 * keys, cymbals and squeaks.
 *
 * @example windowsFor(52, 82) // { played: 52, low: 49, high: 87 }
 */
export const windowsFor = (
  lowest: number,
  highest = DETECTION_RULES.high,
): Pick<DetectionRules, 'played' | 'low' | 'high'> => ({
  played: lowest,
  low: lowest - BELOW,
  high: Math.min(DETECTION_RULES.high, highest + ABOVE),
})

/** A detected note: milliseconds from the first sample. */
export interface DetectedTone {
  readonly onsetMs: number
  readonly endMs: number
  readonly midi: number
  /** Cents above the MIDI number's equal-tempered pitch. */
  readonly cents: number
  readonly velocity: number
}

/** What becomes of a tone: a taken-back one was the low octave with which a higher note began. */
export type ToneState = 'started' | 'ended' | 'takenBack'

interface Sounding {
  readonly onsetMs: number
  readonly midi: number
  readonly loud: number
  readonly cents: number[]
}

/** A pitch that may become a note. */
interface Candidate {
  readonly midi: number
  readonly pitch: number
  readonly fromMs: number
  readonly fromPitch: number
  readonly doubtful: boolean
}

/** Samples between two analyses at up to 72,000 a second, and the multiple of it while a note continues. */
const HOP = 128
const GOING_ON = 2
const HOP_RATE = 48_000
/** For this long after an onset its own swell is no new attack. */
const SWELL_MS = 70
/** Moments over which the quietest is looked for. */
const LOOK_BACK_MS = 60
/** A repeated note has become quieter than this part of its previous loudness; a swell hasn't. */
const DIP = 0.6
/** A swell of a growl or a flutter dips below this part of the loudest moment lately, more than once in this time. */
const DIP_AGAIN = 0.75
const FLUTTER_MS = 125
/** A dip to less than this part is a new attack, however often there are some. */
const DEEP = 0.35
/** A note still has more than this part of the loudness of its attack when its pitch is heard. */
const KNOCK = 0.35
/** The smallest distance between two attacks. */
const APART_MS = 85
/**
 * From one analysis to the next a note moves by fewer half steps than this, even if it lies between two; a slide into
 * a note, or speech, by more.
 */
const SLIDE = 0.04
/** And over the whole time that it must hold, by fewer than this. */
const DRIFT = 0.3
/** The allowance in each of the first steps after an attack, whose analyses contain little of the note yet. */
const SETTLING = [0.2, 0.08] as const
const SETTLING_MS = 6
/**
 * The half steps from the middle of a pitch within which it may still be a slide, and how many times as long it must
 * then hold.
 */
const OFF_MIDDLE = 0.3
const PATIENCE = 2
/**
 * A pitch this clear only needs to hold for this many milliseconds if an attack was detected: then something new has
 * started.
 */
const CLEAR = 0.95
const ATTACKED_MS = 5
/** The time after an attack from which a repeated pitch can be distinguished from what remains of the old one. */
const AGAIN_MS = 30
/** Played notes stay within this many half steps for this long much of the time; speech rarely does. */
const STEADY = 0.1
const STEADY_MS = 28
/**
 * The seconds of pitch over which that is measured, the steady share that is too small for playing, and the initial
 * share.
 */
const WEIGHED_S = 1
const TOO_LITTLE = 0.22
const AT_FIRST = 0.3
/** The multiple of the holding time for a pitch with too small a steady share. */
const WARY = 4
/** An attack without a pitch for this long doesn't belong to the note that follows. */
const FORGOTTEN_MS = 120
/** The decay of a note may cross the gate again for this long, quieter than this part of its loudest. */
const LINGER_MS = 500
const REVIVED = 0.4
/** A note that turns into its octave above within this time was that octave from its beginning. */
const TURNED_MS = 80
/** A pitch that is silent for this long has ended. */
const END_MS = 45

/**
 * Detects single notes in samples as they arrive: one voice, by the McLeod pitch method and by rises of loudness.
 *
 * @example new PitchDetector(48_000)
 */
export class PitchDetector {
  private readonly looking: AnalysisWindows
  private readonly hop: number
  private nextHop: number
  private sinceHop = 0
  private recent: SoundFrame[] = []
  private note: Sounding | undefined
  private candidate: Candidate | undefined
  /** The note that ended last: its decay is no new note. */
  private gone: { readonly midi: number; readonly loudest: number; readonly endMs: number } | undefined
  private attackMs: number | undefined
  /** The loudest part of the note before the last moments, and whether it had become quiet before the attack. */
  private peak = 0
  private loudest = 0
  private dipped = false
  private lastOnsetMs = Number.NEGATIVE_INFINITY
  private silentMs: number | undefined
  /** The steady share of the most recent sound. */
  private steadiness = AT_FIRST
  private readonly sway = new Sway()
  /** When the sound was last quieter than a dip within a note, and when before that. */
  private dips: readonly number[] = []
  private inDip = false

  constructor(
    /** Samples per second. */
    private readonly rate: number,
    /** A note started (no end yet); the same note when it ended, or was taken back. */
    private readonly onTone: (tone: DetectedTone, state: ToneState) => void,
    private readonly rules: DetectionRules = DETECTION_RULES,
  ) {
    this.looking = new AnalysisWindows(rate, rules)
    this.hop = HOP * Math.max(1, Math.round(rate / HOP_RATE))
    this.nextHop = this.hop
  }

  /** Takes more samples, any number of them. */
  take(samples: Float32Array): void {
    for (const sample of samples) {
      this.looking.take(sample)
      this.sinceHop += 1
      if (this.sinceHop < this.nextHop) continue
      this.moment(this.looking.now(this.sinceHop, this.sounding))
      this.sinceHop = 0
      this.nextHop = this.goesOn ? GOING_ON * this.hop : this.hop
    }
  }

  /** Ends the input. */
  end(): void {
    this.stop(this.looking.nowMs)
  }

  private get goesOn(): boolean {
    return this.note !== undefined && this.note.midi === this.candidate?.midi && this.attackMs === undefined
  }

  private get sounding(): number | undefined {
    return this.note && this.note.midi + (this.note.cents.at(-1) ?? 0) / 100
  }

  private moment(now: SoundFrame): void {
    const { gate, rise } = this.rules
    this.recent = [...this.recent.filter(({ atMs }) => atMs > now.atMs - LOOK_BACK_MS), now]
    const before = this.recent.filter(({ atMs }) => atMs > this.lastOnsetMs + SWELL_MS)
    const quietest = Math.min(...before.map(({ loud }) => loud))
    const risen = now.loud > gate && now.loud > rise * Math.max(quietest, gate / 2)
    this.peak = Math.max(this.peak, this.recent[0]!.loud)
    this.noticeDip(now)
    this.loudest = Math.max(this.loudest, now.loud)
    if (risen && now.atMs - this.lastOnsetMs > APART_MS && this.attackMs === undefined) {
      this.attackMs = now.atMs
      this.dipped = quietest < DIP * this.peak && (quietest < DEEP * this.peak || !this.flutters(now.atMs))
    }
    if (this.attackMs !== undefined && now.atMs - this.attackMs > FORGOTTEN_MS) this.attackMs = undefined
    if (now.loud < gate) {
      this.silentMs ??= now.atMs
      this.candidate = undefined
      this.sway.take(undefined, now.atMs)
      if (now.atMs - this.silentMs >= END_MS) this.stop(this.silentMs)
      return
    }
    this.silentMs = undefined
    this.sway.take(now.pitch, now.atMs)
    if (now.pitch === undefined) return
    this.weigh(now.pitch, now.atMs)
    const { middle } = this.sway
    const midi = this.midiOf(middle ?? now.pitch, middle !== undefined)
    this.candidate = this.followed(now.pitch, midi, now)
    const { gone } = this
    const lingers =
      !this.note &&
      gone?.midi === midi &&
      now.atMs < gone.endMs + LINGER_MS &&
      now.loud < REVIVED * gone.loudest
    if (lingers) return
    const other = this.note?.midi !== midi
    const again = this.attackMs !== undefined && this.dipped && now.atMs > this.attackMs + AGAIN_MS
    const held = now.atMs - this.candidate.fromMs >= this.needed(now, this.candidate)
    // A vibrato holds round its middle, where that is near to a note's own.
    const swaying = middle !== undefined && Math.abs(middle - midi) <= OFF_MIDDLE
    if (((held && (other || again)) || (swaying && other)) && !this.isKnock(now)) this.begin(now, midi)
    else if (!other) this.note?.cents.push((now.pitch - midi) * 100)
  }

  /** The note of a pitch; a vibrato round the sounding note, if a little off it, is that note's. */
  private midiOf(pitch: number, sways: boolean): number {
    const sounding = this.note?.midi
    return sways && sounding !== undefined && Math.abs(pitch - sounding) <= 1 - OFF_MIDDLE
      ? sounding
      : Math.round(pitch)
  }

  /** Whether what was struck has nearly died away already: a knock, not a note. */
  private isKnock({ loud }: SoundFrame): boolean {
    const { attackMs } = this
    if (attackMs === undefined) return false
    const since = this.recent.filter(({ atMs }) => atMs >= attackMs)
    return loud < KNOCK * Math.max(...since.map((moment) => moment.loud))
  }

  /** Counts how often the sound becomes quieter and louder again: a growl or a flutter does so many times a second. */
  private noticeDip({ loud, atMs }: SoundFrame): void {
    const loudest = Math.max(...this.recent.map((moment) => moment.loud))
    const low = loud < DIP_AGAIN * loudest
    if (low && !this.inDip) this.dips = [...this.dips.filter((one) => one > atMs - FLUTTER_MS), atMs]
    this.inDip = low
  }

  /** Whether an attack is one swell of many: another dip came shortly before the one that it follows. */
  private flutters(attackMs: number): boolean {
    return this.dips.filter((one) => one < attackMs && one > attackMs - FLUTTER_MS).length > 1
  }

  /** The milliseconds for which a pitch must hold to be a note. */
  private needed({ clarity }: SoundFrame, { pitch, midi, doubtful }: Candidate): number {
    const { holdMs } = this.rules
    if (this.steadiness < TOO_LITTLE) return WARY * holdMs
    // Far from its middle a pitch may be sliding to another.
    if (doubtful || Math.abs(pitch - midi) > OFF_MIDDLE) return PATIENCE * holdMs
    return this.attackMs !== undefined && clarity >= CLEAR ? ATTACKED_MS : holdMs
  }

  /** Updates the steady share: whether the sound holds still, as a note does, or glides. */
  private weigh(pitch: number, atMs: number): void {
    const lately = this.recent.filter((moment) => moment.atMs > atMs - STEADY_MS)
    const steady =
      this.sway.middle !== undefined ||
      (lately.length > 1 &&
        lately.every((moment) => moment.pitch !== undefined && Math.abs(moment.pitch - pitch) < STEADY))
    this.steadiness += (((steady ? 1 : 0) - this.steadiness) * this.sinceHop) / this.rate / WEIGHED_S
  }

  /** The pitch that continues the previous one, or a new one. */
  private followed(pitch: number, midi: number, { atMs, doubtful }: SoundFrame): Candidate {
    const { candidate } = this
    const fresh = { midi, pitch, fromMs: atMs, fromPitch: pitch, doubtful }
    if (!candidate) return fresh
    const step = Math.floor((atMs - candidate.fromMs) / SETTLING_MS)
    const slide = (this.attackMs === undefined ? undefined : SETTLING[step]) ?? SLIDE
    const { fromMs, fromPitch } = candidate
    return Math.abs(pitch - candidate.pitch) < slide && Math.abs(pitch - fromPitch) < DRIFT
      ? { ...fresh, fromMs, fromPitch, doubtful: candidate.doubtful && doubtful }
      : fresh
  }

  private begin(now: SoundFrame, midi: number): void {
    // A slurred note is recognised by its pitch alone: that takes half a window to become the louder part of it.
    const heardMs = this.attackMs ?? Math.max(0, this.candidate!.fromMs - now.lookMs / 2)
    const onsetMs = this.takenBack(midi, heardMs) ?? heardMs
    this.stop(onsetMs)
    this.loudest = now.loud
    this.note = { onsetMs, midi, loud: now.loud, cents: [((now.pitch ?? midi) - midi) * 100] }
    this.lastOnsetMs = onsetMs
    this.peak = 0
    this.attackMs = undefined
    this.onTone(this.toneOf(this.note, now.atMs), 'started')
  }

  /** Takes back a note that turns into its octave at once; returns when it, and so the octave, began. */
  private takenBack(midi: number, heardMs: number): number | undefined {
    const { note } = this
    if (!note || midi !== note.midi + OCTAVE || heardMs - note.onsetMs > TURNED_MS) return undefined
    if (this.attackMs !== undefined && this.attackMs - note.onsetMs > APART_MS / 2) return undefined
    this.onTone(this.toneOf(note, heardMs), 'takenBack')
    this.note = undefined
    return note.onsetMs
  }

  private stop(endMs: number): void {
    if (!this.note) return
    this.onTone(this.toneOf(this.note, endMs), 'ended')
    this.gone = { midi: this.note.midi, loudest: this.loudest, endMs }
    this.note = undefined
  }

  private toneOf({ onsetMs, midi, loud, cents }: Sounding, endMs: number): DetectedTone {
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
