import {
  type Chart,
  type Instrument,
  type Key,
  type Line,
  type Override,
  transposeChart,
  transposeKey,
  transposeOverrides,
  withSigns,
} from '@eager-contour/core'

/** The chart as the player's instrument reads it. What is stored stays at concert pitch. */
export const writtenChart = (chart: Chart, instrument: Instrument): Chart =>
  transposeChart(chart, instrument.written.fifths)

export const keyWords = (key: Key): string => `${withSigns(key.tonic)} ${key.mode}`

/** The player's own readings as the instrument reads them, and back as they are stored. */
export const writtenReadings = (readings: readonly Override[], instrument: Instrument): readonly Override[] =>
  transposeOverrides(readings, instrument.written.fifths)

export const storedReadings = (readings: readonly Override[], instrument: Instrument): readonly Override[] =>
  transposeOverrides(readings, -instrument.written.fifths)

/** A stored key ('Db major', concert) in the player's transposition. */
export const writtenKey = (stored: string, instrument: Instrument): string => {
  const [tonic = '', mode = 'major'] = stored.split(' ')
  return keyWords(
    transposeKey({ tonic, mode: mode === 'minor' ? 'minor' : 'major' }, instrument.written.fifths),
  )
}

/** A line so many fifths higher, by the nearest way; its notes are spelled anew where they are written. */
export const transposedLine = ({ notes }: Line, fifths: number): Line => {
  const up = (((fifths * 7) % 12) + 12) % 12
  const by = up > 6 ? up - 12 : up
  return { notes: notes.map((note) => ({ ...note, midi: note.midi + by })) }
}
