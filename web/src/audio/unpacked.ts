import type { MidiVoice } from '@eager-contour/core'
import { VOLUME } from './sounds.ts'

/** What is needed of the synthesiser. */
export interface SampleVoices {
  readonly noteOn: (channel: number, midi: number, velocity: number) => void
  readonly noteOff: (channel: number, midi: number) => void
  readonly programChange: (channel: number, program: number) => void
  readonly controllerChange: (channel: number, controller: 7, value: number) => void
  /** Tells when a note has ended in the sound's own thread. */
  readonly onEnded: (listener: (channel: number) => void) => void
}

/** A note that will be asked for. */
interface Wanted {
  readonly voice: MidiVoice
  readonly midi: number
  readonly velocity: number
}

/** Channels that nobody hears: one that plays notes and one that has drums. */
export const SILENT_BUS = { notes: 14, drums: 15 } as const
/** Nothing waits longer than this for samples, in milliseconds: then they are unpacked as they are needed. */
const AT_MOST_MS = 1000
/** Notes that are struck about as hard have the same sample. */
const VELOCITIES = 16

/**
 * Has samples unpacked before they sound. The font is packed, and the synthesiser unpacks a sample at its first note, on
 * the sound's own thread: up to 50 ms, in which nothing else sounds. So a note that will come is played before, unheard. Gives a promise of when all are ready.
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
