import type { Chord } from '../chord/chord.ts'
import { readChordSymbol } from '../chord/read.ts'
import { bad, good, type Outcome, type Problem } from '../outcome/outcome.ts'
import { readKey } from '../pitch/key.ts'
import { barTicks, beatTicks, COMMON_TIME, knownMeters, type Meter, readMeter } from '../rhythm/meter.ts'
import type { Chart, ChartBar, ChartChord, Feel } from './chart.ts'

const LONGEST_TUNE = 5000

interface Header {
  title: string
  key?: Chart['key']
  meter: Meter
  tempo: number
  feel: Feel
  form: string
}

interface HeaderField {
  readonly read: (header: Header, text: string) => boolean
  readonly mend: string
}

/** The header's lines: what each takes, and what to write where it can't be read. */
const HEADER: Readonly<Record<string, HeaderField>> = {
  title: {
    read: (h, text) => {
      h.title = text
      return true
    },
    mend: '',
  },
  key: {
    read: (h, text) => {
      const key = readKey(text)
      if (key) h.key = key
      return key !== undefined
    },
    mend: 'Eb major',
  },
  time: {
    read: (h, text) => {
      const meter = readMeter(text)
      if (meter) h.meter = meter
      return meter !== undefined
    },
    mend: knownMeters()[0]!,
  },
  tempo: {
    read: (h, text) => {
      const tempo = Number(text)
      if (!(tempo >= 20 && tempo <= 400)) return false
      h.tempo = tempo
      return true
    },
    mend: '140',
  },
  feel: {
    read: (h, text) => {
      if (text !== 'swing' && text !== 'straight') return false
      h.feel = text
      return true
    },
    mend: 'swing',
  },
  form: {
    read: (h, text) => {
      h.form = text
      return true
    },
    mend: '',
  },
}

const HEADER_LINE = /^\s*([A-Za-z]+)\s*:\s*(.*?)\s*$/
const SECTION = /^\s*\[([^\]]*)\]/
const COMMENT = /\/\/.*$/
const CELL = /\S+/g
const BEATS = /^(.+):(\d+)$/

/**
 * Reads a tune's changes from plain text: header lines (title, key, time, tempo, feel, form), sections as [A], bars
 * between strokes, chords a bar apart by spaces and even by default (Dm7:3 G7 gives the first three beats), % for the bar before, // for
 * a comment. A text with no header is already a chart. Every problem has its line and column (from 1).
 */
export const readChart = (text: string): Outcome<Chart> => {
  const header: Header = { title: '', meter: COMMON_TIME, tempo: 140, feel: 'swing', form: '' }
  const bars: ChartBar[] = []
  const problems: Problem[] = []
  let section: string | undefined
  text.split(/\r\n|\r|\n/).forEach((raw, index) => {
    const line = index + 1
    const written = raw.replace(COMMENT, '')
    const field = HEADER_LINE.exec(written)
    if (field && !written.includes('|')) {
      readHeaderLine(header, field, written, line, problems)
      return
    }
    const marked = SECTION.exec(written)
    if (marked) section = marked[1]!.trim()
    const from = marked ? marked[0].length : 0
    for (const cell of barCells(written, from)) {
      const bar = readBar(cell, header.meter, bars.at(-1), line, problems)
      if (!bar) continue
      bars.push(section === undefined ? bar : { ...bar, section })
      section = undefined
    }
  })
  if (bars.length > LONGEST_TUNE)
    problems.push({
      rule: 'chart.tooLong',
      args: [bars.length, LONGEST_TUNE],
      place: { bar: LONGEST_TUNE + 1 },
    })
  if (problems.length > 0) return bad(...problems)
  if (bars.length === 0)
    return bad({ rule: 'chart.empty', args: [], place: { line: 1, column: 1 }, mend: '| Dm7 G7 | Cmaj7 |' })
  const { key, ...rest } = header
  return good({ ...rest, ...(key ? { key } : {}), bars })
}

const readHeaderLine = (
  header: Header,
  field: RegExpExecArray,
  written: string,
  line: number,
  problems: Problem[],
): void => {
  const [, name, value] = field as unknown as [string, string, string]
  const row = HEADER[name.toLowerCase()]
  const column = written.indexOf(row ? value : name) + 1
  if (!row) {
    problems.push({
      rule: 'chart.header',
      args: [name, Object.keys(HEADER)],
      place: { line, column, length: name.length },
    })
  } else if (!row.read(header, value)) {
    problems.push({
      rule: `chart.${name.toLowerCase()}`,
      args: [value],
      place: { line, column: Math.max(1, column), length: Math.max(1, value.length) },
      mend: row.mend,
    })
  }
}

interface Cell {
  readonly text: string
  readonly column: number
}

/** The texts between strokes. A text before the first stroke is a bar too; an empty one is not. */
const barCells = (written: string, from: number): readonly Cell[] => {
  const cells: Cell[] = []
  let start = from
  for (let at = from; at <= written.length; at += 1) {
    if (at < written.length && written[at] !== '|') continue
    const cell = written.slice(start, at)
    if (cell.trim() !== '') cells.push({ text: cell, column: start + 1 })
    start = at + 1
  }
  return cells
}

const readBar = (
  cell: Cell,
  meter: Meter,
  before: ChartBar | undefined,
  line: number,
  problems: Problem[],
): ChartBar | undefined => {
  const words = [...cell.text.matchAll(CELL)].map((found) => ({
    text: found[0],
    column: cell.column + found.index,
  }))
  if (words.length === 1 && words[0]!.text === '%') {
    if (before) return { meter: before.meter, chords: before.chords }
    problems.push({
      rule: 'chart.nothingToRepeat',
      args: [],
      place: { line, column: words[0]!.column, length: 1 },
    })
    return undefined
  }
  const read: { chord: Chord; beats: number | undefined }[] = []
  for (const word of words) {
    const beats = BEATS.exec(word.text)
    const outcome = readChordSymbol(beats ? beats[1]! : word.text)
    if (outcome.ok) read.push({ chord: outcome.value, beats: beats ? Number(beats[2]) : undefined })
    else {
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
  }
  if (read.length < words.length) return undefined
  const chords = spread(read, meter)
  if (chords) return { meter, chords }
  problems.push({
    rule: 'chart.beats',
    args: [barTicks(meter) / beatTicks(meter)],
    place: { line, column: words[0]!.column, length: cell.text.trim().length },
  })
  return undefined
}

/**
 * Gives each chord its beats: those written, and what is left shared evenly, the first ones longer where it does not
 * divide. Undefined where the beats do not add up.
 */
const spread = (
  read: readonly { chord: Chord; beats: number | undefined }[],
  meter: Meter,
): readonly ChartChord[] | undefined => {
  const beat = beatTicks(meter)
  const total = barTicks(meter) / beat
  const given = read.reduce((sum, { beats }) => sum + (beats ?? 0), 0)
  const open = read.filter(({ beats }) => beats === undefined).length
  const left = total - given
  if (open === 0 ? left !== 0 : left <= 0) return undefined
  if (read.some(({ beats }) => beats === 0)) return undefined
  const grid = left >= open ? 1 : 0.5
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
