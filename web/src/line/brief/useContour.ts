import type { CurvePoint } from '@eager-contour/core'
import { useMemo } from 'react'
import type { Contour } from '../../notation/terrain/Ribbon.tsx'
import { useSettings } from '../../settings/settings.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { contourSet, contourSketched, drawingToggled, selectEditor } from '../editor/editorSlice.ts'
import { useOpenLine } from '../editor/openLine.ts'
import { contourTicks, drawnOver, withHeight } from './contour.ts'

const moved = (points: readonly CurvePoint[], by: number): readonly CurvePoint[] =>
  by === 0 ? points : points.map(({ tick, midi }) => ({ tick, midi: midi + by }))

/** The contour as written: the drawing, or what the line follows. */
export const useContour = (): Contour => {
  const { contour, sketch, drawing } = useAppSelector(selectEditor)
  const up = useSettings().instrument.written.semitones
  const points = sketch ?? contour
  return useMemo(() => ({ points: moved(points, up), drawing }), [points, up, drawing])
}

/** What drawing does: the editor's line follows the contour at concert pitch. */
export const useContourActions = () => {
  const { open, concert } = useOpenLine()
  const dispatch = useAppDispatch()
  const { contour, drawing } = useAppSelector(selectEditor)
  const up = useSettings().instrument.written.semitones
  const ticks = () => contourTicks(open.sounding.chart, open.stretch)
  return {
    onDraw: (drawn: readonly CurvePoint[], done: boolean) => {
      const curve = drawnOver(ticks(), contour, moved(drawn, -up))
      dispatch(done ? contourSet(curve) : contourSketched(curve))
    },
    onBend: (tick: number, by: number) => {
      const point = contour.find((one) => one.tick === tick)
      if (point) dispatch(contourSet(withHeight(contour, tick, point.midi + by)))
    },
    /** Level at first, through the middle of the line, so that keys can bend it. */
    onDrawing: () => {
      dispatch(drawingToggled())
      if (drawing || contour.length > 0 || !concert) return
      const heights = concert.notes.map(({ midi }) => midi)
      const middle = Math.round(heights.reduce((sum, midi) => sum + midi, 0) / heights.length)
      dispatch(contourSet(drawnOver(ticks(), [], [{ tick: 0, midi: middle }])))
    },
  }
}
