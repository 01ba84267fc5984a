import { type Reason, reason } from '../../outcome/reasons.ts'
import { foreignDegree } from '../../theory/pitch/degree.ts'
import { fifthsOf, noteName, pitchClassOf, plainRoot } from '../../theory/pitch/fifths.ts'
import { pitchClass } from '../../theory/pitch/interval.ts'
import { EIGHTH, QUARTER } from '../../theory/rhythm/ticks.ts'
import { scaleDegreeAt } from '../../theory/scale/scale.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import { barStarts } from '../../tune/chart/chart.ts'
import type { ChangesWish } from '../changes/playedChanges.ts'
import { devicesWhere, type FoundDevice } from '../figures/devices.ts'
import { hasPitch, isSharpEleventh } from '../figures/harmony.ts'
import type { Role } from '../figures/roles.ts'
import type { Line } from '../notes/line.ts'
import { type AnalysedNote, barAt, degreeOver, type HeardLine, hearLine } from './analysedLine.ts'
import { findDevices, isDelay } from './devices.ts'
import type { DeviceSpan, Explanation, Join, NoteReading } from './explanation.ts'

/**
 * Explains any line: what each note is in its chord and what it does, how the line moves into each new chord, and
 * which figures it contains. It only uses pitches, times and chords; where the notes play other chords than the written
 * ones, those are what it reads them by.
 * @param analysis the changes, as written or as the line plays them
 * @param line any line at the analysis' pitch
 * @returns a reading per note, the joins between chords, the figures and the bars they start in
 * @example explainLine(analysis, line).notes[1].role // 'guide'
 */
export const explainLine = (analysis: Analysis, line: Line, wish?: ChangesWish): Explanation =>
  explainNotes(hearLine(analysis, line, wish), line)

/** The same for a line that was heard already. */
export const explainNotes = ({ notes, ...played }: HeardLine, line: Line): Explanation => {
  const analysis = played.changes
  const devices = findDevices(notes).filter((span) => !isPassedThrough(notes, span))
  const { around, inside } = membersOf(notes, devices)
  return {
    ...played,
    notes: notes.map((note) => readNote(analysis, notes, note, around[note.index], inside[note.index])),
    devices,
    joins: joinsOf(analysis, notes),
    bars: barsOf(analysis, line, devices),
  }
}

/**
 * That a note's chord is played in another's place, and what it is; undefined where it is the written one.
 *
 * @example insteadReason(explainLine(analysis, line), 0) // undefined
 */
export const insteadReason = ({ notes, substitutes }: Explanation, index: number): Reason | undefined => {
  const other = substitutes.find((substitute) => substitute.index === notes[index]?.chord)
  return other && reason('note.instead', other.chord.symbol, other.written.symbol, other.role)
}

/** Devices around a target, and those of them whose notes are called an enclosure. */
const AROUND: readonly string[] = devicesWhere(({ found }) => found?.around !== undefined)
const ENCLOSURES: readonly string[] = devicesWhere(({ encloses }) => encloses === true)

/** Devices that are groups of notes over one chord: what they have outside the scale is their colour. */
export const GROUPED: readonly string[] = devicesWhere(({ found }) => found?.groups !== undefined)

interface Found {
  readonly role: Role
  readonly target?: number
  readonly device?: FoundDevice
  /** Whether the degree is counted from the target's chord. */
  readonly serves?: boolean
  /** The coming chord whose tone it is, struck early and not held into it. */
  readonly early?: number
}

/** For each note, the first figure around a target that it belongs to, and the first other one. */
const membersOf = (notes: readonly AnalysedNote[], devices: readonly DeviceSpan[]) => {
  const around = new Array<DeviceSpan | undefined>(notes.length)
  const inside = new Array<DeviceSpan | undefined>(notes.length)
  for (const span of devices) {
    const leads = AROUND.includes(span.device)
    const members = leads ? around : inside
    for (let index = span.from; index < span.to + (leads ? 0 : 1); index += 1) members[index] ??= span
  }
  return { around, inside }
}

const readNote = (
  analysis: Analysis,
  notes: readonly AnalysedNote[],
  note: AnalysedNote,
  around: DeviceSpan | undefined,
  inside: DeviceSpan | undefined,
): NoteReading => {
  const found = roleOf(notes, note, around)
  const target = found.target === undefined ? undefined : notes[found.target]
  const chord =
    found.early ??
    (target && !note.isTone && (found.serves || servesTarget(found.role))
      ? (target.heldInto ?? target.chord)
      : note.chord)
  const colour =
    found.role === 'outside' && inside && GROUPED.includes(inside.device) ? inside.device : undefined
  const isInside = note.isTone || found.role === 'passing' || found.role === 'scale'
  const device = found.device ?? colour ?? (isInside ? inside?.device : undefined)
  const degree = degreeOver(analysis, chord, note.midi)
  return {
    index: note.index,
    chord,
    degree,
    ofComing: analysis.spans[chord]!.start > note.start,
    role: found.role,
    ...(found.target === undefined ? {} : { target: found.target }),
    ...(device === undefined ? {} : { device }),
    why: colour ? colourReason(analysis, note, colour) : whyOf(analysis, note, chord, found, target, device),
  }
}

/** A pickup's or an anticipation's degree is counted from the chord that it serves. */
const servesTarget = (role: Role): boolean =>
  role === 'approach' || role === 'enclosure' || role === 'anticipation'

const roleOf = (
  notes: readonly AnalysedNote[],
  note: AnalysedNote,
  around: DeviceSpan | undefined,
): Found => {
  const next = notes[note.index + 1]
  const before = notes[note.index - 1]
  const device = around ? { device: around.device, target: around.to } : {}
  if (note.heldInto !== undefined && !note.isTone) return { role: 'anticipation', target: note.index }
  if (isAnticipation(note, next)) return { role: 'anticipation', target: next!.index }
  if (note.isGuide) return { role: 'guide', ...device }
  if (note.isTone) return { role: 'chord', ...device }
  if (isDelay(note, next)) return { role: 'delay', target: next!.index }
  if (around && ENCLOSURES.includes(around.device))
    return { role: 'enclosure', target: around.to, device: around.device }
  // Left and returned to: a neighbour of the scale; a chromatic one leads to its target.
  if (isNeighbour(note, before, next) && (!around || note.isScale))
    return { role: 'neighbour', target: next!.index, device: 'neighbour' }
  if (around) return { role: 'approach', target: around.to, device: around.device }
  const pickup = pickupInto(notes, note)
  if (pickup !== undefined)
    return { role: isPassing(note, before, next) ? 'passing' : 'scale', target: pickup, serves: true }
  const home = wayHome(notes, note)
  if (home !== undefined) return { role: 'outside', target: home }
  const isColour = note.isScale || isSharpEleventh(note.harmony, note.midi)
  if (isColour && (note.strength > 0 || note.end - note.start > EIGHTH || !next || next.start > note.end))
    return { role: 'tension' }
  if (isPassing(note, before, next)) return { role: 'passing', target: next!.index }
  if (note.isScale) return { role: 'scale' }
  const early = earlyTone(note, next)
  return early === undefined
    ? outsideAlone(note, next, notes[note.index + 2])
    : { role: 'anticipation', target: note.index, early }
}

/** The coming chord, where a note outside the scale is one of its tones and the last one before it. */
const earlyTone = ({ coming, midi }: AnalysedNote, next: AnalysedNote | undefined): number | undefined =>
  coming && hasPitch(coming.harmony.isTone, midi) && (!next || next.chord >= coming.chord)
    ? coming.chord
    : undefined

/**
 * A note outside the scale leads by a half step into a chord tone wherever that stands, or it resolves to the next note, or
 * to the one after it where the next goes round that.
 */
const outsideAlone = (note: AnalysedNote, ...coming: readonly (AnalysedNote | undefined)[]): Found => {
  const [next] = coming
  if (adjacent(note, next) && next.isTone && Math.abs(next.midi - note.midi) === 1)
    return { role: 'approach', target: next.index }
  const home = coming.find((one) => one !== undefined && (one.isScale || one.isTone) && isStep(note, one))
  return home ? { role: 'outside', target: home.index } : { role: 'outside' }
}

/**
 * A single scale note before a target leads to it only if it was jumped to: one that is passed through in one direction, or
 * left and returned to, is a passing note or a neighbour.
 */
const isPassedThrough = (notes: readonly AnalysedNote[], { device, from, to }: DeviceSpan): boolean => {
  if (!AROUND.includes(device) || to - from !== 1 || !notes[from]!.isScale) return false
  const [before, note, next] = [notes[from - 1], notes[from]!, notes[to]]
  return isPassing(note, before, next) || isNeighbour(note, before, next)
}

const adjacent = (note: AnalysedNote, next: AnalysedNote | undefined): next is AnalysedNote =>
  next !== undefined && next.start === note.end

const isAnticipation = (note: AnalysedNote, next: AnalysedNote | undefined): boolean =>
  !note.isTone &&
  adjacent(note, next) &&
  next.chord > note.chord &&
  next.midi === note.midi &&
  next.isTone &&
  next.start - note.start <= QUARTER

const isNeighbour = (
  note: AnalysedNote,
  before: AnalysedNote | undefined,
  next: AnalysedNote | undefined,
): boolean =>
  before !== undefined &&
  adjacent(before, note) &&
  adjacent(note, next) &&
  before.midi === next.midi &&
  Math.abs(note.midi - next.midi) <= 2

const isPassing = (
  note: AnalysedNote,
  before: AnalysedNote | undefined,
  next: AnalysedNote | undefined,
): boolean => {
  if (!before || !adjacent(before, note) || !adjacent(note, next)) return false
  const into = note.midi - before.midi
  const out = next.midi - note.midi
  return Math.abs(into) <= 2 && Math.abs(out) <= 2 && into !== 0 && Math.sign(into) === Math.sign(out)
}

/** The chord or scale note that resolves two or more notes outside the scale. */
const wayHome = (notes: readonly AnalysedNote[], note: AnalysedNote): number | undefined => {
  if (note.isScale) return undefined
  const foreign = (index: number) => notes[index] !== undefined && !notes[index]!.isScale
  if (!foreign(note.index - 1) && !foreign(note.index + 1)) return undefined
  for (let index = note.index + 1; index < notes.length; index += 1)
    if (!foreign(index)) return isStep(notes[index - 1]!, notes[index]!) ? index : undefined
  return undefined
}

/** Only a step resolves; a leap resolves nothing. */
const isStep = (from: AnalysedNote, to: AnalysedNote): boolean => Math.abs(to.midi - from.midi) <= 2

/** The first note of the coming chord, when a pickup moves to it by steps of its scale. */
const pickupInto = (notes: readonly AnalysedNote[], note: AnalysedNote): number | undefined => {
  for (let index = note.index; note.coming && index + 1 < notes.length; index += 1) {
    const here = notes[index]!
    const next = notes[index + 1]!
    if (next.start !== here.end || Math.abs(next.midi - here.midi) > 2) return undefined
    if (next.chord === note.coming.chord) return next.index
  }
  return undefined
}

/** The chord that a note belongs to at a change: the coming one, if it is held into it as one of its tones. */
const chordJoined = (note: AnalysedNote): number => note.heldInto ?? note.chord

const joinsOf = (analysis: Analysis, notes: readonly AnalysedNote[]): readonly Join[] =>
  notes.slice(1).flatMap((note, at) => {
    const before = notes[at]!
    const [from, to] = [chordJoined(before), chordJoined(note)]
    if (from === to || analysis.spans[to]!.chord.symbol === analysis.spans[from]!.chord.symbol) return []
    return [
      {
        chord: to,
        from: before.index,
        to: note.index,
        fromDegree: degreeOver(analysis, from, before.midi),
        toDegree: degreeOver(analysis, to, note.midi),
        semitones: note.midi - before.midi,
      },
    ]
  })

/** The figures that begin in each bar, by name, in their order. */
const barsOf = (analysis: Analysis, line: Line, devices: readonly DeviceSpan[]): Explanation['bars'] => {
  const starts = barStarts(analysis.chart)
  const bars = new Map<number, FoundDevice[]>()
  for (const { device, from } of devices) {
    const bar = barAt(starts, line.notes[from]!.start)
    bars.set(bar, [...(bars.get(bar) ?? []), device])
  }
  return [...bars].map(([bar, found]) => ({ bar, devices: found }))
}

/**
 * A note outside the scale that is one of a colour's: altered notes, a diminished arpeggio. A note of a side-slip is one of
 * the minor chord a half step above the one that sounds.
 */
const colourReason = (analysis: Analysis, { chord, midi }: AnalysedNote, device: FoundDevice): Reason => {
  const { root, symbol } = analysis.spans[chord]!.chord
  if (device !== 'sidestep') return reason('note.colour', degreeOver(analysis, chord, midi), symbol, device)
  const aside = plainRoot(fifthsOf(root) + HALF_STEP_UP)
  const above = pitchClass(midi - pitchClassOf(aside))
  return reason(
    'note.aside',
    scaleDegreeAt('dorian', above) ?? foreignDegree(above),
    `${noteName(aside)}m7`,
    symbol,
  )
}

/** A half step up, to the next letter, on the line of fifths. */
const HALF_STEP_UP = -5

/** The reason for a note as a rule with arguments: degrees and symbols, worded late. */
const whyOf = (
  analysis: Analysis,
  note: AnalysedNote,
  chord: number,
  found: Found,
  target: AnalysedNote | undefined,
  device: FoundDevice | undefined,
): Reason => {
  const degree = degreeOver(analysis, chord, note.midi)
  const symbol = analysis.spans[chord]!.chord.symbol
  const home = target && (found.early ?? chordJoined(target))
  const goal = target &&
    home !== undefined && {
      degree: degreeOver(analysis, home, target.midi),
      symbol: analysis.spans[home]!.chord.symbol,
    }
  switch (found.role) {
    case 'approach':
      return target && goal
        ? reason('note.approach', device ?? null, target.midi - note.midi, goal.degree, goal.symbol)
        : reason('note.scale', degree, symbol, device ?? null)
    case 'enclosure':
      return goal
        ? reason('note.enclosure', device ?? 'enclosure', goal.degree, goal.symbol)
        : reason('note.scale', degree, symbol, device ?? null)
    case 'delay':
    case 'anticipation':
      return goal
        ? reason(`note.${found.role}`, degree, symbol, goal.degree, goal.symbol)
        : reason('note.tension', degree, symbol)
    case 'outside':
      return goal
        ? reason('note.outside', degree, symbol, goal.degree, goal.symbol)
        : reason('note.outside', degree, symbol)
    case 'neighbour':
    case 'tension':
      return reason(`note.${found.role}`, degree, symbol)
    default:
      return reason(`note.${found.role}`, degree, symbol, device ?? null)
  }
}
