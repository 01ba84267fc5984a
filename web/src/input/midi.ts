import type { Input, NoteMessageEvent } from 'webmidi'
import { keepDraft, readDraft } from '../data/browserStore.ts'

/** A key of a device that went down or up: MIDI number, 1 to 127 (0: up), milliseconds on the page's clock. */
interface MidiKey {
  readonly midi: number
  readonly velocity: number
  readonly atMs: number
}

export interface MidiDevices {
  readonly state: 'off' | 'asking' | 'on' | 'denied' | 'missing'
  readonly names: readonly string[]
  /** The device that is listened to; undefined: none is plugged in, or it was disconnected. */
  readonly chosen: string | undefined
  readonly settings: MidiSettings
}

/** How a device is listened to: kept for it by its name. */
export interface MidiSettings {
  /** 1 to 16; 0: all channels. */
  readonly channel: number
  /** Half steps by which its notes are moved. */
  readonly transpose: number
  /** How late its notes come, taken off. */
  readonly latencyMs: number
}

export const DEFAULT_MIDI: MidiSettings = { channel: 0, transpose: 0, latencyMs: 0 }
const FIT = 'midi '

type Listener = (key: MidiKey) => void

let devices: MidiDevices = { state: 'off', names: [], chosen: undefined, settings: DEFAULT_MIDI }
let library: typeof import('webmidi').WebMidi | undefined
let wanted: string | undefined
let open: Input | undefined
const watchers = new Set<(devices: MidiDevices) => void>()
const listeners = new Set<Listener>()

const tell = (next: MidiDevices): void => {
  devices = next
  for (const watcher of watchers) watcher(devices)
}

const onKey = ({ note, timestamp, message }: NoteMessageEvent, down: boolean): void => {
  const { channel, transpose } = devices.settings
  if (channel !== 0 && message.channel !== channel) return
  const key = {
    midi: note.number + transpose,
    velocity: down ? Math.max(1, note.rawAttack) : 0,
    atMs: timestamp,
  }
  for (const listener of listeners) listener(key)
}

/** Listens to the device that is wanted, or else to the first; again whenever one is plugged in or pulled out. */
const attach = (): void => {
  if (!library) return
  const input = library.inputs.find(({ name }) => name === wanted) ?? library.inputs[0]
  if (open !== input) {
    open?.removeListener()
    open = input
    input?.addListener('noteon', (event) => onKey(event, true))
    input?.addListener('noteoff', (event) => onKey(event, false))
  }
  const settings = input?.name === devices.chosen ? devices.settings : DEFAULT_MIDI
  tell({ state: 'on', names: library.inputs.map(({ name }) => name), chosen: input?.name, settings })
  if (input && input.name !== undefined && settings === DEFAULT_MIDI) void recall(input.name)
}

/** What was set for a device the last time. */
const recall = async (name: string): Promise<void> => {
  const kept = await readDraft<MidiSettings>(FIT + name)
  if (kept && devices.chosen === name) tell({ ...devices, settings: { ...DEFAULT_MIDI, ...kept } })
}

/** Changes how the device is listened to, and keeps it for the next time. */
export const saveMidiSettings = (part: Partial<MidiSettings>): void => {
  const settings = { ...devices.settings, ...part }
  tell({ ...devices, settings })
  if (devices.chosen !== undefined) void keepDraft(FIT + devices.chosen, settings)
}

/** Whether the address asks for the stand-in in the place of real devices. */
const standInWanted = (): boolean => new URLSearchParams(location.search).get('midi') === 'stand-in'

/** Asks the browser for its MIDI devices and listens to one; called again it only looks anew. */
export const connectMidi = async (): Promise<void> => {
  if (devices.state === 'asking') return
  if (library) return attach()
  tell({ ...devices, state: 'asking' })
  try {
    const { WebMidi } = await import('webmidi')
    const standIn = standInWanted()
      ? (await import('./midiStandIn.ts')).makeMidiStandIn(['Stand-in keys'])
      : undefined
    if (standIn) Object.assign(globalThis, { eagerContourMidi: standIn })
    if (!standIn && !WebMidi.supported) return tell({ ...devices, state: 'missing' })
    await WebMidi.enable(standIn ? { requestMIDIAccessFunction: standIn.requestAccess } : {})
    library = WebMidi
    WebMidi.addListener('connected', attach)
    WebMidi.addListener('disconnected', attach)
    attach()
  } catch {
    tell({ ...devices, state: 'denied' })
  }
}

export const chooseMidi = (name: string): void => {
  wanted = name
  attach()
}

export const watchMidi = (watcher: (devices: MidiDevices) => void): (() => void) => {
  watchers.add(watcher)
  watcher(devices)
  return () => watchers.delete(watcher)
}

export const hearMidi = (listener: Listener): (() => void) => {
  listeners.add(listener)
  return () => listeners.delete(listener)
}
