import type { ChangesWish } from '../../line/changes/playedChanges.ts'
import { barAt, degreeOver } from '../../line/explain/analysedLine.ts'
import { type LineNote, notesWithPickup } from '../../line/notes/line.ts'
import { spellNotes } from '../../line/notes/spell.ts'
import { changedPhrase } from '../../line/phraseChanges/changes.ts'
import { type Phrase, phraseFits } from '../../line/phrases/phrase.ts'
import { err, type Outcome, ok } from '../../outcome/outcome.ts'
import { chordKind } from '../../theory/chord/chord.ts'
import type { Instrument } from '../../theory/instrument/instrument.ts'
import { swingOf } from '../../theory/rhythm/feel.ts'
import { barTicks } from '../../theory/rhythm/meter.ts'
import type { Analysis } from '../../tune/analysis/analysis.ts'
import { chordAt } from '../../tune/analysis/analysis.ts'
import { barStarts, type ChordSpan, fitStretch, stretchTicks } from '../../tune/chart/chart.ts'
import { exampleLine } from './example.ts'
import type { Exercise, ExerciseSpec, ExpectedNote } from './exercise.ts'
import { notesOfVariant } from './materials.ts'
import { oneAfterAnother, type PhrasePlace, phrasePlaces, phraseThere } from './phrasePlaces.ts'
import type { SetNote } from './phrasings.ts'
import type { RungRow } from './rung.ts'
import { rungOf } from './rungs.ts'
import { readOrder } from './shapes.ts'
import { throughChords } from './throughChords.ts'
import { soloistsNotes, soloistsTurns } from './turns.ts'

/**
 * The order of degrees until the player types one.
 *
 * @example USUAL_ORDER // '5 3 7 1'
 */
export const USUAL_ORDER = '5 3 7 1'

/**
 * Makes an exercise: the expected notes (ticks from the stretch's first beat, concert pitch), a one-bar count-in, and
 * the usual swing at the tempo. A problem says when the stretch gives nothing to play.
 *
 * @example value(makeExercise({ rung: 'roots', stretch, tempo: 120 }, analysis, trumpet)).expected.length // 4
 */
export const makeExercise = (
  spec: ExerciseSpec,
  analysis: Analysis,
  instrument: Instrument,
): Outcome<Exercise> => {
  const stretch = fitStretch(analysis.chart, spec.stretch)
  const { start, end } = stretchTicks(analysis.chart, stretch)
  const rung = rungOf(spec.rung)
  const variant = rung.variants[spec.variant ?? 0] ?? rung.variants[0]
  const spans = spansWithin(analysis, start, end).filter(
    ({ chord }) => !rung.only || rung.only.includes(chordKind(chord)),
  )
  const unit = variant.unit ?? rung.unit
  const { material } = variant
  const free = material.by === 'player'
  const { phrase } = spec
  const typed = spec.order ?? USUAL_ORDER
  const order = material.by === 'order' ? readOrder(typed) : undefined
  if (material.by === 'order' && order === undefined)
    return err({ rule: 'exercise.order', args: [typed], place: { bar: stretch.from + 1 } })
  const places = phrase && rung.needs === 'phrase' ? phrasePlaces(analysis, phrase, stretch) : []
  if (phrase && rung.needs === 'phrase' && places.length === 0)
    return err({
      rule: 'exercise.phraseNowhere',
      args: phraseFits(analysis, phrase).map((bar) => bar + 1),
      place: { bar: stretch.from + 1 },
    })
  const there = (place: PhrasePlace) => (phrase ? phraseThere(analysis, phrase, place, instrument) : [])
  const own = phrase && rung.takesCell ? ownCell(phrase, rung.takesCell) : undefined
  const notesOf = (): readonly LineNote[] => {
    if (own) return throughChords(analysis, own, stretch, instrument).notes
    if (material.by === 'line') return notesWithPickup(spec.line ?? { notes: [] }, start, end)
    if (material.by === 'phrase') return oneAfterAnother(places).flatMap(there)
    if (material.by !== 'player')
      return spelled(
        analysis,
        notesOfVariant(variant, { analysis, stretch, spans, instrument, unit, order }),
        // The V is named by itself, though its altered notes are a tritone's ii and V too.
        material.by === 'five' ? { twoFive: 'five' } : {},
      )
    const example = spelled(analysis, exampleLine(analysis, stretch, material.limits, unit, instrument))
    const [place] = places
    return place ? withPhrase(example, there(place), place) : example
  }
  const notes = rung.needs === 'phrase' && !phrase ? [] : notesOf()
  if (notes.length === 0)
    return err({ rule: 'exercise.empty', args: [spec.rung], place: { bar: stretch.from + 1 } })
  const starts = barStarts(analysis.chart)
  const inExercise = (note: LineNote): ExpectedNote => {
    // A pickup belongs to the first chord.
    const at = Math.max(start, note.start)
    const { index } = chordAt(analysis, at)
    return {
      ...note,
      start: note.start - start,
      degree: degreeOver(analysis, index, note.midi),
      chord: index,
      bar: barAt(starts, at),
    }
  }
  const expected = notes.map(inExercise)
  const soloist = spec.turns && {
    notes: soloistsNotes(spec.turns, analysis.chart, stretch).map(inExercise),
    turns: soloistsTurns(analysis.chart, stretch, spec.turns.bars).map((turn) => ({
      start: turn.start - start,
      end: turn.end - start,
    })),
  }
  const first = analysis.chart.bars[stretch.from]!
  return ok({
    spec: { ...spec, stretch },
    key: analysis.chart.key ?? analysis.readings[chordAt(analysis, start).index]!.key,
    expected: free ? [] : expected,
    ...(free
      ? {
          free: {
            chart: analysis.chart,
            readings: analysis.overrides,
            example: expected,
            ...(soloist ? { soloist } : {}),
          },
        }
      : {}),
    symbols: analysis.spans.map(({ chord }) => chord.symbol),
    length: end - start,
    countIn: barTicks(first.meter),
    swing: swingOf(analysis.chart.feel, spec.tempo),
  })
}

/** A cell of the vocabulary as a rung plays it; undefined for a phrase over several chords, or one that can't be turned. */
const ownCell = (phrase: Phrase, how: NonNullable<RungRow['takesCell']>): Phrase | undefined => {
  if (phrase.chords.length !== 1) return undefined
  return how === 'asIs' ? phrase : changedPhrase(phrase, 'turnedByScale')?.phrase
}

/** A line with a phrase in its place. */
const withPhrase = (
  line: readonly LineNote[],
  phrase: readonly LineNote[],
  { start, end }: PhrasePlace,
): readonly LineNote[] => [
  ...line
    .filter((note) => note.start < start)
    .map((note) => ({ ...note, duration: Math.min(note.duration, start - note.start) })),
  ...phrase,
  ...line.filter((note) => note.start >= end),
]

const spelled = (
  analysis: Analysis,
  notes: readonly SetNote[],
  wish: ChangesWish = {},
): readonly LineNote[] =>
  spellNotes(analysis, notes, wish).notes.map((note, at) => ({
    ...note,
    spelling: notes[at]!.spelling ?? note.spelling,
  }))

/** The chords of a stretch; those that continue unchanged into the next bar are separate. */
const spansWithin = (analysis: Analysis, start: number, end: number): readonly ChordSpan[] =>
  analysis.spans.filter((span) => span.start >= start && span.start < end && span.chord.tones.length > 0)
