import { barTicks, beatTicks, type Meter, meterName } from '../../theory/rhythm/meter.ts'
import { type Chart, type ChartBar, describeKey, type NotatedBar } from './chart.ts'

const BARS_A_LINE = 4

/**
 * The chart as plain text that readChart reads back to an equal chart.
 *
 * @example writeChart(chart).split('\n').at(-2) // '| Dm7 | G7 | Cmaj7 | % |'
 */
export const writeChart = (chart: Chart): string => {
  const header = [
    chart.title === '' ? '' : `title: ${chart.title}`,
    chart.key ? `key: ${describeKey(chart.key)}` : '',
    `time: ${meterName(chart.meter)}`,
    `tempo: ${chart.tempo}`,
    `feel: ${chart.feel}`,
    chart.form === '' ? '' : `form: ${chart.form}`,
    chart.pickup === 0 ? '' : `pickup: ${chart.pickup}`,
  ].filter((line) => line !== '')
  return `${[...header, '', ...barLines(chart)].join('\n')}\n`
}

const barLines = (chart: Chart): readonly string[] => {
  const lines: string[] = []
  const inLines = chart.written.some(({ line }) => line)
  let row = ''
  let inRow = 0
  let meter = chart.meter
  let ending: string | undefined
  const close = () => {
    if (row !== '') lines.push(row.trim())
    row = ''
    inRow = 0
  }
  chart.written.forEach((written, at) => {
    const { bar } = written
    if (inLines && written.line) close()
    if (bar.section !== undefined || written.above) close()
    for (const comment of written.above ?? []) lines.push(`// ${comment}`)
    if (bar.section !== undefined) lines.push(`[${bar.section}]`)
    const own = written.ending?.join(',')
    const open = written.repeatStart ? '|:' : '|'
    if (row === '') row = open
    else if (written.repeatStart) row += ':'
    const mark =
      own !== undefined &&
      (own !== ending ||
        bar.section !== undefined ||
        written.repeatStart ||
        startsEnding(chart.written[at - 1]))
        ? `${own}. `
        : ''
    const time = sameMeter(bar.meter, meter) ? '' : `(${meterName(bar.meter)}) `
    row += ` ${mark}${time}${written.sameAsBefore ? '%' : barText(bar)} ${closing(written)}`
    meter = bar.meter
    ending = own
    inRow += 1
    if (written.comment !== undefined) {
      row += ` // ${written.comment}`
      close()
    }
    if (!inLines && inRow === BARS_A_LINE) close()
  })
  close()
  for (const comment of chart.after ?? []) lines.push(`// ${comment}`)
  return lines
}

/** An ending that follows the same ending of another repeat. */
const startsEnding = (before: NotatedBar | undefined): boolean => before?.repeatEnd !== undefined

const closing = ({ repeatEnd }: NotatedBar): string =>
  repeatEnd === undefined ? '|' : repeatEnd === 2 ? ':|' : `x${repeatEnd} :|`

const sameMeter = (a: Meter, b: Meter): boolean => a.beats === b.beats && a.unit === b.unit

/** The inside of a bar: its chords, with their beats unless they share it equally. */
export const barText = (bar: ChartBar): string => {
  const even = bar.chords.every(({ duration }) => duration * bar.chords.length === barTicks(bar.meter))
  return bar.chords
    .map(({ chord, duration }) =>
      even ? chord.symbol : `${chord.symbol}:${duration / beatTicks(bar.meter)}`,
    )
    .join(' ')
}
