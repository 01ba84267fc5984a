import {
  type Analysis,
  articulated,
  type Chart,
  type ChordSpan,
  type Explanation,
  type Key,
  keyRegions,
  type Line,
  type Score,
  type Stretch,
  scoreOf,
  withSigns,
} from '@eager-contour/core'
import { memo, useCallback, useEffect, useLayoutEffect, useMemo, useRef, useState } from 'react'
import { flushSync } from 'react-dom'
import { useClock } from '../../audio/clock.ts'
import { Tablature } from '../../notation/fingering/Tablature.tsx'
import { type LineFingering, useFingered } from '../../notation/fingering/useFingering.ts'
import { type Heights, layoutSystems, type SystemLayout } from '../../notation/layout.ts'
import { PlayedChord } from '../../notation/PlayedChord.tsx'
import { Staff, type StaffMarks, type StaffOutline } from '../../notation/staff/Staff.tsx'
import type { Contour } from '../../notation/terrain/Ribbon.tsx'
import { Terrain, type TerrainActions, type TerrainMarks } from '../../notation/terrain/Terrain.tsx'
import type { View } from '../../notation/useView.ts'
import { useSettings } from '../../settings/settings.ts'
import { useAppSelector } from '../../store/store.ts'
import { useInView } from '../../ui/useInView.ts'
import { useWindowSize } from '../../ui/useWindowSize.ts'
import { selectFingering } from '../editor/editorSlice.ts'
import { PhraseBars } from '../saved/PhraseDragging.tsx'
import { PhraseArcs } from './PhraseArcs.tsx'

interface SystemsProps {
  readonly analysis: Analysis
  readonly line: Line
  readonly explanation: Explanation
  readonly stretch: Stretch
  readonly view: View
  readonly marks: Omit<TerrainMarks, 'threads'>
  readonly contour: Contour
  readonly actions: TerrainActions
}

const isSameLayout = (a: SystemLayout, b: SystemLayout): boolean =>
  a.spacing === b.spacing &&
  a.from === b.from &&
  a.halfStep === b.halfStep &&
  a.far === b.far &&
  a.gutter === b.gutter

/** Half steps shown above and below the line. */
const MARGIN = 2
const STEP = 3
const LEAST_RANGE = 19
/** Half steps of most lines: the terrain's scale doesn't change with the line. */
const USUAL_RANGE = 28
/** A half step isn't drawn less high, in pixels. */
const LEAST_HALF_STEP = 7
/** What stands above and below the terrain of one row on a page: headings, staff, degrees, transport. */
const BESIDE_TERRAIN = 590

/** The line in systems: terrain above staff, with one position moving over both. */
export const Systems = memo((props: SystemsProps) => {
  const { analysis, line, stretch, view } = props
  const host = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(0)
  useLayoutEffect(() => {
    const observer = new ResizeObserver(([entry]) => setWidth(Math.floor(entry!.contentRect.width)))
    observer.observe(host.current!)
    return () => observer.disconnect()
  }, [])
  const score = useMemo(() => {
    const plain = scoreOf(analysis.chart, line, stretch)
    return view.articulation ? articulated(plain, line) : plain
  }, [analysis, line, stretch, view.articulation])
  const fingered = useFingered(line, useAppSelector(selectFingering))
  const { outline } = props.marks
  const { points } = props.contour
  const outlined = useMemo<StaffOutline | undefined>(
    () => outline && { line: outline, score: scoreOf(analysis.chart, outline, stretch) },
    [analysis, outline, stretch],
  )
  const heights = useMemo(() => heightsOf(line, outline, points), [line, outline, points])
  const { height } = useWindowSize()
  // The staff is seen with the terrain, where the window is high enough for both.
  const mostHalfStep = Math.max(LEAST_HALF_STEP, (height - BESIDE_TERRAIN) / USUAL_RANGE)
  const before = useRef<{ readonly chart: Chart; readonly layouts: readonly SystemLayout[] }>(undefined)
  const layouts = useMemo(() => {
    const now =
      width === 0
        ? []
        : layoutSystems(analysis.chart, stretch, width, score, view.zoom).map((layout) => ({
            ...layout,
            halfStep: Math.min(layout.halfStep, mostHalfStep),
          }))
    // A row in which everything stands where it stood is the same row: it isn't drawn again.
    const known = before.current?.chart === analysis.chart ? before.current.layouts : []
    const layouts = now.map((layout, at) => {
      const same = known[at]
      return same && isSameLayout(same, layout) ? same : layout
    })
    before.current = { chart: analysis.chart, layouts }
    return layouts
  }, [analysis, stretch, width, score, view.zoom, mostHalfStep])
  return (
    <div ref={host} className="min-w-0">
      {layouts.map((layout, turn) => (
        <System key={layout.from} {...props} drawn={{ layout, heights, score, outlined, fingered, turn }} />
      ))}
    </div>
  )
})

interface SystemProps extends Omit<SystemsProps, 'stretch'> {
  readonly drawn: {
    readonly layout: SystemLayout
    readonly heights: Heights
    readonly score: Score
    readonly outlined: StaffOutline | undefined
    readonly fingered: LineFingering | undefined
    /** Systems after the first follow one by one. */
    readonly turn: number
  }
}

/** The height of a system besides its terrain when it isn't drawn: heading, chords, staff, degrees. */
const AROUND = 240
const AROUND_FAR = 40

/** One row of bars; drawn only in the window or near it. */
const System = (props: SystemProps) => {
  const { view, contour, actions } = props
  const { analysis, line, explanation, layout, heights, score, outlined, fingered } = useInTurn(props)
  const marks = useMemo<TerrainMarks>(
    () => ({ ...props.marks, threads: view.threads }),
    [props.marks, view.threads],
  )
  const staffMarks = useMemo<StaffMarks>(
    () => ({ selection: marks.selection, hovered: marks.hovered, onHover: actions.onHover }),
    [marks, actions],
  )
  const host = useRef<HTMLDivElement>(null)
  const inView = useInView(host)
  const least = (heights.high - heights.low + 1) * layout.halfStep + (layout.far ? AROUND_FAR : AROUND)
  const shown = { analysis, line, explanation, layout }
  return (
    <div
      ref={host}
      className={layout.far ? 'relative mb-2' : 'relative mb-6'}
      style={inView ? undefined : { height: least }}
    >
      {inView && (
        <>
          <Heading analysis={analysis} explanation={explanation} layout={layout} keys={view.keys} />
          {!layout.far && <PhraseArcs layout={layout} />}
          <Terrain
            {...shown}
            analysis={explanation.changes}
            heights={heights}
            marks={marks}
            contour={contour}
            actions={actions}
          />
          {view.staff && !layout.far && (
            <>
              <Staff {...shown} score={score} view={view} outline={outlined} marks={staffMarks} />
              <Tablature fingered={fingered} line={line} layout={layout} />
            </>
          )}
        </>
      )}
      <Cursor layout={layout} />
      <PhraseBars layout={layout} />
    </div>
  )
}

type Shown = Pick<SystemProps, 'analysis' | 'line' | 'explanation'> & Omit<SystemProps['drawn'], 'turn'>

/**
 * Once the line is there, the systems show it one by one: the first immediately, each other one in a task of its own,
 * so that no task is long when a whole line arrives during playback.
 */
const useInTurn = ({ analysis, line, explanation, drawn }: SystemProps): Shown => {
  const { layout, heights, score, outlined, fingered, turn } = drawn
  const now = useMemo(
    () => ({ analysis, line, explanation, layout, heights, score, outlined, fingered }),
    [analysis, line, explanation, layout, heights, score, outlined, fingered],
  )
  const [shown, setShown] = useState<Shown>(now)
  useEffect(() => {
    if (turn === 0) return
    const timer = setTimeout(() => flushSync(() => setShown(now)))
    return () => clearTimeout(timer)
  }, [now, turn])
  return turn === 0 ? now : shown
}

/** From far, chords that would overlap the previous one are left to the form strip. */
const LEAST_ROOM = 34
const withRoom = (spans: readonly ChordSpan[], layout: SystemLayout): readonly ChordSpan[] => {
  if (!layout.far) return spans
  const shown: ChordSpan[] = []
  for (const span of spans) {
    const before = shown.at(-1)
    if (!before || layout.xOf(span.start) - layout.xOf(before.start) >= LEAST_ROOM) shown.push(span)
  }
  return shown
}

const keyWords = ({ tonic, mode }: Key): string => `${withSigns(tonic)} ${mode}`

interface HeadingProps {
  readonly analysis: Analysis
  readonly explanation: Explanation
  readonly layout: SystemLayout
  readonly keys: boolean
}

/** Over the terrain: key bands, and each chord with its numeral. */
const Heading = memo(({ analysis, explanation, layout, keys }: HeadingProps) => {
  const { chordStyle } = useSettings()
  const inside = (tick: number) => tick >= layout.start && tick < layout.end
  const edge = (tick: number) => layout.xOf(tick) - (layout.far ? 7 : 26)
  return (
    <div style={{ width: layout.width }}>
      {keys && (
        <div className="relative h-6" data-testid="key-bands">
          {keyRegions(analysis).map(({ key, from, to }) => {
            const [start, end] = [analysis.spans[from]!.start, analysis.spans[to]!.end]
            if (start >= layout.end || end <= layout.start) return null
            const left = edge(Math.max(start, layout.start))
            const right = end >= layout.end ? layout.width - 4 : edge(end) - 4
            return (
              <span
                key={from}
                className="absolute bottom-0 overflow-hidden border-b-4 border-ledge-guide text-sm whitespace-nowrap text-soft"
                style={{ left, width: Math.max(0, right - left) }}
              >
                {keyWords(key)}
              </span>
            )
          })}
        </div>
      )}
      <div className={`relative ${layout.far ? 'h-6' : 'h-9'}`}>
        {withRoom(
          analysis.spans.filter((span) => inside(span.start)),
          layout,
        ).map((span) => (
          <span
            key={span.index}
            className="absolute bottom-1 flex items-baseline gap-2"
            style={{ left: layout.xOf(span.start) - (layout.far ? 6 : 22) }}
          >
            <PlayedChord
              span={span}
              explanation={explanation}
              style={chordStyle}
              className={layout.far ? 'text-sm' : 'text-2xl'}
            />
            {!layout.far && (
              <span className="text-soft">{withSigns(analysis.readings[span.index]!.numeral)}</span>
            )}
          </span>
        ))}
      </div>
    </div>
  )
})

/** The view before there is a note. */
const EMPTY: Heights = { low: 60, high: 82 }

const heightsOf = (line: Line, outline: Line | undefined, contour: Contour['points']): Heights => {
  const pitches = [...line.notes, ...(outline?.notes ?? []), ...contour].map(({ midi }) => midi)
  if (pitches.length === 0) return EMPTY
  // In steps, so that the picture stays still while a note is moved.
  const low = Math.floor((Math.min(...pitches) - MARGIN) / STEP) * STEP
  const high = Math.ceil((Math.max(...pitches) + MARGIN) / STEP) * STEP
  const missing = Math.max(0, LEAST_RANGE - (high - low))
  return { low: low - Math.floor(missing / 2), high: high + Math.ceil(missing / 2) }
}

const Cursor = ({ layout }: { readonly layout: SystemLayout }) => {
  const mark = useRef<HTMLDivElement>(null)
  const shown = useRef(false)
  useClock(
    useCallback(
      (tick) => {
        if (!mark.current) return
        const here = tick !== undefined && tick >= layout.start && tick < layout.end
        if (here !== shown.current) mark.current.style.display = here ? 'block' : 'none'
        shown.current = here
        if (here) mark.current.style.transform = `translateX(${layout.xOf(tick)}px)`
      },
      [layout],
    ),
  )
  return (
    <div
      ref={mark}
      data-testid="line-cursor"
      className="pointer-events-none absolute inset-y-0 left-0 hidden w-0.5 bg-madder will-change-transform"
    />
  )
}
