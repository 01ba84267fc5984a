import type { Analysis, Explanation, Line, Score } from '@eager-contour/core'
import { useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { flushSync } from 'react-dom'
import { useClock } from '../../audio/clock.ts'
import { Tablature } from '../../notation/fingering/Tablature.tsx'
import type { LineFingering } from '../../notation/fingering/useFingering.ts'
import type { Heights, SystemLayout } from '../../notation/layout.ts'
import { Staff, type StaffMarks, type StaffOutline } from '../../notation/staff/Staff.tsx'
import type { Contour } from '../../notation/terrain/Ribbon.tsx'
import { Terrain, type TerrainActions, type TerrainMarks } from '../../notation/terrain/Terrain.tsx'
import type { View } from '../../notation/useView.ts'
import { afterFrames } from '../../ui/afterFrames.ts'
import { useInView } from '../../ui/useInView.ts'
import { PhraseBars } from '../saved/PhraseDragging.tsx'
import { PhraseArcs } from './PhraseArcs.tsx'
import { RowHeading } from './RowHeading.tsx'

/** What every row of a line shows. */
export interface LineShown {
  readonly analysis: Analysis
  readonly line: Line
  readonly explanation: Explanation
  readonly view: View
  readonly marks: Omit<TerrainMarks, 'threads'>
  readonly contour: Contour
  readonly actions: TerrainActions
}

interface RowProps extends LineShown {
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
/** Rows that are drawn before it is known which are in the window. */
const ROWS_IN_SIGHT = 2

/** One row of bars; drawn only in the window or near it. */
export const Row = (props: RowProps) => {
  const host = useRef<HTMLDivElement>(null)
  const inView = useInView(host, props.drawn.turn < ROWS_IN_SIGHT)
  const shown = useInTurn(props)
  const { layout, heights } = shown ?? props.drawn
  const least = (heights.high - heights.low + 1) * layout.halfStep + (layout.far ? AROUND_FAR : AROUND)
  return (
    <div
      ref={host}
      className={layout.far ? 'relative mb-2' : 'relative mb-6'}
      style={inView && shown ? undefined : { height: least }}
    >
      {inView && shown && <RowContent {...props} shown={shown} />}
      <RowCursor layout={layout} />
      <PhraseBars layout={layout} />
    </div>
  )
}

/** A row's chords, terrain and staff. */
const RowContent = ({ shown, ...props }: RowProps & { readonly shown: Shown }) => {
  const { view, contour, actions } = props
  const { analysis, line, explanation, layout, heights, score, outlined, fingered } = shown
  const marks = useMemo<TerrainMarks>(
    () => ({ ...props.marks, threads: view.threads }),
    [props.marks, view.threads],
  )
  const staffMarks = useMemo<StaffMarks>(
    () => ({ selection: marks.selection, hovered: marks.hovered, onHover: actions.onHover }),
    [marks, actions],
  )
  const here = { analysis, line, explanation, layout }
  return (
    <>
      <RowHeading analysis={analysis} explanation={explanation} layout={layout} keys={view.keys} />
      {!layout.far && <PhraseArcs layout={layout} />}
      <Terrain
        {...here}
        analysis={explanation.changes}
        heights={heights}
        marks={marks}
        contour={contour}
        actions={actions}
      />
      {view.staff && !layout.far && (
        <>
          <Staff {...here} score={score} view={view} outline={outlined} marks={staffMarks} />
          <Tablature fingered={fingered} line={line} layout={layout} />
        </>
      )}
    </>
  )
}

type Shown = Pick<RowProps, 'analysis' | 'line' | 'explanation'> & Omit<RowProps['drawn'], 'turn'>

/**
 * Once the line is there, the systems show it one by one: the first immediately, each other one in a frame of its own,
 * so that no frame is long when a whole line arrives during playback.
 */
const useInTurn = ({ analysis, line, explanation, drawn }: RowProps): Shown | undefined => {
  const { layout, heights, score, outlined, fingered, turn } = drawn
  const now = useMemo(
    () => ({ analysis, line, explanation, layout, heights, score, outlined, fingered }),
    [analysis, line, explanation, layout, heights, score, outlined, fingered],
  )
  const [shown, setShown] = useState<Shown>()
  useEffect(() => {
    if (turn === 0) return
    return afterFrames(turn, () => flushSync(() => setShown(now)))
  }, [now, turn])
  return turn === 0 ? now : shown
}

const RowCursor = ({ layout }: { readonly layout: SystemLayout }) => {
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
