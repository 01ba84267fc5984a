import { describe, expect, it } from 'vitest'
import { analysed, eighths } from '../../test/changes.ts'
import { explainLine } from './explain.ts'

interface Labelled {
  readonly what: string
  readonly changes: string
  /** Eighths from beat 1; a dot is a rest. */
  readonly line: string
  readonly roles: string
  /** Degrees, where they are in question. */
  readonly degrees?: string
}

const MAJOR = 'key: Db major\n| Ebm7 | Ab7 | Dbmaj7 | Gbmaj7 |'
const MINOR = 'key: F# minor\n| C#7 | F#m6 |'
const HOME = 'key: Db major\n| Dbmaj7 | Ebm7 |'

/** Lines that the composer did not make, labelled by hand from the order of the roles. Common practice, no source. */
const LINES: readonly Labelled[] = [
  {
    what: 'an outline',
    changes: MAJOR,
    line: 'Eb4 Gb4 Bb4 Db5 . . . . C5',
    roles: 'chord guide chord guide guide',
    degrees: 'R b3 5 b7 3',
  },
  {
    what: 'a run down a dominant',
    changes: '| Ab7 | Dbmaj7 |',
    line: 'Ab4 Gb4 F4 Eb4 Db4 C4 Bb3 Ab3',
    roles: 'chord guide tension chord delay guide tension chord',
    degrees: 'R b7 13 5 11 3 9 R',
  },
  {
    what: 'the same run with its half step',
    changes: '| Ab7 | Ab7 |',
    line: 'Ab4 G4 Gb4 F4 Eb4 Db4 C4 Bb3 Ab3',
    roles: 'chord approach guide approach chord approach guide approach chord',
  },
  {
    what: 'a step below on the way up',
    changes: HOME,
    line: 'Db4 Eb4 F4 . Ab4 Bb4 C5 .',
    roles: 'chord passing guide chord passing guide',
  },
  {
    what: 'chromatic steps up to the 3',
    changes: HOME,
    line: 'Db4 D4 Eb4 E4 F4',
    roles: 'chord passing approach approach guide',
    degrees: 'R b9 9 #9 3',
  },
  {
    what: 'a neighbour that comes back off the beat',
    changes: HOME,
    line: '. F4 Gb4 F4',
    roles: 'guide neighbour guide',
  },
  {
    what: 'a half step below each tone of the triad',
    changes: HOME,
    line: '. C4 Db4 E4 F4 G4 Ab4',
    roles: 'guide chord approach guide approach chord',
  },
  {
    what: 'a scale step above each tone of the triad',
    changes: HOME,
    line: '. Eb4 Db4 Gb4 F4 Bb4 Ab4',
    roles: 'approach chord approach guide approach chord',
  },
  {
    what: 'a turn around the 3',
    changes: HOME,
    line: 'F4 Gb4 F4 E4 F4',
    roles: 'guide approach guide approach guide',
  },
  {
    what: 'an enclosure from above',
    changes: HOME,
    line: 'Ab4 Db4 Gb4 E4 F4',
    roles: 'chord chord enclosure enclosure guide',
  },
  {
    what: 'an enclosure from below',
    changes: HOME,
    line: 'Ab4 Db4 E4 Gb4 F4',
    roles: 'chord chord enclosure enclosure guide',
  },
  {
    what: 'an enclosure by scale notes',
    changes: HOME,
    line: 'C5 F4 Bb4 Gb4 Ab4',
    roles: 'guide guide enclosure enclosure chord',
  },
  {
    what: 'a three-note enclosure of the 5',
    changes: HOME,
    line: 'F4 Bb4 A4 G4 Ab4',
    roles: 'guide enclosure enclosure enclosure chord',
  },
  {
    what: 'a four-note enclosure of the 5',
    changes: HOME,
    line: 'Bb4 A4 Gb4 G4 Ab4',
    roles: 'enclosure enclosure enclosure enclosure chord',
  },
  { what: 'a delayed 3', changes: HOME, line: 'Gb4 F4 Ab4 C5', roles: 'delay guide chord guide' },
  {
    what: 'a delayed resolution from below',
    changes: HOME,
    line: 'E4 F4 Ab4 C5',
    roles: 'delay guide chord guide',
  },
  {
    what: 'one eighth over the barline',
    changes: MAJOR,
    line: '. . . . . . . B4 C5',
    roles: 'approach guide',
    degrees: '#9 3',
  },
  {
    what: 'two eighths over the barline',
    changes: MAJOR,
    line: '. . . . . . Db5 B4 C5',
    roles: 'guide enclosure guide',
  },
  {
    what: 'the ♭7 and ♭9 of a dominant around its root',
    changes: MINOR,
    line: 'E#4 G#4 B4 D5 C#5',
    roles: 'guide chord guide enclosure chord',
    degrees: '3 5 b7 b9 R',
  },
  {
    what: 'the diminished arpeggio on the 3, into the tonic',
    changes: MINOR,
    line: '. . . . E#4 G#4 B4 D5 C#5',
    roles: 'guide chord guide approach chord',
  },
  {
    what: 'a last note that is a tension',
    changes: HOME,
    line: 'F4 Ab4 C5 Eb5',
    roles: 'guide chord guide tension',
    degrees: '3 5 7 9',
  },
  {
    what: 'a 9 that the symbol writes',
    changes: '| Dm9 | G7 |',
    line: 'D4 F4 A4 C5 E5',
    roles: 'chord guide chord guide chord',
  },
  {
    what: 'the 4 of a sus',
    changes: '| C7sus4 | Fmaj7 |',
    line: 'C4 F4 G4 Bb4',
    roles: 'chord guide chord guide',
    degrees: 'R 4 5 b7',
  },
  {
    what: 'a diminished chord, where every tone tells',
    changes: 'key: C major\n| Cmaj7 | C#dim7 | Dm7 |',
    line: '. . . . . . . . C#4 E4 G4 Bb4',
    roles: 'guide guide guide guide',
    degrees: 'R b3 b5 bb7',
  },
  {
    what: 'the 6 of a tonic minor, which has no 7',
    changes: 'key: C minor\n| Cm6 | G7 |',
    line: 'C4 Eb4 G4 A4',
    roles: 'chord guide chord guide',
    degrees: 'R b3 5 6',
  },
  {
    what: 'half a step outside and home',
    changes: HOME,
    line: 'F4 A4 B4 D5 C5',
    roles: 'guide outside outside outside guide',
  },
  {
    what: 'a scale note that leaps on',
    changes: HOME,
    line: 'F4 Bb4 Db4 F4',
    roles: 'guide scale chord guide',
  },
]

describe('lines labelled by hand', () => {
  it.each(LINES)('$what', ({ changes, line, roles, degrees }) => {
    const { notes } = explainLine(analysed(changes), eighths(line))
    expect(notes.map(({ role }) => role).join(' ')).toBe(roles)
    if (degrees !== undefined) expect(notes.map(({ degree }) => degree).join(' ')).toBe(degrees)
  })
})
