import type { Analysis } from '../../../tune/analysis/analysis.ts'
import { barStarts } from '../../../tune/chart/chart.ts'
import { barAt, hearLine } from '../../explain/analysedLine.ts'
import { findDevices } from '../../explain/devices.ts'
import { type DeviceId, deviceRow } from '../../figures/devices.ts'
import { type Brief, OFTEN } from '../brief.ts'
import type { Piece, PlacedNote } from './piece.ts'
import type { SoloTask } from './task.ts'
import { fragmentsIn, rewritten, type Solo, type SoloPhrase, soloOf } from './write.ts'

/** At most this many bars in a row have an enclosure. */
export const MOST_ENCLOSURES = 2
/** Enclosures that are taken out of a solo, one after the other. */
const MOST_CHANGES = 8

/**
 * A solo with no enclosures in three bars in a row: phrases that have one too many are written again without it. It yields
 * at each.
 */
export function* withFewEnclosures(
  analysis: Analysis,
  task: SoloTask,
  solo: Solo,
): Generator<void, Solo, void> {
  if (isAskedFor(task.brief)) return solo
  const phrases = [...solo.phrases]
  for (let change = 0; change < MOST_CHANGES; change += 1) {
    const found = oneTooMany(analysis, phrases)
    yield
    if (!found) break
    const { at, notes } = found
    const phrase = phrases[at]!
    const without = new Set([...(phrase.wish.without ?? []), ...phrase.pieces.filter(brings(notes))])
    const others = phrases.filter((other) => other !== phrase).flatMap(({ pieces }) => fragmentsIn(pieces))
    const banned = new Set([...phrase.wish.banned, ...others])
    const again = rewritten(task, phrases, at, { ...phrase.wish, without, banned })
    if (!again) break
    phrases[at] = again
  }
  return soloOf(phrases)
}

const isAskedFor = ({ devices = {} }: Brief): boolean =>
  Object.entries(devices).some(
    ([device, weight]) => weight === OFTEN && deviceRow(device as DeviceId).encloses === true,
  )

/** Whether a piece brings one of some notes. */
const brings =
  (notes: readonly PlacedNote[]) =>
  (piece: Piece): boolean =>
    piece.notes.some(({ start, midi }) => notes.some((note) => note.start === start && note.midi === midi))

/** The enclosure in the last of three bars in a row: its notes without the target, and the phrase it is in. */
const oneTooMany = (
  analysis: Analysis,
  phrases: readonly SoloPhrase[],
): { readonly at: number; readonly notes: readonly PlacedNote[] } | undefined => {
  const notes = phrases.flatMap((phrase) => phrase.notes)
  const starts = barStarts(analysis.chart)
  const heard = hearLine(analysis, { notes: notes.map((note) => ({ ...note, spelling: '' })) })
  const spans = findDevices(heard.notes).filter(({ device }) => deviceRow(device).encloses)
  const barOf = (index: number) => barAt(starts, Math.max(0, notes[index]!.start))
  const bars = new Set(spans.map(({ to }) => barOf(to)))
  const last = [...bars].find((bar) => bars.has(bar - 1) && bars.has(bar - 2))
  const span = spans.find(({ to }) => barOf(to) === last)
  if (last === undefined || !span) return undefined
  const inside = notes.slice(span.from, span.to)
  const at = phrases.findIndex((phrase) => phrase.notes.includes(inside[0]!))
  return at < 0 ? undefined : { at, notes: inside }
}
