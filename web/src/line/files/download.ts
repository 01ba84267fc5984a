import {
  type Analysis,
  type BandEvent,
  type FingeringWish,
  type Instrument,
  kitOf,
  type Line,
  type Stretch,
  writeAbc,
  writeBandMidi,
  writeMidi,
  writeMusicXml,
} from '@eager-contour/core'
import { proxy } from 'comlink'
import { fetchFont } from '../../audio/band.ts'
import type { Mix } from '../../audio/mixSlice.ts'
import type { RenderOptions } from '../../audio/render.ts'
import { rendering } from '../../audio/rendering.ts'
import { fileVoices, voicesOf } from '../../audio/sounds.ts'
import { fingeredOn } from '../../notation/fingering/useFingering.ts'
import { fileName, saveFile } from '../../ui/saveFile.ts'

/** The line as the player's part: written for the instrument, with its transposition in the file. */
export const saveMusicXml = (
  title: string,
  written: Analysis,
  line: Line,
  stretch: Stretch,
  instrument: Instrument,
  fingering?: FingeringWish,
): void =>
  saveFile(
    fileName(title, 'musicxml'),
    'application/vnd.recordare.musicxml+xml',
    writeMusicXml(written.chart, line, stretch, {
      title,
      part: instrument.name,
      clef: instrument.clef,
      written: instrument.written,
      ...fingeredFor(line, instrument, fingering),
    }),
  )

/** The line as it sounds, with its chords, as text. */
export const saveAbc = (title: string, sounding: Analysis, line: Line, stretch: Stretch): void =>
  saveFile(fileName(title, 'abc'), 'text/vnd.abc', writeAbc({ ...sounding.chart, title }, line, stretch))

/** Strings and frets, for an instrument that has them, if it can play the line. */
const fingeredFor = (line: Line, instrument: Instrument, wish?: FingeringWish) => {
  const fingered = fingeredOn(line, instrument, wish)
  return fingered?.fingering
    ? { fingered: { strings: fingered.board.strings.length, notes: fingered.fingering.notes } }
    : {}
}

/** The line as it sounds. */
export const saveMidi = (
  title: string,
  sounding: Analysis,
  line: Line,
  stretch: Stretch,
  tempo: number,
): void =>
  saveFile(
    fileName(title, 'mid'),
    'audio/midi',
    writeMidi(sounding.chart, line, stretch, tempo).slice().buffer,
  )

/** Line and band as they sound. */
export const saveBandMidi = (
  title: string,
  sounding: Analysis,
  events: readonly BandEvent[],
  stretch: Stretch,
  mix: Mix,
  tempo: number,
): void => {
  const voices = fileVoices(voicesOf(mix, kitOf(sounding.chart.feel)))
  saveFile(
    fileName(`${title} with band`, 'mid'),
    'audio/midi',
    writeBandMidi(sounding.chart, events, stretch, voices, tempo).slice().buffer,
  )
}

/**
 * A recording, rendered in a worker; false if there is no audio.
 *
 * @param onProgress told how much is rendered, 0 to 1
 */
export const saveWav = async (
  title: string,
  preference: RenderOptions,
  onProgress: (share: number) => void,
): Promise<boolean> => {
  try {
    const wav = await rendering().wav(await fetchFont(), preference, proxy(onProgress))
    saveFile(fileName(title, 'wav'), 'audio/wav', wav)
    return true
  } catch {
    return false
  }
}
