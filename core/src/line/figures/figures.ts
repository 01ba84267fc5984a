import type { ChordKind } from '../../theory/chord/chord.ts'
import type { Degree } from '../../theory/pitch/degree.ts'

/**
 * How one note of a figure is found from a place already known: so many steps over chord tones, up the stack of thirds,
 * over the scale, over what may neighbour from above, or in half steps; or the next pitch of a degree in a direction.
 */
export type Step =
  | { readonly over: 'tones' | 'thirds' | 'scale' | 'upper' | 'half'; readonly by: number }
  | { readonly over: 'degree'; readonly degree: Degree; readonly by: 1 | -1 }

export type DeviceId =
  | 'arpeggio'
  | 'skip'
  | 'scale'
  | 'neighbour'
  | 'below'
  | 'above'
  | 'chordTone'
  | 'enclosure'
  | 'doubleChromatic'
  | 'threeNoteEnclosure'
  | 'fourNoteEnclosure'
  | 'turn'
  | 'scaleRun'
  | 'halfStepRun'
  | 'cell'
  | 'pentatonic'
  | 'sidestep'
  | 'diminished'
  | 'altered'
  | 'tritone'
  | 'triad'
  | 'blues'
  | 'ownCell'
  | 'breath'
  | 'hold'

/** Notes that leave an anchor; each step is from the note before (`return` goes back to the anchor). */
export interface Opening {
  readonly id: string
  /** In the trade's words. */
  readonly name: string
  readonly device: DeviceId
  /** The kinds of chord that it belongs to; any where left out. */
  readonly kinds?: readonly ChordKind[]
  /** The degree of the chord that it starts from; any chord tone where left out. */
  readonly from?: Degree
  readonly steps: readonly (Step | 'return')[]
}

/** Notes that lead into a target; each step is from the target, over the target's own chord and scale. */
export interface Closing {
  readonly id: string
  readonly name: string
  readonly device: DeviceId
  /** Only out of an anchor that is the target itself. */
  readonly around?: true
  readonly steps: readonly Step[]
}

const tones = (by: number): Step => ({ over: 'tones', by })
const thirds = (by: number): Step => ({ over: 'thirds', by })
const scale = (by: number): Step => ({ over: 'scale', by })
const upper = (by: number): Step => ({ over: 'upper', by })
const half = (by: number): Step => ({ over: 'half', by })
const up = (...degrees: readonly Degree[]): readonly Step[] =>
  degrees.map((degree) => ({ over: 'degree', degree, by: 1 }))
const down = (...degrees: readonly Degree[]): readonly Step[] =>
  degrees.map((degree) => ({ over: 'degree', degree, by: -1 }))

const times = (count: number, step: Step): readonly Step[] => new Array<Step>(count).fill(step)

const DOMINANT: readonly ChordKind[] = ['dominant']
const MAJOR_THIRD: readonly ChordKind[] = ['major', 'dominant']
const MINOR: readonly ChordKind[] = ['minor', 'tonicMinor']

const leaving = (
  device: DeviceId,
  name: string,
  steps: Opening['steps'],
  where: Pick<Opening, 'kinds' | 'from'> = {},
): Opening => ({ id: idOf(name, where), name, device, steps, ...where })

const idOf = (name: string, { kinds, from }: Pick<Opening, 'kinds' | 'from'>): string =>
  [name, from && `from ${from}`, kinds && `over ${kinds.join(' or ')}`].filter(Boolean).join(' ')

/** Out of an anchor: by arpeggio, skip, scale step or neighbour, by a cell, a pentatonic, or what belongs to a dominant. */
export const OPENINGS: readonly Opening[] = [
  leaving('hold', 'none', []),
  leaving('arpeggio', 'chord tone up', [tones(1)]),
  leaving('arpeggio', 'chord tone down', [tones(-1)]),
  leaving('skip', 'skip up', [tones(2)]),
  leaving('skip', 'skip down', [tones(-2)]),
  leaving('scale', 'scale step up', [scale(1)]),
  leaving('scale', 'scale step down', [scale(-1)]),
  leaving('arpeggio', 'two chord tones up', times(2, tones(1))),
  leaving('arpeggio', 'two chord tones down', times(2, tones(-1))),
  leaving('skip', 'broken up', [tones(2), tones(-1)]),
  leaving('skip', 'broken down', [tones(-2), tones(1)]),
  leaving('scale', 'two scale steps up', times(2, scale(1))),
  leaving('scale', 'two scale steps down', times(2, scale(-1))),
  leaving('neighbour', 'lower neighbour', [half(-1), 'return']),
  leaving('neighbour', 'upper neighbour', [upper(1), 'return']),
  leaving('arpeggio', 'arpeggio up', times(3, tones(1))),
  leaving('arpeggio', 'arpeggio down', times(3, tones(-1))),
  leaving('arpeggio', 'arpeggio up and back', [tones(1), tones(1), tones(-1)]),
  leaving('arpeggio', 'arpeggio down and back', [tones(-1), tones(-1), tones(1)]),
  leaving('skip', 'order 1 5 3 7', [tones(2), tones(-1), tones(2)]),
  leaving('skip', 'order 1 5 3 7 down', [tones(-2), tones(1), tones(-2)]),
  leaving('skip', 'broken arpeggio from below', [tones(-3), tones(1), tones(1)]),
  leaving('arpeggio', 'rootless arpeggio, 3 5 7 9', times(3, thirds(1)), { from: '3' }),
  leaving('arpeggio', 'rootless arpeggio, 5 7 9 11', times(3, thirds(1)), {
    from: '5',
    kinds: ['minor', 'tonicMinor', 'halfDiminished', 'sus'],
  }),
  leaving('arpeggio', 'rootless arpeggio down, 9 7 5 3', times(3, thirds(-1)), { from: '9' }),
  leaving('arpeggio', 'arpeggio up to the 9', times(4, thirds(1)), { from: 'R' }),
  leaving('arpeggio', '1 3 5 7 9 7 5 3', [...times(4, thirds(1)), ...times(3, thirds(-1))], { from: 'R' }),
  leaving(
    'arpeggio',
    'two arpeggios chained, 3 5 7 9 and R 3 5 7',
    [...times(3, thirds(1)), scale(-1), ...times(3, thirds(1))],
    { from: '3', kinds: ['major'] },
  ),
  leaving('cell', 'cell 3–R', [{ over: 'degree', degree: 'R', by: -1 }], { from: '3' }),
  leaving('cell', 'cell 9–R', [scale(-1)], { from: '9' }),
  leaving('cell', 'cell 3–R–♭7', down('R', 'b7'), { from: '3', kinds: DOMINANT }),
  leaving('cell', 'cell 3–R–♭7', down('R', 'b7'), { from: '3', kinds: ['minor', 'halfDiminished'] }),
  leaving('cell', 'cell 5–3–R', times(2, tones(-1)), { from: '5' }),
  leaving('cell', 'cell 3 up to R', up('R'), { from: '3' }),
  leaving('pentatonic', 'R 9 3 5', up('9', '3', '5'), { from: 'R', kinds: MAJOR_THIRD }),
  leaving('pentatonic', '5 3 9 R', down('3', '9', 'R'), { from: '5', kinds: MAJOR_THIRD }),
  leaving('pentatonic', 'R ♭3 11 5', up('b3', '11', '5'), { from: 'R', kinds: MINOR }),
  leaving('pentatonic', '5 11 ♭3 R', down('11', 'b3', 'R'), { from: '5', kinds: MINOR }),
  leaving('pentatonic', 'minor pentatonic a minor third up', up('b9', '#9', '#11'), {
    from: '7',
    kinds: DOMINANT,
  }),
  leaving('sidestep', 'pentatonic a half step up', up('b9', '3', '#11'), { from: 'R', kinds: DOMINANT }),
  leaving('diminished', 'diminished 7 from the 3', up('5', 'b7', 'b9'), { from: '3', kinds: DOMINANT }),
  leaving('diminished', 'diminished 7 from the 5', up('b7', 'b9', '3'), { from: '5', kinds: DOMINANT }),
  leaving('diminished', 'diminished 7 down from the 5', down('3', 'b9', 'b7'), {
    from: '5',
    kinds: DOMINANT,
  }),
  leaving('diminished', 'half-diminished arpeggio on the ♭7', up('b9', '3', 'b13'), {
    from: '7',
    kinds: DOMINANT,
  }),
  leaving('diminished', 'diminished 7 down from the ♭7', down('5', '3', 'b9'), {
    from: '7',
    kinds: DOMINANT,
  }),
  leaving('altered', 'altered, 3 ♯9 ♭9 R', down('#9', 'b9', 'R'), { from: '3', kinds: DOMINANT }),
  leaving('altered', 'altered, ♭7 ♭13 ♯11 3', down('b13', '#11', '3'), { from: '7', kinds: DOMINANT }),
  leaving('altered', 'R ♭9 ♯9', up('b9', '#9'), { from: 'R', kinds: DOMINANT }),
  leaving('triad', 'major triad on the ♭13', up('#9', 'b13'), { from: 'R', kinds: DOMINANT }),
  leaving('tritone', 'tritone dominant, 3 ♭9 ♭7 ♯11', down('b9', 'b7', '#11'), {
    from: '3',
    kinds: DOMINANT,
  }),
  leaving('blues', 'blues scale, 5 ♭5 4 ♭3', down('b5', '11', 'b3'), {
    from: '5',
    kinds: ['dominant', 'minor', 'tonicMinor'],
  }),
]

const arriving = (
  id: string,
  device: DeviceId,
  name: string,
  steps: Closing['steps'],
  more: Pick<Closing, 'around'> = {},
): Closing => ({ id, device, name, steps, ...more })

/** Into a target: from below, from above, from both sides, by half steps or by the scale. */
export const CLOSINGS: readonly Closing[] = [
  arriving('none', 'chordTone', 'straight into the target', []),
  arriving('below', 'below', 'approach from below', [half(-1)]),
  arriving('above', 'above', 'approach from above', [upper(1)]),
  arriving('half above', 'above', 'half step from above', [half(1)]),
  arriving('scale below', 'scale', 'scale step from below', [scale(-1)]),
  arriving('above, below', 'enclosure', 'enclosure, above then below', [upper(1), half(-1)]),
  arriving('below, above', 'enclosure', 'enclosure, below then above', [half(-1), upper(1)]),
  arriving('double chromatic below', 'doubleChromatic', 'double chromatic from below', [half(-2), half(-1)]),
  arriving('double chromatic above', 'doubleChromatic', 'double chromatic from above', [half(2), half(1)]),
  arriving('scale from above', 'scale', 'two scale steps down', [scale(2), scale(1)]),
  arriving('scale from below', 'scale', 'two scale steps up', [scale(-2), scale(-1)]),
  arriving('above, half above, below', 'threeNoteEnclosure', 'three-note enclosure from above', [
    half(2),
    half(1),
    half(-1),
  ]),
  arriving('two below, above', 'threeNoteEnclosure', 'three-note enclosure from below', [
    half(-2),
    half(-1),
    upper(1),
  ]),
  arriving('run from above', 'scaleRun', 'scale run down', [scale(3), scale(2), scale(1)]),
  arriving('run from below', 'scaleRun', 'scale run up', [scale(-3), scale(-2), scale(-1)]),
  arriving('run from above with a half step', 'halfStepRun', 'run down with an added half step', [
    scale(2),
    scale(1),
    half(1),
  ]),
  arriving('two above, two below', 'fourNoteEnclosure', 'four-note enclosure, above then below', [
    half(2),
    half(1),
    half(-2),
    half(-1),
  ]),
  arriving('two below, two above', 'fourNoteEnclosure', 'four-note enclosure, below then above', [
    half(-2),
    half(-1),
    half(2),
    half(1),
  ]),
  arriving('turn', 'turn', 'turn', [upper(1), half(0), half(-1)], { around: true }),
]

/** A run that is counted out to land (see landings): between two chord tones, with half steps where they are needed. */
export const COUNTED_RUN = {
  name: 'run with added half steps',
  device: 'halfStepRun',
} as const satisfies { readonly name: string; readonly device: DeviceId }
