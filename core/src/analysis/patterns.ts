import type { Key } from '../pitch/key.ts'
import type { FunctionId } from './functions.ts'

export type PatternId = string

/** A row of functions in one key that players know by a name. */
export interface PatternRow {
  readonly id: PatternId
  readonly name: string
  readonly mode: Key['mode']
  readonly functions: readonly FunctionId[]
  /** What a reading gains where the chords are this. */
  readonly credit: number
}

const pattern = (name: string, mode: Key['mode'], functions: string, credit: number): PatternRow => ({
  id: `${mode} ${functions}`,
  name,
  mode,
  functions: functions.split(' '),
  credit,
})

/** The patterns that players know by name; longer rows hold shorter ones, and the longest that fits is named. */
export const PATTERNS: readonly PatternRow[] = [
  pattern('ii–V–I–IV', 'major', 'ii V I IV', 3.8),
  pattern('ii–V–I', 'major', 'ii V I', 3),
  pattern('ii–V', 'major', 'ii V', 1.4),
  pattern('V–I', 'major', 'V I', 1.2),
  pattern('IV after I', 'major', 'I IV', 0.5),
  pattern('I–vi–ii–V', 'major', 'I vi ii V', 2.4),
  pattern('I–VI–ii–V', 'major', 'I V/ii ii V', 2.8),
  pattern('iii–VI–ii–V', 'major', 'iii V/ii ii V', 3.2),
  pattern('iii–vi–ii–V', 'major', 'iii vi ii V', 2.4),
  pattern('I–vi–ii–V–I', 'major', 'I vi ii V I', 4.4),
  pattern('I–VI–ii–V–I', 'major', 'I V/ii ii V I', 4.8),
  pattern('iii–VI–ii–V–I', 'major', 'iii V/ii ii V I', 5.2),
  pattern('iii–vi–ii–V–I', 'major', 'iii vi ii V I', 4.4),
  pattern('ii–V of ii', 'major', 'iiø/ii V/ii ii', 2.4),
  pattern('iiiø–VI–ii–V', 'major', 'iiø/ii V/ii ii V', 3.8),
  pattern('iiiø–VI–ii–V–I', 'major', 'iiø/ii V/ii ii V blues_I', 5.4),
  pattern('secondary dominant', 'major', 'V/ii ii', 0.9),
  pattern('secondary dominant', 'major', 'V/V V', 0.8),
  pattern('secondary dominant', 'major', 'V/V ii', 0.5),
  pattern('secondary dominant', 'major', 'V/vi vi', 0.9),
  pattern('secondary dominant', 'major', 'V/IV IV', 0.9),
  pattern('ii–V of IV', 'major', 'ii/IV V/IV IV', 2.6),
  pattern('chain of dominants', 'major', 'V/vi V/ii V/V V', 4.2),
  pattern('chain of dominants', 'major', 'V/vi V/ii V/V V I', 5.4),
  pattern('minor ii–V in major', 'major', 'iiø V I', 2.4),
  pattern('backdoor', 'major', 'iv bVII7 I', 2.8),
  pattern('backdoor to iii', 'major', 'iv bVII7 iii', 2.4),
  pattern('minor iv after IV', 'major', 'IV iv', 0.8),
  pattern('tritone substitute', 'major', 'ii bII7 I', 2.8),
  pattern('passing diminished', 'major', 'I #i° ii', 1.6),
  pattern('passing diminished', 'major', 'ii #ii° iii', 1.6),
  pattern('blues I–IV', 'major', 'blues_I blues_IV', 1.2),
  pattern('blues IV–I', 'major', 'blues_IV blues_I', 1),
  pattern('blues I–IV–I', 'major', 'blues_I blues_IV blues_I', 2.2),
  pattern('ii–V into a blues IV', 'major', 'ii/IV V/IV blues_IV', 3.4),
  pattern('ii–V into a blues IV', 'major', 'ii/IV V/IV blues_IV blues_I', 4),
  pattern('ii–V into a blues IV', 'major', 'ii/IV V/IV blues_IV #iv° blues_I', 6.4),
  pattern('♯IV° back to I in a blues', 'major', 'blues_IV #iv° blues_I', 3.2),
  pattern('ii–V to a blues I', 'major', 'ii V blues_I', 2.2),
  pattern('V–IV–I of a blues', 'major', 'V blues_IV blues_I', 2),
  pattern('minor ii–V–i', 'minor', 'iiø V i', 3),
  pattern('minor ii–V–i', 'minor', 'iiø V i7', 3),
  pattern('minor ii–V', 'minor', 'iiø V', 1.4),
  pattern('V–i', 'minor', 'V i', 1.2),
  pattern('V–i', 'minor', 'V i7', 1.1),
  pattern('♭VI–V–i', 'minor', 'VI V i', 1.8),
  pattern('♭VI7–V–i', 'minor', 'bVI7 V i', 2.2),
  pattern('secondary dominant', 'minor', 'V/iv iv', 0.9),
]
