import { lineElsewhere, type TakenBy } from '@eager-contour/core'
import { useState } from 'react'
import { useSettings } from '../../settings/settings.ts'
import { useAppDispatch } from '../../store/store.ts'
import { Button } from '../../ui/Button.tsx'
import { Choice } from '../../ui/Choice.tsx'
import { chordText } from '../../ui/ChordSymbol.tsx'
import { PopoverButton } from '../../ui/PopoverButton.tsx'
import { SegmentedControl } from '../../ui/SegmentedControl.tsx'
import { type EditorLine, lineReplaced } from '../editor/lineHistory.ts'
import { useOpenLine } from '../editor/openLine.ts'

const BY: readonly { readonly value: TakenBy; readonly label: string }[] = [
  { value: 'degrees', label: 'degrees' },
  { value: 'pitches', label: 'pitches' },
]
const FARTHEST = 11

const stepsWords = (steps: number): string =>
  steps === 0
    ? 'as they are'
    : `${Math.abs(steps)} half step${Math.abs(steps) > 1 ? 's' : ''} ${steps > 0 ? 'up' : 'down'}`

/** Moves the line to another place of the tune, by degrees over the chords there, or by pitches to another key. */
export const MoveMenu = ({ line }: { readonly line: EditorLine }) => {
  const { sounding, setStretch } = useOpenLine().open
  const dispatch = useAppDispatch()
  const { stretch } = line
  const last = sounding.chart.bars.length - 1
  const { chordStyle } = useSettings()
  const [bar, setBar] = useState(stretch.from)
  const [by, setBy] = useState<TakenBy>('degrees')
  const [steps, setSteps] = useState(0)
  const chordsOf = (at: number) =>
    sounding.spans
      .filter((span) => span.bar === at)
      .map(({ chord }) => chordText(chord, chordStyle))
      .join(' ')
  return (
    <PopoverButton name="Move">
      <div className="w-80">
        <Choice
          label="to start in"
          value={String(bar)}
          options={Array.from({ length: last + 1 }, (_, at) => ({
            value: String(at),
            label: `bar ${at + 1}  ${chordsOf(at)}`,
          }))}
          onChange={(chosen) => setBar(Number(chosen))}
        />
        <SegmentedControl label="keeping" value={by} options={BY} onChange={setBy} />
        {by === 'pitches' ? (
          <Choice
            label="transposed by"
            value={String(steps)}
            options={Array.from({ length: 2 * FARTHEST + 1 }, (_, at) => ({
              value: String(FARTHEST - at),
              label: stepsWords(FARTHEST - at),
            }))}
            onChange={(chosen) => setSteps(Number(chosen))}
          />
        ) : (
          <p className="mt-1 text-sm text-soft">Keeps each note’s degree over the new chords.</p>
        )}
        <Button
          look="main"
          className="mt-3"
          onClick={() => {
            const moved = lineElsewhere(sounding, line, stretch.from, bar, by, by === 'pitches' ? steps : 0)
            const to = Math.min(last, bar + stretch.to - stretch.from)
            const where = { from: bar, to }
            dispatch(lineReplaced({ notes: moved.notes, stretch: where, seed: 1, title: '', revision: 0 }))
            setStretch(where)
          }}
        >
          Move the line
        </Button>
      </div>
    </PopoverButton>
  )
}
