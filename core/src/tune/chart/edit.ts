import { type Outcome, ok } from '../../outcome/outcome.ts'
import type { Chart, NotatedBar } from './chart.ts'
import { playingOrder } from './order.ts'
import { LONGEST_TUNE, readBarText } from './read.ts'
import { barText } from './write.ts'

/** A section of the written chart: the bars from one section mark to the next, first and last, both inside. */
export interface WrittenSection {
  readonly name: string
  readonly from: number
  readonly to: number
}

/**
 * The chart with other written bars: % repeats the new bar before it, an ending without a repeat loses its number,
 * and the playing order is recomputed.
 */
const arranged = (chart: Chart, written: readonly NotatedBar[]): Chart => {
  const followed: NotatedBar[] = []
  let repeated = false
  for (const bar of written) {
    const { ending, ...plain } = bar
    const one: NotatedBar = ending && ending[0] !== 1 && !repeated ? plain : bar
    repeated ||= one.repeatEnd !== undefined
    const before = followed.at(-1)
    const follows =
      one.sameAsBefore &&
      before &&
      before.bar.meter.beats === one.bar.meter.beats &&
      before.bar.meter.unit === one.bar.meter.unit
    const { sameAsBefore: _again, ...own } = one
    followed.push(
      one.sameAsBefore ? (follows ? { ...one, bar: { ...one.bar, chords: before.bar.chords } } : own) : one,
    )
  }
  const order = playingOrder(followed, LONGEST_TUNE)
  return { ...chart, written: followed, order, bars: order.map((at) => followed[at]!.bar) }
}

const replaced = <T>(items: readonly T[], at: number, item: T): readonly T[] =>
  items.map((old, index) => (index === at ? item : old))

/**
 * The words of a bar's text: a chord each, with its beats where they are written.
 *
 * @example barWords(chart.written[3]) // ['%']
 */
export const barWords = ({ bar, sameAsBefore }: NotatedBar): readonly string[] =>
  sameAsBefore ? ['%'] : barText(bar).split(' ')

/** Rewrites a bar ('Dm7:3 G7', '%'). Problems have their column in the text; the chart is then unchanged. */
export const withBarText = (chart: Chart, at: number, text: string): Outcome<Chart> => {
  const old = chart.written[at]!
  const outcome = readBarText(text, old.bar.meter, chart.written[at - 1]?.bar)
  if (!outcome.ok) return outcome
  const { sameAsBefore: _again, ...rest } = old
  const bar = { ...outcome.value.bar, ...(old.bar.section === undefined ? {} : { section: old.bar.section }) }
  return ok(
    arranged(
      chart,
      replaced(chart.written, at, {
        ...rest,
        bar,
        ...(outcome.value.sameAsBefore ? { sameAsBefore: true as const } : {}),
      }),
    ),
  )
}

/**
 * Rewrites one word of a bar: several words make several chords, an empty text removes it.
 *
 * @example barWords(value(withWord(chart, 0, 0, 'Fmaj7')).written[0]) // ['Fmaj7']
 */
export const withWord = (chart: Chart, at: number, word: number, text: string): Outcome<Chart> => {
  const words = barWords(chart.written[at]!)
  const typed = text.trim()
  const plain = typed !== '' && words.length === 1 ? [typed] : replaced(words, word, typed)
  const next = plain.filter((one) => one !== '').join(' ')
  return withBarText(chart, at, next === '' ? 'N.C.' : next)
}

/**
 * Splits the bar's last chord in two halves, if the beats allow it.
 *
 * @example barWords(value(splitBar(chart, 0)).written[0]) // ['Dm7', 'Dm7']
 */
export const splitBar = (chart: Chart, at: number): Outcome<Chart> => {
  const { bar } = chart.written[at]!
  const words = barText(bar).split(' ')
  const bare = words.map((word) => word.replace(/:\d+(\.5)?$/, ''))
  return withBarText(chart, at, [...bare, bare.at(-1)!].join(' '))
}

/**
 * The chart with a copy of the bar after it, with its chords but none of its marks.
 *
 * @example writeChart(copyBar(chart, 0)).split('\n').at(-2) // '| Dm7 | Dm7 | G7 | Cmaj7 | % |'
 */
export const copyBar = (chart: Chart, at: number): Chart => {
  const { bar, ending } = chart.written[at]!
  const { section: _section, ...plain } = bar
  const copy: NotatedBar = { bar: plain, ...(ending ? { ending } : {}) }
  return arranged(
    chart,
    passEnd([...chart.written.slice(0, at + 1), copy, ...chart.written.slice(at + 1)], at),
  )
}

/** If a bar is inserted after one that ends a repeat or a line, the end moves to the new one. */
const passEnd = (written: readonly NotatedBar[], at: number): readonly NotatedBar[] => {
  const { repeatEnd, comment, ...rest } = written[at]!
  const marks = {
    ...(repeatEnd === undefined ? {} : { repeatEnd }),
    ...(comment === undefined ? {} : { comment }),
  }
  return replaced(replaced(written, at, rest), at + 1, { ...written[at + 1]!, ...marks })
}

/**
 * The chart without a bar; its marks move to its neighbours. A chart keeps its last bar.
 *
 * @example removeBar(chart, 0).bars.length // 3
 */
export const removeBar = (chart: Chart, at: number): Chart => {
  if (chart.written.length === 1) return chart
  const { bar, repeatStart, repeatEnd, line, above, comment } = chart.written[at]!
  const written = chart.written.map((one, index) => {
    if (index === at + 1)
      return {
        ...one,
        bar:
          one.bar.section === undefined && bar.section !== undefined
            ? { ...one.bar, section: bar.section }
            : one.bar,
        ...(repeatStart ? { repeatStart } : {}),
        ...(line ? { line } : {}),
        ...(above ? { above: [...above, ...(one.above ?? [])] } : {}),
      }
    if (index === at - 1)
      return {
        ...one,
        ...(repeatEnd === undefined ? {} : { repeatEnd: one.repeatEnd ?? repeatEnd }),
        ...(comment === undefined ? {} : { comment: [one.comment, comment].filter(Boolean).join(' ') }),
      }
    return one
  })
  return arranged(
    chart,
    written.filter((_, index) => index !== at),
  )
}

/**
 * The chart with the chords and meter of a bar moved; section marks, repeats and comments stay where they are.
 *
 * @example moveBar(chart, 0, 1).bars[0].chords[0].chord.symbol // 'G7'
 */
export const moveBar = (chart: Chart, from: number, to: number): Chart => {
  const contents = chart.written.map(({ bar: { section: _section, ...content }, sameAsBefore }) => ({
    content,
    sameAsBefore,
  }))
  const [moved] = contents.splice(from, 1)
  contents.splice(Math.min(Math.max(0, to), contents.length), 0, {
    content: moved!.content,
    sameAsBefore: undefined,
  })
  const written = chart.written.map(({ sameAsBefore: _again, ...marks }, at) => {
    const { content, sameAsBefore } = contents[at]!
    const { section } = marks.bar
    return {
      ...marks,
      bar: section === undefined ? content : { ...content, section },
      ...(sameAsBefore ? { sameAsBefore } : {}),
    }
  })
  return arranged(chart, written)
}

/**
 * The sections of the written chart; bars before the first mark are a section without a name.
 *
 * @example writtenSections(chart) // [{ name: 'A', from: 0, to: 3 }]
 */
export const writtenSections = (chart: Chart): readonly WrittenSection[] => {
  const starts = chart.written.flatMap(({ bar }, at) => (at === 0 || bar.section !== undefined ? [at] : []))
  return starts.map((from, index) => ({
    name: chart.written[from]!.bar.section ?? '',
    from,
    to: (starts[index + 1] ?? chart.written.length) - 1,
  }))
}

/**
 * The section that a written bar stands in, by its number.
 *
 * @example sectionOf(nameSection(chart, 2, 'B'), 3) // 1
 */
export const sectionOf = (chart: Chart, at: number): number =>
  writtenSections(chart).findIndex(({ from, to }) => at >= from && at <= to)

/**
 * The chart with a section moved among the sections, with everything that belongs to it.
 *
 * @example moveSection(nameSection(chart, 2, 'B'), 1, 0).written[0].bar.section // 'B'
 */
export const moveSection = (chart: Chart, from: number, to: number): Chart => {
  const parts = writtenSections(chart).map((section) => chart.written.slice(section.from, section.to + 1))
  const [moved] = parts.splice(from, 1)
  parts.splice(Math.min(Math.max(0, to), parts.length), 0, moved!)
  return arranged(chart, unnamedFirst(parts).flat())
}

/** Bars without a section mark stay separate from the section that now precedes them. */
const unnamedFirst = (parts: readonly (readonly NotatedBar[])[]): readonly (readonly NotatedBar[])[] =>
  parts.map((part, at) =>
    at > 0 && part[0]!.bar.section === undefined
      ? [{ ...part[0]!, bar: { ...part[0]!.bar, section: '' } }, ...part.slice(1)]
      : part,
  )

/**
 * Puts a section between repeat signs, or removes them if it has them.
 *
 * @example writeChart(repeatSection(chart, 0)).split('\n').at(-2) // '|: Dm7 | G7 | Cmaj7 | % :|'
 */
export const repeatSection = (chart: Chart, section: number): Chart => {
  const { from, to } = writtenSections(chart)[section]!
  const has = chart.written[from]!.repeatStart !== undefined && chart.written[to]!.repeatEnd !== undefined
  const written = chart.written.map((one, at) => {
    if (at !== from && at !== to) return one
    const { repeatStart, repeatEnd, ...rest } = one
    return {
      ...rest,
      ...(at === from ? (has ? {} : { repeatStart: true as const }) : repeatStart ? { repeatStart } : {}),
      ...(at === to ? (has ? {} : { repeatEnd: 2 }) : repeatEnd === undefined ? {} : { repeatEnd }),
    }
  })
  return arranged(chart, written)
}

/**
 * A copy of a section after it, under the same name.
 *
 * @example writtenSections(copySection(chart, 0)).length // 2
 */
export const copySection = (chart: Chart, section: number): Chart => {
  const { from, to } = writtenSections(chart)[section]!
  const copied = chart.written.slice(from, to + 1)
  return arranged(chart, [...chart.written.slice(0, to + 1), ...copied, ...chart.written.slice(to + 1)])
}

/**
 * Names the section that starts at a bar; an empty name removes the mark.
 *
 * @example nameSection(chart, 2, 'B').written[2].bar.section // 'B'
 */
export const nameSection = (chart: Chart, at: number, name: string): Chart => {
  const { section: _section, ...bar } = chart.written[at]!.bar
  const named = name.replace(/[[\]]/g, '').trim()
  return arranged(
    chart,
    replaced(chart.written, at, {
      ...chart.written[at]!,
      bar: named === '' ? bar : { ...bar, section: named },
    }),
  )
}
