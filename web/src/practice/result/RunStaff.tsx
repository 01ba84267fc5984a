import { type Analysis, type Line, type NoteVerdict, type Stretch, scoreOf } from '@eager-contour/core'
import { useLayoutEffect, useMemo, useRef } from 'react'
import { layoutSystems, type SystemLayout } from '../../notation/layout.ts'
import { colourByVerdict } from '../../notation/staff/colourByVerdict.ts'
import { loadEngraver } from '../../notation/staff/engraver.ts'
import { clefOf } from '../../notation/staff/lines.ts'
import { useSettings } from '../../settings/settings.ts'
import { ChordSymbol } from '../../ui/ChordSymbol.tsx'
import { useWidth } from '../../ui/useWidth.ts'

interface RunStaffProps {
  readonly analysis: Analysis
  readonly stretch: Stretch
  /** The expected notes, or those of a free take, as the instrument reads them. */
  readonly line: Line
  /** The verdict on each, by its index in the line. */
  readonly verdicts: ReadonlyMap<number, NoteVerdict>
  /** Notes played instead of others: drawn beside them. */
  readonly played: Line
}

/** The notes of a run on the staff, each in the colour of its verdict; what was played instead is above it. */
export const RunStaff = ({ analysis, stretch, line, verdicts, played }: RunStaffProps) => {
  const host = useRef<HTMLDivElement>(null)
  const width = useWidth(host)
  const score = useMemo(() => scoreOf(analysis.chart, line, stretch), [analysis, line, stretch])
  const other = useMemo(() => scoreOf(analysis.chart, played, stretch), [analysis, played, stretch])
  const systems = useMemo(
    () => (width === 0 ? [] : layoutSystems(analysis.chart, stretch, width, score)),
    [analysis, stretch, width, score],
  )
  return (
    <div ref={host} role="img" aria-label="The notes on the staff, with their verdicts" className="min-w-0">
      {systems.map((layout) => (
        <System
          key={layout.from}
          analysis={analysis}
          layout={layout}
          score={score}
          other={other}
          verdicts={verdicts}
        />
      ))}
    </div>
  )
}

interface SystemProps extends Pick<RunStaffProps, 'analysis' | 'verdicts'> {
  readonly layout: SystemLayout
  readonly score: ReturnType<typeof scoreOf>
  readonly other: ReturnType<typeof scoreOf>
}

const System = ({ analysis, layout, score, other, verdicts }: SystemProps) => {
  const { instrument, chordStyle } = useSettings()
  const host = useRef<HTMLDivElement>(null)
  const over = useRef<HTMLDivElement>(null)
  useLayoutEffect(() => {
    let current = true
    void loadEngraver().then(({ drawStaff }) => {
      if (!current || !host.current || !over.current) return
      const notes = drawStaff(host.current, score, layout, {
        ...clefOf(instrument),
        colour: 'currentColor',
      })
      for (const [index, element] of notes) {
        const verdict = verdicts.get(index)
        element.setAttribute('data-run-note', verdict ?? 'played')
        if (verdict) colourByVerdict(element, verdict)
      }
      drawStaff(over.current, other, layout, {
        ...clefOf(instrument),
        colour: 'var(--madder)',
        notesOnly: true,
      })
    })
    return () => {
      current = false
    }
  }, [score, other, layout, verdicts, instrument])
  const spans = analysis.spans.filter((span) => span.start >= layout.start && span.start < layout.end)
  return (
    <div className="relative">
      <div className="relative h-8">
        {spans.map((span) => (
          <span
            key={span.index}
            className="absolute bottom-0 text-xl"
            style={{ left: layout.xOf(span.start) - 7 }}
          >
            <ChordSymbol chord={span.chord} style={chordStyle} />
          </span>
        ))}
      </div>
      <div className="relative">
        <div ref={host} className="staff text-ink" />
        <div ref={over} className="staff absolute inset-0" />
      </div>
    </div>
  )
}
