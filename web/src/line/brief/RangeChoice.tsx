import {
  type Board,
  boardOf,
  type Instrument,
  pitchClass,
  positionRange,
  simpleSpelling,
  spellPitch,
  withSigns,
} from '@eager-contour/core'
import { range } from 'd3-array'
import { Choice } from '../../ui/Choice.tsx'
import type { Preference } from './briefs.ts'

/** The lowest and highest note that the line may have, as the player's instrument reads them. */
export const RangeChoice = ({
  preference,
  instrument,
  onChange,
}: {
  readonly preference: Preference
  readonly instrument: Instrument
  readonly onChange: (part: Pick<Preference, 'range' | 'position'>) => void
}) => {
  const board = boardOf(instrument)
  const { low, high } = preference.range ?? instrument.range
  const notes = Array.from(
    { length: instrument.range.high - instrument.range.low + 1 },
    (_, at) => instrument.range.low + at,
  )
  const options = (from: number, to: number) =>
    notes
      .filter((midi) => midi >= from && midi <= to)
      .map((midi) => ({ value: String(midi), label: readName(midi + instrument.written.semitones) }))
  const set = (range: NonNullable<Preference['range']>) =>
    onChange({
      position: undefined,
      range: range.low === instrument.range.low && range.high === instrument.range.high ? undefined : range,
    })
  return (
    <>
      <div className="grid grid-cols-2 gap-2">
        <Choice
          label="From"
          value={String(low)}
          options={options(instrument.range.low, high - OCTAVE)}
          onChange={(chosen) => set({ low: Number(chosen), high })}
        />
        <Choice
          label="up to"
          value={String(high)}
          options={options(low + OCTAVE, instrument.range.high)}
          onChange={(chosen) => set({ low, high: Number(chosen) })}
        />
      </div>
      {board && (
        <Choice
          label="On the neck"
          value={String(preference.position ?? 0)}
          options={[
            { value: '0', label: 'anywhere' },
            ...positionsOf(board).map((position) => ({
              value: String(position),
              label: `in position ${position}, without a shift`,
            })),
          ]}
          onChange={(chosen) => {
            const position = Number(chosen) || undefined
            onChange({ position, range: position === undefined ? undefined : positionRange(board, position) })
          }}
        />
      )}
    </>
  )
}

/** The positions in which a hand reaches every note between its lowest and its highest. */
const positionsOf = (board: Board): readonly number[] =>
  range(1, 13).filter((position) => positionRange(board, position) !== undefined)

/** A line has at least an octave. */
const OCTAVE = 12

/** A pitch by its name and octave, such as B♭4. */
const readName = (midi: number): string =>
  withSigns(spellPitch(midi, simpleSpelling(FLATS[pitchClass(midi)]!)))
const FLATS: readonly number[] = [0, -5, 2, -3, 4, -1, -6, 1, -4, 3, -2, 5]
