import type { BandEvent, Part, Ticks } from '@eager-contour/core'
import processorUrl from 'spessasynth_lib/dist/spessasynth_processor.min.js?url'

const SOUND_FONT = '/sound/band.sf3'
const TICKS_PER_QUARTER = 480
const STOP_SECONDS = 0.008

/** The channel and General MIDI program of each part; percussion is on channel 9. */
const PARTS: Readonly<Record<Part, { readonly channel: number; readonly program: number }>> = {
  line: { channel: 0, program: 0 },
  bass: { channel: 1, program: 32 },
  comp: { channel: 2, program: 0 },
  drums: { channel: 9, program: 32 },
  click: { channel: 9, program: 32 },
}

type ToneModule = typeof import('tone')
type Synth = import('spessasynth_lib').WorkletSynthesizer

/** The sampled band, ready to play. */
export interface Band {
  /** Plays events in a loop of so many ticks (0: once), from a tick, at a tempo that can be changed. */
  readonly play: (
    events: readonly BandEvent[],
    options: {
      readonly bpm: number
      readonly loopTicks: Ticks
      readonly from?: Ticks
      readonly delaySeconds?: number
    },
  ) => void
  readonly stop: () => void
  readonly setTempo: (bpm: number) => void
  /** Where the play is, in ticks from the first event's zero; undefined when nothing plays. */
  readonly position: () => Ticks | undefined
  /** Seconds from now until the tick that play began at sounds. */
  readonly secondsToStart: () => number
  readonly strike: (midi: number, velocity: number) => void
  readonly release: (midi: number) => void
  /** Loudness now as a root mean square, 0 to 1: what an ear at the output would say. */
  readonly level: () => number
}

let band: Promise<Band> | undefined

/** Fetches the sound at the first call; a failure is told once and tried anew at the next call. */
export const loadBand = (): Promise<Band> => {
  band ??= makeBand().catch((error: unknown) => {
    band = undefined
    throw error
  })
  return band
}

/** The band when it is there already. */
let ready: Band | undefined
export const bandIfReady = (): Band | undefined => ready

const makeBand = async (): Promise<Band> => {
  const context = new AudioContext({ latencyHint: 'interactive' })
  const [tone, { WorkletSynthesizer }, font] = await Promise.all([
    import('tone'),
    import('spessasynth_lib'),
    fetchFont(),
    context.audioWorklet.addModule(processorUrl),
  ])
  await context.resume()
  const synth = new WorkletSynthesizer(context)
  const gain = context.createGain()
  const analyser = context.createAnalyser()
  synth.connect(gain)
  gain.connect(analyser)
  analyser.connect(context.destination)
  await synth.soundBankManager.addSoundBank(font, 'band')
  await synth.isReady
  for (const { channel, program } of Object.values(PARTS)) synth.programChange(channel, program)
  tone.setContext(context as unknown as Parameters<ToneModule['setContext']>[0])
  ready = bandOver(tone, synth, context, gain, analyser)
  // For the ear of the end-to-end tests, and of a curious player at the console.
  Object.assign(globalThis, { eagerContourBand: ready })
  return ready
}

const fetchFont = async (): Promise<ArrayBuffer> => {
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
  transport.PPQ = TICKS_PER_QUARTER
  let startsAt = 0
  const samples = new Float32Array(analyser.fftSize)
  const silence = () => {
    transport.stop(context.currentTime)
    transport.cancel(0)
    gain.gain.cancelScheduledValues(context.currentTime)
    gain.gain.setTargetAtTime(0, context.currentTime, STOP_SECONDS / 4)
    synth.stopAll(true)
  }
  const sound = (event: BandEvent, time: number) => {
    const { channel } = PARTS[event.part]
    synth.noteOn(channel, event.midi, event.velocity, { time })
    synth.noteOff(channel, event.midi, {
      time: time + (event.duration / TICKS_PER_QUARTER) * (60 / transport.bpm.value) * 0.96,
    })
  }
  return {
    play: (events, { bpm, loopTicks, from = 0, delaySeconds = 0.06 }) => {
      void context.resume()
      silence()
      startsAt = context.currentTime + delaySeconds
      gain.gain.cancelScheduledValues(context.currentTime)
      gain.gain.setValueAtTime(0, context.currentTime)
      gain.gain.setValueAtTime(1, context.currentTime + Math.min(delaySeconds, STOP_SECONDS * 4))
      transport.bpm.value = bpm
      transport.loop = loopTicks > 0
      if (loopTicks > 0) transport.setLoopPoints(0, `${loopTicks}i`)
      for (const event of events)
        transport.schedule((time) => sound(event, time), `${Math.round(event.tick)}i`)
      transport.start(startsAt, `${Math.round(from)}i`)
    },
    stop: silence,
    setTempo: (bpm) => {
      transport.bpm.value = bpm
    },
    position: () =>
      transport.state === 'started' && context.currentTime >= startsAt
        ? transport.getTicksAtTime(context.currentTime)
        : undefined,
    secondsToStart: () => startsAt - context.currentTime + (context.outputLatency || 0),
    strike: (midi, velocity) => {
      void context.resume()
      gain.gain.cancelScheduledValues(context.currentTime)
      gain.gain.setValueAtTime(1, context.currentTime)
      synth.noteOn(PARTS.line.channel, midi, velocity)
    },
    release: (midi) => synth.noteOff(PARTS.line.channel, midi),
    level: () => {
      analyser.getFloatTimeDomainData(samples)
      return Math.sqrt(samples.reduce((sum, sample) => sum + sample * sample, 0) / samples.length)
    },
  }
}
