import { days } from './days.ts'
import { exercises } from './exercises.ts'
import { goals } from './goals.ts'
import { lines } from './lines.ts'
import { phrases } from './phrases.ts'
import type { Resource } from './resource.ts'
import { runs } from './runs.ts'
import { runWords } from './runWords.ts'
import { setLists } from './setLists.ts'
import { settings } from './settings.ts'
import { tunes } from './tunes.ts'

/** Every kind of record: the database has their tables, the API their routes. */
export const RESOURCES: readonly Resource[] = [
  tunes,
  lines,
  phrases,
  exercises,
  setLists,
  runs,
  runWords,
  goals,
  days,
  settings,
]
