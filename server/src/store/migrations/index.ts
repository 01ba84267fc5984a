import { Bin1765600000000 } from './bin.ts'
import { ChartVersions1765700000000 } from './chartVersions.ts'
import { Exercises1764400000000 } from './exercises.ts'
import { Families1765100000000 } from './families.ts'
import { First1764000000000 } from './first.ts'
import { Goals1765400000000 } from './goals.ts'
import { Grading1764500000000 } from './grading.ts'
import { Items1765200000000 } from './items.ts'
import { Marks1764300000000 } from './marks.ts'
import { Memory1765500000000 } from './memory.ts'
import { Phrases1764200000000 } from './phrases.ts'
import { PlainNames1764600000000 } from './plainNames.ts'
import { Readings1764100000000 } from './readings.ts'
import { RunsByTune1764800000000 } from './runsByTune.ts'
import { SettingsValues1764700000000 } from './settingsValues.ts'
import { Tallies1765300000000 } from './tallies.ts'
import { Variants1764900000000 } from './variants.ts'
import { Vocabulary1765000000000 } from './vocabulary.ts'

/** Every migration, in order of time. */
export const MIGRATIONS = [
  First1764000000000,
  Readings1764100000000,
  Phrases1764200000000,
  Marks1764300000000,
  Exercises1764400000000,
  Grading1764500000000,
  PlainNames1764600000000,
  SettingsValues1764700000000,
  RunsByTune1764800000000,
  Variants1764900000000,
  Vocabulary1765000000000,
  Families1765100000000,
  Items1765200000000,
  Tallies1765300000000,
  Goals1765400000000,
  Memory1765500000000,
  Bin1765600000000,
  ChartVersions1765700000000,
]
