import type { Chart, Outcome } from '@eager-contour/core'
import { startTransition, useCallback, useEffect, useMemo, useRef, useState } from 'react'
import { dropTabDraft, keepTabDraft, readTabDraft } from '../data/tabDrafts.ts'
import { readText } from './reading.ts'

/** A text that comes to the editor from outside: a new object each time. */
export interface Incoming {
  readonly text: string
}

/** A chart as it is stored, and its revision. */
export interface StoredChart {
  readonly text: string
  readonly revision: number
}

export interface ChartText {
  readonly text: string
  /** The revision of the stored chart that the text was written from. */
  readonly revision: number
  readonly incoming: Incoming
  readonly outcome: Outcome<Chart>
  /** Writes from outside the editor. */
  readonly write: (text: string) => void
  /** What the editor contains now. */
  readonly typed: (text: string) => void
  /** Drops the draft: what was typed has been saved or discarded. */
  readonly settle: () => void
}

/** A chart's text being edited: kept for this tab at every change, and restored with the page. */
export const useChartText = (draft: string, stored: StoredChart): ChartText => {
  const [text, setText] = useState(stored.text)
  const [incoming, setIncoming] = useState<Incoming>({ text: stored.text })
  /** What the text was written from: an edit that another tab saved meanwhile is never written over unseen. */
  const base = useRef(stored)
  /** Whether something was written from outside: a draft that is read later doesn't replace it. */
  const isWritten = useRef(false)
  useEffect(() => {
    void readTabDraft<StoredChart | string>(draft).then((kept) => {
      if (kept === undefined || isWritten.current) return
      // Earlier versions kept the text alone.
      if (typeof kept === 'string') return setIncoming({ text: kept })
      base.current = { ...base.current, revision: kept.revision }
      setIncoming({ text: kept.text })
    })
  }, [draft])
  const { text: storedText, revision } = stored
  useEffect(() => {
    const before = base.current.text
    // With changes of its own the text stays on the revision that it was written from, until they are saved.
    if (text !== before && text !== storedText) return
    base.current = { text: storedText, revision }
    if (text !== storedText) setIncoming({ text: storedText })
  }, [text, storedText, revision])
  const outcome = useMemo(() => readText(text), [text])
  return {
    text,
    revision: base.current.revision,
    incoming,
    outcome,
    write: useCallback((next) => {
      isWritten.current = true
      setIncoming({ text: next })
    }, []),
    typed: useCallback(
      (next) => {
        const kept: StoredChart = { text: next, revision: base.current.revision }
        void (next === base.current.text ? dropTabDraft(draft) : keepTabDraft(draft, kept))
        startTransition(() => setText(next))
      },
      [draft],
    ),
    settle: useCallback(() => void dropTabDraft(draft), [draft]),
  }
}
