import {
  type Explanation,
  explainLine,
  type FingeringWish,
  type PhraseInKey,
  scoreOf,
} from '@eager-contour/core'
import { useMemo, useRef, useState } from 'react'
import { FingeringPanel } from '../notation/fingering/FingeringPanel.tsx'
import { LEAST, useFingered } from '../notation/fingering/useFingering.ts'
import { layoutSystems } from '../notation/layout.ts'
import { StillSystems } from '../notation/StillSystems.tsx'
import { useWidth } from '../ui/useWidth.ts'

/** Bars in a row, if it is wide enough. */
const IN_ROW = 4
const NARROW = 760

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
  return (
    <div ref={host} className="min-w-0">
      <StillSystems {...{ analysis, line, explanation, score, layouts, terrain, fingered }} />
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
