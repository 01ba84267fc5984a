import type { Line } from '../../line/notes/line.ts'
import { scoreOf } from '../../line/score/score.ts'
import type { WrittenBar, WrittenEvent } from '../../line/score/written.ts'
import { beatTicks, type Meter, meterName } from '../../theory/rhythm/meter.ts'
import { EIGHTH, type Ticks } from '../../theory/rhythm/ticks.ts'
import type { Chart, ChartBar, Stretch } from '../../tune/chart/chart.ts'
import { startsEnding } from '../../tune/chart/order.ts'
import { signatureOf } from './fields.ts'

/** The unit note length: a sixteenth. */
const UNIT: Ticks = EIGHTH / 2
const BARS_IN_LINE = 4
const SIGNS: Readonly<Record<string, string>> = { '-2': '__', '-1': '_', '0': '=', '1': '^', '2': '^^' }

/**
 * A stretch of a line with its chords as ABC (standard 2.1): one voice, title, meter, tempo, key, feel, sections, pickup, ties,
 * triplets.
 *
 * @param line as it is to be read, in the chart's key
 * @param number the tune's in its book, from 1
 * @example readAbcLine(writeAbc(chart, line, stretch)).ok // true
 */
export const writeAbc = (chart: Chart, line: Line, stretch: Stretch, number = 1): string => {
  const score = scoreOf(chart, line, stretch)
  const signature = signatureOf(score.signature)
  const { meter } = chart.bars[stretch.from]!
  let before = meterName(meter)
  const bars = score.bars.map((bar): AbcBar => {
    const name = meterName(bar.meter)
    const change = name === before ? '' : `[M:${name}]`
    before = name
    const { section } = chart.bars[bar.number] ?? {}
    return {
      section: bar.number < stretch.from ? undefined : section,
      open: '|',
      text: change + barText(bar, signature),
    }
  })
  return `${[...headOf(chart, meter, number), ...rowsOf(bars), ''].join('\n')}`
}

/**
 * A chart as ABC (standard 2.1): its chords over rests, with repeats, endings, sections and pickup.
 *
 * @example value(readAbcChart(writeAbcChart(chart))).bars.length // 4
 */
export const writeAbcChart = (chart: Chart): string => {
  const { written } = chart
  let before = meterName(chart.meter)
  const bars = written.map((one, at): AbcBar => {
    const { bar, repeatStart, ending } = one
    const last = written[at - 1]
    const name = meterName(bar.meter)
    const change = name === before ? '' : `[M:${name}]`
    before = name
    // Two strokes end an ending that no repeat ends.
    const leaves = ending === undefined && last?.ending !== undefined && last.repeatEnd === undefined
    const ends = last?.repeatEnd === undefined ? '' : ':'.repeat(last.repeatEnd - 1)
    return {
      section: bar.section,
      open: `${ends}${leaves ? '||' : '|'}${repeatStart ? ':' : ''}`,
      text: `${startsEnding(one, last) ? `[${ending!.join()} ` : ''}${change}${restsText(bar)}`,
    }
  })
  const pickup =
    chart.pickup === 0
      ? []
      : [{ section: undefined, open: '', text: restText(chart.pickup * beatTicks(chart.meter)) }]
  const closing = written.at(-1)?.repeatEnd
  return [
    ...headOf(chart, chart.meter, 1),
    ...rowsOf([...pickup, ...bars], closing === undefined ? '|]' : `${':'.repeat(closing - 1)}|`),
    '',
  ].join('\n')
}

interface AbcBar {
  readonly section: string | undefined
  /** The bar line before it. */
  readonly open: string
  readonly text: string
}

const headOf = (chart: Chart, meter: Meter, number: number): readonly string[] => {
  const { key } = chart
  return [
    `X:${number}`,
    `T:${oneLine(chart.title)}`,
    `R:${chart.feel}`,
    `M:${meterName(meter)}`,
    'L:1/16',
    `Q:1/4=${chart.tempo}`,
    `K:${key ? `${key.tonic}${key.mode === 'minor' ? 'm' : ''}` : 'none'}`,
  ]
}

/** Four bars in a row; a section begins one. A bar line that closes a row stands at its end. */
const rowsOf = (bars: readonly AbcBar[], closing = '|]'): readonly string[] => {
  const rows: string[] = []
  let row = ''
  let inRow = 0
  bars.forEach(({ section, open, text }, at) => {
    const isFirst = at === 0
    if (isFirst || inRow === BARS_IN_LINE || section !== undefined) {
      // A repeat that begins here opens the new row.
      const end = isFirst ? '' : open.replace(/:$/, '')
      if (row !== '') rows.push(row + end)
      if (section !== undefined) rows.push(`P:${oneLine(section)}`)
      row = (/\|:$/.test(open) ? '|:' : '') + text
      inRow = 1
    } else {
      row += open + text
      inRow += 1
    }
  })
  return [...rows, row + closing]
}

/** Rests of a bar under its chords. */
const restsText = (bar: ChartBar): string =>
  bar.chords.map(({ chord, duration }) => `"${chord.symbol}"${restText(duration)}`).join('')

const restText = (ticks: Ticks): string => `z${lengthText(ticks / UNIT)}`

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
