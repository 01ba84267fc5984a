export { type BandOptions, bandEvents } from './band/band.ts'
export { CLICKS, type ClickId, countInEvents } from './band/click.ts'
export type { VoicingId } from './band/comp.ts'
export { type Kit, kitOf } from './band/drums.ts'
export type { BandEvent, Part } from './band/event.ts'
export { type Hearing, hearChord, hearDegrees, hearEvents, hearNamed, hearScale } from './band/hear.ts'
export { readMidiLine, readMidiTake, readMusicXmlLine } from './formats/lineFile.ts'
export { type MidiVoice, writeBandMidi, writeMidi } from './formats/midi.ts'
export { type ScoreTitles, writeMusicXml } from './formats/musicxml.ts'
export { readMusicXmlChart } from './formats/musicxmlChart.ts'
export { openMusicXml } from './formats/xml.ts'
export type {
  Approach,
  Brief,
  CellRequest,
  Composed,
  ComposedLine,
  Contour,
  NoteRequest,
  SectionView,
  Weight,
} from './line/compose/brief.ts'
export { composeLines, composing } from './line/compose/compose.ts'
export {
  type FillStock,
  type FillTable,
  fillStock,
  fillTable,
  stockKey,
  tableKey,
} from './line/compose/table.ts'
export { LINE_COSTS } from './line/cost/terms.ts'
export {
  type AlternativeFigures,
  alternativeFigures,
} from './line/explain/alternativeFigures.ts'
export { barAt } from './line/explain/analysedLine.ts'
export { explainLine } from './line/explain/explain.ts'
export type {
  DeviceSpan,
  Explanation,
  Join,
  NoteReading,
} from './line/explain/explanation.ts'
export { DEVICE_IDS, type DeviceId, deviceRow, type FoundDevice } from './line/figures/devices.ts'
export {
  type FigureOptions,
  type FittingFigure,
  figuresFor,
  type Spot,
} from './line/figures/figuresFor.ts'
export type { MinorSixth } from './line/figures/harmony.ts'
export { PLACED, type PlacedFigure, placedNotes } from './line/figures/placed.ts'
export type { Role } from './line/figures/roles.ts'
export {
  PROGRESSIONS,
  type Progression,
  progressionChords,
  SUBSTITUTIONS,
  type SubstitutionId,
} from './line/figures/substitutions.ts'
export { type CurvePoint, heightAt } from './line/notes/curve.ts'
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
} from './line/notes/edit.ts'
export { lineElsewhere, type TakenBy } from './line/notes/elsewhere.ts'
export { type Line, type LineNote, notesWithin, transposeLine } from './line/notes/line.ts'
export { repitchLine, spellNotes, type UnspelledNote } from './line/notes/spell.ts'
export {
  type GuideToneOptions,
  type GuideTonePath,
  guideToneLines,
} from './line/paths/guidetones.ts'
export {
  type NoteSet,
  type SetOptions,
  type SmallestSets,
  smallestSets,
} from './line/paths/smallestsets.ts'
export {
  type Phrase,
  type PhraseChord,
  type PhraseNote,
  phraseAt,
  phraseFits,
  phraseFrom,
} from './line/phrases/phrase.ts'
export type { Criterion, Scores } from './line/review/criteria.ts'
export { CRITERION_IDS } from './line/review/criteria.ts'
export {
  costOfLine,
  type Finding,
  type Fix,
  type Measures,
  measured,
  type Praise,
  type Review,
  reviewLine,
  scoreLine,
} from './line/review/review.ts'
export type { ReviewView } from './line/review/rules.ts'
export { keepsTo, TARGETS, type Target } from './line/review/targets.ts'
export {
  type Score,
  scoreOf,
  signatureAlter,
  type WrittenBar,
  type WrittenEvent,
} from './line/score/score.ts'
export type { Outcome, Problem, TextPosition } from './outcome/outcome.ts'
export { type Reason, reason } from './outcome/reasons.ts'
export { allowedOver } from './practice/drill/allowed.ts'
export type { Exercise, ExerciseSpec, ExpectedNote } from './practice/drill/exercise.ts'
export {
  type ExerciseInKey,
  makeExerciseInKey,
  type NoteSpelling,
  type TuneAnalyses,
  tuneInKey,
} from './practice/drill/inKey.ts'
export { makeExercise } from './practice/drill/make.ts'
export type { RungRow, Variant } from './practice/drill/rung.ts'
export {
  limitsOf,
  optionsOf,
  RUNGS,
  type RungId,
  type RungOption,
  rungOf,
  withOption,
} from './practice/drill/rungs.ts'
export {
  advanceGrade,
  finishGrade,
  type GradeState,
  gradeStep,
  gradeTake,
  startGrade,
} from './practice/grade/grade.ts'
export type { Judged, NoteVerdict } from './practice/grade/judged.ts'
export type { BarGrade, Grade, MarkId, Marks, WeakChange } from './practice/grade/marks.ts'
export { GRADE_RULES, type GradeRules, type RunVerdict } from './practice/grade/rules.ts'
export {
  gateFor,
  hearsBand,
  type Latency,
  latencyOf,
  TUNINGS,
  tuningFrom,
} from './practice/listen/calibrate.ts'
export {
  DETECTION_RULES,
  type DetectedTone,
  type DetectionRules,
  PitchDetector,
  windowsFor,
} from './practice/listen/hearing.ts'
export { quantise } from './practice/listen/quantise.ts'
export { GRADER, type PlayedNote, type Source, type Take } from './practice/listen/take.ts'
export {
  type CellState,
  KEY_ORDER_NAMES,
  type KeyedRun,
  type KeyOrder,
  keysInOrderOf,
  keysOfList,
  type LadderCell,
  ladderCell,
} from './practice/schedule/ladder.ts'
export { type NextStep, nextStep, TEMPO_PLANS, type TempoPlan } from './practice/schedule/next.ts'
export { PIECE_PLANS, type PiecePlan, piecesOf } from './practice/schedule/pieces.ts'
export { playedAt, restDue, type Sitting } from './practice/schedule/rest.ts'
export { type LadderRun, nextTempo } from './practice/schedule/tempo.ts'
export {
  perfectPlayer,
  type SimulatedPlayer,
  type Slip,
  simulatedTake,
  simulatePlayer,
  simulatePlaying,
} from './practice/simulate/player.ts'
export { randomFrom } from './random/random.ts'
export type { Chord, ChordKind, ChordTone } from './theory/chord/chord.ts'
export {
  CHORD_KINDS,
  chordKind,
  chordPitchClasses,
  fourTones,
  guideTones,
  transposeChord,
} from './theory/chord/chord.ts'
export { readChordSymbol } from './theory/chord/read.ts'
export { type ChordParts, type ChordStyle, chordParts, writeChordSymbol } from './theory/chord/write.ts'
export {
  INSTRUMENTS,
  type Instrument,
  type InstrumentId,
  instrumentOf,
} from './theory/instrument/instrument.ts'
export type { Degree } from './theory/pitch/degree.ts'
export { DEGREES, degreeFifths, degreeSemitones } from './theory/pitch/degree.ts'
export { type Fifths, fifthsOf, noteName, pitchClassOf, simpleSpelling } from './theory/pitch/fifths.ts'
export { type Key, keySignature, keysOfMode, sameKey, transposeKey } from './theory/pitch/key.ts'
export { readPitch, simpleName, simplePitch, spellPitch } from './theory/pitch/pitch.ts'
export type { RhythmStyle } from './theory/rhythm/cells.ts'
export { FEELS, type Feel, swingOf } from './theory/rhythm/feel.ts'
export type { Grid } from './theory/rhythm/grid.ts'
export { barTicks, beatTicks, type Meter, meterName } from './theory/rhythm/meter.ts'
export { type Swing, swingAt, swung } from './theory/rhythm/swing.ts'
export { EIGHTH, msToTicks, QUARTER, type Ticks, ticksToMs } from './theory/rhythm/ticks.ts'
export {
  parentOf,
  SCALES,
  type ScaleId,
  scaleDegrees,
  scaleNeighbours,
  scaleSpellings,
} from './theory/scale/scale.ts'
export { type ChordChange, changeBetween, type Moving, type Staying } from './theory/voiceleading/change.ts'
export { type JoinKind, type JoinOffer, joinsBetween } from './theory/voiceleading/joins.ts'
export { analyseChart } from './tune/analysis/analyse.ts'
export type { Alternative, Analysis, ChordReading, Override, PatternSpan } from './tune/analysis/analysis.ts'
export {
  chordAt,
  type KeyRegion,
  type KeyRelation,
  keyRegions,
  type Pivot,
} from './tune/analysis/analysis.ts'
export { type Centre, type Clash, centreOf } from './tune/analysis/centre.ts'
export { scalesHolding } from './tune/analysis/chordscale.ts'
export { type ChordFacts, chordFacts, nextChange } from './tune/analysis/facts.ts'
export {
  followOverrides,
  transposeOverrides,
  withOverride,
  withoutOverrides,
} from './tune/analysis/follow.ts'
export type { FunctionId } from './tune/analysis/functions.ts'
export type { PatternId } from './tune/analysis/patterns.ts'
export type { Chart, ChartBar, ChartChord, ChordSpan, NotatedBar, Stretch } from './tune/chart/chart.ts'
export {
  barStarts,
  chartShift,
  chordSpans,
  fitStretch,
  stretchTicks,
  transposeChart,
  wholeTune,
} from './tune/chart/chart.ts'
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
} from './tune/chart/edit.ts'
export { chartFromForm, FORMS, type FormRow, formInAllKeys, KEY_ORDERS } from './tune/chart/forms.ts'
export { readChart } from './tune/chart/read.ts'
export { writeChart } from './tune/chart/write.ts'
export { degreeName, stepsInWords, withSigns } from './wording/signs.ts'
export { deviceName, joinName, roleName, wordReason } from './wording/words.ts'
