import { type Instrument, pitchClass, simpleSpelling, spellPitch, withSigns } from '@eager-contour/core'
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
  readonly onChange: (range: Preference['range']) => void
}) => {
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
    onChange(range.low === instrument.range.low && range.high === instrument.range.high ? undefined : range)
  return (
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
  )
}

/** A line has at least an octave. */
const OCTAVE = 12

/** A pitch by its name and octave, such as B♭4. */
const readName = (midi: number): string =>
  withSigns(spellPitch(midi, simpleSpelling(FLATS[pitchClass(midi)]!)))
const FLATS: readonly number[] = [0, -5, 2, -3, 4, -1, -6, 1, -4, 3, -2, 5]
