import { useEffect, useState } from 'react'
import { keepDraft, readDraft } from '../data/browserStore.ts'

/** Milliseconds that notes of the screen's keys and of the computer keyboard come late, taken off; kept in this browser. */
export interface KeysFit {
  readonly screenMs: number
  readonly lettersMs: number
}

const USUAL: KeysFit = { screenMs: 0, lettersMs: 0 }
const KEPT = 'keys'

let fit = USUAL
let read = false
const watchers = new Set<(fit: KeysFit) => void>()

const tell = (next: KeysFit): void => {
  fit = next
  for (const watcher of watchers) watcher(fit)
}

export const fitKeys = (part: Partial<KeysFit>): void => {
  tell({ ...fit, ...part })
  void keepDraft(KEPT, fit)
}

/** How late keys are, as it was found or set. */
export const useKeysFit = (): KeysFit => {
  const [now, setNow] = useState(fit)
  useEffect(() => {
    watchers.add(setNow)
    setNow(fit)
    if (!read) {
      read = true
      void readDraft<Partial<KeysFit>>(KEPT).then((kept) => kept && tell({ ...fit, ...kept }))
    }
    return () => void watchers.delete(setNow)
  }, [])
  return now
}
