import type { Input, NoteMessageEvent } from 'webmidi'
import { keepDraft, readDraft } from '../data/browserStore.ts'
import { externalStore } from '../store/externalStore.ts'

/** A key of a device that went down or up: MIDI number, velocity 1 to 127 (0: up), milliseconds on the page's clock. */
interface MidiKey {
  readonly midi: number
  readonly velocity: number
  readonly atMs: number
}

export interface MidiDevices {
  readonly state: 'off' | 'asking' | 'on' | 'denied' | 'missing'
  readonly names: readonly string[]
  /** The device in use; undefined: none is connected, or it was disconnected. */
  readonly chosen: string | undefined
  readonly settings: MidiSettings
}

/** The settings of a device: kept under its name. */
export interface MidiSettings {
  /** 1 to 16; 0: all channels. */
  readonly channel: number
  /** Half steps by which its notes are transposed. */
  readonly transpose: number
  /** The latency of its notes, compensated. */
  readonly latencyMs: number
}

const DEFAULT_MIDI: MidiSettings = { channel: 0, transpose: 0, latencyMs: 0 }
/** Settings are kept under the device's name. */
const DRAFT = 'midi '

type Listener = (key: MidiKey) => void

const store = externalStore<MidiDevices>({
  state: 'off',
  names: [],
  chosen: undefined,
  settings: DEFAULT_MIDI,
})
let library: typeof import('webmidi').WebMidi | undefined
let wanted: string | undefined
let open: Input | undefined
const listeners = new Set<Listener>()

const onKey = ({ note, timestamp, message }: NoteMessageEvent, down: boolean): void => {
  const { channel, transpose } = store.get().settings
  if (channel !== 0 && message.channel !== channel) return
  const key = {
    midi: note.number + transpose,
    velocity: down ? Math.max(1, note.rawAttack) : 0,
    atMs: timestamp,
  }
  for (const listener of listeners) listener(key)
}

/** Uses the preferred device, or else the first; again whenever one is connected or disconnected. */
const attach = (): void => {
  if (!library) return
  const input = library.inputs.find(({ name }) => name === wanted) ?? library.inputs[0]
  if (open !== input) {
    open?.removeListener()
    open = input
    input?.addListener('noteon', (event) => onKey(event, true))
    input?.addListener('noteoff', (event) => onKey(event, false))
  }
  const settings = input?.name === store.get().chosen ? store.get().settings : DEFAULT_MIDI
  store.set({ state: 'on', names: library.inputs.map(({ name }) => name), chosen: input?.name, settings })
  if (input && input.name !== undefined && settings === DEFAULT_MIDI) void recall(input.name)
}

/** A device's settings from last time. */
const recall = async (name: string): Promise<void> => {
  const kept = await readDraft<MidiSettings>(DRAFT + name)
  if (kept && store.get().chosen === name)
    store.set({ ...store.get(), settings: { ...DEFAULT_MIDI, ...kept } })
}

/** Changes the settings of the current device, and keeps them for next time. */
export const saveMidiSettings = (part: Partial<MidiSettings>): void => {
  const settings = { ...store.get().settings, ...part }
  store.set({ ...store.get(), settings })
  if (store.get().chosen !== undefined) void keepDraft(DRAFT + store.get().chosen, settings)
}

/** Whether the address asks for the stand-in instead of real store.get(). */
const standInWanted = (): boolean => new URLSearchParams(location.search).get('midi') === 'stand-in'

/** Asks the browser for its MIDI devices and uses one; further calls only look for devices again. */
export const connectMidi = async (): Promise<void> => {
  if (store.get().state === 'asking') return
  if (library) return attach()
  store.set({ ...store.get(), state: 'asking' })
  try {
    const { WebMidi } = await import('webmidi')
    const standIn = standInWanted()
      ? (await import('./midiStandIn.ts')).makeMidiStandIn(['Stand-in keys'])
      : undefined
    if (standIn) Object.assign(globalThis, { eagerContourMidi: standIn })
    if (!standIn && !WebMidi.supported) return store.set({ ...store.get(), state: 'missing' })
    await WebMidi.enable(standIn ? { requestMIDIAccessFunction: standIn.requestAccess } : {})
    library = WebMidi
    WebMidi.addListener('connected', attach)
    WebMidi.addListener('disconnected', attach)
    attach()
  } catch {
    store.set({ ...store.get(), state: 'denied' })
  }
}

export const chooseMidi = (name: string): void => {
  wanted = name
  attach()
}

/** The MIDI devices as they are now. */
export const useMidiDevices = store.use

export const hearMidi = (listener: Listener): (() => void) => {
  listeners.add(listener)
  return () => listeners.delete(listener)
}
