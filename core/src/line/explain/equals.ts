import type { DeviceId } from '../figures/figures.ts'
import type { FoundDevice, NoteReading, Role } from './explanation.ts'

/** What a figure may be read as: figures that give the same notes are the same to a reader. */
interface Equals {
  readonly devices: readonly FoundDevice[]
  readonly roles: readonly Role[]
}

const TONES: readonly Role[] = ['guide', 'chord']
const WALKS: readonly Role[] = ['passing', 'scale', 'tension', 'neighbour', 'delay', 'approach', 'enclosure']
const INTO: readonly FoundDevice[] = [
  'below',
  'above',
  'neighbour',
  'turn',
  'doubleChromatic',
  'enclosure',
  'threeNoteEnclosure',
  'fourNoteEnclosure',
  'halfStepRun',
]
const COLOURS: readonly FoundDevice[] = ['diminished', 'altered', 'pentatonic', 'arpeggio', 'halfStepRun']

/**
 * The table of equals: for each device that a line can be made of, what an ear may take it for (common practice, no
 * source). A chord tone is explained by being one, whatever it belongs to; E♭ E F is a double chromatic or a run.
 */
const EQUALS: Readonly<Record<DeviceId, Equals>> = {
  arpeggio: { devices: ['arpeggio', 'pentatonic'], roles: [...TONES, 'tension', 'scale'] },
  skip: { devices: ['arpeggio', 'pentatonic'], roles: TONES },
  scale: { devices: [...INTO, 'scaleRun'], roles: [...TONES, ...WALKS] },
  neighbour: { devices: INTO, roles: [...TONES, 'neighbour', 'approach', 'enclosure'] },
  below: { devices: INTO, roles: [...TONES, 'approach', 'enclosure', 'passing', 'neighbour'] },
  above: { devices: [...INTO, 'scaleRun'], roles: [...TONES, ...WALKS] },
  chordTone: { devices: [], roles: TONES },
  enclosure: { devices: INTO, roles: [...TONES, 'approach', 'enclosure', 'neighbour', 'passing'] },
  doubleChromatic: { devices: [...INTO, 'scaleRun'], roles: [...TONES, 'approach', 'enclosure', 'passing'] },
  threeNoteEnclosure: { devices: INTO, roles: [...TONES, 'approach', 'enclosure', 'passing'] },
  fourNoteEnclosure: { devices: INTO, roles: [...TONES, 'approach', 'enclosure', 'passing'] },
  turn: { devices: INTO, roles: [...TONES, 'approach', 'neighbour', 'enclosure'] },
  scaleRun: { devices: [...INTO, 'scaleRun'], roles: [...TONES, ...WALKS] },
  halfStepRun: { devices: [...INTO, 'scaleRun'], roles: [...TONES, ...WALKS] },
  cell: { devices: ['arpeggio', 'pentatonic'], roles: TONES },
  pentatonic: { devices: [...COLOURS, 'scaleRun'], roles: [...TONES, ...WALKS] },
  sidestep: { devices: COLOURS, roles: [...TONES, 'outside', 'approach'] },
  diminished: { devices: COLOURS, roles: [...TONES, 'outside', 'approach', 'tension', 'enclosure'] },
  altered: {
    devices: [...COLOURS, ...INTO, 'scaleRun'],
    roles: [...TONES, 'outside', 'approach', 'tension', 'passing'],
  },
  tritone: { devices: COLOURS, roles: [...TONES, 'outside', 'approach', 'tension'] },
  triad: { devices: COLOURS, roles: [...TONES, 'outside', 'approach', 'tension'] },
  blues: { devices: [...INTO, 'scaleRun', 'altered'], roles: [...TONES, ...WALKS, 'outside'] },
  ownCell: { devices: ['arpeggio', 'scaleRun', ...COLOURS], roles: [...TONES, ...WALKS] },
  breath: { devices: [], roles: [] },
  hold: { devices: [], roles: TONES },
}

/** Whether a note that was made by a device was read as that device, or as one that is the same to a reader. */
export const recovers = (made: DeviceId, { device, role }: NoteReading): boolean => {
  const { devices, roles } = EQUALS[made]
  return (
    device === (made as string) || (device !== undefined && devices.includes(device)) || roles.includes(role)
  )
}
