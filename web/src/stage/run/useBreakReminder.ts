import { playedAt, restDue, type Sitting } from '@eager-contour/core'
import { useCallback, useEffect, useState } from 'react'
import { keepDraft, readDraft } from '../../data/browserStore.ts'
import { useSettings } from '../../settings/settings.ts'

const SITTING = 'sitting'
const LOOK_MS = 10_000

/** The minutes played without a break, if more than the player wants; and a function that postpones the reminder. */
export const useBreakReminder = (
  playing: boolean,
): { readonly due: number | undefined; readonly later: () => void } => {
  const { restMinutes: minutes } = useSettings()
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
