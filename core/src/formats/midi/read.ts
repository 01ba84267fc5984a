import midiFile from 'midi-file'
import { err, type Outcome, ok } from '../../outcome/outcome.ts'
import type { PlayedNote } from '../../practice/listen/take.ts'
import { QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'
import { type FileLine, MOST_NOTES, oneVoice, type Timed } from '../voice.ts'
import { midiIsWhole } from './bounds.ts'

/** The letters MThd and the header's length, six bytes (Standard MIDI Files 1.0, MIDI Manufacturers Association). */
const HEADER = [0x4d, 0x54, 0x68, 0x64, 0, 0, 0, 6]

/** A file's tracks and its ticks per quarter; undefined if it is damaged or has no beats. */
const parsed = (bytes: Uint8Array) => {
  if (HEADER.some((byte, at) => bytes[at] !== byte) || !midiIsWhole(bytes)) return undefined
  try {
    const { tracks, header } = midiFile.parseMidi(bytes as never)
    return header.ticksPerBeat ? { tracks, perBeat: header.ticksPerBeat } : undefined
  } catch {
    return undefined
  }
}

/**
 * The line in a standard MIDI file (bytes): the track with the most notes, without percussion, in ticks of 480 to the
 * quarter from the start of the file, on the nearest sixteenths and triplets. A damaged file is a problem.
 *
 * @example value(readMidiLine(writeMidi(chart, line, stretch))).notes[0] // { start: 0, duration: 480, midi: 62 }
 */
export const readMidiLine = (bytes: Uint8Array): Outcome<FileLine> => {
  const file = parsed(bytes)
  if (!file) return err({ rule: 'import.notMidi', args: [] })
  const tracks = file.tracks.map((events) => timed(events as readonly MidiEvent[], QUARTER / file.perBeat))
  return oneVoice(
    tracks.reduce((best, one) => (one.length > best.length ? one : best), []),
    'played',
  )
}

/** Microseconds per quarter if a file sets no tempo (Standard MIDI Files 1.0). */
const USUAL_TEMPO = 500_000

/** Milliseconds from the start of the file at a tick, by its tempo events in order. */
const clockOf = (tracks: readonly (readonly MidiEvent[])[], perBeat: number): ((tick: number) => number) => {
  const changes = tracks
    .flatMap((events) => {
      let at = 0
      return events.flatMap(({ deltaTime, microsecondsPerBeat }) => {
        at += deltaTime
        return microsecondsPerBeat === undefined
          ? []
          : [{ at, perTick: microsecondsPerBeat / perBeat / 1000 }]
      })
    })
    .sort((a, b) => a.at - b.at)
  // Where each tempo begins: the last one before a tick is found by halving.
  const begins = [{ at: 0, ms: 0, perTick: USUAL_TEMPO / perBeat / 1000 }]
  for (const { at, perTick } of changes) {
    const before = begins.at(-1)!
    begins.push({ at, ms: before.ms + (at - before.at) * before.perTick, perTick })
  }
  return (tick) => {
    let [low, high] = [0, begins.length - 1]
    while (low < high) {
      const middle = Math.ceil((low + high) / 2)
      if (begins[middle]!.at < tick) low = middle
      else high = middle - 1
    }
    const { at, ms, perTick } = begins[low]!
    return ms + (tick - at) * perTick
  }
}

/**
 * What was played into a standard MIDI file (bytes): the notes of the track with the most notes, without percussion,
 * in milliseconds from its start by the file's own tempo. A damaged file is a problem.
 *
 * @example value(readMidiTake(writeMidi(chart, line, stretch)))[1].onsetMs // 500
 */
export const readMidiTake = (bytes: Uint8Array): Outcome<readonly PlayedNote[]> => {
  const file = parsed(bytes)
  if (!file) return err({ rule: 'import.notMidi', args: [] })
  const tracks = file.tracks as readonly (readonly MidiEvent[])[]
  const clock = clockOf(tracks, file.perBeat)
  const notes = tracks
    .map((events) => timed(events, 1))
    .reduce((best, one) => (one.length > best.length ? one : best), [])
  if (notes.length === 0) return err({ rule: 'import.noNotes', args: [] })
  if (notes.length > MOST_NOTES) return err({ rule: 'import.tooManyNotes', args: [notes.length, MOST_NOTES] })
  return ok(
    notes
      .map(({ start, end, midi }) => ({
        onsetMs: clock(start),
        durationMs: clock(end) - clock(start),
        midi,
        cents: 0,
        velocity: 90,
      }))
      .sort((a, b) => a.onsetMs - b.onsetMs),
  )
}

interface MidiEvent {
  readonly deltaTime: number
  readonly type: string
  readonly channel?: number
  readonly noteNumber?: number
  readonly velocity?: number
  readonly microsecondsPerBeat?: number
}
const PERCUSSION = 9

const timed = (events: readonly MidiEvent[], scale: number): readonly Timed[] => {
  const open = new Map<number, Ticks>()
  const notes: Timed[] = []
  let at = 0
  for (const { deltaTime, type, channel, noteNumber, velocity } of events) {
    at += deltaTime * scale
    if (noteNumber === undefined || channel === PERCUSSION) continue
    const began = open.get(noteNumber)
    if (began !== undefined && (type === 'noteOff' || type === 'noteOn')) {
      notes.push({ start: began, end: at, midi: noteNumber })
      open.delete(noteNumber)
    }
    if (type === 'noteOn' && velocity !== 0) open.set(noteNumber, at)
  }
  return notes
}
