import type { Line } from '../line/notes/line.ts'
import { scoreOf, type WrittenBar, type WrittenEvent } from '../line/score/score.ts'
import { meterName } from '../theory/rhythm/meter.ts'
import { EIGHTH, type Ticks } from '../theory/rhythm/ticks.ts'
import type { Chart, Stretch } from '../tune/chart/chart.ts'
import { signatureOf } from './abcFields.ts'

/** The unit note length: a sixteenth. */
const UNIT: Ticks = EIGHTH / 2
const BARS_IN_LINE = 4
const SIGNS: Readonly<Record<string, string>> = { '-2': '__', '-1': '_', '0': '=', '1': '^', '2': '^^' }

/**
 * A stretch of a line with its chords as ABC (standard 2.1): one voice, title, meter, tempo, key, pickup, ties, triplets. An
 * empty line gives the chart: its chords over rests.
 *
 * @param line as it is to be read, in the chart's key
 * @example readAbcLine(writeAbc(chart, line, stretch)).ok // true
 */
export const writeAbc = (chart: Chart, line: Line, stretch: Stretch): string => {
  const score = scoreOf(chart, line, stretch)
  const signature = signatureOf(score.signature)
  const { meter } = chart.bars[stretch.from]!
  const key = chart.key ?? { tonic: 'C', mode: 'major' }
  const head = [
    'X:1',
    `T:${oneLine(chart.title)}`,
    `M:${meterName(meter)}`,
    'L:1/16',
    `Q:1/4=${chart.tempo}`,
    `K:${key.tonic}${key.mode === 'minor' ? 'm' : ''}`,
  ]
  let before = meterName(meter)
  const written = score.bars.map((bar) => {
    const name = meterName(bar.meter)
    const change = name === before ? '' : `[M:${name}]`
    before = name
    return `${change}${barText(bar, signature)}`
  })
  const rows: string[] = []
  for (let at = 0; at < written.length; at += BARS_IN_LINE)
    rows.push(written.slice(at, at + BARS_IN_LINE).join('|'))
  return `${[...head, ...rows.map((row, at) => row + (at === rows.length - 1 ? '|]' : '|'))].join('\n')}\n`
}

/** A title can't end its line. */
const oneLine = (text: string): string => text.replace(/\s+/g, ' ').trim() || 'Untitled'

/** A part of a note or rest: a chord that comes in the middle of it cuts it. */
interface Piece extends WrittenEvent {
  readonly chords: readonly string[]
}

const barText = (bar: WrittenBar, signature: ReadonlyMap<string, number>): string => {
  const pieces = cutAtChords(bar)
  /** Letters that had an accidental in this bar: from there on each of them has its own. */
  const altered = new Set<string>()
  return pieces
    .map((piece, at) => {
      const before = pieces[at - 1]
      const joins = before !== undefined && before.beam !== undefined && before.beam === piece.beam
      const chords = piece.chords.map((symbol) => `"${symbol}"`).join('')
      return `${at > 0 && !joins ? ' ' : ''}${tupletMark(pieces, at)}${chords}${noteText(piece, signature, altered)}`
    })
    .join('')
}

/** Three in the time of two, for as many notes as the group has here. */
const tupletMark = (pieces: readonly Piece[], at: number): string => {
  const { triplet } = pieces[at]!
  if (triplet === undefined || pieces[at - 1]?.triplet === triplet) return ''
  let count = 1
  while (pieces[at + count]?.triplet === triplet) count += 1
  return `(3:2:${count}`
}

const noteText = (
  { pitch, duration, triplet, tiedTo }: Piece,
  signature: ReadonlyMap<string, number>,
  altered: Set<string>,
): string => {
  const length = lengthText((triplet === undefined ? duration : (duration * 3) / 2) / UNIT)
  if (!pitch) return `z${length}`
  const { letter, alter, octave } = pitch
  const differs = alter !== signature.get(letter.toUpperCase())
  const sign = differs || altered.has(letter) ? (SIGNS[String(alter)] ?? '') : ''
  if (differs) altered.add(letter)
  // Middle C is C, the C above it c; each octave beyond has a mark.
  const name =
    octave >= 5
      ? `${letter.toLowerCase()}${"'".repeat(octave - 5)}`
      : `${letter.toUpperCase()}${','.repeat(Math.max(0, 4 - octave))}`
  return `${sign}${name}${length}${tiedTo ? '-' : ''}`
}

const lengthText = (units: number): string => {
  if (units === 1) return ''
  if (Number.isInteger(units)) return String(units)
  return `${units * 2}/2`
}

const cutAtChords = ({ events, chords }: WrittenBar): readonly Piece[] =>
  events.flatMap((event): readonly Piece[] => {
    const end = event.start + event.duration
    const here = chords.filter(({ start }) => start >= event.start && start < end)
    const cuts = [...new Set([event.start, ...here.map(({ start }) => start), end])].sort((a, b) => a - b)
    return cuts.slice(0, -1).map((start, at) => ({
      ...event,
      start,
      duration: cuts[at + 1]! - start,
      tiedTo: at < cuts.length - 2 ? event.pitch !== undefined : event.tiedTo,
      chords: here.filter((chord) => chord.start === start).map(({ symbol }) => symbol),
    }))
  })
