import {
  type Analysis,
  degreeName,
  type Explanation,
  type Line,
  type NoteReading,
  type Score,
} from '@eager-contour/core'
import { useEffect, useRef } from 'react'
import { useSettings } from '../app/settings.ts'
import { ChordSymbol } from '../parts/ChordSymbol.tsx'
import type { SystemLayout } from './layout.ts'
import { ROLE_COLOURS, RoleMark } from './marks.tsx'

interface StaffProps {
  readonly analysis: Analysis
  readonly score: Score
  readonly line: Line
  readonly explanation: Explanation
  readonly layout: SystemLayout
  readonly selected: number | undefined
  readonly onHover: (index: number | undefined) => void
}

const leansDown = (line: Line, { index, target }: NoteReading): boolean =>
  target !== undefined && line.notes[target]!.midi < line.notes[index]!.midi

/** The line in notes under the terrain, beat for beat, with each note's degree and role beneath. */
export const Staff = ({ analysis, score, line, explanation, layout, selected, onHover }: StaffProps) => {
  const { of, chordStyle } = useSettings()
  const host = useRef<HTMLDivElement>(null)
  const drawn = useRef<ReadonlyMap<number, SVGElement>>(new Map())
  useEffect(() => {
    let current = true
    void import('./staffDrawing.ts').then(async ({ drawStaff }) => {
      await document.fonts.ready
      if (!current || !host.current) return
      drawn.current = drawStaff(host.current, score, layout, {
        clef: of.clef,
        showTime: false,
        colour: 'currentColor',
      })
      for (const [index, element] of drawn.current) element.setAttribute('data-staff-note', String(index))
    })
    return () => {
      current = false
    }
  }, [score, layout, of.clef])
  useEffect(() => {
    for (const [index, element] of drawn.current) element.classList.toggle('lit', index === selected)
  }, [selected])
  const bars = score.bars.filter(({ number }) => number >= layout.from && number <= layout.to)
  const notes = explanation.notes.filter(
    ({ index }) => line.notes[index]!.start >= layout.start && line.notes[index]!.start < layout.end,
  )
  return (
    <div className="relative" style={{ width: layout.width }}>
      <div className="relative h-8">
        {bars.flatMap((bar) =>
          bar.chords.map((cell) => (
            <span
              key={cell.index}
              className="absolute bottom-0 text-xl"
              style={{ left: layout.xOf(bar.start + cell.start) - 7 }}
            >
              <ChordSymbol chord={analysis.spans[cell.index]!.chord} style={chordStyle} />
            </span>
          )),
        )}
      </div>
      <div ref={host} className="staff text-ink" data-testid="staff" aria-hidden="true" />
      <svg width={layout.width} height={38} className="block" aria-hidden="true">
        {notes.map((reading) => (
          <g
            key={reading.index}
            transform={`translate(${layout.xOf(line.notes[reading.index]!.start)} 0)`}
            onPointerEnter={() => onHover(reading.index)}
            onPointerLeave={() => onHover(undefined)}
          >
            <text
              y={15}
              fontSize={13.5}
              fontWeight={reading.role === 'guide' ? 800 : 600}
              textAnchor="middle"
              fill={ROLE_COLOURS[reading.role]}
              textDecoration={reading.index === selected ? 'underline' : ''}
            >
              {degreeName(reading.degree)}
            </text>
            <g transform="translate(0 29) scale(0.72)">
              <RoleMark role={reading.role} lean={leansDown(line, reading) ? -1 : 1} />
            </g>
          </g>
        ))}
      </svg>
    </div>
  )
}
