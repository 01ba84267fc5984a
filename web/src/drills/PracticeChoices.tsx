import { PIECE_PLANS, type PiecePlan, TEMPO_PLANS, type TempoPlan } from '@eager-contour/core'
import { LOOPS, type Practice, TURNS } from '../practice/stageAddress.ts'
import { Check } from '../ui/Check.tsx'
import { Choice } from '../ui/Choice.tsx'

interface PracticeChoicesProps {
  readonly value: Practice
  readonly onChange: (practice: Practice) => void
  /** The variant, if it is a figure whose halves can be played alone. */
  readonly figure: number | undefined
  /** Whether the player makes the line. */
  readonly free: boolean
}

const NEXT_KEY: readonly { readonly value: 'done' | 'each'; readonly label: string }[] = [
  { value: 'done', label: 'when the rung is done in this one' },
  { value: 'each', label: 'after every run' },
]

const LATER: readonly { readonly value: string; readonly label: string }[] = [
  { value: '1', label: 'same as in the first' },
  { value: '2', label: 'chord symbols only' },
  { value: '3', label: 'numerals and the key' },
  { value: '4', label: 'key name only' },
]

/** How an exercise is practised over several runs: in pieces, at which tempos, and what later keys show. */
export const PracticeChoices = ({ value, onChange, figure, free }: PracticeChoicesProps) => (
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
    {figure !== undefined && (
      <Check
        label="its half below and its half above first"
        checked={value.figure !== undefined}
        onChange={(on) => onChange({ ...value, figure: on ? figure : undefined })}
      />
    )}
    <Choice
      label="In one run"
      value={String(value.loops ?? 1)}
      options={LOOPS.map((loops) => ({
        value: String(loops),
        label: loops === 1 ? 'once' : `${loops} times, a bar counted between`,
      }))}
      onChange={(loops) => onChange({ ...value, loops: Number(loops) })}
    />
    {free ? (
      <Choice
        label="Trade with a soloist"
        value={String(value.turns ?? 0)}
        options={[
          { value: '0', label: 'no' },
          ...TURNS.map((bars) => ({
            value: String(bars),
            label: `${bars} ${bars === 1 ? 'bar' : 'bars'} each, the soloist first`,
          })),
        ]}
        onChange={(bars) => onChange({ ...value, turns: Number(bars) || undefined })}
      />
    ) : (
      <Check
        label="half each: you hear the first half, and answer"
        checked={value.trade ?? false}
        onChange={(trade) => onChange({ ...value, trade })}
      />
    )}
    <Choice<'done' | 'each'>
      label="The next key"
      value={value.through ? 'each' : 'done'}
      options={NEXT_KEY}
      onChange={(when) => onChange({ ...value, through: when === 'each' })}
    />
    <Check
      label="the next run starts by itself"
      checked={value.byItself ?? false}
      onChange={(byItself) => onChange({ ...value, byItself })}
    />
    <Choice
      label="Show in later keys"
      value={String(value.hideLater ?? 1)}
      options={LATER}
      onChange={(hide) => onChange({ ...value, hideLater: Number(hide) })}
    />
  </details>
)
