import { Check } from '../../ui/Check.tsx'
import { PopoverButton } from '../../ui/PopoverButton.tsx'
import { SegmentedControl } from '../../ui/SegmentedControl.tsx'
import type { Picture, StageView } from './useStageView.ts'

const PICTURES: readonly { readonly value: Picture; readonly label: string }[] = [
  { value: 'auto', label: 'as it suits' },
  { value: 'staff', label: 'staff' },
  { value: 'dots', label: 'dots' },
]
/** Beats ahead of the band. */
const AHEAD = [0, 1, 2, 4] as const

interface StageViewChoiceProps {
  readonly view: StageView
  readonly onChange: (part: Partial<StageView>) => void
  /** Whether keys are on the screen now; undefined if they can't be. */
  readonly board: boolean | undefined
  /** Whether there are notes to draw: a free rung has none. */
  readonly notes: boolean
}

/** How the stage looks: staff or dots, how far ahead the position is, keys on the screen. */
export const StageViewChoice = ({ view, onChange, board, notes }: StageViewChoiceProps) => (
  <PopoverButton name="View">
    <div className="grid gap-4">
      {notes && (
        <>
          <SegmentedControl
            label="Notes"
            value={view.picture}
            options={PICTURES}
            onChange={(picture) => onChange({ picture })}
          />
          <SegmentedControl
            label="Position ahead of the band, in beats"
            value={String(view.ahead)}
            options={AHEAD.map((beats) => ({ value: String(beats), label: String(beats) }))}
            onChange={(beats) => onChange({ ahead: Number(beats) })}
          />
        </>
      )}
      {board !== undefined && (
        <Check label="keys on the screen" checked={board} onChange={(on) => onChange({ board: on })} />
      )}
    </div>
  </PopoverButton>
)
