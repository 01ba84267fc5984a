import {
  type BandEvent,
  type MidiVoice,
  type Part,
  QUARTER,
  randomFrom,
  type Ticks,
} from '@eager-contour/core'
import processorUrl from 'spessasynth_lib/dist/spessasynth_processor.min.js?url'

import { audioContext, wakeSound } from './context.ts'
import { loudnessOf, VOLUME, voicesOf } from './sounds.ts'
import { SILENT_BUS, sampleUnpacker } from './unpacked.ts'

const SOUND_FONT = '/sound/band.sf3'
const STOP_SECONDS = 0.008
/** The share of the tempo on slower choruses. */
const SLOWER = 0.7
/** The share of its time that a note sounds. */
const HELD = 0.96

/** The sound of a part: its voice, and its volume from 0 to 100. */
interface PartSound extends MidiVoice {
  readonly volume: number
  readonly silent: boolean
}
export type BandSound = Readonly<Record<Part, PartSound>>

/** What is played and how: ticks count from the zero of the events. */
export interface Played {
  readonly events: readonly BandEvent[]
  /** Where it repeats; undefined: played once. */
  readonly loop?: { readonly from: Ticks; readonly to: Ticks } | undefined
  readonly bpm: number
  /** Every other chorus is slower. */
  readonly slower?: boolean
}

type ToneModule = typeof import('tone')
type Synth = import('spessasynth_lib').WorkletSynthesizer

/** The sampled band, ready to play. */
export interface Band {
  /** Plays from the start. */
  readonly play: (played: Played, delaySeconds?: number) => void
  /** Replaces the notes to come, at the current position. */
  readonly replace: (played: Played) => void
  readonly setSound: (sound: BandSound) => void
  /** Prepares the samples of what will be played, and of the line's voice. */
  readonly prepare: (
    events: readonly BandEvent[],
    struck?: readonly number[],
    velocity?: number,
  ) => Promise<void>
  readonly stop: () => void
  readonly setTempo: (bpm: number) => void
  /** The position in ticks from the zero of the events; undefined when nothing plays. */
  readonly position: () => Ticks | undefined
  /** When the first tick sounds, in seconds on the audio clock. */
  readonly startsAt: () => number
  readonly strike: (midi: number, velocity: number) => void
  readonly release: (midi: number) => void
  /** Seconds on the audio clock: it stops when the audio is starved. */
  readonly clock: () => number
  /** A moment on the audio clock, in seconds, and the same one on the page's, in milliseconds. */
  readonly stamp: () => { readonly sound: number; readonly wall: number }
  /** The loudness at the output now, as a root mean square from 0 to 1. */
  readonly level: () => number
}

let band: Promise<Band> | undefined

/** Loads the sounds at the first call; after a failure the next call tries again. */
export const loadBand = (): Promise<Band> => {
  band ??= makeBand().catch((error: unknown) => {
    band = undefined
    throw error
  })
  return band
}

/** The band, if it is loaded already. */
let ready: Band | undefined
export const bandIfReady = (): Band | undefined => ready

const makeBand = async (): Promise<Band> => {
  const context = audioContext()
  const [tone, { WorkletSynthesizer }, font] = await Promise.all([
    import('tone'),
    import('spessasynth_lib'),
    fetchFont(),
    context.audioWorklet.addModule(processorUrl),
  ])
  await wakeSound()
  const synth = new WorkletSynthesizer(context)
  const gain = context.createGain()
  const analyser = context.createAnalyser()
  // The browser's own convolution instead of the synthesiser's effects, which took most of its time.
  synth.setSystemParameter('effectsEnabled', false)
  const room = roomOf(context)
  synth.connect(gain)
  synth.connect(room.input)
  room.output.connect(gain)
  gain.connect(analyser)
  analyser.connect(context.destination)
  await synth.soundBankManager.addSoundBank(font, 'band')
  await synth.isReady
  tone.setContext(context as unknown as Parameters<ToneModule['setContext']>[0])
  const voices = voicesOf({ lineSound: 'piano', compSound: 'piano' }, 'sticks')
  for (const channel of [voices.click.channel, SILENT_BUS.drums]) synth.midiChannels[channel]?.setDrums(true)
  for (const { channel, program } of Object.values(voices)) synth.programChange(channel, program)
  ready = bandOver(tone, synth, context, gain, analyser)
  // For the end-to-end tests, and for a curious player at the console.
  Object.assign(globalThis, { eagerContourBand: ready })
  return ready
}

/** A small room: its reverberation time, and its level. */
const ROOM = { seconds: 0.45, loudness: 0.1, decay: 6 } as const

const roomOf = (context: AudioContext): { readonly input: AudioNode; readonly output: AudioNode } => {
  const length = Math.round(ROOM.seconds * context.sampleRate)
  const walls = context.createBuffer(2, length, context.sampleRate)
  for (const side of [0, 1]) {
    const random = randomFrom(side + 1)
    const samples = walls.getChannelData(side)
    for (let at = 0; at < length; at += 1)
      samples[at] = (2 * random() - 1) * Math.exp((-ROOM.decay * at) / length)
  }
  const input = context.createConvolver()
  input.buffer = walls
  const output = context.createGain()
  output.gain.value = ROOM.loudness
  input.connect(output)
  return { input, output }
}

/** The sound font, as it is served. */
export const fetchFont = async (): Promise<ArrayBuffer> => {
  const response = await fetch(SOUND_FONT)
  if (!response.ok) throw new Error(`the sound font answered ${response.status}`)
  return response.arrayBuffer()
}

const bandOver = (
  tone: ToneModule,
  synth: Synth,
  context: AudioContext,
  gain: GainNode,
  analyser: AnalyserNode,
): Band => {
  const transport = tone.getTransport()
  transport.PPQ = QUARTER
  const channels = voicesOf({ lineSound: 'piano', compSound: 'piano' }, 'sticks')
  const samples = new Float32Array(analyser.fftSize)
  let startsAt = 0
  let voices: Readonly<Record<Part, MidiVoice>> = channels
  const unheard = {
    noteOn: synth.noteOn.bind(synth),
    noteOff: synth.noteOff.bind(synth),
    programChange: synth.programChange.bind(synth),
    controllerChange: synth.controllerChange.bind(synth),
    onEnded: (listener: (channel: number) => void) =>
      synth.eventHandler.addEvent('noteOff', 'unpacked', ({ channel }) => listener(channel)),
  }
  const unpack = sampleUnpacker(unheard, ({ channel }) =>
    [channels.drums.channel, channels.click.channel].includes(channel),
  )
  const wanted = (events: readonly BandEvent[]) =>
    events.map(({ part, midi, velocity }) => ({ voice: voices[part], midi, velocity }))
  let tempo = { bpm: 120, slower: false }
  let round = 0
  const bpmNow = () => tempo.bpm * (tempo.slower && round % 2 === 1 ? SLOWER : 1)
  transport.on('loopStart', (time: number) => {
    round += 1
    transport.bpm.setValueAtTime(bpmNow(), time)
  })
  /** What is on the transport, by content: unchanged parts stay when other notes change. */
  let scheduled = new Map<string, number>()
  const silence = () => {
    transport.stop(context.currentTime)
    transport.cancel(0)
    scheduled.clear()
    gain.gain.cancelScheduledValues(context.currentTime)
    gain.gain.setTargetAtTime(0, context.currentTime, STOP_SECONDS / 4)
    synth.stopAll(true)
  }
  const sound = (event: BandEvent, time: number) => {
    const { channel } = channels[event.part]
    synth.noteOn(channel, event.midi, event.velocity, { time })
    synth.noteOff(channel, event.midi, {
      time: time + (event.duration / QUARTER) * (60 / transport.bpm.value) * HELD,
    })
  }
  const schedule = ({ events, loop }: Played) => {
    transport.loop = loop !== undefined
    if (loop) transport.setLoopPoints(`${loop.from}i`, `${loop.to}i`)
    const before = scheduled
    scheduled = new Map()
    for (const event of events) {
      const { part, tick, midi, duration, velocity } = event
      const contentKey = [part, tick, midi, duration, velocity].join()
      const known = before.get(contentKey)
      before.delete(contentKey)
      const id = known ?? transport.schedule((time) => sound(event, time), `${Math.round(event.tick)}i`)
      scheduled.set(contentKey, id)
    }
    for (const id of before.values()) transport.clear(id)
  }
  return {
    play: (played, delaySeconds = 0.06) => {
      void context.resume()
      silence()
      void unpack(wanted(played.events))
      startsAt = context.currentTime + delaySeconds
      gain.gain.cancelScheduledValues(context.currentTime)
      gain.gain.setValueAtTime(0, context.currentTime)
      gain.gain.setValueAtTime(1, context.currentTime + Math.min(delaySeconds, STOP_SECONDS * 4))
      tempo = { bpm: played.bpm, slower: played.slower ?? false }
      round = 0
      transport.bpm.value = played.bpm
      schedule(played)
      transport.start(startsAt, 0)
    },
    replace: (played) => {
      tempo = { bpm: played.bpm, slower: played.slower ?? false }
      transport.bpm.value = bpmNow()
      schedule(played)
    },
    setSound: (sounds) => {
      voices = sounds
      for (const part of Object.keys(sounds) as readonly Part[]) {
        const { program, volume, silent } = sounds[part]
        const { channel } = channels[part]
        synth.programChange(channel, program)
        synth.controllerChange(channel, VOLUME, loudnessOf(volume, silent))
      }
    },
    prepare: (events, struck = [], velocity = 90) =>
      unpack([...wanted(events), ...struck.map((midi) => ({ voice: voices.line, midi, velocity }))]),
    stop: silence,
    setTempo: (bpm) => {
      tempo = { ...tempo, bpm }
      transport.bpm.value = bpmNow()
    },
    position: () =>
      transport.state === 'started' && context.currentTime >= startsAt
        ? transport.getTicksAtTime(context.currentTime)
        : undefined,
    startsAt: () => startsAt,
    strike: (midi, velocity) => {
      void context.resume()
      gain.gain.cancelScheduledValues(context.currentTime)
      gain.gain.setValueAtTime(1, context.currentTime)
      synth.noteOn(channels.line.channel, midi, velocity)
    },
    release: (midi) => synth.noteOff(channels.line.channel, midi),
    clock: () => context.currentTime,
    stamp: () => {
      const { contextTime = 0, performanceTime = 0 } = context.getOutputTimestamp()
      return { sound: contextTime, wall: performanceTime }
    },
    level: () => {
      analyser.getFloatTimeDomainData(samples)
      return Math.sqrt(samples.reduce((sum, sample) => sum + sample * sample, 0) / samples.length)
    },
  }
}
