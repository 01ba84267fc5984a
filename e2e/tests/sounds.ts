import { execFileSync } from 'node:child_process'
import { readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { randomFrom } from '@eager-contour/core'
import { audioToWav, SoundBankLoader, SpessaSynthProcessor } from 'spessasynth_core'

const RATE = 44_100
const BLOCK = 128
const FONT = join(import.meta.dirname, '../../web/public/sound/band.sf3')

/** General MIDI programs of the sampled instruments, from 0. */
const PROGRAMS = { 'alto sax': 65, trumpet: 56, guitar: 26 } as const
type Horn = keyof typeof PROGRAMS

/** A note to be played, in seconds. */
export interface Sounded {
  readonly at: number
  readonly seconds: number
  readonly midi: number
}

/** What a sampled instrument plays, as samples. */
export const played = async (horn: Horn, notes: readonly Sounded[], tail = 1): Promise<Float32Array> => {
  const synth = new SpessaSynthProcessor(RATE, {
    eventsEnabled: false,
    effectsEnabled: false,
    maxBufferSize: BLOCK,
  })
  await synth.processorInitialized
  const font = readFileSync(FONT)
  synth.soundBankManager.addSoundBank(
    SoundBankLoader.fromArrayBuffer(
      font.buffer.slice(font.byteOffset, font.byteOffset + font.byteLength) as ArrayBuffer,
    ),
    'band',
  )
  synth.programChange(0, PROGRAMS[horn])
  const moments = notes
    .flatMap(({ at, seconds, midi }) => [
      { at: Math.round(at * RATE), act: () => synth.noteOn(0, midi, 100) },
      { at: Math.round((at + seconds) * RATE), act: () => synth.noteOff(0, midi) },
    ])
    .sort((a, b) => a.at - b.at)
  const samples = new Float32Array(moments.at(-1)!.at + Math.round(tail * RATE))
  const other = new Float32Array(samples.length)
  let at = 0
  const until = (end: number) => {
    while (at < end) {
      const count = Math.min(BLOCK, end - at)
      synth.process(samples, other, at, count)
      at += count
    }
  }
  for (const moment of moments) {
    until(moment.at)
    moment.act()
  }
  until(samples.length)
  return samples
}

/** White noise over samples, a number of decibels under full scale (root mean square). */
export const withNoise = (samples: Float32Array, decibels: number): Float32Array => {
  const random = randomFrom(1)
  // Even noise from -1 to 1 has a root mean square of 1/√3.
  const loud = 10 ** (decibels / 20) * Math.sqrt(3)
  return samples.map((sample) => sample + loud * (2 * random() - 1))
}

export const silence = (seconds: number): Float32Array => new Float32Array(Math.round(seconds * RATE))

/** As a WAV file that Chromium takes for its microphone. */
export const saveAsWav = (samples: Float32Array, file: string): string => {
  writeFileSync(file, new Uint8Array(audioToWav([samples, samples], RATE, { normalizeAudio: false })))
  return file
}

/** A WAV file of a voice that speaks. */
export const saveSpeech = (words: string, file: string, voice = 'en'): string => {
  execFileSync('espeak-ng', ['-v', voice, '-w', file, words])
  return file
}

/** A line of eighths that wanders over two octaves, no note twice running. */
export const wandering = (count: number, bpm: number, from: number, seed: number): readonly Sounded[] => {
  const random = randomFrom(seed)
  const eighth = 30 / bpm
  let midi = 62
  return Array.from({ length: count }, (_, index) => {
    const step = Math.round((random() - 0.5) * 8) || 1
    midi = midi + step > 76 || midi + step < 54 ? midi - step : midi + step
    return { at: from + index * eighth, seconds: eighth * 0.96, midi }
  })
}
