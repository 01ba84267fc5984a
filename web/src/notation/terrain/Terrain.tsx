import {
  type Analysis,
  type CurvePoint,
  type Explanation,
  type Line,
  type Role,
  snapped,
} from '@eager-contour/core'
import { curveMonotoneX, line as curveThrough } from 'd3-shape'
import { memo, type PointerEvent, useCallback, useMemo, useRef, useState } from 'react'
import { useSettings } from '../../settings/settings.ts'
import { useStable } from '../../ui/useStable.ts'
import { noteLabel } from '../labels.ts'
import type { Heights, SystemLayout } from '../layout.ts'
import { RoleMark } from '../marks.tsx'
import { isIn, type NoteRange, type Selection } from '../selection.ts'
import { Ground, heightOf, PitchNames, range } from './Ground.tsx'
import { GuideThreads } from './GuideThreads.tsx'
import { Bracket, Caret, LockFrame, Outline, Pointed, Ring } from './outlines.tsx'
import { type Contour, Ribbon } from './Ribbon.tsx'

/** What stands out on the terrain. */
export interface TerrainMarks {
  readonly selection: Selection
  readonly hovered: number | undefined
  /** Ticks of locked notes. */
  readonly locked: readonly number[]
  /** Where the next typed note will be. */
  readonly caret: number | undefined
  readonly threads: boolean
  /** Notes that are pointed at. */
  readonly pointed: NoteRange | undefined
  /** Another line, shown in outline where it differs. */
  readonly outline: Line | undefined
}

/** What pointer and keys do on the terrain: the same functions at every render. */
export interface TerrainActions {
  /** The note under the pointer; none when it leaves. */
  readonly onHover: (index: number | undefined) => void
  /** A note was pressed; `extend`: the selection reaches up to it. */
  readonly onChoose: (index: number, extend: boolean) => void
  readonly onFocus: (index: number) => void
  /** A note dragged to another pitch, as written. */
  readonly onDrag: (index: number, midi: number) => void
  /** The contour as drawn so far, and one of its points moved by half steps. */
  readonly onDraw: (drawn: readonly CurvePoint[], done: boolean) => void
  readonly onBend: (tick: number, by: number) => void
}

export interface TerrainProps {
  readonly analysis: Analysis
  readonly line: Line
  readonly explanation: Explanation
  readonly layout: SystemLayout
  readonly heights: Heights
  readonly marks: TerrainMarks
  readonly contour: Contour
  readonly actions: TerrainActions
}

/** The ground of each chord with its ledges and footholds, and the line as a path over it. */
export const Terrain = (props: TerrainProps) => {
  const { analysis, line, explanation, layout, heights, marks, contour, actions } = props
  const { low, high } = heights
  const { halfStep } = layout
  const height = (high - low + 1) * halfStep
  const yOf = useCallback((midi: number) => heightOf(layout, high, midi), [layout, high])
  const { chordStyle } = useSettings()
  const { dragged, ...drag } = useDrag(props)
  const pointer = useStable(drag)
  const shown = dragged ? withPitch(line, dragged.index, dragged.midi) : line
  const spans = analysis.spans.filter((span) => span.start < layout.end && span.end > layout.start)
  const notes = line.notes.flatMap((note, index) =>
    note.start >= layout.start && note.start < layout.end ? [index] : [],
  )
  const ribbon = <Ribbon layout={layout} contour={contour} heights={heights} actions={actions} />
  const path = useMemo(() => phrasePaths(shown, notes, layout, high), [shown, notes, layout, high])
  const scale = layout.far ? Math.max(0.55, halfStep / 13) : 1
  const transformOf = (index: number) => {
    const { start, midi } = shown.notes[index]!
    return `translate(${layout.xOf(start)} ${yOf(midi)}) scale(${scale})`
  }
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
      {marks.threads && <GuideThreads analysis={analysis} layout={layout} low={low} high={high} />}
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
      {marks.pointed && (
        <Pointed line={line} notes={notes} place={marks.pointed} layout={layout} height={height} />
      )}
      <Caret tick={marks.caret} layout={layout} height={height} />
      {path.map((d) => (
        <path key={d} d={d} fill="none" stroke="var(--ink)" strokeWidth={layout.far ? 1.2 : 1.8} />
      ))}
      {!layout.far && (
        <Figures line={shown} explanation={explanation} notes={notes} layout={layout} yOf={yOf} />
      )}
      {!contour.drawing && ribbon}
      {notes.map((index) => {
        const note = shown.notes[index]!
        const reading = explanation.notes[index]
        if (!reading) return null
        const target = reading.target === undefined ? undefined : shown.notes[reading.target]
        const label = noteLabel(analysis, note, reading, chordStyle)
        const isChosen = isIn(marks.selection, index)
        const isLocked = marks.locked.includes(note.start)
        return (
          <g key={index} transform={transformOf(index)}>
            <NoteMark
              index={index}
              role={reading.role}
              lean={target && target.midi < note.midi ? -1 : 1}
              label={isLocked ? `${label}, locked` : label}
              chosen={isChosen}
              tabbable={index === (marks.selection.at ?? notes[0])}
              pointer={pointer}
              actions={actions}
            />
            {(isChosen || index === marks.hovered) && <Ring />}
            {isLocked && <LockFrame />}
          </g>
        )
      })}
      {marks.outline && <Outline line={line} other={marks.outline} layout={layout} yOf={yOf} />}
      {contour.drawing && ribbon}
    </svg>
  )
}

/** Pixels that a pointer moves before a press is a drag. */
const SLACK = 4

/** A note dragged up or down: it snaps to ledges and footholds, with Alt to half steps. */
const useDrag = ({ analysis, line, layout, actions }: TerrainProps) => {
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
    isPressed: () => begun.current !== undefined,
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
      if (midi === undefined) actions.onChoose(start.index, event.shiftKey)
      else {
        actions.onChoose(start.index, false)
        if (midi !== start.midi) actions.onDrag(start.index, midi)
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

/** What a pointer does on a note. */
interface NotePointer {
  /** A press gives a note the focus before it chooses it, with Shift up to it. */
  readonly isPressed: () => boolean
  readonly onDown: (event: PointerEvent, index: number) => void
  readonly onMove: (event: PointerEvent) => void
  readonly onUp: (event: PointerEvent) => void
  readonly onCancel: () => void
}

interface NoteMarkProps {
  readonly index: number
  readonly role: Role
  readonly lean: 1 | -1
  readonly label: string
  readonly chosen: boolean
  readonly tabbable: boolean
  readonly pointer: NotePointer
  readonly actions: Pick<TerrainActions, 'onHover' | 'onFocus'>
}

/** One note: its role's mark, reached by pointer and keys. */
const NoteMark = memo(({ index, role, lean, label, chosen, tabbable, pointer, actions }: NoteMarkProps) => (
  <g
    role="button"
    tabIndex={tabbable ? 0 : -1}
    aria-label={label}
    aria-pressed={chosen}
    data-note={index}
    onPointerEnter={() => actions.onHover(index)}
    onPointerLeave={() => actions.onHover(undefined)}
    onPointerDown={(event) => pointer.onDown(event, index)}
    onPointerMove={pointer.onMove}
    onPointerUp={pointer.onUp}
    onPointerCancel={pointer.onCancel}
    onFocus={() => {
      if (!pointer.isPressed()) actions.onFocus(index)
    }}
    className="cursor-ns-resize touch-none outline-none"
  >
    <circle r={12} fill="transparent" />
    <RoleMark role={role} lean={lean} />
  </g>
))

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
