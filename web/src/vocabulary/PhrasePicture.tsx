import {
  type Explanation,
  explainLine,
  type FingeringWish,
  type PhraseInKey,
  scoreOf,
} from '@eager-contour/core'
import { useMemo, useRef, useState } from 'react'
import { FingeringPanel } from '../notation/fingering/FingeringPanel.tsx'
import { Tablature } from '../notation/fingering/Tablature.tsx'
import { LEAST, useFingered } from '../notation/fingering/useFingering.ts'
import { layoutSystems } from '../notation/layout.ts'
import { NOTHING_SELECTED } from '../notation/selection.ts'
import { Staff } from '../notation/staff/Staff.tsx'
import { Terrain, type TerrainActions, type TerrainMarks } from '../notation/terrain/Terrain.tsx'
import { useWidth } from '../ui/useWidth.ts'

/** Bars in a row, if it is wide enough. */
const IN_ROW = 4
const NARROW = 760
/** Half steps shown above and below. */
const MARGIN = 2

const NOTHING = () => undefined
/** It is looked at, not changed by hand. */
const ACTIONS: TerrainActions = {
  onHover: NOTHING,
  onChoose: NOTHING,
  onFocus: NOTHING,
  onDrag: NOTHING,
  onDraw: NOTHING,
  onBend: NOTHING,
}
const MARKS: TerrainMarks = {
  selection: NOTHING_SELECTED,
  hovered: undefined,
  locked: [],
  caret: undefined,
  threads: false,
  pointed: undefined,
  outline: undefined,
}
const NO_CONTOUR = { points: [], drawing: false } as const
const VIEW = { degrees: true, roles: true } as const

interface PhrasePictureProps {
  /** As the instrument reads it. */
  readonly shown: PhraseInKey
  readonly terrain: boolean
  /** The player's own fingering, and how another one is kept; without it, one is chosen for now. */
  readonly fingering?: { readonly wish: FingeringWish; readonly onWish: (wish: FingeringWish) => void }
}

/** The reason of every note of a phrase. */
export const useExplained = ({ analysis, line }: PhraseInKey): Explanation =>
  useMemo(() => explainLine(analysis, line), [analysis, line])

/** A phrase on the terrain and on the staff, with the degree and the role of every note; with a fingering for strings. */
export const PhrasePicture = ({ shown, terrain, fingering }: PhrasePictureProps) => {
  const { analysis, line } = shown
  const host = useRef<HTMLDivElement>(null)
  const width = useWidth(host)
  const explanation = useExplained(shown)
  const stretch = useMemo(() => ({ from: 0, to: analysis.chart.bars.length - 1 }), [analysis])
  const score = useMemo(() => scoreOf(analysis.chart, line, stretch), [analysis, line, stretch])
  const layouts = useMemo(() => {
    // A short phrase fills its row.
    const bars = Math.min(IN_ROW, stretch.to + 1)
    return width === 0
      ? []
      : layoutSystems(analysis.chart, stretch, width, score, 'read', width < NARROW ? undefined : bars)
  }, [analysis, stretch, width, score])
  const [loose, setLoose] = useState(LEAST)
  const wish = fingering?.wish ?? loose
  const fingered = useFingered(line, wish)
  const pitches = line.notes.map(({ midi }) => midi)
  const heights = { low: Math.min(...pitches) - MARGIN, high: Math.max(...pitches) + MARGIN }
  return (
    <div ref={host} className="min-w-0">
      {layouts.map((layout) => (
        <div key={layout.from} className="mb-4">
          {terrain && (
            <Terrain
              {...{ analysis, line, explanation, layout, heights }}
              marks={MARKS}
              contour={NO_CONTOUR}
              actions={ACTIONS}
            />
          )}
          <Staff {...{ analysis, score, line, explanation, layout }} view={VIEW} />
          <Tablature fingered={fingered} line={line} layout={layout} />
        </div>
      ))}
      {fingered && (
        <FingeringPanel
          {...{ fingered, line, wish }}
          chart={analysis.chart}
          onWish={fingering?.onWish ?? setLoose}
        />
      )}
    </div>
  )
}
