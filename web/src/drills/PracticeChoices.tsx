import { PIECE_PLANS, type PiecePlan, TEMPO_PLANS, type TempoPlan } from '@eager-contour/core'
import type { Practice } from '../practice/stageAddress.ts'
import { Choice } from '../ui/Choice.tsx'

interface PracticeChoicesProps {
  readonly value: Practice
  readonly onChange: (practice: Practice) => void
}

const LATER: readonly { readonly value: string; readonly label: string }[] = [
  { value: '1', label: 'same as in the first' },
  { value: '2', label: 'chord symbols only' },
  { value: '3', label: 'numerals and the key' },
  { value: '4', label: 'key name only' },
]

/** How an exercise is practised over several runs: in pieces, at which tempos, and what later keys show. */
export const PracticeChoices = ({ value, onChange }: PracticeChoicesProps) => (
  <details className="py-1.5">
    <summary className="min-h-9 cursor-pointer text-soft">Over several runs</summary>
    <Choice<PiecePlan>
      label="Break it up"
      value={value.pieces ?? 'whole'}
      options={PIECE_PLANS.map(({ id, name }) => ({ value: id, label: name }))}
      onChange={(pieces) => onChange({ ...value, pieces })}
    />
    <Choice<TempoPlan>
      label="The tempo"
      value={value.tempo ?? 'ladder'}
      options={TEMPO_PLANS.map(({ id, name }) => ({ value: id, label: name }))}
      onChange={(tempo) => onChange({ ...value, tempo })}
    />
    <Choice
      label="Show in later keys"
      value={String(value.hideLater ?? 1)}
      options={LATER}
      onChange={(hide) => onChange({ ...value, hideLater: Number(hide) })}
    />
  </details>
)
