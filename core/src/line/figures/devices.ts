import type { ChordKind } from '../../theory/chord/chord.ts'
import type { Role } from './roles.ts'
import {
  type ApproachRow,
  type DepartureRow,
  DOMINANT,
  down,
  half,
  MAJOR_THIRD,
  MINOR,
  scale,
  thirds,
  times,
  tones,
  up,
  upper,
} from './steps.ts'

/** Notes of one chord by their half steps above its root, among which a device is found. */
interface FoundGroup {
  readonly kinds: readonly ChordKind[]
  /** At least this many notes in a row. */
  readonly least: number
  /** Each note is one of these. */
  readonly among: readonly number[]
  /** At least `tell` different ones of these are there. */
  readonly telling: readonly number[]
  readonly tell: number
  /** Whether the notes follow each other by skip only. */
  readonly bySkip: boolean
}

/** Everything that is known of a device: one row each. */
export interface DeviceRow {
  /** In the trade's words, as sentences use it. */
  readonly name: string
  /** Whether it takes no article: "altered notes". */
  readonly plural?: true
  /** How the brief asks for it; `more` stands under "More figures". */
  readonly brief?: { readonly label: string; readonly description: string; readonly more?: true }
  /** Its default cost: 0 often, 1 sometimes, 2 rarely. */
  readonly cost: number
  /** Its extra cost in lines based on chords, because it belongs to the key. */
  readonly costByChords?: number
  /** A device of the style that plays runs. */
  readonly running?: true
  /** The overall sound of a figure that departs by it. */
  readonly texture?: 'tones' | 'scale' | 'chromatic'
  /** The figures that depart from an anchor by it, and those that approach a target by it. */
  readonly departures?: readonly DepartureRow[]
  readonly approaches?: readonly ApproachRow[]
  /** Half steps from a chord tone of the note on the beat that delays it by an eighth, each with its name. */
  readonly delays?: readonly { readonly halfSteps: number; readonly name: string }[]
  /**
   * How a reader finds it in any line: by its shapes around a target (`around`), by its notes' degrees (`groups`), or, where
   * both are left out, by its own rule in explain/. Shapes are half steps from the target, the target after them: `s` is a
   * scale note within a whole step above, `u` any half or whole step above, `k` a scale note a whole step below.
   */
  readonly found?: {
    readonly around?: readonly (readonly string[])[]
    readonly groups?: readonly FoundGroup[]
  }
  /** Notes on both sides of the target: its notes are called enclosures, and a reviewer praises it. */
  readonly encloses?: true
  /** What a reader may take it for: other devices with the same notes, and roles that its notes may have. */
  readonly readAs: { readonly devices: readonly string[]; readonly roles: readonly Role[] }
}

const CHORD_TONES: readonly Role[] = ['guide', 'chord']
const STEPWISE: readonly Role[] = [
  ...CHORD_TONES,
  'passing',
  'scale',
  'tension',
  'neighbour',
  'delay',
  'approach',
  'enclosure',
]
const AROUND_TARGETS = [
  'below',
  'above',
  'neighbour',
  'turn',
  'doubleChromatic',
  'enclosure',
  'threeNoteEnclosure',
  'fourNoteEnclosure',
  'halfStepRun',
] as const
const COLOURS = ['diminished', 'altered', 'pentatonic', 'arpeggio', 'halfStepRun'] as const

const from = (steps: DepartureRow['steps'], where: Pick<DepartureRow, 'kinds' | 'from'>) => ({
  steps,
  ...where,
})

/**
 * The registry of devices: what a line can be made of and what a reader can find in it (common practice, no source).
 * `hold` has the plain departure (no note), `chordTone` the plain approach (straight into the target).
 */
export const DEVICES = {
  hold: {
    name: 'held note',
    cost: 0.2,
    running: true,
    departures: [{ name: 'none', steps: [] }],
    readAs: { devices: [], roles: CHORD_TONES },
  },
  chordTone: {
    name: 'chord tone',
    cost: 0.9,
    running: true,
    approaches: [{ id: 'none', name: 'straight into the target', steps: [] }],
    readAs: { devices: [], roles: CHORD_TONES },
  },
  breath: { name: 'rest', cost: 0, readAs: { devices: [], roles: [] } },
  arpeggio: {
    name: 'arpeggio',
    brief: { label: 'Arpeggios', description: 'Chord tones in a row, up or down.' },
    cost: 0,
    texture: 'tones',
    departures: [
      { name: 'chord tone up', steps: [tones(1)] },
      { name: 'chord tone down', steps: [tones(-1)] },
      { name: 'two chord tones up', steps: times(2, tones(1)) },
      { name: 'two chord tones down', steps: times(2, tones(-1)) },
      { name: 'arpeggio up', steps: times(3, tones(1)) },
      { name: 'arpeggio down', steps: times(3, tones(-1)) },
      { name: 'arpeggio up and back', steps: [tones(1), tones(1), tones(-1)] },
      { name: 'arpeggio down and back', steps: [tones(-1), tones(-1), tones(1)] },
      { name: 'rootless arpeggio, 3 5 7 9', ...from(times(3, thirds(1)), { from: '3' }) },
      {
        name: 'rootless arpeggio, 5 7 9 11',
        ...from(times(3, thirds(1)), { from: '5', kinds: ['minor', 'tonicMinor', 'halfDiminished', 'sus'] }),
      },
      { name: 'rootless arpeggio down, 9 7 5 3', ...from(times(3, thirds(-1)), { from: '9' }) },
      { name: 'arpeggio up to the 9', ...from(times(4, thirds(1)), { from: 'R' }) },
      { name: '1 3 5 7 9 7 5 3', ...from([...times(4, thirds(1)), ...times(3, thirds(-1))], { from: 'R' }) },
      {
        name: 'two arpeggios chained, 3 5 7 9 and R 3 5 7',
        ...from([...times(3, thirds(1)), scale(-1), ...times(3, thirds(1))], { from: '3', kinds: ['major'] }),
      },
    ],
    found: {},
    readAs: { devices: ['arpeggio', 'pentatonic'], roles: [...CHORD_TONES, 'tension', 'scale'] },
  },
  skip: {
    name: 'skip',
    brief: { label: 'Skips', description: 'From a chord tone over a third to the next.' },
    cost: 0.3,
    texture: 'tones',
    departures: [
      { name: 'skip up', steps: [tones(2)] },
      { name: 'skip down', steps: [tones(-2)] },
      { name: 'broken up', steps: [tones(2), tones(-1)] },
      { name: 'broken down', steps: [tones(-2), tones(1)] },
      { name: 'order 1 5 3 7', steps: [tones(2), tones(-1), tones(2)] },
      { name: 'order 1 5 3 7 down', steps: [tones(-2), tones(1), tones(-2)] },
      { name: 'broken arpeggio from below', steps: [tones(-3), tones(1), tones(1)] },
    ],
    readAs: { devices: ['arpeggio', 'pentatonic'], roles: CHORD_TONES },
  },
  below: {
    name: 'approach from below',
    brief: { label: 'From below', description: 'A half step up into the target.' },
    cost: 0.2,
    approaches: [{ id: 'below', name: 'approach from below', steps: [half(-1)] }],
    found: { around: [['-1']] },
    readAs: {
      devices: AROUND_TARGETS,
      roles: [...CHORD_TONES, 'approach', 'enclosure', 'passing', 'neighbour'],
    },
  },
  above: {
    name: 'approach from above',
    brief: { label: 'From above', description: 'A scale step or half step down into the target.' },
    cost: 0.5,
    approaches: [
      { id: 'above', name: 'approach from above', steps: [upper(1)] },
      { id: 'half above', name: 'half step from above', steps: [half(1)] },
    ],
    found: { around: [['u']] },
    readAs: { devices: [...AROUND_TARGETS, 'scaleRun'], roles: STEPWISE },
  },
  enclosure: {
    name: 'enclosure',
    brief: { label: 'Enclosures', description: 'The note above and the half step below, then the target.' },
    cost: 0.2,
    texture: 'chromatic',
    approaches: [
      { id: 'above, below', name: 'enclosure, above then below', steps: [upper(1), half(-1)] },
      { id: 'below, above', name: 'enclosure, below then above', steps: [half(-1), upper(1)] },
    ],
    found: {
      around: [
        ['u', '-1'],
        ['-1', 'u'],
        ['s', 'k'],
        ['k', 's'],
      ],
    },
    encloses: true,
    readAs: {
      devices: AROUND_TARGETS,
      roles: [...CHORD_TONES, 'approach', 'enclosure', 'neighbour', 'passing'],
    },
  },
  doubleChromatic: {
    name: 'double chromatic approach',
    brief: { label: 'Double chromatic', description: 'Two half steps in a row into the target.' },
    cost: 0.45,
    texture: 'chromatic',
    approaches: [
      { id: 'double chromatic below', name: 'double chromatic from below', steps: [half(-2), half(-1)] },
      { id: 'double chromatic above', name: 'double chromatic from above', steps: [half(2), half(1)] },
    ],
    found: {
      around: [
        ['-2', '-1'],
        ['2', '1'],
      ],
    },
    readAs: {
      devices: [...AROUND_TARGETS, 'scaleRun'],
      roles: [...CHORD_TONES, 'approach', 'enclosure', 'passing'],
    },
  },
  delayed: {
    name: 'delayed resolution',
    brief: {
      label: 'Delayed resolutions',
      description: 'A half step beside a chord tone on a strong beat; the tone comes an eighth later.',
      more: true,
    },
    cost: 2,
    texture: 'chromatic',
    delays: [
      { halfSteps: 1, name: 'half step above, on the beat' },
      { halfSteps: -1, name: 'half step below, on the beat' },
    ],
    found: {},
    readAs: { devices: [...AROUND_TARGETS, 'scaleRun'], roles: [...STEPWISE, 'outside'] },
  },
  scale: {
    name: 'scale step',
    brief: { label: 'Scale steps', description: 'The scale from chord tone to chord tone.' },
    cost: 1,
    costByChords: 1.4,
    running: true,
    texture: 'scale',
    departures: [
      { name: 'scale step up', steps: [scale(1)] },
      { name: 'scale step down', steps: [scale(-1)] },
      { name: 'two scale steps up', steps: times(2, scale(1)) },
      { name: 'two scale steps down', steps: times(2, scale(-1)) },
    ],
    approaches: [
      { id: 'scale below', name: 'scale step from below', steps: [scale(-1)] },
      { id: 'scale from above', name: 'two scale steps down', steps: [scale(2), scale(1)] },
      { id: 'scale from below', name: 'two scale steps up', steps: [scale(-2), scale(-1)] },
    ],
    readAs: { devices: [...AROUND_TARGETS, 'scaleRun'], roles: STEPWISE },
  },
  neighbour: {
    name: 'neighbour note',
    brief: { label: 'Neighbours', description: 'A step away from a chord tone and back.', more: true },
    cost: 0.6,
    departures: [
      { name: 'lower neighbour', steps: [half(-1), 'return'] },
      { name: 'upper neighbour', steps: [upper(1), 'return'] },
    ],
    found: {
      around: [
        ['0', '-1'],
        ['0', 'u'],
      ],
    },
    readAs: { devices: AROUND_TARGETS, roles: [...CHORD_TONES, 'neighbour', 'approach', 'enclosure'] },
  },
  turn: {
    name: 'turn',
    brief: { label: 'Turns', description: 'Around the chord tone: above, on it, below, on it.', more: true },
    cost: 0.7,
    texture: 'chromatic',
    approaches: [{ id: 'turn', name: 'turn', steps: [upper(1), half(0), half(-1)], around: true }],
    found: {
      around: [
        ['0', 'u', '0', '-1'],
        ['0', '-1', '0', 'u'],
      ],
    },
    readAs: { devices: AROUND_TARGETS, roles: [...CHORD_TONES, 'approach', 'neighbour', 'enclosure'] },
  },
  threeNoteEnclosure: {
    name: 'three-note enclosure',
    brief: {
      label: 'Three-note enclosures',
      description: 'Three notes around the target, then the target.',
      more: true,
    },
    cost: 0.5,
    texture: 'chromatic',
    approaches: [
      {
        id: 'above, half above, below',
        name: 'three-note enclosure from above',
        steps: [half(2), half(1), half(-1)],
      },
      {
        id: 'two below, above',
        name: 'three-note enclosure from below',
        steps: [half(-2), half(-1), upper(1)],
      },
    ],
    found: {
      around: [
        ['2', '1', '-1'],
        ['-2', '-1', 'u'],
      ],
    },
    encloses: true,
    readAs: { devices: AROUND_TARGETS, roles: [...CHORD_TONES, 'approach', 'enclosure', 'passing'] },
  },
  scaleRun: {
    name: 'scale run',
    cost: 1.2,
    costByChords: 1.6,
    running: true,
    texture: 'scale',
    approaches: [
      { id: 'run from above', name: 'scale run down', steps: [scale(3), scale(2), scale(1)] },
      { id: 'run from below', name: 'scale run up', steps: [scale(-3), scale(-2), scale(-1)] },
    ],
    found: {},
    readAs: { devices: [...AROUND_TARGETS, 'scaleRun'], roles: STEPWISE },
  },
  halfStepRun: {
    name: 'run with added half steps',
    cost: 1,
    running: true,
    texture: 'scale',
    approaches: [
      {
        id: 'run from above with a half step',
        name: 'run down with an added half step',
        steps: [scale(2), scale(1), half(1)],
      },
    ],
    found: {},
    readAs: { devices: [...AROUND_TARGETS, 'scaleRun'], roles: STEPWISE },
  },
  fourNoteEnclosure: {
    name: 'four-note enclosure',
    brief: {
      label: 'Four-note enclosures',
      description: 'Four notes around the target, then the target.',
      more: true,
    },
    cost: 0.4,
    texture: 'chromatic',
    approaches: [
      {
        id: 'two above, two below',
        name: 'four-note enclosure, above then below',
        steps: [half(2), half(1), half(-2), half(-1)],
      },
      {
        id: 'two below, two above',
        name: 'four-note enclosure, below then above',
        steps: [half(-2), half(-1), half(2), half(1)],
      },
    ],
    found: {
      around: [
        ['2', '1', '-2', '-1'],
        ['-2', '-1', '2', '1'],
      ],
    },
    encloses: true,
    readAs: { devices: AROUND_TARGETS, roles: [...CHORD_TONES, 'approach', 'enclosure', 'passing'] },
  },
  cell: {
    name: 'cell',
    brief: { label: 'Cells', description: 'A short shape in degrees, such as 3–R–♭7.', more: true },
    cost: 0.2,
    texture: 'tones',
    departures: [
      { name: 'cell 3–R', ...from([{ over: 'degree', degree: 'R', by: -1 }], { from: '3' }) },
      { name: 'cell 9–R', ...from([scale(-1)], { from: '9' }) },
      { name: 'cell 3–R–♭7', ...from(down('R', 'b7'), { from: '3', kinds: DOMINANT }) },
      { name: 'cell 3–R–♭7', ...from(down('R', 'b7'), { from: '3', kinds: ['minor', 'halfDiminished'] }) },
      { name: 'cell 5–3–R', ...from(times(2, tones(-1)), { from: '5' }) },
      { name: 'cell 3 up to R', ...from(up('R'), { from: '3' }) },
    ],
    found: {
      groups: [
        { kinds: DOMINANT, least: 3, among: [0, 4, 10], telling: [0, 4, 10], tell: 3, bySkip: false },
        { kinds: MINOR, least: 3, among: [0, 3, 10], telling: [0, 3, 10], tell: 3, bySkip: false },
      ],
    },
    readAs: { devices: ['arpeggio', 'pentatonic'], roles: CHORD_TONES },
  },
  pentatonic: {
    name: 'pentatonic',
    brief: { label: 'Pentatonics', description: 'Runs of a five-note scale.', more: true },
    cost: 0.3,
    texture: 'tones',
    departures: [
      { name: 'R 9 3 5', ...from(up('9', '3', '5'), { from: 'R', kinds: MAJOR_THIRD }) },
      { name: '5 3 9 R', ...from(down('3', '9', 'R'), { from: '5', kinds: MAJOR_THIRD }) },
      { name: 'R ♭3 11 5', ...from(up('b3', '11', '5'), { from: 'R', kinds: MINOR }) },
      { name: '5 11 ♭3 R', ...from(down('11', 'b3', 'R'), { from: '5', kinds: MINOR }) },
      {
        name: 'minor pentatonic a minor third up',
        ...from(up('b9', '#9', '#11'), { from: '7', kinds: DOMINANT }),
      },
    ],
    found: {
      groups: [
        { kinds: MAJOR_THIRD, least: 4, among: [0, 2, 4, 7], telling: [0, 2, 4, 7], tell: 4, bySkip: false },
        { kinds: MINOR, least: 4, among: [0, 3, 5, 7], telling: [0, 3, 5, 7], tell: 4, bySkip: false },
      ],
    },
    readAs: { devices: [...COLOURS, 'scaleRun'], roles: STEPWISE },
  },
  sidestep: {
    name: 'side-slip',
    brief: { label: 'Side-slips', description: 'Half a step away from a minor chord and back.', more: true },
    cost: 2.6,
    departures: [
      {
        name: 'minor triad a half step up',
        ...from([half(1), half(3), half(4)], { from: 'R', kinds: MINOR }),
      },
      {
        name: 'minor triad a half step up, downward',
        ...from([half(-2), half(-4), half(-3)], { from: '7', kinds: ['minor'] }),
      },
    ],
    found: {
      groups: [{ kinds: MINOR, least: 3, among: [1, 4, 8, 11], telling: [1, 4, 8], tell: 3, bySkip: true }],
    },
    readAs: { devices: COLOURS, roles: [...CHORD_TONES, 'outside', 'approach'] },
  },
  diminished: {
    name: 'diminished arpeggio',
    brief: {
      label: 'Diminished from the 3',
      description: 'Minor thirds up from the 3 of a dominant: its ♭9.',
      more: true,
    },
    cost: 0.4,
    texture: 'tones',
    departures: [
      { name: 'diminished 7 from the 3', ...from(up('5', 'b7', 'b9'), { from: '3', kinds: DOMINANT }) },
      { name: 'diminished 7 from the 5', ...from(up('b7', 'b9', '3'), { from: '5', kinds: DOMINANT }) },
      {
        name: 'diminished 7 down from the 5',
        ...from(down('3', 'b9', 'b7'), { from: '5', kinds: DOMINANT }),
      },
      {
        name: 'half-diminished arpeggio on the ♭7',
        ...from(up('b9', '3', 'b13'), { from: '7', kinds: DOMINANT }),
      },
      {
        name: 'diminished 7 down from the ♭7',
        ...from(down('5', '3', 'b9'), { from: '7', kinds: DOMINANT }),
      },
    ],
    found: {
      groups: [
        { kinds: DOMINANT, least: 3, among: [4, 7, 10, 1], telling: [1], tell: 1, bySkip: true },
        { kinds: DOMINANT, least: 4, among: [10, 1, 4, 8], telling: [1, 8], tell: 2, bySkip: true },
      ],
    },
    readAs: { devices: COLOURS, roles: [...CHORD_TONES, 'outside', 'approach', 'tension', 'enclosure'] },
  },
  altered: {
    name: 'altered notes',
    plural: true,
    brief: {
      label: 'Altered dominants',
      description: '♭9, ♯9, ♯11 and ♭13 over dominants, resolved.',
      more: true,
    },
    cost: 1,
    texture: 'scale',
    departures: [
      { name: 'altered, 3 ♯9 ♭9 R', ...from(down('#9', 'b9', 'R'), { from: '3', kinds: DOMINANT }) },
      { name: 'altered, ♭7 ♭13 ♯11 3', ...from(down('b13', '#11', '3'), { from: '7', kinds: DOMINANT }) },
      { name: 'R ♭9 ♯9', ...from(up('b9', '#9'), { from: 'R', kinds: DOMINANT }) },
    ],
    found: {
      groups: [
        {
          kinds: DOMINANT,
          least: 3,
          among: [0, 1, 3, 4, 6, 8, 10],
          telling: [1, 3, 6, 8],
          tell: 2,
          bySkip: false,
        },
      ],
    },
    readAs: {
      devices: [...COLOURS, ...AROUND_TARGETS, 'scaleRun'],
      roles: [...CHORD_TONES, 'outside', 'approach', 'tension', 'passing'],
    },
  },
  triad: {
    name: 'upper triad',
    brief: { label: 'Upper triads', description: 'A triad on an upper note of the chord.', more: true },
    cost: 1,
    texture: 'tones',
    departures: [
      { name: 'major triad on the ♭13', ...from(up('#9', 'b13'), { from: 'R', kinds: DOMINANT }) },
      { name: 'major triad on the 9', ...from(down('9', '#11', '13'), { from: '3', kinds: DOMINANT }) },
    ],
    found: {
      groups: [
        { kinds: DOMINANT, least: 3, among: [0, 3, 8], telling: [0, 3, 8], tell: 3, bySkip: true },
        { kinds: MAJOR_THIRD, least: 3, among: [2, 6, 9], telling: [2, 6, 9], tell: 3, bySkip: true },
      ],
    },
    readAs: { devices: COLOURS, roles: [...CHORD_TONES, 'outside', 'approach', 'tension'] },
  },
  tritone: {
    name: 'tritone substitute',
    brief: {
      label: 'Tritone substitutes',
      description: 'The dominant a tritone away instead of this one.',
      more: true,
    },
    cost: 1.2,
    texture: 'tones',
    departures: [
      {
        name: 'tritone dominant, 3 ♭9 ♭7 ♯11',
        ...from(down('b9', 'b7', '#11'), { from: '3', kinds: DOMINANT }),
      },
    ],
    found: {
      groups: [{ kinds: DOMINANT, least: 4, among: [1, 4, 6, 10], telling: [1, 6], tell: 2, bySkip: true }],
    },
    readAs: { devices: COLOURS, roles: [...CHORD_TONES, 'outside', 'approach', 'tension'] },
  },
  blues: {
    name: 'blues scale',
    brief: { label: 'Blues scale', description: 'The blues scale of the key.', more: true },
    cost: 2,
    texture: 'scale',
    departures: [
      {
        name: 'blues scale, 5 ♭5 4 ♭3',
        ...from(down('b5', '11', 'b3'), { from: '5', kinds: ['dominant', 'minor', 'tonicMinor'] }),
      },
    ],
    found: {
      groups: [
        {
          kinds: ['dominant', 'minor', 'tonicMinor'],
          least: 4,
          among: [0, 3, 5, 6, 7, 10],
          telling: [3, 5, 6],
          tell: 3,
          bySkip: false,
        },
      ],
    },
    readAs: { devices: [...AROUND_TARGETS, 'scaleRun', 'altered'], roles: [...STEPWISE, 'outside'] },
  },
  ownCell: {
    name: 'cell of your own',
    cost: 0,
    readAs: { devices: ['arpeggio', 'scaleRun', ...COLOURS], roles: STEPWISE },
  },
} as const satisfies Readonly<Record<string, DeviceRow>>

export type DeviceId = keyof typeof DEVICES

/** A device that a reader can find in any line. */
export type FoundDevice = {
  [Id in DeviceId]: (typeof DEVICES)[Id] extends { readonly found: object } ? Id : never
}[DeviceId]

/**
 * Every device, in the order of the table.
 *
 * @example DEVICE_IDS.includes('enclosure') // true
 */
export const DEVICE_IDS = Object.keys(DEVICES) as readonly DeviceId[]

/**
 * A device's row, by its id.
 *
 * @example deviceRow('enclosure').name // 'enclosure'
 */
export const deviceRow = (id: DeviceId): DeviceRow => DEVICES[id]

/** The ids of the devices whose rows are so. */
export const devicesWhere = (is: (row: DeviceRow) => boolean): readonly DeviceId[] =>
  DEVICE_IDS.filter((id) => is(DEVICES[id]))
