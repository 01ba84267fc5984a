import {
  type Analysis,
  chartShift,
  type Instrument,
  type Key,
  type Override,
  transposeKey,
  transposeOverrides,
  withSigns,
} from '@eager-contour/core'

/** A key in words: 'A♭ major'. */
export const keyWords = (key: Key): string => `${withSigns(key.tonic)} ${key.mode}`

/** The player's own readings, made as the instrument reads a tune, as they are stored: at concert pitch. */
export const storedReadings = (
  readings: readonly Override[],
  { chart }: Analysis,
  instrument: Instrument,
): readonly Override[] => transposeOverrides(readings, -chartShift(chart, instrument.written.fifths))

/** A stored key ('Db major', concert) in the player's transposition. */
export const writtenKey = (stored: string, instrument: Instrument): string => {
  const [tonic = '', mode = 'major'] = stored.split(' ')
  return keyWords(
    transposeKey({ tonic, mode: mode === 'minor' ? 'minor' : 'major' }, instrument.written.fifths),
  )
}
