import { err, type Outcome, ok, type Problem, type TextPosition } from '../../outcome/outcome.ts'
import { reason } from '../../outcome/reasons.ts'
import type { Chord } from '../../theory/chord/chord.ts'
import { readChordSymbol } from '../../theory/chord/read.ts'
import { barTicks, beatTicks, type Meter, readMeter } from '../../theory/rhythm/meter.ts'
import type { Chart, ChartBar, ChartChord, NotatedBar } from './chart.ts'
import { emptyHeader, readHeaderLine } from './header.ts'
import { playingOrder } from './order.ts'

export const LONGEST_TUNE = 5000
const MOST_REPEATS = 99

const SECTION = /^\s*\[([^\]]*)\]/
const COMMENT = /\/\/(.*)$/
const STROKE = /:?\|{1,2}:?/g
const ENDING = /^\s*(\d(?:,\d)*)\.(?=\s|$|[A-G%(N])/
const TIMES = /^x(\d+)$/
const METER = /^\s*\((\d+\/\d+)\)/
const WORD = /\S+/g
const BEATS = /^(.+):(\d+(?:\.5)?)$/

/**
 * Reads a tune's changes from plain text: header lines (title, key, time, tempo, feel, form, pickup), sections as
 * [A], bars separated by |, chords of a bar separated by spaces and equally long by default (Dm7:3 G7 gives the first
 * three beats), % for the bar before, |: and :| for a repeat (x3 before its end for three times), 1. and 2. at the
 * start of an ending, (3/4) at the start of a bar for a change of meter, N.C., // for a comment. A text without a
 * header is already a chart. Every problem has its line and column (from 1).
 * @returns the chart, or all its problems
 * @example readChart('key: C major\n| Dm7 G7 | Cmaj7 |')
 */
export const readChart = (text: string): Outcome<Chart> => {
  const header = emptyHeader()
  const reader: Reader = { written: [], problems: [], ending: undefined, meter: undefined, repeated: false }
  let section: string | undefined
  let above: string[] = []
  text.split(/\r\n|\r|\n/).forEach((raw, index) => {
    if (reader.problems.length >= MOST_PROBLEMS) return
    const line = index + 1
    const comment = COMMENT.exec(raw)
    const text = comment ? raw.slice(0, comment.index) : raw
    const said = comment ? comment[1]!.trim() : ''
    const before = reader.written.length
    const isHeader = readHeaderLine(header, text, line, reader.problems)
    const marked = isHeader ? null : SECTION.exec(text)
    if (marked) {
      section = marked[1]!.trim()
      reader.ending = undefined
    }
    for (const cell of isHeader ? [] : barCells(text, marked ? marked[0].length : 0)) {
      if (reader.problems.length >= MOST_PROBLEMS) break
      const bar = readCell(cell, reader, reader.meter ?? header.meter, line)
      if (!bar) continue
      reader.repeated ||= bar.repeatEnd !== undefined
      reader.written.push({
        ...(section === undefined ? bar : { ...bar, bar: { ...bar.bar, section } }),
        ...(reader.written.length === before ? { line: true as const } : {}),
        ...(above.length > 0 ? { above } : {}),
      })
      section = undefined
      above = []
    }
    if (said === '') return
    if (reader.written.length > before) reader.written.push({ ...reader.written.pop()!, comment: said })
    else above.push(said)
  })
  return finish(header, reader, above)
}

interface Reader {
  readonly written: NotatedBar[]
  readonly problems: Problem[]
  /** The ending that the bars belong to. */
  ending: readonly number[] | undefined
  /** The meter since its last change. */
  meter: Meter | undefined
  /** Whether a repeat has been read. */
  repeated: boolean
}

/** After this many problems the rest is not read: the text is something else, or they all have one cause. */
const MOST_PROBLEMS = 200

const finish = (
  header: ReturnType<typeof emptyHeader>,
  { written, problems }: Reader,
  after: readonly string[],
): Outcome<Chart> => {
  const order = playingOrder(written, LONGEST_TUNE)
  if (order.length > LONGEST_TUNE)
    problems.push({
      rule: 'chart.tooLong',
      args: [order.length, LONGEST_TUNE],
      place: { bar: LONGEST_TUNE + 1, line: 1, column: 1 },
    })
  if (problems.length > 0) return err(...problems)
  if (written.length === 0)
    return err({ rule: 'chart.empty', args: [], place: { line: 1, column: 1 }, fix: '| Dm7 G7 | Cmaj7 |' })
  const { key, ...rest } = header
  return ok({
    ...rest,
    ...(key ? { key } : {}),
    written,
    order,
    bars: order.map((at) => written[at]!.bar),
    ...(after.length > 0 ? { after } : {}),
  })
}

interface Cell {
  readonly text: string
  readonly column: number
  readonly repeatStart: boolean
  readonly repeatEnd: boolean
}

/** The texts between bar lines. A text before the first bar line is a bar too; an empty one is not. */
const barCells = (text: string, from: number): readonly Cell[] => {
  const cells: Cell[] = []
  let start = from
  let repeatStart = false
  const close = (end: number, repeatEnd: boolean) => {
    const cell = text.slice(start, end)
    if (cell.trim() !== '') cells.push({ text: cell, column: start + 1, repeatStart, repeatEnd })
  }
  STROKE.lastIndex = from
  for (let stroke = STROKE.exec(text); stroke; stroke = STROKE.exec(text)) {
    close(stroke.index, stroke[0].startsWith(':'))
    start = stroke.index + stroke[0].length
    repeatStart = stroke[0].endsWith(':')
  }
  close(text.length, false)
  return cells
}

const readCell = (cell: Cell, reader: Reader, meterBefore: Meter, line: number): NotatedBar | undefined => {
  /** The position of a text found at an offset, leading blanks skipped. */
  const at = (offset: number, found: string): TextPosition => ({
    line,
    column: cell.column + offset + found.length - found.trimStart().length,
    length: Math.max(1, found.trim().length),
  })
  let rest = cell.text
  let offset = 0
  const skip = (length: number) => {
    offset += length
    rest = rest.slice(length)
  }
  const ending = ENDING.exec(rest)
  if (ending) {
    reader.ending = ending[1]!.split(',').map(Number)
    skip(ending[0].length)
    if (!reader.repeated && reader.ending[0] !== 1)
      reader.problems.push({
        rule: 'chart.endingWithoutRepeat',
        args: [reader.ending.join(', ')],
        place: at(0, ending[0]),
      })
  } else if (
    cell.repeatStart ||
    (reader.written.at(-1)?.repeatEnd !== undefined && reader.ending !== undefined)
  )
    reader.ending = undefined
  const changed = METER.exec(rest)
  const meter = changed ? readMeter(changed[1]!) : meterBefore
  if (!meter) {
    reader.problems.push({
      rule: 'chart.time',
      args: [changed![1]!],
      place: at(offset, changed![0]),
      fix: '(3/4)',
    })
    return undefined
  }
  if (changed) {
    reader.meter = meter
    skip(changed[0].length)
  }
  const times = cell.repeatEnd ? timesAt(rest) : undefined
  const count = times ? Math.min(MOST_REPEATS, Math.max(1, times.count)) : 2
  const bar = readBar(
    times ? rest.slice(0, times.from) : rest,
    cell.column + offset,
    meter,
    reader.written.at(-1)?.bar,
    line,
    reader.problems,
  )
  return (
    bar && {
      ...bar,
      ...(cell.repeatStart ? { repeatStart: true as const } : {}),
      ...(cell.repeatEnd ? { repeatEnd: count } : {}),
      ...(reader.ending ? { ending: reader.ending } : {}),
    }
  )
}

/** The number of times a repeat is played, if its last word gives one, and where that word starts. */
const timesAt = (text: string): { readonly count: number; readonly from: number } | undefined => {
  const trimmed = text.trimEnd()
  const from = Math.max(trimmed.lastIndexOf(' '), trimmed.lastIndexOf('\t')) + 1
  const found = from > 0 ? TIMES.exec(trimmed.slice(from)) : null
  return found ? { count: Number(found[1]), from } : undefined
}

interface ReadChord {
  readonly chord: Chord
  readonly beats: number | undefined
}

/**
 * Reads the inside of one bar, such as 'Dm7:3 G7' or '%', in a meter and after a bar. Problems have their column in
 * the text.
 */
export const readBarText = (
  text: string,
  meter: Meter,
  before: ChartBar | undefined,
): Outcome<Pick<NotatedBar, 'bar' | 'sameAsBefore'>> => {
  const problems: Problem[] = []
  const bar = readBar(text, 1, meter, before, 1, problems)
  return bar
    ? ok(bar)
    : err(
        ...(problems.length > 0
          ? problems
          : [{ ...reason('chart.emptyBar'), place: { line: 1, column: 1 } }]),
      )
}

const readBar = (
  text: string,
  column: number,
  meter: Meter,
  before: ChartBar | undefined,
  line: number,
  problems: Problem[],
): Pick<NotatedBar, 'bar' | 'sameAsBefore'> | undefined => {
  const words = [...text.matchAll(WORD)].map((found) => ({ text: found[0], column: column + found.index }))
  if (words.length === 1 && words[0]!.text === '%') {
    if (before && before.meter.beats === meter.beats && before.meter.unit === meter.unit)
      return { bar: { meter, chords: before.chords }, sameAsBefore: true }
    problems.push({
      rule: 'chart.nothingToRepeat',
      args: [],
      place: { line, column: words[0]!.column, length: 1 },
    })
    return undefined
  }
  const read: ReadChord[] = []
  for (const word of words) {
    const beats = BEATS.exec(word.text)
    const outcome = readChordSymbol(beats ? beats[1]! : word.text)
    if (outcome.ok) read.push({ chord: outcome.value, beats: beats ? Number(beats[2]) : undefined })
    else
      for (const problem of outcome.problems)
        problems.push({
          ...problem,
          place: {
            line,
            column: word.column + (problem.place?.column ?? 1) - 1,
            length: problem.place?.length ?? 1,
          },
        })
  }
  if (read.length < words.length || words.length === 0) return undefined
  const chords = spread(read, meter)
  if (chords) return { bar: { meter, chords } }
  problems.push({
    rule: 'chart.beats',
    args: [barTicks(meter) / beatTicks(meter)],
    place: { line, column: words[0]!.column, length: text.trim().length },
  })
  return undefined
}

/**
 * Gives each chord its beats: those written, and an equal share of the rest, the first chords longer if it doesn't
 * divide. Undefined if the beats don't add up.
 */
const spread = (read: readonly ReadChord[], meter: Meter): readonly ChartChord[] | undefined => {
  const beat = beatTicks(meter)
  const total = barTicks(meter) / beat
  const given = read.reduce((sum, { beats }) => sum + (beats ?? 0), 0)
  const open = read.filter(({ beats }) => beats === undefined).length
  const left = total - given
  if (open === 0 ? left !== 0 : left <= 0) return undefined
  if (read.some(({ beats }) => beats === 0)) return undefined
  const grid = left >= open && Number.isInteger(left) ? 1 : 0.5
  if (open > left / grid) return undefined
  const share = open === 0 ? 0 : Math.floor(left / grid / open) * grid
  let longer = open === 0 ? 0 : Math.round((left - share * open) / grid)
  let start = 0
  return read.map(({ chord, beats }) => {
    const extra = beats === undefined && longer > 0 ? grid : 0
    if (extra > 0) longer -= 1
    const duration = (beats ?? share + extra) * beat
    const placed = { chord, start, duration }
    start += duration
    return placed
  })
}
