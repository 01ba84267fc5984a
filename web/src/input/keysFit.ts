import { useEffect, useState } from 'react'
import { keepDraft, readDraft } from '../data/browserStore.ts'

/** The latency in milliseconds of on-screen keys and of the computer keyboard, compensated; kept in this browser. */
export interface KeysLatency {
  readonly screenMs: number
  readonly lettersMs: number
}

const USUAL: KeysLatency = { screenMs: 0, lettersMs: 0 }
const KEPT = 'keys'

let settings = USUAL
let read = false
const watchers = new Set<(settings: KeysLatency) => void>()

const tell = (next: KeysLatency): void => {
  settings = next
  for (const watcher of watchers) watcher(settings)
}

export const saveKeysLatency = (part: Partial<KeysLatency>): void => {
  tell({ ...settings, ...part })
  void keepDraft(KEPT, settings)
}

/** The latency of keys, as measured or set. */
export const useKeysLatency = (): KeysLatency => {
  const [now, setNow] = useState(settings)
  useEffect(() => {
    watchers.add(setNow)
    setNow(settings)
    if (!read) {
      read = true
      void readDraft<Partial<KeysLatency>>(KEPT).then((kept) => kept && tell({ ...settings, ...kept }))
    }
    return () => void watchers.delete(setNow)
  }, [])
  return now
}
