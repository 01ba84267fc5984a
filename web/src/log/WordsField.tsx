import { LIMITS } from '@eager-contour/contract/limits'
import { useState } from 'react'
import { FIELD } from '../ui/looks.ts'

interface WordsFieldProps {
  readonly label: string
  /** As they are stored. */
  readonly stored: string
  readonly onKeep: (words: string) => void
}

/** What the player writes about something: kept when the field is left. */
export const WordsField = ({ label, stored, onKeep }: WordsFieldProps) => {
  const [words, setWords] = useState(stored)
  return (
    <label className="block">
      <span className="block text-soft">{label}</span>
      <textarea
        value={words}
        maxLength={LIMITS.remark}
        rows={2}
        onChange={(event) => setWords(event.target.value)}
        onBlur={() => {
          if (words !== stored) onKeep(words)
        }}
        className={`${FIELD} w-full py-2`}
      />
    </label>
  )
}
