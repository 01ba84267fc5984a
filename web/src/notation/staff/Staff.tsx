import type { Analysis, Explanation, Line, Score } from '@eager-contour/core'
import { useEffect, useLayoutEffect, useRef } from 'react'
import { useSettings } from '../../settings/settings.ts'
import type { SystemLayout } from '../layout.ts'
import { PlayedChord } from '../PlayedChord.tsx'
import { isIn, NOTHING_SELECTED, type Selection } from '../selection.ts'
import { type Engraver, engraverIfReady, inSteps, loadEngraver } from './engraver.ts'
import { clefOf, STAFF_HEIGHT } from './lines.ts'
import { NoteSigns } from './NoteSigns.tsx'

/** What stands out on the staff, and what the pointer does there. */
export interface StaffMarks {
  readonly selection: Selection
  readonly hovered: number | undefined
  readonly onHover: (index: number | undefined) => void
}

/** Another line, shown in outline where it differs. */
export interface StaffOutline {
  readonly line: Line
  readonly score: Score
}

interface StaffProps {
  readonly analysis: Analysis
  readonly score: Score
  readonly line: Line
  readonly explanation: Explanation
  readonly layout: SystemLayout
  readonly view: {
    readonly degrees: boolean
    readonly roles: boolean
    /** Drawn synchronously: for paper. */
    readonly atOnce?: boolean
  }
  readonly outline?: StaffOutline | undefined
  readonly marks?: StaffMarks
}

const UNMARKED: StaffMarks = { selection: NOTHING_SELECTED, hovered: undefined, onHover: () => undefined }

/** The bars of a system as text: unchanged ones aren't redrawn. */
const barsKey = (score: Score | undefined, layout: SystemLayout): string =>
  JSON.stringify(score?.bars.filter(({ number }) => number >= layout.first && number <= layout.to))

/** The line in notes under the terrain, beat for beat, with each note's degree and role beneath. */
export const Staff = ({
  analysis,
  score,
  line,
  explanation,
  layout,
  view,
  outline,
  marks = UNMARKED,
}: StaffProps) => {
  const { selection, hovered, onHover } = marks
  const { atOnce = false } = view
  const other = outline?.score
  const { instrument, chordStyle } = useSettings()
  const host = useRef<HTMLDivElement>(null)
  const ghost = useRef<HTMLDivElement>(null)
  const drawn = useRef<ReadonlyMap<number, SVGElement>>(new Map())
  const key = barsKey(score, layout)
  const now = useRef(score)
  now.current = score
  const light = useRef<() => void>(() => undefined)
  light.current = () => {
    for (const [index, element] of drawn.current)
      element.classList.toggle('lit', index === hovered || isIn(selection, index))
  }
  useLayoutEffect(() => {
    let stop = () => {}
    let current = true
    void key
    const show = (elements: ReadonlyMap<number, SVGElement>) => {
      drawn.current = elements
      for (const [index, element] of elements) element.setAttribute('data-staff-note', String(index))
      light.current()
    }
    const draw = ({ paintingStaff, drawStaff }: Engraver) => {
      if (!current || !host.current) return
      const staff = [
        host.current,
        now.current,
        layout,
        { ...clefOf(instrument), colour: 'currentColor' },
      ] as const
      if (atOnce) show(drawStaff(...staff))
      else stop = inSteps(paintingStaff(...staff), show)
    }
    const ready = engraverIfReady()
    if (ready) draw(ready)
    else void loadEngraver().then(draw)
    return () => {
      current = false
      stop()
    }
  }, [key, layout, instrument, atOnce])
  useLayoutEffect(() => {
    const drawing = engraverIfReady()
    if (!ghost.current) return
    if (!other || !drawing || barsKey(other, layout) === key) {
      ghost.current.style.display = 'none'
      return
    }
    const here = new Set(line.notes.map(({ start, midi }) => `${start} ${midi}`))
    ghost.current.style.display = ''
    const notes = drawing.drawStaff(ghost.current, other, layout, {
      ...clefOf(instrument),
      colour: 'var(--madder)',
      notesOnly: true,
    })
    for (const [index, element] of notes) {
      const note = outline?.line.notes[index]
      const known = note !== undefined && here.has(`${note.start} ${note.midi}`)
      element.style.display = known ? 'none' : ''
      element.toggleAttribute('data-staff-outline', !known)
    }
  }, [other, outline, key, layout, instrument, line])
  useEffect(() => {
    void [selection, hovered]
    light.current()
  }, [selection, hovered])
  const bars = score.bars.filter(({ number }) => number >= layout.first && number <= layout.to)
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
              <PlayedChord span={analysis.spans[cell.index]!} explanation={explanation} style={chordStyle} />
            </span>
          )),
        )}
      </div>
      <div className="relative">
        <div
          ref={host}
          className="staff text-ink"
          style={{ minHeight: STAFF_HEIGHT }}
          data-testid="staff"
          aria-hidden="true"
        />
        <div ref={ghost} className="staff staff-outline absolute inset-0" aria-hidden="true" />
      </div>
      {(view.degrees || view.roles) && (
        <NoteSigns
          line={line}
          readings={notes}
          layout={layout}
          view={view}
          hovered={hovered}
          onHover={onHover}
        />
      )}
    </div>
  )
}
