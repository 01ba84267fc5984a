import type { Chart, Outcome } from '@eager-contour/core'
import { startTransition, useCallback, useEffect, useMemo, useState } from 'react'
import { dropDraft, keepDraft, readDraft } from '../data/browserStore.ts'
import { readText } from './reading.ts'

/** A text that comes to the editor from outside: a new object each time. */
export interface Incoming {
  readonly text: string
}

export interface ChartText {
  readonly text: string
  readonly incoming: Incoming
  readonly outcome: Outcome<Chart>
  /** Writes from outside the editor. */
  readonly write: (text: string) => void
  /** What the editor contains now. */
  readonly typed: (text: string) => void
  /** Drops the draft: what was typed has been saved or discarded. */
  readonly settle: () => void
}

/** A chart's text being edited: kept in the browser at every change, and restored with the page. */
export const useChartText = (draft: string, first: string): ChartText => {
  const [text, setText] = useState(first)
  const [incoming, setIncoming] = useState<Incoming>({ text: first })
  useEffect(() => {
    void readDraft<string>(draft).then((kept) => kept !== undefined && setIncoming({ text: kept }))
  }, [draft])
  const outcome = useMemo(() => readText(text), [text])
  return {
    text,
    incoming,
    outcome,
    write: useCallback((next) => setIncoming({ text: next }), []),
    typed: useCallback(
      (next) => {
        void (next === first ? dropDraft(draft) : keepDraft(draft, next))
        startTransition(() => setText(next))
      },
      [draft, first],
    ),
    settle: useCallback(() => void dropDraft(draft), [draft]),
  }
}
