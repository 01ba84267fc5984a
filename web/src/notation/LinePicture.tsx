import {
  type Analysis,
  type Explanation,
  type FingeringWish,
  type Line,
  type Stretch,
  scoreOf,
} from '@eager-contour/core'
import { useEffect, useMemo, useRef } from 'react'
import { createPortal } from 'react-dom'
import { fileName, saveFile } from '../ui/saveFile.ts'
import { useFingered } from './fingering/useFingering.ts'
import { layoutSystems } from './layout.ts'
import { StillSystems } from './StillSystems.tsx'

/** In pixels: four bars in a row. */
const WIDTH = 1000

interface LinePictureProps {
  readonly title: string
  readonly analysis: Analysis
  readonly line: Line
  readonly explanation: Explanation
  readonly stretch: Stretch
  readonly fingering?: FingeringWish
  readonly kind: 'svg' | 'png'
  /** When the file is saved, or couldn't be made. */
  readonly onDone: (ok: boolean) => void
}

/** Terrain and staff of a whole stretch, drawn out of sight and saved as a picture. */
export const LinePicture = ({
  title,
  analysis,
  line,
  explanation,
  stretch,
  fingering,
  kind,
  onDone,
}: LinePictureProps) => {
  const host = useRef<HTMLDivElement>(null)
  const { chart } = analysis
  const score = useMemo(() => scoreOf(chart, line, stretch), [chart, line, stretch])
  const layouts = useMemo(() => layoutSystems(chart, stretch, WIDTH, score), [chart, stretch, score])
  const fingered = useFingered(line, fingering)
  const done = useRef(onDone)
  done.current = onDone
  useEffect(() => {
    const make = async () => {
      const { pngOf, svgOf } = await import('./picture.ts')
      const sheet = host.current!
      const svg = await svgOf(sheet)
      if (kind === 'svg') saveFile(fileName(title, 'svg'), 'image/svg+xml', svg)
      else
        saveFile(
          fileName(title, 'png'),
          'image/png',
          await pngOf(svg, getComputedStyle(sheet).backgroundColor),
        )
    }
    make().then(
      () => done.current(true),
      () => done.current(false),
    )
  }, [title, kind])
  return createPortal(
    <div
      ref={host}
      aria-hidden="true"
      className="fixed top-0 -left-[5000px] bg-sheet p-4 text-ink"
      style={{ width: WIDTH + 32 }}
    >
      <div className="pb-3 font-head text-2xl font-bold">{title}</div>
      <StillSystems
        {...{ analysis, line, explanation, score, layouts, fingered }}
        terrain={true}
        atOnce={true}
      />
    </div>,
    document.body,
  )
}
