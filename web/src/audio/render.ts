import type { BandEvent, Part } from '@eager-contour/core'
import { QUARTER } from '@eager-contour/core'
import { audioToWav, SoundBankLoader, SpessaSynthProcessor } from 'spessasynth_core'
import type { BandSound } from './band.ts'
import { loudnessOf, VOLUME } from './sounds.ts'

/** Time after the last note for its decay. */
const TAIL_SECONDS = 1.5
/** Rendered in blocks of at most this many samples; a note starts exactly at its sample. */
const BLOCK = 128
/** The share of its time that a note sounds. */
const HELD = 0.96
/** The loudest sample of a file: 3 dB below full scale, which leaves room for what plays it. */
const PEAK = 10 ** (-3 / 20)

export interface RenderOptions {
  readonly events: readonly BandEvent[]
  readonly sound: BandSound
  readonly bpm: number
  /** Samples per second. */
  readonly rate?: number
  /** Whether reverberation and chorus are included. */
  readonly room?: boolean
}

export interface Rendered {
  readonly rate: number
  readonly left: Float32Array
  readonly right: Float32Array
}

interface Moment {
  readonly at: number
  readonly act: (synth: SpessaSynthProcessor) => void
}

/** Every start and end of a note by its sample; ends come first. */
const momentsOf = ({ events, sound, bpm }: RenderOptions, rate: number): readonly Moment[] => {
  const samples = (ticks: number) => Math.round((ticks / QUARTER) * (60 / bpm) * rate)
  const ends = events.map(
    ({ part, tick, duration, midi }): Moment => ({
      at: samples(tick + duration * HELD),
      act: (synth) => synth.noteOff(sound[part].channel, midi),
    }),
  )
  const begins = events.map(
    ({ part, tick, midi, velocity }): Moment => ({
      at: samples(tick),
      act: (synth) => synth.noteOn(sound[part].channel, midi, velocity),
    }),
  )
  return [...ends, ...begins].sort((a, b) => a.at - b.at)
}

const synthFor = async (font: ArrayBuffer, { sound, room }: RenderOptions, rate: number) => {
  const synth = new SpessaSynthProcessor(rate, {
    eventsEnabled: false,
    effectsEnabled: room ?? true,
    maxBufferSize: BLOCK,
  })
  await synth.processorInitialized
  synth.soundBankManager.addSoundBank(SoundBankLoader.fromArrayBuffer(font), 'band')
  synth.midiChannels[sound.click.channel]?.setDrums(true)
  for (const part of Object.keys(sound) as readonly Part[]) {
    const { channel, program, volume, silent } = sound[part]
    synth.programChange(channel, program)
    synth.controllerChange(channel, VOLUME, loudnessOf(volume, silent))
  }
  return synth
}

/**
 * The band and the line as samples, rendered faster than real time with the same sound font.
 *
 * @param onProgress told each second of sound how much is rendered, 0 to 1
 */
export const renderBand = async (
  font: ArrayBuffer,
  options: RenderOptions,
  onProgress: (share: number) => void = () => undefined,
): Promise<Rendered> => {
  const rate = options.rate ?? 44_100
  const synth = await synthFor(font, options, rate)
  const moments = momentsOf(options, rate)
  const length = (moments.at(-1)?.at ?? 0) + Math.round(TAIL_SECONDS * rate)
  const [left, right] = [new Float32Array(length), new Float32Array(length)]
  let at = 0
  const until = (end: number) => {
    while (at < end) {
      const count = Math.min(BLOCK, end - at)
      synth.process(left, right, at, count)
      if (Math.floor((at + count) / rate) > Math.floor(at / rate)) onProgress((at + count) / length)
      at += count
    }
  }
  for (const moment of moments) {
    until(moment.at)
    moment.act(synth)
  }
  until(length)
  return { rate, left, right }
}

/** As a WAV file (16-bit stereo), its loudest sample at −3 dBFS. */
export const wavOf = ({ rate, left, right }: Rendered): ArrayBuffer => {
  let loudest = 0
  for (const sample of left) loudest = Math.max(loudest, Math.abs(sample))
  for (const sample of right) loudest = Math.max(loudest, Math.abs(sample))
  const turn = loudest > 0 ? PEAK / loudest : 1
  return audioToWav([left.map((sample) => sample * turn), right.map((sample) => sample * turn)], rate, {
    normalizeAudio: false,
  })
}
