import {
  type Analysis,
  type CurvePoint,
  type Explanation,
  type Line,
  type Role,
  snapped,
} from '@eager-contour/core'
import { curveMonotoneX, line as curveThrough } from 'd3-shape'
import { memo, type PointerEvent, useMemo, useRef, useState } from 'react'
import { useSettings } from '../../settings/settings.ts'
import { useStable } from '../../ui/useStable.ts'
import { noteLabel } from '../labels.ts'
import type { SystemLayout } from '../layout.ts'
import { RoleMark } from '../marks.tsx'
import { isIn, type Selection } from '../useSelection.ts'
import { Ground, heightOf, PitchNames, range } from './Ground.tsx'
import { GuideThreads } from './GuideThreads.tsx'
import { Bracket, Outline, Pointed } from './outlines.tsx'
import { Ribbon } from './Ribbon.tsx'

export interface TerrainProps {
  readonly analysis: Analysis
  readonly line: Line
  readonly explanation: Explanation
  readonly layout: SystemLayout
  /** Lowest and highest MIDI number shown. */
  readonly low: number
  readonly high: number
  readonly selection: Selection
  /** The note under the pointer; none when it leaves. */
  readonly hovered: number | undefined
  readonly onHover: (index: number | undefined) => void
  /** A note dragged to another pitch, as written. */
  readonly onDrag: (index: number, midi: number) => void
  /** Ticks of locked notes. */
  readonly locked: readonly number[]
  /** Where the next typed note will be. */
  readonly caret: number | undefined
  readonly threads: boolean
  /** Notes that are pointed at, first and last. */
  readonly pointed?: { readonly from: number; readonly to: number } | undefined
  /** Another line, shown in outline where it differs. */
  readonly outline?: Line | undefined
  /** The contour that the line follows, and whether it can be drawn now. */
  readonly contour: readonly CurvePoint[]
  readonly drawing: boolean
  readonly onDraw: (drawn: readonly CurvePoint[], done: boolean) => void
  readonly onBend: (tick: number, by: number) => void
}

/** The ground of each chord with its ledges and footholds, and the line as a path over it. */
export const Terrain = (props: TerrainProps) => {
  const { analysis, line, explanation, layout, low, high, pointed, outline, drawing, caret } = props
  const { halfStep } = layout
  const height = (high - low + 1) * halfStep
  const yOf = (midi: number) => heightOf(layout, high, midi)
  const { selection, hovered, locked } = props
  const { chordStyle } = useSettings()
  const { dragged, ...drag } = useDrag(props)
  const acts = useStable({ ...drag, onHover: props.onHover, onFocus: selection.focus })
  const shown = dragged ? withPitch(line, dragged.index, dragged.midi) : line
  const spans = analysis.spans.filter((span) => span.start < layout.end && span.end > layout.start)
  const notes = line.notes.flatMap((note, index) =>
    note.start >= layout.start && note.start < layout.end ? [index] : [],
  )
  const ribbon = (
    <Ribbon
      layout={layout}
      points={props.contour}
      height={height}
      yOf={yOf}
      midiAt={(y) => Math.round(high + 0.5 - y / halfStep)}
      drawing={drawing}
      onDraw={props.onDraw}
      onBend={props.onBend}
    />
  )
  const path = useMemo(() => phrasePaths(shown, notes, layout, high), [shown, notes, layout, high])
  return (
    <svg
      role="group"
      aria-label={`Terrain, bars ${layout.from + 1} to ${layout.to + 1}`}
      width={layout.width}
      height={height}
      className="block overflow-visible"
    >
      {spans.map((span) => (
        <Ground key={span.index} analysis={analysis} span={span} layout={layout} low={low} high={high} />
      ))}
      {props.threads && <GuideThreads analysis={analysis} layout={layout} low={low} high={high} />}
      <PitchNames analysis={analysis} low={low} high={high} layout={layout} />
      {Array.from({ length: layout.to - layout.from + 2 }, (_, at) => (
        <line
          key={at}
          x1={layout.barX(layout.from + at)}
          x2={layout.barX(layout.from + at)}
          y1={0}
          y2={height}
          stroke="var(--rule)"
        />
      ))}
      {pointed && <Pointed line={line} notes={notes} place={pointed} layout={layout} height={height} />}
      {caret !== undefined && caret >= layout.start && caret < layout.end && (
        <line
          data-testid="caret"
          x1={layout.xOf(caret)}
          x2={layout.xOf(caret)}
          y1={0}
          y2={height}
          stroke="var(--heather)"
          strokeWidth={3}
        />
      )}
      {path.map((d) => (
        <path key={d} d={d} fill="none" stroke="var(--ink)" strokeWidth={layout.far ? 1.2 : 1.8} />
      ))}
      {!layout.far && (
        <Figures line={shown} explanation={explanation} notes={notes} layout={layout} yOf={yOf} />
      )}
      {!drawing && ribbon}
      {notes.map((index) => {
        const note = shown.notes[index]!
        const reading = explanation.notes[index]
        if (!reading) return null
        const target = reading.target === undefined ? undefined : shown.notes[reading.target]
        return (
          <NoteMark
            key={index}
            index={index}
            x={layout.xOf(note.start)}
            y={yOf(note.midi)}
            scale={layout.far ? Math.max(0.55, halfStep / 13) : 1}
            role={reading.role}
            lean={target && target.midi < note.midi ? -1 : 1}
            label={noteLabel(analysis, note, reading, chordStyle)}
            chosen={isIn(selection, index)}
            hovered={index === hovered}
            locked={locked.includes(note.start)}
            tabbable={index === (selection.at ?? notes[0])}
            acts={acts}
          />
        )
      })}
      {outline && <Outline line={line} other={outline} layout={layout} yOf={yOf} />}
      {drawing && ribbon}
    </svg>
  )
}

/** Pixels that a pointer moves before a press is a drag. */
const SLACK = 4

/** A note dragged up or down: it snaps to ledges and footholds, with Alt to half steps. */
const useDrag = ({ analysis, line, layout, onDrag, selection }: TerrainProps) => {
  const begun = useRef<{ index: number; y: number; midi: number }>(undefined)
  const [dragged, setDragged] = useState<{ index: number; midi: number }>()
  const at = (event: PointerEvent): number | undefined => {
    const start = begun.current
    if (!start || (Math.abs(event.clientY - start.y) < SLACK && !dragged)) return undefined
    const free = Math.round(start.midi - (event.clientY - start.y) / layout.halfStep)
    return event.altKey ? free : snapped(analysis, free, line.notes[start.index]!.start)
  }
  return {
    dragged,
    onDown: (event: PointerEvent, index: number) => {
      begun.current = { index, y: event.clientY, midi: line.notes[index]!.midi }
      event.currentTarget.setPointerCapture(event.pointerId)
    },
    onMove: (event: PointerEvent) => {
      const midi = at(event)
      if (midi !== undefined) setDragged({ index: begun.current!.index, midi })
    },
    onUp: (event: PointerEvent) => {
      const start = begun.current
      const midi = at(event)
      begun.current = undefined
      setDragged(undefined)
      if (!start) return
      if (midi === undefined) selection.choose(start.index, event.shiftKey)
      else {
        selection.choose(start.index, false)
        if (midi !== start.midi) onDrag(start.index, midi)
      }
    },
    onCancel: () => {
      begun.current = undefined
      setDragged(undefined)
    },
  }
}

const withPitch = (line: Line, index: number, midi: number): Line => ({
  notes: line.notes.map((note, at) => (at === index ? { ...note, midi } : note)),
})

interface NoteMarkProps {
  readonly index: number
  readonly x: number
  readonly y: number
  readonly scale: number
  readonly role: Role
  readonly lean: 1 | -1
  readonly label: string
  readonly chosen: boolean
  readonly hovered: boolean
  readonly locked: boolean
  readonly tabbable: boolean
  readonly acts: {
    readonly onHover: (index: number | undefined) => void
    readonly onDown: (event: PointerEvent, index: number) => void
    readonly onMove: (event: PointerEvent) => void
    readonly onUp: (event: PointerEvent) => void
    readonly onCancel: () => void
    readonly onFocus: (index: number) => void
  }
}

/** One note: its role's mark, reached by pointer and keys, selected, locked. */
const NoteMark = memo(
  ({ index, x, y, scale, role, lean, label, chosen, hovered, locked, tabbable, acts }: NoteMarkProps) => (
    <g
      transform={`translate(${x} ${y}) scale(${scale})`}
      role="button"
      tabIndex={tabbable ? 0 : -1}
      aria-label={locked ? `${label}, locked` : label}
      aria-pressed={chosen}
      data-note={index}
      onPointerEnter={() => acts.onHover(index)}
      onPointerLeave={() => acts.onHover(undefined)}
      onPointerDown={(event) => acts.onDown(event, index)}
      onPointerMove={acts.onMove}
      onPointerUp={acts.onUp}
      onPointerCancel={acts.onCancel}
      onFocus={() => acts.onFocus(index)}
      className="cursor-ns-resize touch-none outline-none"
    >
      <circle r={12} fill="transparent" />
      {(chosen || hovered) && <circle r={13} fill="none" stroke="var(--ink)" strokeWidth={2} />}
      {locked && (
        <rect x={-10} y={-10} width={20} height={20} rx={3} fill="none" stroke="var(--ink)" strokeWidth={2} />
      )}
      <RoleMark role={role} lean={lean} />
    </g>
  ),
)

interface FiguresProps extends Pick<TerrainProps, 'line' | 'explanation' | 'layout'> {
  readonly notes: readonly number[]
  readonly yOf: (midi: number) => number
}

/** Brackets over enclosures, and threads from outside notes to their resolutions. */
const Figures = ({ line, explanation, notes, layout, yOf }: FiguresProps) => (
  <g>
    {explanation.devices
      .filter(({ device, to }) => device.toLowerCase().includes('enclosure') && notes.includes(to))
      .map(({ from, to }) => (
        <Bracket
          key={from}
          xs={[from, to].map((index) => layout.xOf(Math.max(layout.start, line.notes[index]!.start)))}
          ys={range(from, to).map((index) => yOf(line.notes[index]!.midi))}
        />
      ))}
    {explanation.notes
      .filter(
        ({ index, role, target }) => role === 'outside' && target !== undefined && notes.includes(index),
      )
      .map(({ index, target }) => (
        <line
          key={index}
          x1={layout.xOf(line.notes[index]!.start)}
          y1={yOf(line.notes[index]!.midi)}
          x2={layout.xOf(line.notes[target!]!.start)}
          y2={yOf(line.notes[target!]!.midi)}
          stroke="var(--heather)"
          strokeDasharray="2 4"
        />
      ))}
  </g>
)

/** Phrases as smooth paths; a rest breaks the path. */
const phrasePaths = (
  line: Line,
  notes: readonly number[],
  layout: SystemLayout,
  high: number,
): readonly string[] => {
  const draw = curveThrough<number>()
    .x((index) => layout.xOf(line.notes[index]!.start))
    .y((index) => (high - line.notes[index]!.midi + 0.5) * layout.halfStep)
    .curve(curveMonotoneX)
  const phrases: number[][] = []
  for (const index of notes) {
    const before = line.notes[index - 1]
    const joined = before && before.start + before.duration === line.notes[index]!.start
    if (joined && phrases.length > 0) phrases.at(-1)!.push(index)
    else phrases.push([index])
  }
  return phrases.map((phrase) => draw(phrase) ?? '')
}
