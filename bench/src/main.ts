import { benchComposing } from './composing.ts'
import { benchPage } from './page.ts'
import { benchReading } from './reading.ts'
import { benchReviewing } from './reviewing.ts'
import { benchSymbols } from './symbols.ts'
import { printTable } from './table.ts'

printTable([
  ...benchSymbols(),
  ...benchReading(),
  ...benchComposing(),
  ...benchReviewing(),
  ...(await benchPage()),
])
