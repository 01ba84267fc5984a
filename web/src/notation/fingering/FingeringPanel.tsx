import { type Chart, type FingeringWish, type Line, withSigns } from '@eager-contour/core'
import { range } from 'd3-array'
import { useState } from 'react'
import { Choice } from '../../ui/Choice.tsx'
import { placeWords } from '../labels.ts'
import { Necks } from './Necks.tsx'
import type { LineFingering } from './useFingering.ts'
import { stringsFor, stringWished, type WholeWish, wholeWishOf, wishFor, withString } from './wishes.ts'

/** Positions that are offered for the first note. */
const POSITIONS = range(1, 13)
const BEST = 'best'

interface FingeringPanelProps {
  readonly fingered: LineFingering
  /** As it is written. */
  readonly line: Line
  readonly chart: Chart
  readonly wish: FingeringWish
  readonly onWish: (wish: FingeringWish) => void
  /** The note whose string is chosen; without it, the panel has a choice of notes. */
  readonly selected?: number | undefined
}

/** How a line is fingered: what the player wants of all and of one note, what can't be done, and the neck bar by bar. */
export const FingeringPanel = ({ fingered, line, chart, wish, onWish, selected }: FingeringPanelProps) => {
  const { board, notes, fingering, problem } = fingered
  const [chosen, setChosen] = useState(0)
  const at = Math.min(selected ?? chosen, notes.length - 1)
  const note = notes[at]
  const count = board.strings.length
  const whole = wholeWishOf(fingered, wish)
  const wholes: readonly { readonly value: WholeWish; readonly label: string }[] = [
    { value: 'least', label: 'least movement' },
    { value: 'still', label: 'without a shift' },
    ...(whole === 'own' ? [{ value: 'own', label: 'my own' } as const] : []),
    ...board.strings.map((_, from) => ({
      value: `string ${count - 1 - from}` as const,
      label: `from string ${from + 1}`,
    })),
    ...POSITIONS.map((one) => ({ value: `position ${one}` as const, label: `from position ${one}` })),
  ]
  if (!note) return null
  return (
    <section aria-label="Fingering" className="mb-3">
      <div className="flex flex-wrap items-end gap-x-4">
        <Choice
          label="Fingering"
          value={whole}
          options={wholes}
          onChange={(value) => onWish(wishFor(fingered, value, wish))}
        />
        {selected === undefined && (
          <Choice
            label="Note"
            value={String(at)}
            options={line.notes.map(({ start, spelling }, index) => ({
              value: String(index),
              label: `${withSigns(spelling)}, ${placeWords({ chart }, start)}`,
            }))}
            onChange={(value) => setChosen(Number(value))}
          />
        )}
        <Choice
          label={selected === undefined ? 'Its string' : 'String of this note'}
          value={String(stringWished(wish, note) ?? BEST)}
          options={[
            { value: BEST, label: 'best' },
            ...stringsFor(board, note.midi).map(({ string, fret }) => ({
              value: String(string),
              label: `string ${count - string}, ${fret === 0 ? 'open' : `fret ${fret}`}`,
            })),
          ]}
          onChange={(value) => onWish(withString(wish, note, value === BEST ? undefined : Number(value)))}
        />
      </div>
      <p role="status" className="py-1 text-soft">
        {problem ?? (fingering && shiftsText(fingering.shifts))}
      </p>
      {fingering && <Necks {...{ board, fingering, line, chart }} />}
    </section>
  )
}

const shiftsText = (shifts: number): string => {
  if (shifts === 0) return 'The hand stays where it is.'
  return shifts === 1 ? 'The hand shifts once.' : `The hand shifts ${shifts} times.`
}
