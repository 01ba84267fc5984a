import {
  type Analysis,
  type ChordStyle,
  type Exercise,
  type Instrument,
  type Judged,
  type Line,
  msToTicks,
  type NoteVerdict,
  type Score,
  scoreOf,
  type Ticks,
  withSigns,
} from '@eager-contour/core'
import { memo, useEffect, useMemo, useRef } from 'react'
import { Tablature, tablatureHeight } from '../../notation/fingering/Tablature.tsx'
import { type LineFingering, useFingered } from '../../notation/fingering/useFingering.ts'
import { gutterOf, layoutSystems, PAD, type SystemLayout } from '../../notation/layout.ts'
import { colourByVerdict } from '../../notation/staff/colourByVerdict.ts'
import { inSteps, loadEngraver } from '../../notation/staff/engraver.ts'
import { clefOf } from '../../notation/staff/lines.ts'
import { askedLine } from '../../practice/asked.ts'
import { useSettings } from '../../settings/settings.ts'
import { ChordSymbol } from '../../ui/ChordSymbol.tsx'
import { useWidth } from '../../ui/useWidth.ts'
import { CursorLine } from './CursorLine.tsx'
import { type BarRow, barsInRow, rowsOf } from './rows.ts'
import { staffBand } from './staffBand.ts'
import { useRowAt } from './useRowAt.ts'
import { VerdictShape } from './VerdictShape.tsx'

/** Above the staff for the chord symbols, below it for the verdicts and the names, in pixels. */
const CHORDS = 52
const VERDICTS = 26
const NAMES = 26
/** The largest staff, and the smallest that is still read from a metre and a half, as a factor of the printed one. */
const SCALE = { most: 1.7, least: 1.15, leastWithNumbers: 0.85 } as const
/** For a head, its accidental and its name, in the staff's own pixels. */
const NOTE_ROOM = 27

interface ScrollingStaffProps {
  readonly analysis: Analysis
  /** As the instrument reads it. */
  readonly exercise: Exercise
  readonly judged: readonly Judged[]
  /** Where the player reads, in ticks from the stretch's first beat. */
  readonly position: () => Ticks | undefined
  readonly style: ChordStyle
  readonly height: number
}

/** The notes of an exercise in two rows of staff, the one that is played and the next, with the position on them. */
export const ScrollingStaff = ({
  analysis,
  exercise,
  judged,
  position,
  style,
  height,
}: ScrollingStaffProps) => {
  const host = useRef<HTMLDivElement>(null)
  const width = useWidth(host)
  const { instrument } = useSettings()
  const { stretch } = exercise.spec
  const line = useMemo(() => askedLine(analysis, exercise), [analysis, exercise])
  const score = useMemo(() => scoreOf(analysis.chart, line, stretch), [analysis, line, stretch])
  const fingered = useFingered(line)
  // For strings, numbers stand where names do otherwise.
  const under = fingered?.fingering ? tablatureHeight(fingered.board, true) : NAMES
  const band = useMemo(() => staffBand(score, instrument.clef), [score, instrument.clef])
  const { scale, rows, layouts } = useMemo(() => {
    const forStaff = height / 2 - CHORDS - VERDICTS - under
    const scale = Math.min(
      SCALE.most,
      Math.max(fingered ? SCALE.leastWithNumbers : SCALE.least, forStaff / (band.bottom - band.top)),
    )
    const own = width / scale
    const room = { width: own - gutterOf(score.signature), before: PAD.before, note: NOTE_ROOM }
    const bars = barsInRow(exercise, analysis.chart, room)
    return {
      scale,
      rows: rowsOf(analysis.chart, stretch, bars, score.pickup),
      layouts: width === 0 ? [] : layoutSystems(analysis.chart, stretch, own, score, undefined, bars),
    }
  }, [analysis.chart, exercise, stretch, width, height, score, band, under, fingered])
  const reading = useRowAt(rows, position)
  const first = Math.max(0, Math.min(reading, rows.length - 2))
  const rowHeight = CHORDS + (band.bottom - band.top) * scale + VERDICTS + under
  return (
    <div
      ref={host}
      className="overflow-hidden"
      style={{ height: rowHeight * Math.min(2, rows.length) }}
      role="img"
      aria-label="The expected notes with their verdicts"
      data-testid="scrolling-staff"
      data-row={first}
    >
      <div
        className="motion-safe:transition-transform motion-safe:duration-150"
        style={{ transform: `translateY(${-first * rowHeight}px)` }}
      >
        {layouts.map((layout, at) => (
          <StaffRow
            key={layout.from}
            {...{ analysis, exercise, score, layout, scale, band, position, style }}
            row={rows[at]!}
            judged={judgedIn(judged, exercise, rows[at]!)}
            height={rowHeight}
            {...{ line, fingered, under }}
            instrument={instrument}
          />
        ))}
      </div>
    </div>
  )
}

/** A row as it is shown: as wide as the staff is drawn. */
const wide = (layout: SystemLayout, scale: number): SystemLayout => ({
  ...layout,
  width: layout.width * scale,
  xOf: (tick) => layout.xOf(tick) * scale,
  barX: (bar) => layout.barX(bar) * scale,
})

const NONE: readonly Judged[] = []

/** The verdicts on the notes of a row. */
const judgedIn = (
  judged: readonly Judged[],
  { expected, spec }: Exercise,
  { start, end }: BarRow,
): readonly Judged[] => {
  const here = judged.filter(({ expected: index, onsetMs }) => {
    const tick =
      index === undefined ? onsetMs !== undefined && msToTicks(onsetMs, spec.tempo) : expected[index]!.start
    return tick !== false && tick >= (start <= 0 ? Number.NEGATIVE_INFINITY : start) && tick < end
  })
  return here.length === 0 ? NONE : here
}

interface StaffRowProps extends Omit<ScrollingStaffProps, 'height'> {
  readonly score: Score
  readonly layout: SystemLayout
  readonly row: BarRow
  readonly scale: number
  readonly band: { readonly top: number; readonly bottom: number }
  readonly height: number
  /** The room under the verdicts, for names or for tablature. */
  readonly under: number
  readonly line: Line
  readonly fingered: LineFingering | undefined
  readonly instrument: Instrument
}

/** Whether nothing of a row has changed: a verdict elsewhere doesn't redraw it. */
const sameRow = (
  { judged: before, ...a }: Readonly<StaffRowProps>,
  { judged: after, ...b }: Readonly<StaffRowProps>,
): boolean =>
  before.length === after.length &&
  before.every((one, at) => one === after[at]) &&
  Object.entries(b).every(([name, value]) => a[name as keyof typeof a] === value)

const StaffRow = memo(
  ({
    analysis,
    exercise,
    judged,
    position,
    style,
    score,
    layout,
    row,
    scale,
    band,
    height,
    under,
    line,
    fingered,
    instrument,
  }: StaffRowProps) => {
    const host = useRef<HTMLDivElement>(null)
    const drawn = useRef<ReadonlyMap<number, SVGElement>>(new Map())
    const verdicts = useRef<ReadonlyMap<number, NoteVerdict>>(new Map())
    verdicts.current = new Map(
      judged.flatMap(({ expected, verdict }) => (expected === undefined ? [] : [[expected, verdict]])),
    )
    useEffect(() => {
      let stop = () => {}
      void loadEngraver().then(({ paintingStaff }) => {
        if (!host.current) return
        const painting = paintingStaff(host.current, score, layout, {
          ...clefOf(instrument),
          colour: 'currentColor',
        })
        stop = inSteps(painting, (notes) => {
          drawn.current = notes
          for (const [index, note] of notes) {
            note.setAttribute('data-staff-note', String(index))
            colourByVerdict(note, verdicts.current.get(index))
          }
        })
      })
      return () => stop()
    }, [score, layout, instrument])
    useEffect(() => {
      void judged
      for (const [index, note] of drawn.current) colourByVerdict(note, verdicts.current.get(index))
    }, [judged])
    const first = analysis.spans.find(({ bar }) => bar === exercise.spec.stretch.from)?.start ?? 0
    const x = (tick: Ticks) => layout.xOf(tick + first) * scale
    const staffHeight = (band.bottom - band.top) * scale
    const verdictsY = CHORDS + staffHeight + VERDICTS / 2
    const here = exercise.expected.flatMap((note, index) =>
      note.start >= row.start && note.start < row.end ? [{ note, index }] : [],
    )
    return (
      <div className="relative" style={{ height }} data-staff-row>
        {analysis.spans
          .filter(({ bar }) => bar >= row.from && bar <= row.to)
          .map((span) => (
            <span
              key={span.index}
              className="absolute top-2 text-4xl"
              style={{ left: layout.xOf(span.start) * scale - 10 }}
            >
              <ChordSymbol chord={span.chord} style={style} />
            </span>
          ))}
        <div className="absolute left-0 overflow-hidden" style={{ top: CHORDS, height: staffHeight }}>
          <div
            ref={host}
            className="staff text-ink"
            aria-hidden="true"
            style={{
              transform: `scale(${scale}) translateY(${-band.top}px)`,
              transformOrigin: 'top left',
              width: layout.width * scale,
              height: staffHeight,
            }}
          />
        </div>
        <div className="absolute left-0" style={{ top: height - under }}>
          <Tablature fingered={fingered} line={line} layout={wide(layout, scale)} far />
        </div>
        <svg className="absolute inset-0" width={layout.width * scale} height={height} aria-hidden="true">
          {here.map(({ note, index }) => {
            const verdict = verdicts.current.get(index)
            return (
              <g key={index} data-verdict={verdict ?? 'open'}>
                {verdict && (
                  <g transform={`translate(${x(note.start)} ${verdictsY}) scale(0.8)`}>
                    <VerdictShape verdict={verdict} cx={0} cy={0} wrongY={0} />
                  </g>
                )}
                {!fingered?.fingering && (
                  <text
                    x={x(note.start)}
                    y={height - 7}
                    fontSize={20}
                    textAnchor="middle"
                    fill="var(--ink)"
                    data-testid="note-name"
                  >
                    {withSigns(note.spelling.replace(/-?\d+$/, ''))}
                  </text>
                )}
              </g>
            )
          })}
          {judged
            .filter(({ expected, onsetMs }) => expected === undefined && onsetMs !== undefined)
            .map(({ played, onsetMs, forgiven }) => (
              <circle
                key={`extra ${played}`}
                data-verdict={forgiven ?? 'extra'}
                cx={x(msToTicks(onsetMs!, exercise.spec.tempo))}
                cy={verdictsY}
                r={forgiven ? 3 : 5}
                fill={forgiven ? 'none' : 'var(--madder)'}
                stroke={forgiven ? 'var(--soft)' : 'var(--madder)'}
              />
            ))}
          <CursorLine position={position} x={x} row={row} top={CHORDS} bottom={height - under} />
        </svg>
      </div>
    )
  },
  sameRow,
)
