import { AROUND_TARGETS, CHORD_TONES, type DeviceRow, from, STEPWISE } from './deviceRow.ts'
import { half, scale, thirds, times, tones, upper } from './steps.ts'

/** Holding, arpeggios, approaches, enclosures, scales and runs (common practice, no source). */
export const BASIC_DEVICES = {
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
    name: 'neighbour figure',
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
} as const satisfies Readonly<Record<string, DeviceRow>>
