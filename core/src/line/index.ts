/** What a line is made of, what it is worth, what each note does, and how one is written. */

export type { ChangesWish } from './changes/playedChanges.ts'
export type {
  Brief,
  CellRequest,
  ChromaticPlace,
  Composed,
  ComposedLine,
  LinePhrase,
  PhrasePart,
  PhraseRequest,
  VocabularyRequest,
  Weight,
} from './compose/brief.ts'
export { composeLines, composing, proveLine } from './compose/compose.ts'
export { type FillStock, fillStock, stockKey } from './compose/fillStock.ts'
export { DEVELOPMENTS, type Development, type DevelopmentId, developLine } from './compose/solo/develop.ts'
export type { Proof } from './compose/solo/proof.ts'
export { type FillTable, fillTable, tableKey } from './compose/table.ts'
export { LINE_COSTS } from './cost/terms.ts'
export { alternativeFigures } from './explain/alternativeFigures.ts'
export { barAt } from './explain/analysedLine.ts'
export { explainLine, insteadReason } from './explain/explain.ts'
export type { Explanation, NoteReading } from './explain/explanation.ts'
export { landingReason } from './explain/runLanding.ts'
export { DEVICE_IDS, type DeviceId, deviceRow } from './figures/devices.ts'
export type { FittingFigure } from './figures/figuresFor.ts'
export type { MinorSixth } from './figures/harmony.ts'
export type { Role } from './figures/roles.ts'
export { SUBSTITUTIONS, type SubstitutionId } from './figures/substitutions.ts'
export { type Board, boardOf } from './fingering/boards.ts'
export {
  type Fingering,
  type FingeringWish,
  fingeringOf,
  fingerPlaces,
  positionRange,
} from './fingering/fingering.ts'
export type { Fingered } from './fingering/prices.ts'
export { type CurvePoint, heightAt } from './notes/curve.ts'
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
} from './notes/edit.ts'
export { lineElsewhere, type TakenBy } from './notes/elsewhere.ts'
export { type Line, type LineNote, pickupInto } from './notes/line.ts'
export { repitchLine, spellNotes, type UnspelledNote } from './notes/spell.ts'
export { ALL_REGIONS, type SmallestSets, smallestSets } from './paths/smallestsets.ts'
export {
  type ChangedPhrase,
  changedPhrase,
  PHRASE_CHANGES,
  type PhraseChangeId,
  toKind,
} from './phraseChanges/changes.ts'
export { familiesOf, PHRASE_FAMILIES, type PhraseFamily } from './phrases/family.ts'
export {
  barsWith,
  comfortableStart,
  PHRASE_BAR,
  type Phrase,
  phraseAt,
  phraseFits,
  phraseFrom,
} from './phrases/phrase.ts'
export { homeOf, type PhraseInKey, phraseFor, phraseInKey, TONICS_BY_FOURTHS } from './phrases/phraseTune.ts'
export { type PhrasePlace, placesOf } from './phrases/places.ts'
export { sameShape } from './phrases/shapes.ts'
export {
  PHRASE_USES,
  type PhraseUse,
  SHIPPED_PHRASES,
  type ShippedPhrase,
  usageOf,
} from './phrases/shipped.ts'
export { readPhrase, typedChords, typedPhrase } from './phrases/written.ts'
export { type Contrast, contrastsOf } from './review/contrast.ts'
export { CRITERION_IDS, type Criterion } from './review/criteria.ts'
export { type Phrasing, phraseFigures } from './review/phrasing.ts'
export { type Finding, type Review, reviewLine } from './review/review.ts'
export type { ReviewView } from './review/rules.ts'
export { keepsTo, type ReportedLine, TARGETS, type Target } from './review/targets.ts'
export { articulated, articulationOf } from './score/articulation.ts'
export { octaveLineOf, STAFF_STEPS, staffStepOf } from './score/octaveLine.ts'
export { scoreOf } from './score/score.ts'
export type { Score, WrittenBar, WrittenEvent } from './score/written.ts'
