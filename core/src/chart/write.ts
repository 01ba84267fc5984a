import { barTicks, beatTicks, type Meter, meterName } from '../rhythm/meter.ts'
import { type Chart, type ChartBar, describeKey, type NotatedBar } from './chart.ts'

const BARS_A_LINE = 4

/** The chart as plain text that readChart reads back to an equal chart. */
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
  let row = ''
  let inRow = 0
  let meter = chart.meter
  let ending: string | undefined
  const close = () => {
    if (row !== '') lines.push(row.trim())
    row = ''
    inRow = 0
  }
  for (const written of chart.written) {
    const { bar } = written
    if (bar.section !== undefined) {
      close()
      lines.push(`[${bar.section}]`)
    }
    const own = written.ending?.join(',')
    const open = written.repeatStart ? '|:' : '|'
    if (row === '') row = open
    else if (written.repeatStart) row += ':'
    const mark = own !== undefined && (own !== ending || startsEnding(chart, written)) ? `${own}. ` : ''
    row += ` ${mark}${sameMeter(bar.meter, meter) ? '' : `(${meterName(bar.meter)}) `}${barText(bar)} ${closing(written)}`
    meter = bar.meter
    ending = own
    inRow += 1
    if (inRow === BARS_A_LINE) close()
  }
  close()
  return lines
}

/** An ending that follows an equal one of another repeat. */
const startsEnding = (chart: Chart, written: NotatedBar): boolean => {
  const before = chart.written[chart.written.indexOf(written) - 1]
  return before?.repeatEnd !== undefined
}

const closing = ({ repeatEnd }: NotatedBar): string =>
  repeatEnd === undefined ? '|' : repeatEnd === 2 ? ':|' : `x${repeatEnd} :|`

const sameMeter = (a: Meter, b: Meter): boolean => a.beats === b.beats && a.unit === b.unit

const barText = (bar: ChartBar): string => {
  const even = bar.chords.every(({ duration }) => duration * bar.chords.length === barTicks(bar.meter))
  return bar.chords
    .map(({ chord, duration }) =>
      even ? chord.symbol : `${chord.symbol}:${duration / beatTicks(bar.meter)}`,
    )
    .join(' ')
}
