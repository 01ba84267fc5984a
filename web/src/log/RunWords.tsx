import type { RunAnswer } from '@eager-contour/contract'
import { LIMITS } from '@eager-contour/contract'
import { useState } from 'react'
import { useRunEdits } from './useRunEdits.ts'

/** What the player writes about a run: kept when the field is left. */
export const RunWords = ({ run }: { readonly run: RunAnswer }) => {
  const edits = useRunEdits()
  const [words, setWords] = useState(run.words)
  return (
    <label className="block">
      <span className="block text-soft">What you want to remember of this run</span>
      <textarea
        value={words}
        maxLength={LIMITS.remark}
        rows={2}
        onChange={(event) => setWords(event.target.value)}
        onBlur={() => {
          if (words !== run.words) edits.write(run, words)
        }}
        className="w-full rounded-xl border border-soft bg-sheet px-3 py-2"
      />
    </label>
  )
}
