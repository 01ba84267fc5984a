/** A tune's changes, and what each chord does in them. */

export { analyseChart } from './analysis/analyse.ts'
export {
  type Analysis,
  type KeyRegion,
  keyRegions,
  type Override,
  type PatternSpan,
} from './analysis/analysis.ts'
export { type Centre, centreOf } from './analysis/centre.ts'
export { scalesHolding } from './analysis/chordscale.ts'
export { chordFacts } from './analysis/facts.ts'
export {
  followOverrides,
  samePlaces,
  transposeOverrides,
  withOverride,
  withoutOverrides,
} from './analysis/follow.ts'
export { type TuneAnalyses, tuneInKey } from './analysis/inKey.ts'
export {
  barStarts,
  type Chart,
  type ChartBar,
  type ChordSpan,
  chartShift,
  fitStretch,
  type Stretch,
  stretchTicks,
  transposeChart,
  wholeTune,
} from './chart/chart.ts'
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
  withWord,
  writtenSections,
} from './chart/edit.ts'
export { chartFromForm, FORMS, formInAllKeys, KEY_ORDERS } from './chart/forms.ts'
export { readChart } from './chart/read.ts'
export { writeChart } from './chart/write.ts'
