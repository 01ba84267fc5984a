import { DETECTION_RULES, windowsFor } from '@eager-contour/core'
import { audioContext, wakeSound } from '../audio/context.ts'
import { keepDraft, readDraft } from '../data/browserStore.ts'
import type { DetectorMessage } from './earWorker.ts'
import tapUrl from './tapWorklet.ts?worker&url'

/** A tone that began or ended, in seconds on the sound's clock. */
export type HeardTone = Extract<DetectorMessage, { kind: 'tone' }>

/** What was found of a microphone, and what the player set. */
export interface MicrophoneSettings {
  /** From the beat that is heard to the note that is heard back, as it is played on the beat. */
  readonly latencyMs: number
  readonly tuningHz: number
  /** Quieter than this is silence. */
  readonly gate: number
  /** Whether the band was heard through it when this was last listened for. */
  readonly hearsBand: boolean
  /** Whether the guided check has been gone through. */
  readonly checked: boolean
}

export interface Microphone {
  readonly state: 'off' | 'asking' | 'on' | 'denied' | 'missing' | 'lost'
  readonly names: readonly { readonly id: string; readonly name: string }[]
  readonly chosen: string | undefined
  readonly settings: MicrophoneSettings
}

export const DEFAULT_MICROPHONE: MicrophoneSettings = {
  latencyMs: 0,
  tuningHz: DETECTION_RULES.tuningHz,
  gate: DETECTION_RULES.gate,
  hearsBand: false,
  checked: false,
}

/** The browser's own changes would take notes for noise and move them in time. */
const UNTOUCHED = { echoCancellation: false, noiseSuppression: false, autoGainControl: false } as const
const FIT = 'microphone '
const WANTED = 'microphone wanted'

let microphone: Microphone = { state: 'off', names: [], chosen: undefined, settings: DEFAULT_MICROPHONE }
let open: { readonly stream: MediaStream; readonly source: MediaStreamAudioSourceNode } | undefined
let tap: AudioWorkletNode | undefined
let ear: Worker | undefined
/** All that was heard, for the end-to-end tests, and for a curious player at the console. */
const heard: HeardTone[] = []
Object.assign(globalThis, { eagerContourEar: heard })
const watchers = new Set<(microphone: Microphone) => void>()
const hearers = new Set<(tone: HeardTone) => void>()
const meters = new Set<(level: number) => void>()

const tell = (next: Partial<Microphone>): void => {
  microphone = { ...microphone, ...next }
  for (const watcher of watchers) watcher(microphone)
}

/** The lowest note that will be played. */
let lowest = 40

const order = (port?: MessagePort): void => {
  const { gate, tuningHz } = microphone.settings
  const rules = { gate, tuningHz, ...windowsFor(lowest) }
  ear?.postMessage({ rate: audioContext().sampleRate, rules, port }, port ? [port] : [])
}

/** Listens for an instrument by its lowest sounding note (MIDI number): deep ones need a longer look. */
export const setLowestNote = (low: number): void => {
  if (low === lowest) return
  lowest = low
  order()
}

/** The way from the sound's graph to the ear, laid once. */
const layTap = async (): Promise<AudioWorkletNode> => {
  if (tap) return tap
  await audioContext().audioWorklet.addModule(tapUrl)
  ear = new Worker(new URL('./earWorker.ts', import.meta.url), { type: 'module', name: 'ear' })
  ear.onmessage = ({ data }: MessageEvent<DetectorMessage>) => {
    if (data.kind === 'tone') {
      if (data.ended) heard.push(data)
      for (const hearer of hearers) hearer(data)
    } else for (const meter of meters) meter(data.level)
  }
  tap = new AudioWorkletNode(audioContext(), 'tap', {
    numberOfOutputs: 0,
    channelCount: 1,
    channelCountMode: 'explicit',
  })
  const { port1, port2 } = new MessageChannel()
  tap.port.postMessage(port1, [port1])
  order(port2)
  return tap
}

const letGo = (): void => {
  open?.source.disconnect()
  for (const track of open?.stream.getTracks() ?? []) track.stop()
  open = undefined
}

/** The sound of a microphone: a real one, or the stand-in that the address asks for. */
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

/** Asks for the microphone and listens to it: the one that is named, the one of last time, or the system's. */
export const connectMicrophone = async (id?: string): Promise<void> => {
  if (microphone.state === 'asking') return
  if (!standInWanted() && !navigator.mediaDevices) return tell({ state: 'missing' })
  tell({ state: 'asking' })
  try {
    await wakeSound()
    const wanted = id ?? (await readDraft<string>(WANTED))
    const stream = await streamOf(wanted).catch((error: unknown) => {
      // The one of last time is not there: any other.
      if (wanted && !id) return streamOf(undefined)
      throw error
    })
    letGo()
    const track = stream.getAudioTracks()[0]
    const chosen = standInWanted() ? 'stand-in' : (track?.getSettings().deviceId ?? 'default')
    const settings = { ...DEFAULT_MICROPHONE, ...(await readDraft<MicrophoneSettings>(FIT + chosen)) }
    tell({ settings, chosen, names: await namesNow() })
    const into = await layTap()
    order()
    const source = audioContext().createMediaStreamSource(stream)
    source.connect(into)
    open = { stream, source }
    track?.addEventListener('ended', () => {
      letGo()
      tell({ state: 'lost' })
    })
    if (id) void keepDraft(WANTED, id)
    tell({ state: 'on' })
  } catch (error) {
    letGo()
    const none = error instanceof DOMException && error.name === 'NotFoundError'
    tell({ state: none ? 'missing' : 'denied', chosen: undefined })
  }
}

/** Lets the microphone go: the browser shows that nothing listens any more. */
export const closeMicrophone = (): void => {
  letGo()
  tell({ state: 'off', chosen: undefined })
}

/** Changes what is known of the microphone that is listened to, and keeps it for the next time. */
export const saveMicrophoneSettings = (part: Partial<MicrophoneSettings>): void => {
  const settings = { ...microphone.settings, ...part }
  tell({ settings })
  if (part.gate !== undefined || part.tuningHz !== undefined) order()
  if (microphone.chosen) void keepDraft(FIT + microphone.chosen, settings)
}

export const watchMicrophone = (watcher: (microphone: Microphone) => void): (() => void) => {
  watchers.add(watcher)
  watcher(microphone)
  return () => watchers.delete(watcher)
}

export const hearMicrophone = (hearer: (tone: HeardTone) => void): (() => void) => {
  hearers.add(hearer)
  return () => hearers.delete(hearer)
}

/** Tells the level some twenty times a second: root mean square, full scale 1. */
export const watchLevel = (meter: (level: number) => void): (() => void) => {
  meters.add(meter)
  return () => meters.delete(meter)
}
