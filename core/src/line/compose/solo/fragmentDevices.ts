import type { ChordKind } from '../../../theory/chord/chord.ts'
import { readChordSymbol } from '../../../theory/chord/read.ts'
import { degreeSemitones } from '../../../theory/pitch/degree.ts'
import { fifthsOf, noteName, pitchClassOf } from '../../../theory/pitch/fifths.ts'
import { pitchClass } from '../../../theory/pitch/interval.ts'
import { QUARTER } from '../../../theory/rhythm/ticks.ts'
import type { ScaleId } from '../../../theory/scale/scale.ts'
import type { AnalysedNote } from '../../explain/analysedLine.ts'
import { findDevices } from '../../explain/devices.ts'
import type { DeviceId } from '../../figures/devices.ts'
import { type Harmony, harmonyOf, hasPitch } from '../../figures/harmony.ts'
import { VARIANTS, type Variant } from './variants.ts'

/** A usual symbol and scale of each kind of chord, to read a fragment over. */
const USUAL: Readonly<Record<Exclude<ChordKind, 'none'>, readonly [string, ScaleId]>> = {
  major: ['maj7', 'ionian'],
  minor: ['m7', 'dorian'],
  tonicMinor: ['m6', 'melodicMinor'],
  dominant: ['7', 'mixolydian'],
  sus: ['7sus4', 'mixolydian'],
  halfDiminished: ['m7b5', 'locrian'],
  diminished: ['dim7', 'wholeHalf'],
  augmented: ['aug', 'wholeTone'],
}

const ROOTS = Array.from({ length: 12 }, (_, steps) => noteName(steps - 5))

const harmonyFor = (root: number, kind: ChordKind): Harmony | undefined => {
  const usual = kind === 'none' ? undefined : USUAL[kind]
  const name = ROOTS.find((one) => pitchClassOf(fifthsOf(one)) === root)
  const outcome = usual && name ? readChordSymbol(`${name}${usual[0]}`) : undefined
  return outcome?.ok ? harmonyOf(outcome.value, usual![1]) : undefined
}

const known = new WeakMap<Variant, ReadonlySet<DeviceId>>()

/** The devices that a reader finds in a fragment over its own chords. */
export const fragmentDevices = (variant: Variant): ReadonlySet<DeviceId> => {
  const found = known.get(variant) ?? devicesIn(variant)
  known.set(variant, found)
  return found
}

/** The devices of a whole fragment by its id: what a cut one has may be fewer. */
export const fragmentDevicesOf = (id: number): ReadonlySet<DeviceId> => {
  const whole = WHOLE.get(id)
  return whole ? fragmentDevices(whole) : new Set()
}

const WHOLE: ReadonlyMap<number, Variant> = new Map(
  [...VARIANTS.values()]
    .flat()
    .filter(({ fragment, notes }) => fragment.notes.length === notes.length)
    .map((variant) => [variant.fragment.id, variant]),
)

const devicesIn = ({ notes, chords, firstChord }: Variant): ReadonlySet<DeviceId> => {
  const harmonies = chords.map(({ root, kind }) => harmonyFor(root, kind))
  if (harmonies.some((one) => one === undefined)) return new Set()
  let midi = 60 + pitchClass(chords[notes[0]!.chord - firstChord]!.root + degreeSemitones(notes[0]!.degree))
  const analysed = notes.map((note, index): AnalysedNote => {
    midi += note.interval
    const harmony = harmonies[note.chord - firstChord]!
    return {
      index,
      midi,
      start: note.onset,
      end: note.onset + note.duration,
      chord: note.chord,
      harmony,
      strength: note.onset % (2 * QUARTER) === 0 ? 2 : note.onset % QUARTER === 0 ? 1 : 0,
      isTone: hasPitch(harmony.isTone, midi),
      isGuide: hasPitch(harmony.isGuide, midi),
      isScale: hasPitch(harmony.isScale, midi),
    }
  })
  return new Set(findDevices(analysed).map(({ device }) => device as DeviceId))
}
