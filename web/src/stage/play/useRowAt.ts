import type { Ticks } from '@eager-contour/core'
import { useEffect, useState } from 'react'
import { type BarRow, rowAt } from './rows.ts'

/** Milliseconds between two checks of the run's position. */
const LOOK_MS = 25

/** The row that is being read; the page is redrawn only when it changes. */
export const useRowAt = (rows: readonly BarRow[], position: () => Ticks | undefined): number => {
  const [row, setRow] = useState(0)
  useEffect(() => {
    const look = () => setRow(rowAt(rows, position()))
    look()
    const timer = setInterval(look, LOOK_MS)
    return () => clearInterval(timer)
  }, [rows, position])
  return Math.min(row, rows.length - 1)
}
