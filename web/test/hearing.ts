import { PitchDetector } from 'pitchy'

/** Samples of a block in which the ear of these tests listens for a beginning. */
const BLOCK = 32
/** A beginning is this many times as loud, in its fast movements, as what was heard shortly before. */
const RISE = 4
const BEFORE_SECONDS = 0.012
/** Two beginnings lie at least so far apart. */
const APART_SECONDS = 0.06
const SILENCE = 1e-9

/** Where sounds begin, in seconds: where the energy of the signal's differences leaps over what was shortly before. */
export const onsetsOf = (samples: Float32Array, rate: number): readonly number[] => {
  const blocks = Math.floor((samples.length - 1) / BLOCK)
  const energy = new Float64Array(blocks)
  for (let block = 0; block < blocks; block += 1)
    for (let at = block * BLOCK + 1; at <= (block + 1) * BLOCK; at += 1)
      energy[block]! += (samples[at]! - samples[at - 1]!) ** 2 / BLOCK
  const loudest = Math.max(...energy)
  const reach = Math.round((BEFORE_SECONDS * rate) / BLOCK)
  const apart = Math.round((APART_SECONDS * rate) / BLOCK)
  const onsets: number[] = []
  let last = -apart
  for (let block = 0; block < blocks; block += 1) {
    if (block - last < apart || energy[block]! < loudest * 1e-4) continue
    let before = SILENCE
    for (let at = Math.max(0, block - reach); at < block; at += 1) before = Math.max(before, energy[at]!)
    if (energy[block]! < RISE * before) continue
    onsets.push((block * BLOCK) / rate)
    last = block
  }
  return onsets
}

const WINDOW = 2048

/** The pitch that sounds a little after a moment, as a MIDI number with its fraction, by the McLeod method of pitchy. */
export const pitchAt = (samples: Float32Array, rate: number, seconds: number, window = WINDOW): number => {
  const from = Math.round(seconds * rate)
  const detector = PitchDetector.forFloat32Array(window)
  const [hertz] = detector.findPitch(samples.slice(from, from + window), rate)
  return 69 + 12 * Math.log2(hertz / 440)
}
