import type { Ticks } from '@eager-contour/core'
import { useEffect, useState } from 'react'
import { LOOK_MS } from './looking.ts'
import { type BarRow, rowAt } from './rows.ts'

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
