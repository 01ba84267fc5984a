import { type Analysis, barTicks, type Chart, type ChordSpan, withSigns } from '@eager-contour/core'
import type { ReactNode } from 'react'
import { useSettings } from '../settings/settings.ts'
import { ChordSymbol } from '../ui/ChordSymbol.tsx'
import { Sheet } from './printing.tsx'

const BARS_IN_ROW = 4

type NotatedBar = Chart['written'][number]

interface ChartSheetProps {
  readonly title: string
  /** Whom it is for: “for B♭ instruments”. */
  readonly part: string
  /** At the part's pitch. */
  readonly analysis: Analysis
  /** What stands under each chord. */
  readonly under?: (span: ChordSpan) => ReactNode
}

/** The changes of a tune on paper, as they are written: sections, repeats, endings; four bars in a row, no row cut. */
export const ChartSheet = ({ title, part, analysis, under }: ChartSheetProps) => {
  const { chart } = analysis
  const facts = [
    chart.key && `${withSigns(chart.key.tonic)} ${chart.key.mode}`,
    `${chart.tempo} bpm, ${chart.feel}`,
    part,
  ]
  return (
    <Sheet testId="chart-sheet" title={title} facts={facts}>
      {() =>
        rowsOf(chart.written).map((row) => (
          <div key={row[0]!.at} className="print-system mb-3 grid grid-cols-4" data-testid="chart-row">
            {row.map(({ at, bar }) => (
              <Bar key={at} at={at} bar={bar} analysis={analysis} under={under} />
            ))}
          </div>
        ))
      }
    </Sheet>
  )
}

interface PlacedBar {
  readonly at: number
  readonly bar: NotatedBar
}

/** Rows of four bars; a section begins a row. */
const rowsOf = (written: readonly NotatedBar[]): readonly (readonly PlacedBar[])[] => {
  const rows: PlacedBar[][] = []
  for (const [at, bar] of written.entries()) {
    const row = rows.at(-1)
    if (!row || row.length === BARS_IN_ROW || bar.bar.section !== undefined) rows.push([{ at, bar }])
    else row.push({ at, bar })
  }
  return rows
}

interface BarProps extends PlacedBar {
  readonly analysis: Analysis
  readonly under: ChartSheetProps['under']
}

const Bar = ({
  at,
  bar: { bar, repeatStart, repeatEnd, ending, sameAsBefore },
  analysis,
  under,
}: BarProps) => {
  const { chordStyle } = useSettings()
  const { chart, spans } = analysis
  // Where it is played first.
  const played = chart.order.indexOf(at)
  const here = spans.filter((span) => span.bar === played)
  const meterBefore = chart.written[at - 1]?.bar.meter
  const isNewMeter =
    at === 0 || meterBefore?.beats !== bar.meter.beats || meterBefore?.unit !== bar.meter.unit
  const side = 'border-ink'
  return (
    <div
      className={`relative min-h-16 border-l-2 pt-6 pb-1 pl-2 ${side} ${repeatStart ? 'border-l-[6px] border-double' : ''} ${repeatEnd || at === chart.written.length - 1 ? 'border-r-[6px] border-double' : 'last:border-r-2'}`}
    >
      <span className="absolute top-0 left-2 flex gap-2 text-sm">
        {bar.section !== undefined && <b className="border border-ink px-1.5">{bar.section}</b>}
        {ending && <span className="border-t border-l border-ink px-1">{ending.join(', ')}.</span>}
        {isNewMeter && (
          <span>
            {bar.meter.beats}/{bar.meter.unit}
          </span>
        )}
        {repeatStart && <span aria-hidden="true">‖:</span>}
      </span>
      {repeatEnd && (
        <span className="absolute top-0 right-2 text-sm">:‖{repeatEnd > 2 ? ` ${repeatEnd} times` : ''}</span>
      )}
      {sameAsBefore && !under ? (
        <span className="block text-center text-2xl">%</span>
      ) : (
        <div className="flex">
          {here.map((span) => (
            <div
              key={span.index}
              className="min-w-0 pr-1"
              style={{ width: `${(100 * (span.end - span.start)) / barTicks(bar.meter)}%` }}
            >
              <ChordSymbol
                chord={span.chord}
                style={chordStyle}
                className={under ? 'text-2xl' : 'text-4xl'}
              />
              {under && <div className="text-xs leading-tight">{under(span)}</div>}
            </div>
          ))}
        </div>
      )}
    </div>
  )
}
