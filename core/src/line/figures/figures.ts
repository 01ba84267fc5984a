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
export interface DepartureFigure {
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
export interface ApproachFigure {
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

const departureRow = (
  device: DeviceId,
  name: string,
  steps: DepartureFigure['steps'],
  where: Pick<DepartureFigure, 'kinds' | 'from'> = {},
): DepartureFigure => ({ id: idOf(name, where), name, device, steps, ...where })

const idOf = (name: string, { kinds, from }: Pick<DepartureFigure, 'kinds' | 'from'>): string =>
  [name, from && `from ${from}`, kinds && `over ${kinds.join(' or ')}`].filter(Boolean).join(' ')

/** Out of an anchor: by arpeggio, skip, scale step or neighbour, by a cell, a pentatonic, or what belongs to a dominant. */
export const DEPARTURE_FIGURES: readonly DepartureFigure[] = [
  departureRow('hold', 'none', []),
  departureRow('arpeggio', 'chord tone up', [tones(1)]),
  departureRow('arpeggio', 'chord tone down', [tones(-1)]),
  departureRow('skip', 'skip up', [tones(2)]),
  departureRow('skip', 'skip down', [tones(-2)]),
  departureRow('scale', 'scale step up', [scale(1)]),
  departureRow('scale', 'scale step down', [scale(-1)]),
  departureRow('arpeggio', 'two chord tones up', times(2, tones(1))),
  departureRow('arpeggio', 'two chord tones down', times(2, tones(-1))),
  departureRow('skip', 'broken up', [tones(2), tones(-1)]),
  departureRow('skip', 'broken down', [tones(-2), tones(1)]),
  departureRow('scale', 'two scale steps up', times(2, scale(1))),
  departureRow('scale', 'two scale steps down', times(2, scale(-1))),
  departureRow('neighbour', 'lower neighbour', [half(-1), 'return']),
  departureRow('neighbour', 'upper neighbour', [upper(1), 'return']),
  departureRow('arpeggio', 'arpeggio up', times(3, tones(1))),
  departureRow('arpeggio', 'arpeggio down', times(3, tones(-1))),
  departureRow('arpeggio', 'arpeggio up and back', [tones(1), tones(1), tones(-1)]),
  departureRow('arpeggio', 'arpeggio down and back', [tones(-1), tones(-1), tones(1)]),
  departureRow('skip', 'order 1 5 3 7', [tones(2), tones(-1), tones(2)]),
  departureRow('skip', 'order 1 5 3 7 down', [tones(-2), tones(1), tones(-2)]),
  departureRow('skip', 'broken arpeggio from below', [tones(-3), tones(1), tones(1)]),
  departureRow('arpeggio', 'rootless arpeggio, 3 5 7 9', times(3, thirds(1)), { from: '3' }),
  departureRow('arpeggio', 'rootless arpeggio, 5 7 9 11', times(3, thirds(1)), {
    from: '5',
    kinds: ['minor', 'tonicMinor', 'halfDiminished', 'sus'],
  }),
  departureRow('arpeggio', 'rootless arpeggio down, 9 7 5 3', times(3, thirds(-1)), { from: '9' }),
  departureRow('arpeggio', 'arpeggio up to the 9', times(4, thirds(1)), { from: 'R' }),
  departureRow('arpeggio', '1 3 5 7 9 7 5 3', [...times(4, thirds(1)), ...times(3, thirds(-1))], {
    from: 'R',
  }),
  departureRow(
    'arpeggio',
    'two arpeggios chained, 3 5 7 9 and R 3 5 7',
    [...times(3, thirds(1)), scale(-1), ...times(3, thirds(1))],
    { from: '3', kinds: ['major'] },
  ),
  departureRow('cell', 'cell 3–R', [{ over: 'degree', degree: 'R', by: -1 }], { from: '3' }),
  departureRow('cell', 'cell 9–R', [scale(-1)], { from: '9' }),
  departureRow('cell', 'cell 3–R–♭7', down('R', 'b7'), { from: '3', kinds: DOMINANT }),
  departureRow('cell', 'cell 3–R–♭7', down('R', 'b7'), { from: '3', kinds: ['minor', 'halfDiminished'] }),
  departureRow('cell', 'cell 5–3–R', times(2, tones(-1)), { from: '5' }),
  departureRow('cell', 'cell 3 up to R', up('R'), { from: '3' }),
  departureRow('pentatonic', 'R 9 3 5', up('9', '3', '5'), { from: 'R', kinds: MAJOR_THIRD }),
  departureRow('pentatonic', '5 3 9 R', down('3', '9', 'R'), { from: '5', kinds: MAJOR_THIRD }),
  departureRow('pentatonic', 'R ♭3 11 5', up('b3', '11', '5'), { from: 'R', kinds: MINOR }),
  departureRow('pentatonic', '5 11 ♭3 R', down('11', 'b3', 'R'), { from: '5', kinds: MINOR }),
  departureRow('pentatonic', 'minor pentatonic a minor third up', up('b9', '#9', '#11'), {
    from: '7',
    kinds: DOMINANT,
  }),
  departureRow('sidestep', 'pentatonic a half step up', up('b9', '3', '#11'), { from: 'R', kinds: DOMINANT }),
  departureRow('diminished', 'diminished 7 from the 3', up('5', 'b7', 'b9'), { from: '3', kinds: DOMINANT }),
  departureRow('diminished', 'diminished 7 from the 5', up('b7', 'b9', '3'), { from: '5', kinds: DOMINANT }),
  departureRow('diminished', 'diminished 7 down from the 5', down('3', 'b9', 'b7'), {
    from: '5',
    kinds: DOMINANT,
  }),
  departureRow('diminished', 'half-diminished arpeggio on the ♭7', up('b9', '3', 'b13'), {
    from: '7',
    kinds: DOMINANT,
  }),
  departureRow('diminished', 'diminished 7 down from the ♭7', down('5', '3', 'b9'), {
    from: '7',
    kinds: DOMINANT,
  }),
  departureRow('altered', 'altered, 3 ♯9 ♭9 R', down('#9', 'b9', 'R'), { from: '3', kinds: DOMINANT }),
  departureRow('altered', 'altered, ♭7 ♭13 ♯11 3', down('b13', '#11', '3'), { from: '7', kinds: DOMINANT }),
  departureRow('altered', 'R ♭9 ♯9', up('b9', '#9'), { from: 'R', kinds: DOMINANT }),
  departureRow('triad', 'major triad on the ♭13', up('#9', 'b13'), { from: 'R', kinds: DOMINANT }),
  departureRow('tritone', 'tritone dominant, 3 ♭9 ♭7 ♯11', down('b9', 'b7', '#11'), {
    from: '3',
    kinds: DOMINANT,
  }),
  departureRow('blues', 'blues scale, 5 ♭5 4 ♭3', down('b5', '11', 'b3'), {
    from: '5',
    kinds: ['dominant', 'minor', 'tonicMinor'],
  }),
]

const approachRow = (
  id: string,
  device: DeviceId,
  name: string,
  steps: ApproachFigure['steps'],
  more: Pick<ApproachFigure, 'around'> = {},
): ApproachFigure => ({ id, device, name, steps, ...more })

/** Into a target: from below, from above, from both sides, by half steps or by the scale. */
export const APPROACH_FIGURES: readonly ApproachFigure[] = [
  approachRow('none', 'chordTone', 'straight into the target', []),
  approachRow('below', 'below', 'approach from below', [half(-1)]),
  approachRow('above', 'above', 'approach from above', [upper(1)]),
  approachRow('half above', 'above', 'half step from above', [half(1)]),
  approachRow('scale below', 'scale', 'scale step from below', [scale(-1)]),
  approachRow('above, below', 'enclosure', 'enclosure, above then below', [upper(1), half(-1)]),
  approachRow('below, above', 'enclosure', 'enclosure, below then above', [half(-1), upper(1)]),
  approachRow('double chromatic below', 'doubleChromatic', 'double chromatic from below', [
    half(-2),
    half(-1),
  ]),
  approachRow('double chromatic above', 'doubleChromatic', 'double chromatic from above', [half(2), half(1)]),
  approachRow('scale from above', 'scale', 'two scale steps down', [scale(2), scale(1)]),
  approachRow('scale from below', 'scale', 'two scale steps up', [scale(-2), scale(-1)]),
  approachRow('above, half above, below', 'threeNoteEnclosure', 'three-note enclosure from above', [
    half(2),
    half(1),
    half(-1),
  ]),
  approachRow('two below, above', 'threeNoteEnclosure', 'three-note enclosure from below', [
    half(-2),
    half(-1),
    upper(1),
  ]),
  approachRow('run from above', 'scaleRun', 'scale run down', [scale(3), scale(2), scale(1)]),
  approachRow('run from below', 'scaleRun', 'scale run up', [scale(-3), scale(-2), scale(-1)]),
  approachRow('run from above with a half step', 'halfStepRun', 'run down with an added half step', [
    scale(2),
    scale(1),
    half(1),
  ]),
  approachRow('two above, two below', 'fourNoteEnclosure', 'four-note enclosure, above then below', [
    half(2),
    half(1),
    half(-2),
    half(-1),
  ]),
  approachRow('two below, two above', 'fourNoteEnclosure', 'four-note enclosure, below then above', [
    half(-2),
    half(-1),
    half(2),
    half(1),
  ]),
  approachRow('turn', 'turn', 'turn', [upper(1), half(0), half(-1)], { around: true }),
]

/** A run that is counted out to land (see landings): between two chord tones, with half steps where they are needed. */
export const COUNTED_RUN = {
  name: 'run with added half steps',
  device: 'halfStepRun',
} as const satisfies { readonly name: string; readonly device: DeviceId }
