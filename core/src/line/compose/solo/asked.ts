import { type Reason, reason } from '../../../outcome/reasons.ts'
import type { Analysis } from '../../../tune/analysis/analysis.ts'
import { analyseLine } from '../../explain/analysedLine.ts'
import { findDevices } from '../../explain/devices.ts'
import { type DeviceId, deviceRow } from '../../figures/devices.ts'
import { OFTEN } from '../brief.ts'
import { usableCells } from '../own.ts'
import { fragmentDevicesOf } from './fragmentDevices.ts'
import type { Piece } from './piece.ts'
import type { SoloTask } from './task.ts'
import { tripletsIn } from './triplets.ts'
import { rewritten, type Solo, type SoloPhrase, soloOf } from './write.ts'

/** Something that has to come at least once, and in this many phrases where it fits. */
interface Wanted {
  readonly times: number
  readonly heardIn: (phrase: SoloPhrase) => boolean
  /** The pieces that can bring it; the next row is tried where those of the first bring something else. */
  readonly bringing: readonly ((piece: Piece) => boolean)[]
  /** That it doesn't come. */
  readonly reason: Reason
  /** That it comes less often than it has to, if that is told. */
  readonly fewer?: (came: number) => Reason
}

/** What is asked for often comes in one phrase at least for so many bars, where it fits. */
const OFTEN_BARS = 3

/** What has to come and does not: cells that must, devices that were asked for often. */
export const withAsked = (
  analysis: Analysis,
  task: SoloTask,
  solo: Solo,
): { readonly solo: Solo; readonly missed: readonly Reason[] } => {
  const phrases = [...solo.phrases]
  const missed: Reason[] = []
  const kept: Wanted[] = []
  for (const wanted of wantedOf(analysis, task)) {
    let times = phrases.filter(wanted.heardIn).length
    while (times < wanted.times && bringOne(task, phrases, wanted, kept)) times += 1
    if (times === 0) missed.push(wanted.reason)
    else kept.push(wanted)
    if (times > 0 && times < wanted.times && wanted.fewer) missed.push(wanted.fewer(times))
  }
  return { solo: soloOf(phrases), missed }
}

/** Writes the phrase again in which something wanted costs least; whether there is one. */
const bringOne = (
  task: SoloTask,
  phrases: SoloPhrase[],
  wanted: Wanted,
  kept: readonly Wanted[],
): boolean => {
  let least = Number.POSITIVE_INFINITY
  let change: { readonly at: number; readonly phrase: SoloPhrase } | undefined
  phrases.forEach((phrase, at) => {
    if (wanted.heardIn(phrase)) return
    // A phrase that is the only one with something else that was asked for stays.
    const only = (one: Wanted) =>
      one.heardIn(phrase) && !phrases.some((other) => other !== phrase && one.heardIn(other))
    if (kept.some(only)) return
    const again = withOne(task, phrases, at, wanted)
    if (!again || again.cost - phrase.cost >= least) return
    least = again.cost - phrase.cost
    change = { at, phrase: again }
  })
  if (change) phrases[change.at] = change.phrase
  return change !== undefined
}

const wantedOf = (analysis: Analysis, task: SoloTask): readonly Wanted[] => {
  const { cells = [], vocabulary = [], devices = {}, stretch } = task.brief
  const bars = stretch.to - stretch.from + 1
  const ofCells = usableCells(cells).flatMap(({ degrees, must }, index): readonly Wanted[] => {
    const isCell = ({ source }: Piece) => source.kind === 'cell' && source.index === index
    return must
      ? [
          {
            times: 1,
            heardIn: ({ pieces }) => pieces.some(isCell),
            bringing: [isCell],
            reason: reason('line.cell', degrees),
          },
        ]
      : []
  })
  const ofVocabulary = vocabulary.flatMap(({ must, times = 1 }, index): readonly Wanted[] => {
    const isPhrase = ({ source }: Piece) => source.kind === 'vocabulary' && source.index === index
    const heardIn = ({ pieces }: SoloPhrase) => pieces.some(isPhrase)
    return must
      ? [
          {
            times,
            heardIn,
            bringing: [isPhrase],
            reason: reason('line.noPhrase'),
            fewer: (came) => reason('line.fewerPhrases', came, times),
          },
        ]
      : []
  })
  const ofDevices = Object.entries(devices).flatMap(([id, weight]): readonly Wanted[] => {
    if (weight !== OFTEN) return []
    const device = id as DeviceId
    const brings = (piece: Piece) => hasDevice(piece, device)
    const isFigure = (piece: Piece) => piece.source.kind === 'figure' && brings(piece)
    return [
      {
        times: Math.max(1, Math.round(bars / OFTEN_BARS)),
        // A fragment may be cut or bent until it has the device no longer: what is heard counts, where a reader can find it.
        heardIn: deviceRow(device).found
          ? ({ notes }) => isHeard(analysis, notes, device)
          : ({ pieces }) => pieces.some(brings),
        bringing: [brings, isFigure],
        reason: reason(
          'line.absent',
          device,
          task.stock.some((pieces) => pieces.some(brings)) ? 'room' : 'chords',
        ),
      },
    ]
  })
  return [...ofCells, ...ofVocabulary, ...ofDevices, ...oneTriplet(task)]
}

/** Exactly one triplet: everything else about the phrase that brings it is as good as it can be. */
const oneTriplet = ({ brief }: SoloTask): readonly Wanted[] =>
  brief.triplets === 'one'
    ? [
        {
          times: 1,
          heardIn: ({ notes }) => tripletsIn(notes) === 1,
          bringing: [({ notes }) => tripletsIn(notes) === 1],
          reason: reason('line.noTriplet'),
        },
      ]
    : []

const isHeard = (analysis: Analysis, notes: SoloPhrase['notes'], device: DeviceId): boolean => {
  const line = { notes: notes.map((note) => ({ ...note, spelling: '' })) }
  return findDevices(analyseLine(analysis, line)).some((found) => found.device === device)
}

/** A phrase written again with something in it; undefined where it finds no place. */
const withOne = (
  task: SoloTask,
  phrases: readonly SoloPhrase[],
  at: number,
  { heardIn, bringing }: Wanted,
): SoloPhrase | undefined => {
  for (const brings of bringing) {
    const again = rewritten(task, phrases, at, { ...phrases[at]!.wish, must: brings })
    if (again && heardIn(again)) return again
  }
  return undefined
}

const hasDevice = ({ source }: Piece, device: DeviceId): boolean =>
  source.kind === 'figure'
    ? source.device === device
    : source.kind === 'fragment' && fragmentDevicesOf(source.id).has(device)
