import midiFile from 'midi-file'
import type { BandEvent, Part } from '../../band/event.ts'
import { type Line, type LineNote, notesWithPickup, pickupInto } from '../../line/notes/line.ts'
import type { Take } from '../../practice/listen/take.ts'
import { keySignature } from '../../theory/pitch/key.ts'
import { barTicks } from '../../theory/rhythm/meter.ts'
import { msToTicks, QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'
import { barStarts, type Chart, type Stretch } from '../../tune/chart/chart.ts'

interface Timed {
  readonly tick: Ticks
  /** At one tick: names and signatures, then note offs, then note ons. */
  readonly rank: number
  readonly event: Record<string, unknown>
}

const VELOCITY = 90

/**
 * The stretch of a line as a standard MIDI file (format 1, 480 ticks to the quarter): a track of tempo, time and key, and a track of
 * the notes as written (straight, on channel 1). Tick 0 is beat 1 of the stretch's first bar; of the bar before if the line has a
 * pickup.
 *
 * @example String.fromCharCode(...writeMidi(chart, line, stretch).slice(0, 4)) // 'MThd'
 */
export const writeMidi = (chart: Chart, line: Line, stretch: Stretch, tempo = chart.tempo): Uint8Array => {
  const starts = barStarts(chart)
  const begin = starts[stretch.from]!
  const bar = barTicks(chart.bars[stretch.from]!.meter)
  const zero = begin - Math.ceil(pickupInto(line, begin) / bar) * bar
  const end = starts[stretch.to + 1]!
  const bytes = midiFile.writeMidi({
    header: { format: 1, numTracks: 2, ticksPerBeat: QUARTER },
    tracks: [
      track(conductor(chart, stretch, starts, zero, tempo), end - zero),
      track(noteEvents(notesWithPickup(line, begin, end), zero, end), end - zero),
    ],
  } as never)
  return Uint8Array.from(bytes)
}

/**
 * A take as a standard MIDI file (format 1, 480 ticks to the quarter): its notes just as they were played, latency taken off, in
 * the tempo of the exercise. Tick 0 is a beat of it, before the first note.
 *
 * @example readMidiTake(writeTakeMidi(take, 'Weir')).ok // true
 */
export const writeTakeMidi = (take: Take, title: string): Uint8Array => {
  const bpm = take.tempo[0]?.bpm ?? USUAL_BPM
  const onsets = take.notes.map(({ onsetMs }) => msToTicks(onsetMs - take.latencyMs, bpm))
  const before = Math.ceil(Math.max(0, ...onsets.map((tick) => -tick)) / QUARTER) * QUARTER
  const events = take.notes.flatMap(({ durationMs, midi, velocity }, at) => {
    const tick = Math.round(onsets[at]! + before)
    const end = Math.max(tick + 1, Math.round(tick + msToTicks(durationMs, bpm)))
    const loud = Math.max(1, Math.round(velocity))
    return [
      { tick, rank: 2, event: { type: 'noteOn', channel: 0, noteNumber: midi, velocity: loud } },
      { tick: end, rank: 1, event: { type: 'noteOff', channel: 0, noteNumber: midi, velocity: 0 } },
    ]
  })
  const tempo = { meta: true, type: 'setTempo', microsecondsPerBeat: Math.round(60_000_000 / bpm) }
  const bytes = midiFile.writeMidi({
    header: { format: 1, numTracks: 2, ticksPerBeat: QUARTER },
    tracks: [
      track(
        [
          { tick: 0, rank: 0, event: { meta: true, type: 'trackName', text: asciiTitle(title) } },
          { tick: 0, rank: 0, event: tempo },
        ],
        0,
      ),
      track(events, 0),
    ],
  } as never)
  return Uint8Array.from(bytes)
}

/** The tempo of a take that has none (Standard MIDI Files 1.0). */
const USUAL_BPM = 120

/** A part of the band in a file: its channel (0 to 15; 9 is percussion) and General MIDI program (0 to 127). */
export interface MidiVoice {
  readonly name: string
  readonly channel: number
  readonly program: number
}

/**
 * What the band plays over a stretch as a standard MIDI file (format 1, 480 ticks to the quarter): a track of tempo,
 * time and key, and one for each part, as it sounds, with swing and human timing. A pickup is in a bar before the stretch.
 *
 * @example writeBandMidi(chart, hearEvents(analysis, stretch, 'roots'), stretch, voices)
 */
export const writeBandMidi = (
  chart: Chart,
  events: readonly BandEvent[],
  stretch: Stretch,
  voices: Readonly<Record<Part, MidiVoice>>,
  tempo = chart.tempo,
): Uint8Array => {
  const starts = barStarts(chart)
  const begin = starts[stretch.from]!
  const bar = barTicks(chart.bars[stretch.from]!.meter)
  const first = Math.min(0, ...events.map(({ tick }) => tick))
  const zero = begin - Math.ceil(-first / bar) * bar
  const later = begin - zero
  const length = starts[stretch.to + 1]! - zero
  const parts = (Object.keys(voices) as readonly Part[]).filter((part) =>
    events.some((event) => event.part === part),
  )
  const bytes = midiFile.writeMidi({
    header: { format: 1, numTracks: parts.length + 1, ticksPerBeat: QUARTER },
    tracks: [
      track(conductor(chart, stretch, starts, zero, tempo), length),
      ...parts.map((part) => track(partEvents(events, part, voices[part], later), length)),
    ],
  } as never)
  return Uint8Array.from(bytes)
}

const partEvents = (
  events: readonly BandEvent[],
  part: Part,
  { name, channel, program }: MidiVoice,
  later: Ticks,
): readonly Timed[] => [
  { tick: 0, rank: 0, event: { meta: true, type: 'trackName', text: asciiTitle(name) } },
  { tick: 0, rank: 0, event: { type: 'programChange', channel, programNumber: program } },
  ...events
    .filter((event) => event.part === part)
    .flatMap(({ tick, duration, midi, velocity }) => [
      {
        tick: Math.round(tick) + later,
        rank: 2,
        event: { type: 'noteOn', channel, noteNumber: midi, velocity },
      },
      {
        tick: Math.max(Math.round(tick) + 1, Math.round(tick + duration)) + later,
        rank: 1,
        event: { type: 'noteOff', channel, noteNumber: midi, velocity: 0 },
      },
    ]),
]

const conductor = (
  chart: Chart,
  stretch: Stretch,
  starts: readonly Ticks[],
  zero: Ticks,
  tempo: number,
): readonly Timed[] => {
  const events: Timed[] = [
    { tick: 0, rank: 0, event: { meta: true, type: 'trackName', text: asciiTitle(chart.title) } },
    {
      tick: 0,
      rank: 0,
      event: { meta: true, type: 'setTempo', microsecondsPerBeat: Math.round(60_000_000 / tempo) },
    },
  ]
  if (chart.key)
    events.push({
      tick: 0,
      rank: 0,
      event: {
        meta: true,
        type: 'keySignature',
        key: keySignature(chart.key),
        scale: chart.key.mode === 'minor' ? 1 : 0,
      },
    })
  for (let bar = stretch.from; bar <= stretch.to; bar += 1) {
    const { meter } = chart.bars[bar]!
    const before = bar > stretch.from ? chart.bars[bar - 1]!.meter : undefined
    if (before && before.beats === meter.beats && before.unit === meter.unit) continue
    events.push({
      tick: before ? starts[bar]! - zero : 0,
      rank: 0,
      event: {
        meta: true,
        type: 'timeSignature',
        numerator: meter.beats,
        denominator: meter.unit,
        metronome: 24,
        thirtyseconds: 8,
      },
    })
  }
  return events
}

/** MIDI text events carry single bytes: other characters are left out. */
const asciiTitle = (title: string): string => title.replace(/[^\x20-\x7e]/g, '')

const noteEvents = (notes: readonly LineNote[], zero: Ticks, end: Ticks): readonly Timed[] =>
  notes.flatMap((note) => [
    {
      tick: note.start - zero,
      rank: 2,
      event: { type: 'noteOn', channel: 0, noteNumber: note.midi, velocity: VELOCITY },
    },
    {
      tick: Math.min(note.start + note.duration, end) - zero,
      rank: 1,
      event: { type: 'noteOff', channel: 0, noteNumber: note.midi, velocity: 0 },
    },
  ])

const track = (timed: readonly Timed[], length: Ticks): readonly Record<string, unknown>[] => {
  const sorted = [...timed].sort((a, b) => a.tick - b.tick || a.rank - b.rank)
  let at = 0
  const events = sorted.map(({ tick, event }) => {
    const deltaTime = tick - at
    at = tick
    return { deltaTime, ...event }
  })
  return [...events, { deltaTime: Math.max(0, length - at), meta: true, type: 'endOfTrack' }]
}
