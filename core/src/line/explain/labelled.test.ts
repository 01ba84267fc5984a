import { describe, expect, it } from 'vitest'
import { analysed } from '../../../test/changes.ts'
import { readPitch } from '../../theory/pitch/pitch.ts'
import { EIGHTH } from '../../theory/rhythm/ticks.ts'
import type { Line } from '../notes/line.ts'
import { explainLine } from './explain.ts'

interface Labelled {
  readonly what: string
  readonly changes: string
  /** Eighths from beat 1; a dot is a rest, and a note may last longer (C5:3). */
  readonly line: string
  /** Ticks of one place, where it is no eighth. */
  readonly unit?: number
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
    roles: 'chord approach guide passing chord passing guide passing chord',
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
    roles: 'guide neighbour guide approach guide',
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
  {
    what: 'a chord outlined in a triplet',
    changes: HOME,
    unit: 160,
    line: 'Db4 F4 Ab4 C5',
    roles: 'chord guide chord guide',
  },
  {
    what: 'a triplet led into by a half step below',
    changes: HOME,
    unit: 160,
    line: '. . C4 Db4 F4 Ab4 C5',
    roles: 'guide chord guide chord guide',
  },
  {
    what: 'sixteenths up the scale',
    changes: HOME,
    unit: 120,
    line: 'Db4 Eb4 F4 Gb4 Ab4',
    roles: 'chord passing guide passing chord',
  },
  {
    what: 'a turn in sixteenths',
    changes: HOME,
    unit: 120,
    line: 'F4 Gb4 F4 E4 F4',
    roles: 'guide neighbour guide approach guide',
  },
  {
    what: 'a short note from below, right before the beat',
    changes: HOME,
    unit: 120,
    line: '. . . E4 F4',
    roles: 'approach guide',
  },
  {
    what: 'a run down a tonic with its half step between 6 and 5',
    changes: '| Dbmaj7 | Dbmaj7 |',
    line: 'Db5 C5 Bb4 A4 Ab4 Gb4 F4 Eb4 Db4',
    roles: 'chord guide approach approach chord passing guide passing chord',
  },
  {
    what: 'the coming 3 an eighth early, held',
    changes: MAJOR,
    line: '. . . . . . Db5 C5:3',
    roles: 'guide anticipation',
    degrees: 'b7 3',
  },
  {
    what: 'the coming 3 an eighth early, struck again',
    changes: MAJOR,
    line: '. . . . . . Db5 C5 C5',
    roles: 'guide anticipation guide',
    degrees: 'b7 3 3',
  },
  {
    what: 'the ii held over into its V',
    changes: MAJOR,
    line: '. . . . . . . . Db5 C5 Eb5',
    roles: 'delay guide chord',
    degrees: '11 3 5',
  },
  {
    what: 'half steps down into the 5',
    changes: HOME,
    line: 'F4 C5 Bb4 A4 Ab4',
    roles: 'guide guide approach approach chord',
  },
  {
    what: 'three eighths over the barline',
    changes: MAJOR,
    line: '. . . . . Eb5 Db5 B4 C5',
    roles: 'chord guide enclosure guide',
  },
  {
    what: 'the ♭9 of a dominant into the 5 of I',
    changes: 'key: Db major\n| Ab7 | Dbmaj7 |',
    line: '. . . . C5 Eb5 Gb5 A5 Ab5',
    roles: 'guide chord guide approach chord',
  },
  {
    what: '♯9 and ♭9 of a dominant',
    changes: 'key: Db major\n| Ab7 | Dbmaj7 |',
    line: '. . . . Gb4 . B4 A4 Ab4',
    roles: 'guide outside approach chord',
  },
  {
    what: 'down the blues scale',
    changes: 'key: F major\n| F7 | Bb7 |',
    line: 'C5 B4 Bb4 Ab4 F4',
    roles: 'chord passing tension outside chord',
  },
  {
    what: 'a 6 chord, whose 6 is a guide tone',
    changes: 'key: C major\n| C6 | G7 |',
    line: 'E4 G4 A4 C5',
    roles: 'guide chord guide chord',
    degrees: '3 5 6 R',
  },
  {
    what: 'a 9 held',
    changes: 'key: F major\n| Fmaj7 | C7 |',
    line: 'A4 C5 E5 G5:4',
    roles: 'guide chord guide tension',
  },
  {
    what: 'a chord over another bass',
    changes: 'key: C major\n| C/E | F |',
    line: 'E4 G4 C5 . . . . E5 F5',
    roles: 'guide chord chord guide chord',
  },
  {
    what: 'a waltz',
    changes: 'time: 3/4\nkey: G major\n| Gmaj7 | Em7 |',
    line: 'B4 D5 F#5 D5 B4 F#4 G4',
    roles: 'guide chord guide chord guide guide guide',
  },
  {
    what: 'a minor chord with its leading note',
    changes: 'key: C minor\n| Cm7 | Fm7 |',
    line: 'Eb4 D4 C4 B3 C4',
    roles: 'guide passing chord approach chord',
  },
  {
    what: 'a sus chord into its I',
    changes: 'key: C major\n| G7sus4 | Cmaj7 |',
    line: 'C5 D5 F5 G5 . . . D5 E5',
    roles: 'guide chord guide chord chord guide',
  },
]

/** Notes from the text of a labelled line. */
const lineOf = ({ line, unit = EIGHTH }: Labelled): Line => ({
  notes: line.split(' ').reduce<{ at: number; notes: Line['notes'] }>(
    ({ at, notes }, word) => {
      const [spelling = '', length = '1'] = word.split(':')
      const duration = Number(length) * unit
      const note = { start: at, duration, midi: readPitch(spelling)?.midi ?? 0, spelling }
      return { at: at + duration, notes: spelling === '.' ? notes : [...notes, note] }
    },
    { at: 0, notes: [] },
  ).notes,
})

describe('lines labelled by hand', () => {
  it('are many', () => {
    expect(LINES.length).toBeGreaterThanOrEqual(40)
  })

  it.each(LINES)('$what', (labelled) => {
    const { changes, roles, degrees } = labelled
    const { notes } = explainLine(analysed(changes), lineOf(labelled))
    expect(notes.map(({ role }) => role).join(' ')).toBe(roles)
    if (degrees !== undefined) expect(notes.map(({ degree }) => degree).join(' ')).toBe(degrees)
  })
})
