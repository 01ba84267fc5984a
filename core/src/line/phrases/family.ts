import { pitchClass } from '../../theory/pitch/interval.ts'
import { QUARTER } from '../../theory/rhythm/ticks.ts'
import { type AnalysedNote, analyseLine } from '../explain/analysedLine.ts'
import { findDevices } from '../explain/devices.ts'
import type { DeviceSpan } from '../explain/explanation.ts'
import { deviceRow } from '../figures/devices.ts'
import { ALTERED_NOTES, aboveRoot } from '../figures/harmony.ts'
import type { Phrase } from './phrase.ts'
import { homeOf, phraseInKey } from './phraseTune.ts'

/** A phrase as its families are found: its notes over their chords, and the figures in them. */
interface Heard {
  readonly phrase: Phrase
  readonly home: ReturnType<typeof homeOf>
  readonly notes: readonly AnalysedNote[]
  readonly devices: readonly DeviceSpan[]
}

interface FamilyRow {
  readonly name: string
  readonly is: (heard: Heard) => boolean
}

const has =
  (...wanted: readonly string[]) =>
  ({ devices }: Heard): boolean =>
    devices.some(({ device }) => wanted.includes(device))

const longest = ({ devices }: Heard, device: string): number =>
  Math.max(0, ...devices.filter((one) => one.device === device).map(({ from, to }) => to - from + 1))

/** The longest run of notes of one kind. */
const runOf = (notes: readonly AnalysedNote[], fits: (note: AnalysedNote) => boolean): number => {
  let [length, most] = [0, 0]
  for (const note of notes) {
    length = fits(note) ? length + 1 : 0
    most = Math.max(most, length)
  }
  return most
}

/** Half steps above a root of a major pentatonic (common practice, no source). */
const PENTATONIC: readonly number[] = [0, 2, 4, 7, 9]
/** Notes in a row, and different ones among them, with which a pentatonic is heard. */
const PENTATONIC_RUN = 5
const PENTATONIC_DIFFERENT = 4

/** The half steps above a chord's root from which a major pentatonic is the chord's own. */
const ownPentatonic = ({ harmony }: AnalysedNote): number =>
  harmony.kind === 'minor' || harmony.kind === 'tonicMinor' || harmony.kind === 'halfDiminished' ? 3 : 0

/** A run of notes over one chord that keeps to a pentatonic: how much of it is by step of that scale. */
interface PentatonicRun {
  /** Half steps from the chord's own pentatonic up to this one. */
  readonly shift: number
  readonly skips: number
}

/** Neighbours in a pentatonic are a whole step or a minor third apart. */
const isSkip = (size: number): boolean => size > 3

const pentatonics = ({ notes }: Heard): readonly PentatonicRun[] => {
  const found: PentatonicRun[] = []
  for (let shift = 0; shift < 12; shift += 1) {
    let run: AnalysedNote[] = []
    for (const note of notes) {
      if (run[0] && run[0].chord !== note.chord) run = []
      const above = pitchClass(aboveRoot(note.harmony, note.midi) - ownPentatonic(note) - shift)
      run = PENTATONIC.includes(above) ? [...run, note] : []
      const moves = run.slice(1).map(({ midi }, at) => Math.abs(midi - run[at]!.midi))
      const different = new Set(run.map(({ midi }) => pitchClass(midi))).size
      if (run.length < PENTATONIC_RUN || different < PENTATONIC_DIFFERENT || !moves.includes(2)) continue
      found.push({ shift, skips: moves.filter(isSkip).length })
    }
  }
  return found
}

/** The most notes in a row that go by half steps in one direction. */
const halfSteps = ({ notes }: Heard): number => {
  let [length, most] = [1, 1]
  for (let at = 1; at < notes.length; at += 1) {
    const step = notes[at]!.midi - notes[at - 1]!.midi
    const before = at > 1 ? notes[at - 1]!.midi - notes[at - 2]!.midi : step
    length = Math.abs(step) === 1 ? (length > 1 && before !== step ? 2 : length + 1) : 1
    most = Math.max(most, length)
  }
  return most
}

/** The flat 9 and flat 13: with a sharp 9 or 11 alone, a dominant is not heard as altered. */
const DARK: readonly number[] = [1, 8]

/** Whether two or more different altered notes stand over dominants, a flat 9 or flat 13 among them. */
const isAltered = ({ notes }: Heard): boolean => {
  const there = new Set(
    notes
      .filter(({ harmony }) => harmony.kind === 'dominant')
      .map(({ harmony, midi }) => aboveRoot(harmony, midi))
      .filter((above) => ALTERED_NOTES.includes(above)),
  )
  return there.size >= 2 && DARK.some((above) => there.has(above))
}

/** Whether a chord of the phrase stands for another: the dominant on ♭7 (backdoor) or on ♭2, the minor chord on 4 in major. */
const hasSubstituteChord = ({ phrase, home }: Heard): boolean =>
  phrase.chords.some(({ kind, above }) => {
    const degree = pitchClass(above - home.above)
    if (kind === 'dominant') return degree === 1 || degree === 10
    return home.mode === 'major' && degree === 5 && (kind === 'minor' || kind === 'tonicMinor')
  })

/** Moves of half steps over a dominant, by the degree on which they begin: ♭3 to 3, and 5 ♭5 4 (common practice, no source). */
const BLUES_MOVES: readonly { readonly from: number; readonly moves: readonly number[] }[] = [
  { from: 3, moves: [1] },
  { from: 7, moves: [-1, -1] },
]

const hasBluesMoves = (heard: Heard): boolean =>
  !isAltered(heard) &&
  heard.notes.some(({ harmony, midi }, at) =>
    BLUES_MOVES.some(
      ({ from, moves }) =>
        harmony.kind === 'dominant' &&
        aboveRoot(harmony, midi) === from &&
        moves.every((move, step) => {
          const [one, next] = [heard.notes[at + step], heard.notes[at + step + 1]]
          return one && next && next.midi - one.midi === move
        }),
    ),
  )

/** Whether each new chord is entered on its 3 or 7, by a half or whole step. */
const joinsGuides = ({ notes }: Heard): boolean => {
  const entries = notes.filter(({ chord }, at) => at > 0 && notes[at - 1]!.chord !== chord)
  return (
    entries.length > 0 &&
    entries.every(({ isGuide, index, midi }) => isGuide && Math.abs(midi - notes[index - 1]!.midi) <= 2)
  )
}

/** Whether it ends on the root of the tonic, or holds its last note over the tonic for two beats or more. */
const ends = ({ notes, phrase, home }: Heard): boolean => {
  const last = notes.at(-1)
  const chord = phrase.chords.at(-1)
  if (!last || !chord || chord.above !== home.above || phrase.chords.length < 2) return false
  return aboveRoot(last.harmony, last.midi) === 0 || last.end - last.start >= 2 * QUARTER
}

const OUTSIDE_RUN = 3
const SCALE_RUN = 4
const ARPEGGIO_RUN = 4
const HALF_STEP_RUN = 4

/** What phrases are made of, the most telling first; a row each (common practice, no source). */
const FAMILIES = {
  outside: {
    name: 'outside and home',
    is: (heard) =>
      has('sidestep')(heard) ||
      runOf(heard.notes, (note) => !note.isScale && note.harmony.kind !== 'dominant') >= OUTSIDE_RUN,
  },
  pentatonicShifted: {
    name: 'pentatonic shifted',
    is: (heard) => {
      const runs = pentatonics(heard)
      return (
        runs.some(({ shift, skips }) => shift !== 0 && skips === 0) && !runs.some(({ shift }) => shift === 0)
      )
    },
  },
  substitute: {
    name: 'substitute',
    is: (heard) => has('tritone')(heard) || hasSubstituteChord(heard),
  },
  altered: { name: 'altered', is: (heard) => has('altered')(heard) || isAltered(heard) },
  diminished: { name: 'diminished', is: has('diminished') },
  blues: { name: 'blues', is: (heard) => has('blues')(heard) || hasBluesMoves(heard) },
  pentatonic: { name: 'pentatonic', is: (heard) => pentatonics(heard).some(({ shift }) => shift === 0) },
  halfSteps: {
    name: 'half steps',
    is: (heard) => has('halfStepRun')(heard) || halfSteps(heard) >= HALF_STEP_RUN,
  },
  enclosure: {
    name: 'enclosure',
    is: (heard) => heard.devices.some(({ device }) => deviceRow(device).encloses === true),
  },
  guideTones: {
    name: 'guide tones',
    is: (heard) =>
      heard.notes.filter(({ isGuide }) => isGuide).length * 2 >= heard.notes.length || joinsGuides(heard),
  },
  scale: { name: 'scale', is: (heard) => longest(heard, 'scaleRun') >= SCALE_RUN },
  arpeggio: { name: 'arpeggio', is: (heard) => longest(heard, 'arpeggio') >= ARPEGGIO_RUN },
  ending: { name: 'ending', is: ends },
} as const satisfies Readonly<Record<string, FamilyRow>>

export type PhraseFamily = keyof typeof FAMILIES

const ROWS = Object.entries(FAMILIES) as readonly (readonly [PhraseFamily, FamilyRow])[]

/**
 * The families in order: their ids and what they are called.
 *
 * @example PHRASE_FAMILIES[0].name // 'outside and home'
 */
export const PHRASE_FAMILIES = ROWS.map(([id, { name }]) => ({ id, name }))

/** What a phrase is whose figures tell nothing: by skip more often than by step, or not. */
const movesOf = ({ notes }: Heard): PhraseFamily => {
  const sizes = notes.slice(1).map(({ midi }, at) => Math.abs(midi - notes[at]!.midi))
  return sizes.filter((size) => size > 2).length * 2 >= sizes.length ? 'arpeggio' : 'scale'
}

/**
 * The families that a phrase belongs to, the most telling first; at least one.
 *
 * @example familiesOf(readPhrase('IIm7', 'R b3 5 b7 9_ b7 5'))[0] // 'arpeggio'
 */
export const familiesOf = (phrase: Phrase): readonly PhraseFamily[] => {
  const { analysis, line } = phraseInKey(phrase, 0, 64)
  const notes = analyseLine(analysis, line)
  const heard: Heard = { phrase, home: homeOf(phrase), notes, devices: findDevices(notes) }
  const found = ROWS.filter(([, { is }]) => is(heard)).map(([id]) => id)
  return found.some((id) => id !== 'ending') ? found : [movesOf(heard), ...found]
}
