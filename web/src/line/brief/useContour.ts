import type { Analysis, CurvePoint, Instrument, Stretch } from '@eager-contour/core'
import { useMemo, useState } from 'react'
import { useStable } from '../../ui/useStable.ts'
import type { Editor } from '../editor/useEditor.ts'
import { contourTicks, drawnOver, withHeight } from './contour.ts'

/** The contour as written, and what drawing does: the editor's line follows it at concert pitch. */
export const useContour = (written: Analysis, stretch: Stretch, editor: Editor, instrument: Instrument) => {
  const [drawing, setDrawing] = useState(false)
  const [sketch, setSketch] = useState<readonly CurvePoint[]>()
  const up = instrument.written.semitones
  /** As written: the drawing, or what the line follows. */
  const contour = useMemo<readonly CurvePoint[]>(
    () => sketch ?? editor.contour.map(({ tick, midi }) => ({ tick, midi: midi + up })),
    [sketch, editor.contour, up],
  )
  const onDraw = (drawn: readonly CurvePoint[], done: boolean) => {
    const ticks = contourTicks(written.chart, stretch)
    const before = editor.contour.map(({ tick, midi }) => ({ tick, midi: midi + up }))
    const curve = drawnOver(ticks, before, drawn)
    setSketch(done ? undefined : curve)
    if (done) editor.actions.follow(curve.map(({ tick, midi }) => ({ tick, midi: midi - up })))
  }
  /** Level at first, through the middle of the line, so that keys can bend it. */
  const toggleDrawing = () => {
    setDrawing((on) => !on)
    if (drawing || editor.contour.length > 0 || !editor.line) return
    const heights = editor.line.notes.map(({ midi }) => midi)
    const middle = Math.round(heights.reduce((sum, midi) => sum + midi, 0) / heights.length)
    editor.actions.follow(drawnOver(contourTicks(written.chart, stretch), [], [{ tick: 0, midi: middle }]))
  }
  const onBend = (tick: number, by: number) => {
    const point = editor.contour.find((one) => one.tick === tick)
    if (point) editor.actions.follow(withHeight(editor.contour, tick, point.midi + by))
  }
  return { contour, drawing, ...useStable({ onDraw, onBend, startDrawing: toggleDrawing }) }
}
