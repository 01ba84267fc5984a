import type { MidiVoice } from '@eager-contour/core'
import { VOLUME } from './sounds.ts'

/** The part of the synthesiser that is used. */
export interface SampleVoices {
  readonly noteOn: (channel: number, midi: number, velocity: number) => void
  readonly noteOff: (channel: number, midi: number) => void
  readonly programChange: (channel: number, program: number) => void
  readonly controllerChange: (channel: number, controller: 7, value: number) => void
  /** Reports that a note has ended on the audio thread. */
  readonly onEnded: (listener: (channel: number) => void) => void
}

/** A note that will be needed. */
interface Wanted {
  readonly voice: MidiVoice
  readonly midi: number
  readonly velocity: number
}

/** Silent channels: one for notes and one for drums. */
export const SILENT_BUS = { notes: 14, drums: 15 } as const
/** Nothing waits longer than this for samples, in milliseconds: they are then unpacked when needed. */
const AT_MOST_MS = 1000
/** Notes of similar velocity use the same sample. */
const VELOCITIES = 16

/**
 * Unpacks samples before they are needed. The font is packed, and the synthesiser unpacks a sample at its first note
 * on the audio thread: up to 50 ms without sound. So coming notes are played silently first. Returns a promise that
 * resolves when all are ready.
 */
export const sampleUnpacker = (
  synth: SampleVoices,
  isDrums: (voice: MidiVoice) => boolean,
): ((wanted: readonly Wanted[]) => Promise<void>) => {
  const known = new Set<string>()
  const programs = new Map<number, number>()
  for (const channel of Object.values(SILENT_BUS)) synth.controllerChange(channel, VOLUME, 0)
  let sent = 0
  let ended = 0
  let waiting: readonly { readonly until: number; readonly done: () => void }[] = []
  synth.onEnded((channel) => {
    if (channel !== SILENT_BUS.notes && channel !== SILENT_BUS.drums) return
    ended += 1
    for (const { until, done } of waiting) if (until <= ended) done()
    waiting = waiting.filter(({ until }) => until > ended)
  })
  return async (wanted) => {
    const before = sent
    for (const { voice, midi, velocity } of wanted) {
      const channel = isDrums(voice) ? SILENT_BUS.drums : SILENT_BUS.notes
      const key = [channel, voice.program, midi, Math.floor(velocity / VELOCITIES)].join()
      if (known.has(key)) continue
      known.add(key)
      if (programs.get(channel) !== voice.program) synth.programChange(channel, voice.program)
      programs.set(channel, voice.program)
      synth.noteOn(channel, midi, velocity)
      synth.noteOff(channel, midi)
      sent += 1
    }
    if (sent === before) return
    await new Promise<void>((done) => {
      waiting = [...waiting, { until: sent, done }]
      setTimeout(done, AT_MOST_MS)
    })
  }
}
