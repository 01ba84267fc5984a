import { playedAt, restDue, type Sitting } from '@eager-contour/core'
import { useCallback, useEffect, useState } from 'react'
import { keepDraft, readDraft } from '../data/browserStore.ts'

const SITTING = 'sitting'
const MINUTES = 'rest after minutes'
/** Repetition hurts: a pause every 25 to 30 minutes (common practice, no source). */
const USUAL_MINUTES = 25
const LOOK_MS = 10_000

/** After how many minutes of playing a pause is proposed; 0: never. Kept in the browser. */
export const useRestMinutes = (): readonly [number, (minutes: number) => void] => {
  const [minutes, setMinutes] = useState(USUAL_MINUTES)
  useEffect(() => {
    void readDraft<number>(MINUTES).then((kept) => kept !== undefined && setMinutes(kept))
  }, [])
  return [
    minutes,
    useCallback((chosen: number) => {
      setMinutes(chosen)
      void keepDraft(MINUTES, chosen)
    }, []),
  ]
}

/** Minutes that have been played without a pause, where they are more than the player wants; and how to put it off. */
export const useRest = (
  playing: boolean,
): { readonly due: number | undefined; readonly later: () => void } => {
  const [minutes] = useRestMinutes()
  const [sitting, setSitting] = useState<Sitting>()
  useEffect(() => {
    void readDraft<Sitting>(SITTING).then(setSitting)
  }, [])
  useEffect(() => {
    if (!playing) return
    const note = () =>
      setSitting((before) => {
        const now = playedAt(before, Date.now())
        void keepDraft(SITTING, now)
        return now
      })
    note()
    const timer = setInterval(note, LOOK_MS)
    return () => clearInterval(timer)
  }, [playing])
  const later = useCallback(() => {
    const now = Date.now()
    setSitting({ from: now, last: now })
    void keepDraft(SITTING, { from: now, last: now })
  }, [])
  return { due: playing ? undefined : restDue(sitting, minutes, Date.now()), later }
}
