import type { DayWordsAnswer } from '@eager-contour/contract'
import { sendEdit } from '../data/outbox.ts'
import { useAppDispatch } from '../store/store.ts'
import { WordsField } from './WordsField.tsx'

interface DayWordsProps {
  /** “2026-11-03”. */
  readonly day: string
  readonly stored: DayWordsAnswer | undefined
}

/** What the player writes about a day. */
export const DayWords = ({ day, stored }: DayWordsProps) => {
  const dispatch = useAppDispatch()
  const keep = (words: string) =>
    void sendEdit(dispatch, {
      entity: `day-${day}`,
      path: `days/${day}`,
      title: 'Words to a day',
      body: { words, revision: stored?.revision ?? 0 },
    })
  return (
    <WordsField label="What you want to remember of this day" stored={stored?.words ?? ''} onKeep={keep} />
  )
}
