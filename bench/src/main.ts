import { benchComposing } from './composing.ts'
import { benchSymbols } from './symbols.ts'
import { printTable } from './table.ts'

printTable([...(await benchSymbols()), ...benchComposing()])
