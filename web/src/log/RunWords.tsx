import type { RunAnswer } from '@eager-contour/contract'
import { useRunEdits } from './useRunEdits.ts'
import { WordsField } from './WordsField.tsx'

/** What the player writes about a run. */
export const RunWords = ({ run }: { readonly run: RunAnswer }) => {
  const edits = useRunEdits()
  return (
    <WordsField
      label="What you want to remember of this run"
      stored={run.words}
      onKeep={(words) => edits.write(run, words)}
    />
  )
}
