import midiFile from 'midi-file'
import type { UnspelledNote } from '../line/notes/spell.ts'
import { err, type Outcome, ok } from '../outcome/outcome.ts'
import type { PlayedNote } from '../practice/listen/take.ts'
import { fifthsOf, pitchClassOf } from '../theory/pitch/fifths.ts'
import { EIGHTH, QUARTER, type Ticks } from '../theory/rhythm/ticks.ts'
import { readAbcNotes } from './abc.ts'
import { midiIsWhole } from './midiBounds.ts'
import { child, childAlter, childNumber, childrenOf, childText, readXml, type XmlElement } from './xml.ts'

/** Files with more notes than a line can hold are refused. */
const MOST_NOTES = 20_000
const SIXTEENTH: Ticks = EIGHTH / 2
const TRIPLET: Ticks = QUARTER / 3
/** Notes that begin less than this apart are struck together: a thirty-second is twice as long. */
const TOGETHER: Ticks = SIXTEENTH / 4
/** How far from its place a written note may be, from divisions that don't divide a quarter evenly. */
const ROUNDING: Ticks = 4

/** The nearest sixteenth or third of a beat. */
const onGrid = (tick: Ticks): Ticks => {
  const [even, third] = [SIXTEENTH, TRIPLET].map((step) => Math.round(tick / step) * step) as [number, number]
  return Math.abs(third - tick) < Math.abs(even - tick) ? third : even
}

/** The letters MThd and the header's length, six bytes (Standard MIDI Files 1.0, MIDI Manufacturers Association). */
const HEADER = [0x4d, 0x54, 0x68, 0x64, 0, 0, 0, 6]

interface Timed {
  readonly start: Ticks
  readonly end: Ticks
  readonly midi: number
  /** Its spelling at concert pitch, where the file has one: 'Fb4'. */
  readonly written?: string
}

/** A line as a file has it. */
export interface FileLine {
  readonly notes: readonly UnspelledNote[]
  /** Where notes were left out that are too short for sixteenths and triplets: ticks from the first bar. */
  readonly leftOut: readonly Ticks[]
}

/** Later notes than this are damage, in ticks: more than ten thousand bars. */
const LATEST: Ticks = 50_000_000

/** Earlier notes are damage, too: a pickup is shorter than two bars of four. */
const EARLIEST: Ticks = -8 * QUARTER

/** Whether a note has a place and a pitch: a file may have any number there. */
const isPlayable = ({ start, end, midi }: Timed): boolean =>
  start >= EARLIEST && end >= start && end <= LATEST && Number.isInteger(midi) && midi >= 0 && midi <= 127

/**
 * One voice on the grid: the highest of simultaneous notes, each ending where the next starts at the latest. Of two notes after
 * each other that come to one place, the nearer one stays.
 *
 * @param timing `written`: what doesn't stand on the grid is left out; `played`: it is moved to the nearest place
 */
const oneVoice = (read: readonly Timed[], timing: 'written' | 'played'): Outcome<FileLine> => {
  const notes = read.filter(isPlayable)
  if (notes.length === 0) return err({ rule: 'import.noNotes', args: [] })
  if (notes.length > MOST_NOTES) return err({ rule: 'import.tooManyNotes', args: [notes.length, MOST_NOTES] })
  const byStart = new Map<Ticks, Timed>()
  const leftOut: Ticks[] = []
  for (const note of notes) {
    const place = onGrid(note.start)
    const known = byStart.get(place)
    const together = known && Math.abs(known.start - note.start) < TOGETHER
    const off = (one: Timed) => Math.abs(one.start - place)
    const misses = timing === 'written' && off(note) > ROUNDING
    if (misses || (known && !together)) leftOut.push(place)
    if (misses) continue
    if (!known || (together ? note.midi > known.midi : off(note) < off(known))) byStart.set(place, note)
  }
  const voice = [...byStart].sort(([a], [b]) => a - b)
  if (voice.length === 0) return err({ rule: 'import.noNotes', args: [] })
  return ok({
    notes: voice.map(([start, { end, midi, written }], at) => {
      const next = voice[at + 1]?.[0] ?? Number.POSITIVE_INFINITY
      const duration = Math.min(next, Math.max(onGrid(end), start + SIXTEENTH)) - start
      return { start, duration, midi, ...(written === undefined ? {} : { written }) }
    }),
    leftOut,
  })
}

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

/**
 * The line in a MusicXML score (partwise, as text): the first voice of the part with the most notes, at concert pitch, in
 * ticks of 480 to the quarter from its first bar, negative in a pickup, spelled as they are there. Grace notes are left out,
 * tied notes are one.
 *
 * @example
 * value(readMusicXmlLine(writeMusicXml(chart, line, stretch, titles))).notes[0]
 * // { start: 0, duration: 480, midi: 62, written: 'D4' }
 */
export const readMusicXmlLine = (text: string): Outcome<FileLine> => {
  const outcome = readXml(text)
  if (!outcome.ok) return outcome
  if (outcome.value.name === 'score-timewise') return err({ rule: 'import.timewise', args: [] })
  if (outcome.value.name !== 'score-partwise') return err({ rule: 'import.notMusicXml', args: [] })
  const parts = childrenOf(outcome.value, 'part').map(partNotes)
  return oneVoice(
    parts.reduce((best, one) => (one.length > best.length ? one : best), []),
    'written',
  )
}

/**
 * The line in a tune in ABC: its first voice at concert pitch, in ticks from its first bar.
 *
 * @example readAbcLine('X:1\nL:1/8\nK:C\nCDEF GABc|').ok // true
 */
export const readAbcLine = (text: string): Outcome<FileLine> => {
  const notes = readAbcNotes(text)
  return notes.ok ? oneVoice(notes.value, 'written') : notes
}

const partNotes = (part: XmlElement): readonly Timed[] => {
  const notes: Timed[] = []
  let at = 0
  let scale = QUARTER
  let transpose = 0
  /** Steps of the staff from the written pitch to the sounding one; undefined if the file doesn't say them. */
  let steps: number | undefined = 0
  let last = at
  const [first, ...measures] = childrenOf(part, 'measure')
  if (first && measures.length > 0 && isPickup(first)) at = last = -measureTicks(first)
  for (const element of [...(first ? [first] : []), ...measures].flatMap(({ children }) => children)) {
    if (element.name === 'attributes') {
      const divisions = childNumber(element, 'divisions')
      if (divisions) scale = QUARTER / divisions
      const moved = child(element, 'transpose')
      if (moved)
        transpose = (childNumber(moved, 'chromatic') ?? 0) + 12 * (childNumber(moved, 'octave-change') ?? 0)
      if (moved) steps = childNumber(moved, 'diatonic') ?? (transpose % 12 === 0 ? 0 : undefined)
    }
    const duration = (childNumber(element, 'duration') ?? 0) * scale
    if (element.name === 'backup') at -= duration
    if (element.name === 'forward') at += duration
    if (element.name !== 'note' || child(element, 'grace')) continue
    const start = child(element, 'chord') ? last : at
    if (!child(element, 'chord')) {
      last = at
      at += duration
    }
    if ((childText(element, 'voice') ?? '1') !== '1') continue
    const midi = midiOf(element)
    if (midi === undefined) continue
    const before = notes.at(-1)
    const isTied = childrenOf(element, 'tie').some(({ attributes }) => attributes.type === 'stop')
    if (isTied && before?.midi === midi + transpose)
      notes[notes.length - 1] = { ...before, end: start + duration }
    else
      notes.push({
        start,
        end: start + duration,
        midi: midi + transpose,
        ...spelled(element, midi + transpose, steps),
      })
  }
  return notes
}

const LETTERS = 'CDEFGAB'

/** A note's spelling at its sounding pitch: its letter moved by steps of the staff; none with more than two accidentals. */
const spelled = (
  note: XmlElement,
  midi: number,
  steps: number | undefined,
): { readonly written?: string } => {
  const pitch = child(note, 'pitch')
  const step = pitch && childText(pitch, 'step')
  if (!step || steps === undefined) return {}
  const letter = LETTERS.at((((LETTERS.indexOf(step) + steps) % 7) + 7) % 7)!
  const natural = pitchClassOf(fifthsOf(letter))
  const alter = ((((midi - natural) % 12) + 18) % 12) - 6
  if (Math.abs(alter) > 2) return {}
  const octave = (midi - alter - natural) / 12 - 1
  return { written: `${letter}${(alter < 0 ? 'b' : '#').repeat(Math.abs(alter))}${octave}` }
}

/** Whether a file's first bar is a pickup: MusicXML numbers it 0, or leaves it out of the count (MusicXML 4.0, measure). */
const isPickup = ({ attributes }: XmlElement): boolean =>
  attributes.implicit === 'yes' || attributes.number === '0'

/** The ticks that the notes of a bar's first voice take. */
const measureTicks = (measure: XmlElement): Ticks => {
  const divisions = childrenOf(measure, 'attributes').map((one) => childNumber(one, 'divisions'))
  const scale = QUARTER / (divisions.find((one) => one !== undefined && one > 0) ?? 1)
  return childrenOf(measure, 'note')
    .filter((note) => !child(note, 'chord') && !child(note, 'grace'))
    .filter((note) => (childText(note, 'voice') ?? '1') === '1')
    .reduce((sum, note) => sum + (childNumber(note, 'duration') ?? 0) * scale, 0)
}

/** The written pitch of a note; undefined for a rest. */
const midiOf = (note: XmlElement): number | undefined => {
  const pitch = child(note, 'pitch')
  const step = pitch && childText(pitch, 'step')
  const octave = pitch && childNumber(pitch, 'octave')
  if (!pitch || !step || octave === undefined || !/^[A-G]$/.test(step)) return undefined
  const alter = childAlter(pitch, 'alter')
  return alter === undefined ? undefined : 12 * (octave + 1) + pitchClassOf(fifthsOf(step)) + alter
}
