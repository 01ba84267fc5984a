import { type Analysis, type BandEvent, kitOf, type Stretch, writeBandMidi } from '@eager-contour/core'
import { proxy } from 'comlink'
import { fetchFont } from '../../audio/band.ts'
import type { Mix } from '../../audio/mixSlice.ts'
import type { RenderOptions } from '../../audio/render.ts'
import { rendering } from '../../audio/rendering.ts'
import { fileVoices, voicesOf } from '../../audio/sounds.ts'
import { fileName, saveFile } from '../../ui/saveFile.ts'

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
