import { benchComposing } from './composing.ts'
import { benchPage } from './page.ts'
import { benchSymbols } from './symbols.ts'
import { printTable } from './table.ts'

printTable([...(await benchSymbols()), ...benchComposing(), ...(await benchPage())])
