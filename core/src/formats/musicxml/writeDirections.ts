import { swingOf } from '../../theory/rhythm/feel.ts'
import type { Chart } from '../../tune/chart/chart.ts'
import { element, type Node, text } from './nodes.ts'

const direction = (
  type: readonly Node[],
  sound: readonly Node[] = [],
  placement: 'above' | 'below' = 'above',
): Node =>
  element('direction', [...type.map((one) => element('direction-type', [one])), ...sound], { placement })

export const wordsOf = (heading: string): Node => direction([text('words', heading)])

export const rehearsalOf = (section: string): Node => direction([text('rehearsal', section)])

/** Tempo and feel: in words for the reader, and for playback two eighths in the time of two to one where they swing. */
export const startOf = ({ tempo, feel }: Chart): readonly Node[] => [
  direction(
    [element('metronome', [text('beat-unit', 'quarter'), text('per-minute', tempo)]), text('words', feel)],
    [
      element('sound', [element('swing', swings(feel) ? SWUNG : [element('straight', [])])], {
        tempo: String(tempo),
      }),
    ],
  ),
]

const SWUNG = [text('first', 2), text('second', 1), text('swing-type', 'eighth')]
const SLOW = 60
const swings = (feel: Chart['feel']): boolean => swingOf(feel, SLOW) > 0.5

/**
 * The line of 8va over notes, or of 8vb under them. The notes keep their pitch: MusicXML 4.0 names the way in which they are
 * moved on the staff ("octave-shift": 8va is a shift down).
 */
export const octaveShift = (octaves: -1 | 1, end: 'start' | 'stop'): Node =>
  direction(
    [
      element('octave-shift', [], {
        type: end === 'stop' ? 'stop' : octaves === 1 ? 'down' : 'up',
        size: '8',
        number: '1',
      }),
    ],
    [],
    octaves === 1 ? 'above' : 'below',
  )
