import type { ChordKind } from '../../theory/chord/chord.ts'
import { type Degree, degreeSemitones, isDegree } from '../../theory/pitch/degree.ts'
import { pitchClass } from '../../theory/pitch/interval.ts'
import { EIGHTH, QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'

/** What a fragment does in a phrase. */
type FragmentKind = 'entry' | 'statement' | 'run' | 'turn' | 'arpeggio' | 'climb' | 'descent' | 'close'

/** The hand that wrote a fragment: what kind of tune it belongs to. */
export type Hand = 'bebop' | 'lyrical' | 'blues' | 'modal' | 'waltz'

/**
 * A fragment as it is written: `kind | chords | notes`.
 *
 * Chords are counted from one key by Roman numerals with their kind (`IIm7 V7 Imaj7`), each four beats long unless a
 * colon gives its beats (`IIm7:2`); `any` stands for whatever sounds before a pickup.
 *
 * Notes are degrees of the chord that sounds, `>` marks a degree of the coming chord. Each is the nearest pitch to the
 * one before; `^` takes it from above and `v` from below instead. An eighth by default, `_` a quarter, `.` a dotted
 * quarter, `__` a half, `=` a sixteenth; `r` is a rest, and ( ) holds three notes in the time of one beat. Bar lines are for the reader.
 */
export type FragmentRow = `${FragmentKind} | ${string} | ${string}`

interface FragmentChord {
  /** Half steps above the tonic; undefined for any chord. */
  readonly root?: number
  readonly kind?: ChordKind
  readonly beats: number
}

export interface FragmentNote {
  /** Ticks from the start of the first chord. */
  readonly onset: Ticks
  readonly duration: Ticks
  /** The chord that it belongs to, by its index. */
  readonly chord: number
  readonly degree: Degree
  /** Half steps from the note before; 0 for the first. */
  readonly interval: number
}

export interface Fragment {
  readonly id: number
  readonly hand: Hand
  readonly kind: FragmentKind
  readonly chords: readonly FragmentChord[]
  readonly notes: readonly FragmentNote[]
}

const NUMERALS: Readonly<Record<string, number>> = { I: 0, II: 2, III: 4, IV: 5, V: 7, VI: 9, VII: 11 }
const KINDS: Readonly<Record<string, ChordKind>> = {
  maj7: 'major',
  m7: 'minor',
  m6: 'tonicMinor',
  '7': 'dominant',
  sus: 'sus',
  ø: 'halfDiminished',
  dim: 'diminished',
  aug: 'augmented',
}

const DURATIONS: Readonly<Record<string, Ticks>> = {
  __: 2 * QUARTER,
  '.': QUARTER + EIGHTH,
  _: QUARTER,
  '=': EIGHTH / 2,
  '': EIGHTH,
}

/** What can't be read in a row of degrees: the part of it, and why. */
export class NotationError extends Error {
  readonly what: string

  constructor(row: string, what: string) {
    super(`“${row}”: ${what}`)
    this.what = what
  }
}

const wrong = (row: string, what: string): never => {
  throw new NotationError(row, what)
}

const chordOf = (row: string, text: string): FragmentChord => {
  const [name = '', length = '4'] = text.split(':')
  const beats = Number(length)
  if (!(beats > 0)) wrong(row, `${text} has no length`)
  if (name === 'any') return { beats }
  const found = /^([b#]?)(VII|VI|IV|V|III|II|I)(.*)$/.exec(name)
  const kind = KINDS[found?.[3] ?? '']
  if (!found || !kind) return wrong(row, `${text} is no chord`)
  const shift = found[1] === 'b' ? -1 : found[1] === '#' ? 1 : 0
  return { root: pitchClass(NUMERALS[found[2]!]! + shift), kind, beats }
}

/** Half steps from a pitch class to the next, nearest unless a direction is marked. */
const intervalTo = (from: number, to: number, mark: string): number => {
  const up = pitchClass(to - from)
  if (mark === '^') return up === 0 ? 12 : up
  if (mark === 'v') return up === 0 ? -12 : up - 12
  return up > 6 ? up - 12 : up
}

/** Chords and notes of a row. It throws where they can't be read, with the reason. */
export const readDegrees = (
  row: string,
  over: string,
  text: string,
): {
  readonly chords: readonly FragmentChord[]
  readonly notes: readonly FragmentNote[]
  /** Where the bar lines stand. */
  readonly barLines: readonly Ticks[]
} => {
  const chords = over
    .trim()
    .split(/\s+/)
    .map((one) => chordOf(row, one))
  const starts = chords.map((_, at) =>
    chords.slice(0, at).reduce((sum, { beats }) => sum + beats * QUARTER, 0),
  )
  const notes: FragmentNote[] = []
  let tick = 0
  let inTriplet = false
  let before: number | undefined
  const barLines: Ticks[] = []
  for (const token of text.replaceAll('|', ' | ').trim().split(/\s+/)) {
    if (token === '|') {
      barLines.push(tick)
      continue
    }
    const found = /^(\()?(>?)([v^]?)(r|[b#]*(?:R|\d+))(__|_|\.|=|)(\))?$/.exec(token)
    if (!found) return wrong(row, `“${token}” is no note`)
    const [, open, coming, mark = '', name = '', ending = '', close] = found
    inTriplet ||= open !== undefined
    const duration = inTriplet ? QUARTER / 3 : DURATIONS[ending]!
    if (name !== 'r') {
      if (!isDegree(name)) return wrong(row, `“${name}” is no degree`)
      const sounding = starts.findLastIndex((start) => start <= tick)
      const chord = sounding + (coming ? 1 : 0)
      const root = chords[chord]?.root
      if (root === undefined) return wrong(row, `“${token}” has no chord`)
      const pitch = pitchClass(root + degreeSemitones(name))
      notes.push({
        onset: tick,
        duration,
        chord,
        degree: name,
        interval: before === undefined ? 0 : intervalTo(before, pitch, mark),
      })
      before = pitch
    }
    tick += duration
    if (close) inTriplet = false
  }
  return { chords, notes, barLines }
}

/**
 * Reads a row; it throws where the row can't be read, as rows are part of the program.
 *
 * @example readFragment('climb | IIm7 | R b3 5 b7', 0, 'bebop').notes.length // 4
 */
export const readFragment = (row: FragmentRow, id: number, hand: Hand): Fragment => {
  const [kind = '', over = '', text = ''] = splitRow(row)
  const { chords, notes } = readDegrees(row, over, text)
  if (notes.length < 3 || notes.length > 16) wrong(row, `${notes.length} notes`)
  return { id, hand, kind: kind as FragmentKind, chords, notes }
}

/** Bar lines stand in the notes too: only the first two bars of a row part it. */
const splitRow = (row: string): readonly string[] => {
  const first = row.indexOf(' | ')
  const second = row.indexOf(' | ', first + 1)
  return [row.slice(0, first), row.slice(first + 3, second), row.slice(second + 3)]
}
