import { barTicks, beatTicks, meterName } from '../rhythm/meter.ts'
import { type Chart, type ChartBar, describeKey } from './chart.ts'

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
  ].filter((line) => line !== '')
  return `${[...header, '', ...barLines(chart)].join('\n')}\n`
}

const barLines = (chart: Chart): readonly string[] => {
  const lines: string[] = []
  let row: string[] = []
  const close = () => {
    if (row.length > 0) lines.push(`| ${row.join(' | ')} |`)
    row = []
  }
  for (const bar of chart.bars) {
    if (bar.section !== undefined) {
      close()
      lines.push(`[${bar.section}]`)
    }
    row.push(barText(bar))
    if (row.length === BARS_A_LINE) close()
  }
  close()
  return lines
}

const barText = (bar: ChartBar): string => {
  const even = bar.chords.every(({ duration }) => duration * bar.chords.length === barTicks(bar.meter))
  return bar.chords
    .map(({ chord, duration }) =>
      even ? chord.symbol : `${chord.symbol}:${duration / beatTicks(bar.meter)}`,
    )
    .join(' ')
    .replaceAll('N. C.', 'N.C.')
}
