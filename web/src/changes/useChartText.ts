import type { Chart, Outcome } from '@eager-contour/core'
import { useEffect, useMemo, useState } from 'react'
import { dropDraft, keepDraft, readDraft } from '../data/browserStore.ts'
import { readText } from './reading.ts'

export interface ChartText {
  readonly text: string
  readonly outcome: Outcome<Chart>
  readonly write: (text: string) => void
  /** The draft is no longer wanted: what was typed has been kept or given up. */
  readonly settle: () => void
}

/** A chart's text being written: kept in the browser at every change, and there again when the page is. */
export const useChartText = (draft: string, first: string): ChartText => {
  const [text, setText] = useState(first)
  useEffect(() => {
    void readDraft<string>(draft).then((kept) => kept !== undefined && setText(kept))
  }, [draft])
  const outcome = useMemo(() => readText(text), [text])
  return {
    text,
    outcome,
    write: (next) => {
      setText(next)
      void keepDraft(draft, next)
    },
    settle: () => void dropDraft(draft),
  }
}
