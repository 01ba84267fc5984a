export { analyseChart } from './analysis/analyse.ts'
export type { Alternative, Analysis, ChordReading, Override, PatternSpan } from './analysis/analysis.ts'
export { chordAt, type KeyRegion, type KeyRelation, keyRegions, type Pivot } from './analysis/analysis.ts'
export { type Centre, type Clash, centreOf } from './analysis/centre.ts'
export { scalesHolding } from './analysis/chordscale.ts'
export { type ChordFacts, chordFacts, nextChange } from './analysis/facts.ts'
export {
  followOverrides,
  transposeOverrides,
  withOverride,
  withoutOverrides,
} from './analysis/follow.ts'
export type { FunctionId } from './analysis/functions.ts'
export type { PatternId } from './analysis/patterns.ts'
export { type BandWish, bandEvents } from './band/band.ts'
export { CLICKS, type ClickId, countInEvents } from './band/click.ts'
export type { VoicingId } from './band/comp.ts'
export { type Kit, kitOf } from './band/drums.ts'
export type { BandEvent, Part } from './band/event.ts'
export { type Hearing, hearChord, hearDegrees, hearEvents, hearNamed, hearScale } from './band/hear.ts'
export type { Chart, ChartBar, ChartChord, ChordSpan, NotatedBar, Stretch } from './chart/chart.ts'
export { barStarts, chordSpans, fitStretch, stretchTicks, transposeChart, wholeTune } from './chart/chart.ts'
export {
  barWords,
  copyBar,
  copySection,
  moveBar,
  moveSection,
  nameSection,
  removeBar,
  repeatSection,
  sectionOf,
  splitBar,
  type WrittenSection,
  withWord,
  writtenSections,
} from './chart/edit.ts'
export { chartFromForm, FORMS, type FormRow, formInAllKeys, KEY_ORDERS } from './chart/forms.ts'
export { readChart } from './chart/read.ts'
export { writeChart } from './chart/write.ts'
export type { Chord, ChordKind, ChordTone } from './chord/chord.ts'
export {
  CHORD_KINDS,
  chordKind,
  chordPitchClasses,
  fourTones,
  guideTones,
  transposeChord,
} from './chord/chord.ts'
export { readChordSymbol } from './chord/read.ts'
export { type ChordParts, type ChordStyle, chordParts, writeChordSymbol } from './chord/write.ts'
export type {
  Approach,
  Brief,
  Composed,
  ComposedLine,
  Contour,
  SectionView,
  Weight,
  WishedCell,
  WishedNote,
} from './compose/brief.ts'
export { composeLines, composing } from './compose/compose.ts'
export { type FillStock, type FillTable, fillStock, fillTable, stockKey, tableKey } from './compose/table.ts'
export { LINE_COSTS } from './cost/terms.ts'
export { allowedOver } from './drill/allowed.ts'
export type { Exercise, ExerciseSpec, ExpectedNote } from './drill/exercise.ts'
export { makeExercise } from './drill/make.ts'
export type { RungRow, Variant } from './drill/rung.ts'
export {
  limitsOf,
  optionsOf,
  RUNGS,
  type RungId,
  type RungOption,
  rungOf,
  withOption,
} from './drill/rungs.ts'
export { explainLine } from './explain/explain.ts'
export type { DeviceSpan, Explanation, FoundDevice, Join, NoteReading, Role } from './explain/explanation.ts'
export { barAt } from './explain/heard.ts'
export { type WaysOn, waysOn } from './explain/ways.ts'
export type { DeviceId } from './figures/figures.ts'
export { type FigureWish, type FittingFigure, figuresFor, type Spot } from './figures/figuresFor.ts'
export type { MinorSixth } from './figures/ground.ts'
export { PLACED, type PlacedFigure, placedNotes } from './figures/placed.ts'
export { PROGRESSIONS, type Progression, progressionChords, ROADS, type RoadId } from './figures/roads.ts'
export { readMidiLine, readMidiTake, readMusicXmlLine } from './formats/lineFile.ts'
export { type MidiVoice, writeBandMidi, writeMidi } from './formats/midi.ts'
export { type ScoreTitles, writeMusicXml } from './formats/musicxml.ts'
export { readMusicXmlChart } from './formats/musicxmlChart.ts'
export { openMusicXml } from './formats/xml.ts'
export {
  advanceGrade,
  finishGrade,
  type GradeState,
  gradeStep,
  gradeTake,
  startGrade,
} from './grade/grade.ts'
export type { Judged, NoteVerdict } from './grade/judged.ts'
export type { BarGrade, Grade, MarkId, Marks, WeakChange } from './grade/marks.ts'
export { GRADE_RULES, type GradeRules, type RunVerdict } from './grade/rules.ts'
export { INSTRUMENTS, type Instrument, type InstrumentId, instrumentOf } from './instrument/instrument.ts'
export { type CurvePoint, heightAt } from './line/curve.ts'
export {
  eachOf,
  insertAfter,
  joinAll,
  lastOf,
  lengthenedBy,
  movedBy,
  movedByScale,
  type RangeEdit,
  removeNote,
  snapped,
  splitNote,
  tripleNote,
  withNote,
  withRest,
  withStretchFrom,
} from './line/edit.ts'
export { lineElsewhere, type TakenBy } from './line/elsewhere.ts'
export { type Line, type LineNote, notesWithin, transposeLine } from './line/line.ts'
export { repitchLine, spellNotes, type UnspelledNote } from './line/spell.ts'
export {
  gateFor,
  hearsBand,
  type Latency,
  latencyOf,
  TUNINGS,
  tuningFrom,
} from './listen/calibrate.ts'
export { Ear, HEARING_RULES, type HeardTone, type HearingRules, lookFor } from './listen/hearing.ts'
export { quantise } from './listen/quantise.ts'
export { GRADER, type PlayedNote, type Source, type Take } from './listen/take.ts'
export type { Outcome, Place, Problem, Reason } from './outcome/outcome.ts'
export { type GuideTonePath, type GuideToneWish, guideToneLines } from './paths/guidetones.ts'
export { type NoteSet, type SetWish, type SmallestSets, smallestSets } from './paths/smallestsets.ts'
export {
  type Phrase,
  type PhraseChord,
  type PhraseNote,
  phraseAt,
  phraseFits,
  phraseFrom,
} from './phrases/phrase.ts'
export type { Degree } from './pitch/degree.ts'
export { DEGREES, degreeFifths, degreeSemitones } from './pitch/degree.ts'
export { type Fifths, fifthsOf, noteName, pitchClassOf, simpleSpelling } from './pitch/fifths.ts'
export { type Key, keySignature, keysOfMode, sameKey, transposeKey } from './pitch/key.ts'
export { readPitch, simpleName, simplePitch, spellPitch } from './pitch/pitch.ts'
export {
  type CellState,
  KEY_ORDER_NAMES,
  type KeyedRun,
  type KeyOrder,
  keysInOrderOf,
  keysOfList,
  type LadderCell,
  ladderCell,
} from './practice/ladder.ts'
export { type NextStep, nextStep, TEMPO_PLANS, type TempoPlan } from './practice/next.ts'
export { PIECE_PLANS, type PiecePlan, piecesOf } from './practice/pieces.ts'
export { playedAt, restDue, type Sitting } from './practice/rest.ts'
export { type LadderRun, nextTempo } from './practice/tempo.ts'
export type { Criterion, Scores } from './review/criteria.ts'
export { CRITERION_IDS } from './review/criteria.ts'
export {
  costOfLine,
  type Finding,
  type Measures,
  type Mend,
  measured,
  type Praise,
  type Review,
  reviewLine,
  scoreLine,
} from './review/review.ts'
export type { ReviewView } from './review/rules.ts'
export { keepsTo, TARGETS, type Target } from './review/targets.ts'
export type { RhythmStyle } from './rhythm/cells.ts'
export { FEELS, type Feel, swingOf } from './rhythm/feel.ts'
export type { Grid } from './rhythm/grid.ts'
export { barTicks, beatTicks, type Meter, meterName } from './rhythm/meter.ts'
export { type Swing, swingAt, swung } from './rhythm/swing.ts'
export { EIGHTH, msToTicks, QUARTER, type Ticks, ticksToMs } from './rhythm/ticks.ts'
export {
  parentOf,
  SCALES,
  type ScaleId,
  scaleDegrees,
  scaleNeighbours,
  scaleSpellings,
} from './scale/scale.ts'
export { type Score, scoreOf, signatureAlter, type WrittenBar, type WrittenEvent } from './score/score.ts'
export {
  perfectPlayer,
  type SimulatedPlayer,
  type Slip,
  simulatedTake,
  simulatePlayer,
  simulatePlaying,
} from './simulate/player.ts'
export { randomFrom } from './simulate/random.ts'
export { type ChordChange, changeBetween, type Moving, type Staying } from './voiceleading/change.ts'
export { type JoinKind, type JoinOffer, joinsBetween } from './voiceleading/joins.ts'
export { degreeName, stepsInWords, withSigns } from './wording/signs.ts'
export { deviceName, isWorded, joinName, roleName, wordReason } from './wording/words.ts'
