import { EIGHTH, type Line, stretchTicks, withNote, withRest } from '@eager-contour/core'
import { useEffect, useRef, useState } from 'react'
import { useOpenLine } from '../editor/openLine.ts'

const NO_LINE: Line = { notes: [] }

/** Notes entered one after another at a caret. */
export const useSteps = () => {
  const { open, concert, write } = useOpenLine()
  const { sounding, stretch } = open
  const line = concert ?? NO_LINE
  const { start, end } = stretchTicks(sounding.chart, stretch)
  const [caret, setCaret] = useState(start)
  const [length, setLength] = useState<number>(EIGHTH)
  /** Where each note or rest entered so far starts, for undo. */
  const steps = useRef<number[]>([])
  useEffect(() => {
    setCaret(start)
    steps.current = []
  }, [start])
  const full = caret >= end
  const duration = Math.min(length, end - caret)
  const forward = () => {
    steps.current = [...steps.current, caret]
    setCaret(caret + duration)
  }
  return {
    caret,
    length,
    setLength,
    full,
    /** A note at concert pitch. */
    put: (midi: number) => {
      if (full) return
      write(withNote(sounding, line, { start: caret, duration, midi }).notes)
      forward()
    },
    rest: () => {
      if (full) return
      write(withRest(sounding, line, caret, duration).notes)
      forward()
    },
    back: () => {
      const before = steps.current.at(-1)
      if (before === undefined) return
      steps.current = steps.current.slice(0, -1)
      write(withRest(sounding, line, before, caret - before).notes)
      setCaret(before)
    },
  }
}
