import { benchComposing } from './composing.ts'
import { benchDrilling } from './drilling.ts'
import { benchPage } from './page.ts'
import { benchPlanning } from './planning.ts'
import { benchReading } from './reading.ts'
import { benchReviewing } from './reviewing.ts'
import { benchSymbols } from './symbols.ts'
import { printTable } from './table.ts'
import { benchVocabulary } from './vocabulary.ts'

printTable([
  ...benchSymbols(),
  ...benchReading(),
  ...benchComposing(),
  ...benchReviewing(),
  ...benchDrilling(),
  ...benchVocabulary(),
  ...benchPlanning(),
  ...(await benchPage()),
])
