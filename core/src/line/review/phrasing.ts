import { degreeSemitones } from '../../theory/pitch/degree.ts'
import { EIGHTH, QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'
import { type Analysis, chordAt } from '../../tune/analysis/analysis.ts'
import { barStarts, type Stretch, stretchTicks } from '../../tune/chart/chart.ts'
import { type AnalysedNote, barAt, hearLine } from '../explain/analysedLine.ts'
import { explainNotes } from '../explain/explain.ts'
import type { Explanation } from '../explain/explanation.ts'
import { DEVICE_IDS, deviceRow } from '../figures/devices.ts'
import { ALTERED_NOTES, aboveRoot, hasPitch } from '../figures/harmony.ts'
import type { Line } from '../notes/line.ts'
import { changesMet } from './changesMet.ts'
import { leadsHome, type Share } from './measure.ts'
import { motifsOf } from './motifs.ts'

/** A silence inside a line, in ticks. */
type Rest = Ticks

/** A phrase: notes without a rest of more than an eighth between them. */
export interface HeardPhrase {
  readonly from: number
  readonly to: number
  readonly start: Ticks
  readonly end: Ticks
}

/** What makes a line a player's, counted. */
export interface Phrasing {
  readonly bars: number
  readonly notes: number
  readonly silence: Share
  /** Ticks from the end of the last note to the end of the stretch. */
  readonly tail: number
  readonly rests: readonly Rest[]
  readonly phrases: readonly HeardPhrase[]
  /** Where in its bar each phrase begins, in eighths. */
  readonly begins: readonly number[]
  readonly beginsOnOne: boolean
  readonly endsOnThree: Share
  readonly endsOff: Share
  readonly lastDegree: string
  readonly strongTones: Share
  readonly strongByHalfStep: Share
  readonly sevenUp: Share
  /** Arpeggios of four or more notes in one direction. */
  readonly arpeggios: number
  readonly turns: Share
  /** Of the intervals inside phrases: half steps, and thirds. */
  readonly halfSteps: Share
  readonly thirds: Share
  readonly enclosureBars: Share
  readonly enclosuresInARow: number
  readonly approachBars: Share
  readonly rhythms: number
  readonly anticipations: number
  readonly tripletBars: Share
  readonly motifNotes: Share
  /** Four notes and more with the same rhythm moved to another chord. */
  readonly moved: boolean
  readonly dominants: Share
  readonly rise: number
  /** Where the highest note is, from 0 to 1 of the line. */
  readonly topAt: number
  readonly joins: Share
  /** Changes of chord at which a note sounds; at which it is a tone of the new chord. */
  readonly met: Share
  readonly sevenToThree: Share
  readonly chromatic: Share
  readonly resolved: Share
  /** Notes longer than an eighth that clash with their chord. */
  readonly clashes: number
}

/** A rest longer than this ends a phrase. */
const INSIDE = EIGHTH

export const heardPhrases = (notes: readonly AnalysedNote[]): readonly HeardPhrase[] => {
  const phrases: HeardPhrase[] = []
  let from = 0
  notes.forEach((note, index) => {
    const next = notes[index + 1]
    if (next && next.start - note.end <= INSIDE) return
    phrases.push({ from, to: index, start: notes[from]!.start, end: note.end })
    from = index + 1
  })
  return phrases
}

const share = <T>(items: readonly T[], fits: (item: T, index: number) => boolean): Share => ({
  of: items.filter(fits).length,
  all: items.length,
})

const AROUND = DEVICE_IDS.filter((id) => deviceRow(id).found?.around !== undefined) as readonly string[]
const ENCLOSING = DEVICE_IDS.filter((id) => deviceRow(id).encloses) as readonly string[]

/**
 * Counts what makes a line a player's: phrases, silence, ideas, direction.
 */
export const phrasingOf = (
  analysis: Analysis,
  notes: readonly AnalysedNote[],
  explanation: Explanation,
  stretch: Stretch = { from: 0, to: analysis.chart.bars.length - 1 },
): Phrasing => {
  const starts = barStarts(analysis.chart)
  const { start, end } = stretchTicks(analysis.chart, stretch)
  const bars = stretch.to - stretch.from + 1
  const phrases = heardPhrases(notes)
  const within = (tick: Ticks) => tick - starts[barAt(starts, Math.max(0, tick))]!
  const barOf = (tick: Ticks) => barAt(starts, Math.max(0, tick))
  const rests = notes.slice(1).flatMap((note, at) => {
    const rest = note.start - notes[at]!.end
    return rest >= EIGHTH / 2 ? [rest] : []
  })
  const sounding = notes.reduce(
    (sum, note) => sum + (Math.min(note.end, end) - Math.max(note.start, start)),
    0,
  )
  const strong = notes.filter(({ strength }) => strength === 2)
  const reached = strong.filter(({ index, start: tick }) => index > 0 && notes[index - 1]!.end === tick)
  const left = strong.filter(
    (note) => notes[note.index + 1]?.start === note.end && notes[note.index + 1]!.chord === note.chord,
  )
  const sevens = left.filter(({ harmony, midi }) => aboveRoot(harmony, midi) === 11)
  const barsWith = (fits: (device: string) => boolean) =>
    new Set(explanation.devices.filter(({ device }) => fits(device)).map(({ to }) => barOf(notes[to]!.start)))
  const enclosed = barsWith((device) => ENCLOSING.includes(device))
  const approached = barsWith((device) => AROUND.includes(device))
  for (const { index, role } of explanation.notes) {
    const next = notes[index + 1]
    if (next && (role === 'passing' || role === 'neighbour') && fallsInto(notes[index]!, next))
      approached.add(barOf(next.start))
  }
  const rhythms = new Map<number, string>()
  for (let index = stretch.from; index <= stretch.to; index += 1) {
    const onsets = notes
      .filter(({ start: tick }) => tick >= starts[index]! && tick < starts[index + 1]!)
      .map(({ start: tick }) => tick - starts[index]!)
    rhythms.set(index, onsets.join(' '))
  }
  const motifs = motifsOf(notes)
  const intervals = notes
    .slice(1)
    .flatMap(({ start: tick, midi }, at) =>
      tick - notes[at]!.end <= INSIDE ? [Math.abs(midi - notes[at]!.midi)] : [],
    )
  const joins = explanation.joins.filter(({ from, to }) => notes[to]!.start - notes[from]!.end < QUARTER)
  const fives = joins.filter(
    ({ from, fromDegree }) => fromDegree === 'b7' && notes[from]!.harmony.kind !== 'none',
  )
  const foreign = notes.filter((note) => !note.isScale && !note.isTone && note.heldInto === undefined)
  const top = notes.length === 0 ? 0 : Math.max(...notes.map(({ midi }) => midi))
  const dominants = analysis.spans.filter(
    (span) =>
      span.bar >= stretch.from &&
      span.bar <= stretch.to &&
      span.end - span.start > QUARTER &&
      span.chord.tones.some(({ degree }) => degree === '3') &&
      notes.some(
        (note) => note.start >= span.start && note.start < span.end && note.harmony.kind === 'dominant',
      ),
  )
  return {
    bars,
    notes: notes.length,
    silence: { of: Math.max(0, end - start - sounding), all: end - start },
    tail: Math.max(0, end - (notes.at(-1)?.end ?? start)),
    rests,
    phrases,
    begins: phrases.map((phrase) => Math.floor(within(phrase.start) / EIGHTH)),
    beginsOnOne: notes.length > 0 && within(notes[0]!.start) === 0,
    endsOnThree: share(phrases, ({ to }) => within(notes[to]!.start) === 2 * QUARTER),
    endsOff: share(phrases, ({ to }) => notes[to]!.strength === 0),
    lastDegree: explanation.notes.at(-1)?.degree ?? '',
    strongTones: share(strong, ({ isTone }) => isTone),
    strongByHalfStep: share(reached, ({ index, midi }) => Math.abs(midi - notes[index - 1]!.midi) === 1),
    sevenUp: {
      of: sevens.filter(({ index, midi }) => notes[index + 1]!.midi === midi + 1).length,
      all: left.length,
    },
    arpeggios: arpeggiosOneWay(notes),
    turns: turnsOf(notes),
    halfSteps: share(intervals, (size) => size === 1),
    thirds: share(intervals, (size) => size === 3 || size === 4),
    enclosureBars: { of: enclosed.size, all: bars },
    enclosuresInARow: mostInARow(enclosed),
    approachBars: { of: approached.size, all: bars },
    rhythms: new Set(rhythms.values()).size,
    anticipations: notes.filter((note) => isEarly(analysis, notes, note)).length,
    tripletBars: {
      of: new Set(
        notes
          .filter(({ start: tick }) => within(tick) % (QUARTER / 3) === 0 && within(tick) % QUARTER !== 0)
          .map(({ start: tick }) => barOf(tick)),
      ).size,
      all: bars,
    },
    motifNotes: { of: motifs.notes.size, all: notes.length },
    moved: motifs.moved,
    dominants: share(dominants, (span) =>
      notes.some((note) => {
        if (note.start < span.start - EIGHTH || note.start >= span.end) return false
        const { harmony } = notes.find(({ chord }) => chord === span.index) ?? note
        const above = aboveRoot(harmony, note.midi)
        return above === 4 || ALTERED_NOTES.includes(above)
      }),
    ),
    rise: notes.length === 0 ? 0 : top - notes[0]!.midi,
    topAt: notes.length === 0 ? 0 : (notes.find(({ midi }) => midi === top)!.start - start) / (end - start),
    met: changesMet(analysis, notes),
    joins: share(joins, ({ semitones }) => Math.abs(semitones) <= 2),
    sevenToThree: share(
      fives.filter(({ from, to }) => fallsByFifth(notes[from]!, notes[to]!)),
      ({ semitones, toDegree }) => Math.abs(semitones) <= 2 && (toDegree === '3' || toDegree === 'b3'),
    ),
    chromatic: share(foreign, ({ index }) => {
      const reading = explanation.notes[index]!
      return (
        reading.role === 'approach' ||
        reading.role === 'enclosure' ||
        reading.role === 'passing' ||
        reading.role === 'neighbour' ||
        reading.role === 'anticipation' ||
        reading.device !== undefined ||
        isAltered(notes, index)
      )
    }),
    resolved: share(foreign, ({ index }) => {
      return leadsHome(explanation.notes[index]!) || isLedHome(notes, index) || isAltered(notes, index)
    }),
    clashes: notes.filter((note) => isHeldClash(analysis, notes, note)).length,
  }
}

/**
 * Counts what makes a line a player's, for a line that was not analysed yet.
 *
 * @example phraseFigures(analysis, line).phrases.length // 1
 */
export const phraseFigures = (analysis: Analysis, line: Line, stretch?: Stretch): Phrasing => {
  const heard = hearLine(analysis, line)
  return phrasingOf(heard.changes, heard.notes, explainNotes(heard, line), stretch)
}

/** A step down into a chord tone on a beat: an upper approach, also where the line only passes through it. */
const fallsInto = (note: AnalysedNote, next: AnalysedNote): boolean => {
  const down = note.midi - next.midi
  return next.start === note.end && next.isTone && next.strength > note.strength && (down === 1 || down === 2)
}

const fallsByFifth = (from: AnalysedNote, to: AnalysedNote): boolean =>
  (from.harmony.root - to.harmony.root + 12) % 12 === 7

/** An altered note of a dominant. */
const isAltered = (notes: readonly AnalysedNote[], index: number): boolean => {
  const { harmony, midi } = notes[index]!
  return harmony.kind === 'dominant' && ALTERED_NOTES.includes(aboveRoot(harmony, midi))
}

const isLedHome = (notes: readonly AnalysedNote[], index: number): boolean =>
  [notes[index + 1], notes[index + 2]].some(
    (next) =>
      next !== undefined && (next.isScale || next.isTone) && Math.abs(next.midi - notes[index]!.midi) <= 2,
  )

/** A note that its scale avoids or lacks, held for more than an eighth of its chord, and that belongs to no coming one. */
const isHeldClash = (analysis: Analysis, notes: readonly AnalysedNote[], note: AnalysedNote): boolean => {
  const held = Math.min(note.end, analysis.spans[note.chord]!.end) - note.start
  if (held <= EIGHTH || note.isTone || note.heldInto !== undefined) return false
  if (note.coming !== undefined || note.harmony.kind === 'none' || isAltered(notes, note.index)) return false
  // A suspension goes on by step into the chord.
  const next = notes[note.index + 1]
  if (next && next.start === note.end && next.isTone && Math.abs(next.midi - note.midi) <= 2) return false
  const above = aboveRoot(note.harmony, note.midi)
  return (
    !note.isScale || analysis.readings[note.chord]!.avoid.some((degree) => degreeSemitones(degree) === above)
  )
}

/** Runs of at least four notes, each a third to a fourth further in one direction. */
const arpeggiosOneWay = (notes: readonly AnalysedNote[]): number => {
  let count = 0
  let length = 1
  let way = 0
  for (let index = 1; index <= notes.length; index += 1) {
    const [before, note] = [notes[index - 1]!, notes[index]]
    const size = note && note.start - before.end < EIGHTH ? note.midi - before.midi : 0
    const skips = Math.abs(size) >= 3 && Math.abs(size) <= 5
    if (skips && (way === 0 || Math.sign(size) === way)) {
      way = Math.sign(size)
      length += 1
      continue
    }
    if (length >= 4) count += 1
    length = skips ? 2 : 1
    way = skips ? Math.sign(size) : 0
  }
  return count
}

/** Notes inside a phrase where the direction changes. */
const turnsOf = (notes: readonly AnalysedNote[]): Share => {
  let of = 0
  let all = 0
  for (let index = 1; index + 1 < notes.length; index += 1) {
    const [before, note, next] = [notes[index - 1]!, notes[index]!, notes[index + 1]!]
    if (before.end < note.start || note.end < next.start) continue
    all += 1
    const [into, out] = [note.midi - before.midi, next.midi - note.midi]
    if (into !== 0 && out !== 0 && Math.sign(into) !== Math.sign(out)) of += 1
  }
  return { of, all }
}

const mostInARow = (bars: ReadonlySet<number>): number => {
  let most = 0
  for (const bar of bars) {
    let length = 1
    while (bars.has(bar + length)) length += 1
    most = Math.max(most, length)
  }
  return most
}

/** A tone of the coming chord struck within an eighth before it, and held into it or followed by a rest or a later note. */
const isEarly = (analysis: Analysis, notes: readonly AnalysedNote[], note: AnalysedNote): boolean => {
  const coming = analysis.spans[note.chord + 1]
  if (
    !coming ||
    coming.start - note.start > EIGHTH ||
    coming.chord.symbol === chordAt(analysis, note.start).chord.symbol
  )
    return false
  const next = notes[note.index + 1]
  if (next && next.start <= coming.start) return false
  const { harmony } = notes.find(({ chord }) => chord === coming.index) ?? note
  return note.heldInto === coming.index || hasPitch(harmony.isTone, note.midi)
}
