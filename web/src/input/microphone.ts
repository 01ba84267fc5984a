import { DETECTION_RULES, windowsFor } from '@eager-contour/core'
import { audioContext, wakeSound } from '../audio/context.ts'
import { keepDraft, readDraft } from '../data/browserStore.ts'
import { externalStore } from '../store/externalStore.ts'
import type { DetectorMessage } from './detectorWorker.ts'
import tapUrl from './tapWorklet.ts?worker&url'

/** A tone that started, ended or was taken back, in seconds on the audio clock. */
export type HeardTone = Extract<DetectorMessage, { kind: 'tone' }>

/** What was measured for a microphone, and what the player set. */
export interface MicrophoneSettings {
  /** From the beat that is heard to the note detected, when it is played on the beat. */
  readonly latencyMs: number
  readonly tuningHz: number
  /** Anything quieter is silence. */
  readonly gate: number
  /** Whether the band was picked up when this was last measured. */
  readonly hearsBand: boolean
  /** Whether the guided check has been completed. */
  readonly checked: boolean
}

export interface Microphone {
  readonly state: 'off' | 'asking' | 'on' | 'denied' | 'missing' | 'lost'
  readonly names: readonly { readonly id: string; readonly name: string }[]
  readonly chosen: string | undefined
  readonly settings: MicrophoneSettings
}

const DEFAULT_MICROPHONE: MicrophoneSettings = {
  latencyMs: 0,
  tuningHz: DETECTION_RULES.tuningHz,
  gate: DETECTION_RULES.gate,
  hearsBand: false,
  checked: false,
}

/** The browser's own processing would take notes for noise and shift them in time. */
const UNTOUCHED = { echoCancellation: false, noiseSuppression: false, autoGainControl: false } as const
/** Settings are kept under the microphone's id. */
const DRAFT = 'microphone '
const WANTED = 'microphone wanted'

const store = externalStore<Microphone>({
  state: 'off',
  names: [],
  chosen: undefined,
  settings: DEFAULT_MICROPHONE,
})
let open: { readonly stream: MediaStream; readonly source: MediaStreamAudioSourceNode } | undefined
let tap: AudioWorkletNode | undefined
let detector: Worker | undefined
/** Everything detected, for the end-to-end tests, and for a curious player at the console. */
const detected = { tones: [] as HeardTone[], analysedSeconds: 0, lowMs: 0 }
Object.assign(globalThis, { eagerContourDetector: detected })
const toneListeners = new Set<(tone: HeardTone) => void>()
const levelListeners = new Set<(level: number) => void>()

const update = (next: Partial<Microphone>): void => store.set({ ...store.get(), ...next })

/** The lowest and the highest note that will be played. */
let range: { readonly low: number; readonly high?: number } = { low: 40 }

const configureDetector = (port?: MessagePort): void => {
  const { gate, tuningHz } = store.get().settings
  const rules = { gate, tuningHz, ...windowsFor(range.low, range.high) }
  detector?.postMessage({ rate: audioContext().sampleRate, rules, port }, port ? [port] : [])
}

/** Sets the instrument's lowest and highest sounding notes (MIDI numbers): deep ones need a longer window. */
export const setPlayedRange = (low: number, high: number): void => {
  if (low === range.low && high === range.high) return
  range = { low, high }
  configureDetector()
}

/** Milliseconds of clear tones below the instrument since it was set. */
export const lowMsHeard = (): number => detected.lowMs

/** The connection from the audio graph to the pitch detector, made once. */
const createTap = async (): Promise<AudioWorkletNode> => {
  if (tap) return tap
  await audioContext().audioWorklet.addModule(tapUrl)
  detector = new Worker(new URL('./detectorWorker.ts', import.meta.url), {
    type: 'module',
    name: 'pitch detector',
  })
  detector.onmessage = ({ data }: MessageEvent<DetectorMessage>) => {
    if (data.kind === 'tone') {
      if (data.state === 'ended') detected.tones.push(data)
      for (const listener of toneListeners) listener(data)
    } else {
      detected.analysedSeconds = data.analysedSeconds
      detected.lowMs = data.lowMs
      for (const listener of levelListeners) listener(data.level)
    }
  }
  tap = new AudioWorkletNode(audioContext(), 'tap', {
    numberOfOutputs: 0,
    channelCount: 1,
    channelCountMode: 'explicit',
  })
  const { port1, port2 } = new MessageChannel()
  tap.port.postMessage(port1, [port1])
  configureDetector(port2)
  return tap
}

const releaseStream = (): void => {
  open?.source.disconnect()
  for (const track of open?.stream.getTracks() ?? []) track.stop()
  open = undefined
}

/** The audio stream of a microphone: a real one, or the stand-in that the address asks for. */
const streamOf = async (id: string | undefined): Promise<MediaStream> => {
  if (standInWanted()) {
    const { microphoneStandIn, pullOutStandIn, soundIntoStandIn } = await import('./microphoneStandIn.ts')
    Object.assign(globalThis, {
      eagerContourMicrophone: { sound: soundIntoStandIn, pullOut: pullOutStandIn },
    })
    return microphoneStandIn()
  }
  return navigator.mediaDevices.getUserMedia({
    audio: { ...UNTOUCHED, channelCount: 1, ...(id ? { deviceId: { exact: id } } : {}) },
  })
}

const standInWanted = (): boolean => new URLSearchParams(location.search).get('microphone') === 'stand-in'

const namesNow = async (): Promise<Microphone['names']> =>
  standInWanted()
    ? [{ id: 'stand-in', name: 'Stand-in microphone' }]
    : (await navigator.mediaDevices.enumerateDevices())
        .filter(({ kind }) => kind === 'audioinput')
        .map(({ deviceId, label }, at) => ({ id: deviceId, name: label || `Microphone ${at + 1}` }))

/** Asks for the microphone and listens to it: the given one, the last used one, or the system's default. */
export const connectMicrophone = async (id?: string): Promise<void> => {
  if (store.get().state === 'asking') return
  if (!standInWanted() && !navigator.mediaDevices) return update({ state: 'missing' })
  update({ state: 'asking' })
  try {
    await wakeSound()
    const wanted = id ?? (await readDraft<string>(WANTED))
    const stream = await streamOf(wanted).catch((error: unknown) => {
      // The last used one is missing: use any other.
      if (wanted && !id) return streamOf(undefined)
      throw error
    })
    releaseStream()
    const track = stream.getAudioTracks()[0]
    const chosen = standInWanted() ? 'stand-in' : (track?.getSettings().deviceId ?? 'default')
    const settings = { ...DEFAULT_MICROPHONE, ...(await readDraft<MicrophoneSettings>(DRAFT + chosen)) }
    update({ settings, chosen, names: await namesNow() })
    const into = await createTap()
    configureDetector()
    const source = audioContext().createMediaStreamSource(stream)
    source.connect(into)
    open = { stream, source }
    track?.addEventListener('ended', () => {
      releaseStream()
      update({ state: 'lost' })
    })
    if (id) void keepDraft(WANTED, id)
    update({ state: 'on' })
  } catch (error) {
    releaseStream()
    const none = error instanceof DOMException && error.name === 'NotFoundError'
    update({ state: none ? 'missing' : 'denied', chosen: undefined })
  }
}

/** Releases the microphone: the browser shows that nothing is listening any more. */
export const closeMicrophone = (): void => {
  releaseStream()
  update({ state: 'off', chosen: undefined })
}

/** Changes the settings of the current microphone, and keeps them for next time. */
export const saveMicrophoneSettings = (part: Partial<MicrophoneSettings>): void => {
  const settings = { ...store.get().settings, ...part }
  update({ settings })
  if (part.gate !== undefined || part.tuningHz !== undefined) configureDetector()
  if (store.get().chosen) void keepDraft(DRAFT + store.get().chosen, settings)
}

/** The microphone as it is now. */
export const useMicrophoneState = store.use

export const hearMicrophone = (listener: (tone: HeardTone) => void): (() => void) => {
  toneListeners.add(listener)
  return () => toneListeners.delete(listener)
}

/** Reports the level about twenty times a second: root mean square, full scale 1. */
export const watchLevel = (listener: (level: number) => void): (() => void) => {
  levelListeners.add(listener)
  return () => levelListeners.delete(listener)
}
