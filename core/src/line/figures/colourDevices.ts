import { AROUND_TARGETS, CHORD_TONES, COLOURS, type DeviceRow, from, STEPWISE } from './deviceRow.ts'
import { DOMINANT, down, half, MAJOR_THIRD, MINOR, scale, times, tones, up } from './steps.ts'

/** Cells, and the colours of single chords (common practice, no source). */
export const COLOUR_DEVICES = {
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
      groups: [
        { kinds: MINOR, least: 3, among: [1, 4, 8, 11], telling: [1, 4, 8], tell: 3, bySkip: true },
        { kinds: MINOR, least: 4, among: [1, 4, 6, 8, 11], telling: [1, 4, 6, 8], tell: 3, bySkip: false },
      ],
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
