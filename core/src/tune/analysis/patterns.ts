import type { Key } from '../../theory/pitch/key.ts'
import type { FunctionId } from './functions.ts'

export type PatternId = string

/** A row of functions in one key that players know by a name. */
export interface PatternRow {
  readonly id: PatternId
  readonly name: string
  readonly mode: Key['mode']
  readonly functions: readonly FunctionId[]
  /** What a reading gains if the chords match. */
  readonly credit: number
}

const pattern = (name: string, mode: Key['mode'], functions: string, credit: number): PatternRow => ({
  id: `${mode} ${functions}`,
  name,
  mode,
  functions: functions.split(' '),
  credit,
})

/**
 * The patterns that players know by name. Patterns may overlap and contain shorter ones: their gains add up. A name
 * may have several rows; overlapping rows of one name are one pattern.
 */
export const PATTERNS: readonly PatternRow[] = [
  pattern('ii–V', 'major', 'ii V', 1.4),
  pattern('V–I', 'major', 'V I', 1.2),
  pattern('ii–V–I', 'major', 'ii V I', 0.4),
  pattern('ii–V–I–IV', 'major', 'ii V I IV', 0.3),
  pattern('IV after I', 'major', 'I IV', 0.5),
  pattern('I–vi–ii–V', 'major', 'I vi ii V', 1),
  pattern('I–VI–ii–V', 'major', 'I V/ii ii V', 0.5),
  pattern('iii–VI–ii–V', 'major', 'iii V/ii ii V', 0.9),
  pattern('iii–vi–ii–V', 'major', 'iii vi ii V', 1),
  pattern('iii–♭III7–ii–♭II7', 'major', 'iii bIII7 ii bII7', 2.6),
  pattern('I–♭III–♭VI–♭II turnaround', 'major', 'I bIII bVI bII', 3),
  pattern('I–♭III–♭VI–♭II turnaround', 'major', 'I bIII7 bVI bII', 3),
  pattern('I–♭III–♭VI–♭II turnaround', 'major', 'I bIII7 bVI7 bII7', 3),
  pattern('turnaround over a passing diminished', 'major', 'I #i° ii V', 0.2),
  pattern('turnaround over a passing diminished', 'major', 'iii biii° ii V', 0.2),
  pattern('ii–V of ii', 'major', 'iiø/ii V/ii ii', 1.5),
  pattern('ii–V of iii', 'major', '#ivø V/iii iii', 1.6),
  pattern('ii–V of IV', 'major', 'ii/IV V/IV IV', 1.7),
  pattern('ii–V of V', 'major', 'vi V/V V', 0.3),
  pattern('secondary dominant', 'major', 'V/ii ii', 0.9),
  pattern('secondary dominant', 'major', 'V/V V', 0.8),
  pattern('secondary dominant', 'major', 'V/V ii', 0.5),
  pattern('secondary dominant', 'major', 'V/vi vi', 0.9),
  pattern('secondary dominant', 'major', 'V/iii iii', 0.9),
  pattern('secondary dominant', 'major', 'V/IV IV', 0.9),
  pattern('two dominants in a row', 'major', 'V/iii V/vi', 0.8),
  pattern('two dominants in a row', 'major', 'V/vi V/ii', 0.8),
  pattern('two dominants in a row', 'major', 'V/ii V/V', 0.8),
  pattern('chain of dominants', 'major', 'V/iii V/vi V/ii', 0.5),
  pattern('chain of dominants', 'major', 'V/vi V/ii V/V', 0.6),
  pattern('chain of dominants', 'major', 'V/ii V/V V', 0.6),
  pattern('minor ii–V in major', 'major', 'iiø V I', 1.2),
  pattern('backdoor', 'major', 'bVII7 I', 0.6),
  pattern('backdoor', 'major', 'iv bVII7 I', 2.2),
  pattern('backdoor', 'major', 'iv bVII7 iii', 2.4),
  pattern('backdoor', 'major', 'IV bVII7 I', 0.9),
  pattern('minor iv after IV', 'major', 'IV iv', 0.8),
  pattern('minor iv after IV', 'major', 'IV iv I', 0.4),
  pattern('tritone substitute', 'major', 'bII7 I', 0.8),
  pattern('tritone substitute', 'major', 'ii bII7 I', 2),
  pattern('passing diminished', 'major', 'I #i° ii', 1.6),
  pattern('passing diminished', 'major', 'blues_I #i° ii', 1.6),
  pattern('passing diminished', 'major', 'ii #ii° iii', 1.6),
  pattern('passing diminished', 'major', 'iii biii° ii', 1.6),
  pattern('passing diminished', 'major', 'IV #iv° I', 1.4),
  pattern('passing diminished', 'major', 'IV #iv° V', 1.2),
  pattern('common-tone diminished', 'major', 'i° I', 0.9),
  pattern('common-tone diminished', 'major', 'I i° I', 0.8),
  pattern('I7–IV7 of a blues', 'major', 'blues_I blues_IV', 1.2),
  pattern('I7–IV7 of a blues', 'major', 'blues_IV blues_I', 1),
  pattern('ii–V into a blues IV', 'major', 'ii/IV V/IV blues_IV', 3.4),
  pattern('ii–V of ii', 'major', 'iiø/ii V/ii ii V blues_I', 0.8),
  pattern('♯IV° back to I in a blues', 'major', 'blues_IV #iv° blues_I', 3.2),
  pattern('ii–V to a blues I', 'major', 'ii V blues_I', 0.8),
  pattern('V–IV–I of a blues', 'major', 'V blues_IV blues_I', 1),
  pattern('V–I', 'major', 'V blues_I', 0.3),
  pattern('minor ii–V', 'minor', 'iiø V', 1.4),
  pattern('V–i', 'minor', 'V i', 1.2),
  pattern('V–i', 'minor', 'V i7', 1.1),
  pattern('minor ii–V–i', 'minor', 'iiø V i', 0.4),
  pattern('minor ii–V–i', 'minor', 'iiø V i7', 0.5),
  pattern('♭VI–V–i', 'minor', 'VI V i', 0.6),
  pattern('♭VI–V–i', 'minor', 'VI V i7', 0.6),
  pattern('♭VI7–V–i', 'minor', 'bVI7 V i', 1),
  pattern('♭VI7–V–i', 'minor', 'bVI7 V i7', 1),
  pattern('i–♭VI–ii–V', 'minor', 'i VI iiø V', 0.8),
  pattern('i–♭VI–ii–V', 'minor', 'i7 VI iiø V', 0.8),
  pattern('i–vi–ii–V of minor', 'minor', 'i viø iiø V', 1.2),
  pattern('i–vi–ii–V of minor', 'minor', 'i7 viø iiø V', 1.2),
  pattern('i–♭VII–♭VI–V', 'minor', 'i VII VI V', 1.4),
  pattern('i–♭VII–♭VI–V', 'minor', 'i7 VII VI V', 1.4),
  pattern('i–♭VII–♭VI–V', 'minor', 'i7 VII bVI7 V', 1.4),
  pattern('i–♭VII–♭VI–V', 'minor', 'i VII bVI7 V', 1.4),
  pattern('tritone substitute', 'minor', 'bII7 i', 0.8),
  pattern('tritone substitute', 'minor', 'bII7 i7', 0.8),
  pattern('tritone substitute', 'minor', 'iiø bII7 i', 1.4),
  pattern('tritone substitute', 'minor', 'iiø bII7 i7', 1.4),
  pattern('ii–V of iv', 'minor', 'iiø/iv V/iv iv', 1.5),
  pattern('secondary dominant', 'minor', 'V/iv iv', 0.9),
  pattern('secondary dominant', 'minor', 'V/V V', 0.8),
  pattern('secondary dominant', 'minor', 'V/VI VI', 0.9),
  pattern('passing diminished', 'minor', 'iv #iv° V', 1.2),
  pattern('leading-tone diminished', 'minor', 'vii° i', 0.9),
  pattern('leading-tone diminished', 'minor', 'vii° i7', 0.8),
]
