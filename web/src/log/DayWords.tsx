import { type DayWordsAnswer, LIMITS } from '@eager-contour/contract'
import { useState } from 'react'
import { sendEdit } from '../data/outbox.ts'
import { useAppDispatch } from '../store/store.ts'

interface DayWordsProps {
  /** “2026-11-03”. */
  readonly day: string
  readonly stored: DayWordsAnswer | undefined
}

/** What the player writes about a day: kept when the field is left. */
export const DayWords = ({ day, stored }: DayWordsProps) => {
  const dispatch = useAppDispatch()
  const before = stored?.words ?? ''
  const [words, setWords] = useState(before)
  const keep = () => {
    if (words === before) return
    void sendEdit(dispatch, {
      entity: `day-${day}`,
      path: `days/${day}`,
      title: 'Words to a day',
      body: { words, revision: stored?.revision ?? 0 },
    })
  }
  return (
    <label className="mt-2 block">
      <span className="block text-soft">What you want to remember of this day</span>
      <textarea
        value={words}
        maxLength={LIMITS.remark}
        rows={2}
        onChange={(event) => setWords(event.target.value)}
        onBlur={keep}
        className="w-full rounded-xl border border-soft bg-sheet px-3 py-2"
      />
    </label>
  )
}
