/** A simulated MIDI input, played from the page. It has the parts of the Web MIDI API that webmidi uses. */
interface StandInPort extends EventTarget {
  readonly id: string
  readonly name: string
  readonly manufacturer: string
  readonly type: 'input'
  readonly version: string
  state: 'connected' | 'disconnected'
  connection: 'open' | 'closed' | 'pending'
  onmidimessage: ((event: { data: Uint8Array; timeStamp: number; target: StandInPort }) => void) | null
  onstatechange: ((event: { port: StandInPort }) => void) | null
  readonly open: () => Promise<StandInPort>
  readonly close: () => Promise<StandInPort>
}

/** Controls the stand-in: connects and disconnects devices, and presses and releases their keys. */
export interface MidiStandIn {
  readonly requestAccess: () => Promise<MIDIAccess>
  readonly plugIn: (name: string) => void
  readonly pullOut: (name: string) => void
  readonly press: (name: string, midi: number, velocity?: number, channel?: number) => void
  readonly release: (name: string, midi: number, channel?: number) => void
}

const NOTE_ON = 0x90
const NOTE_OFF = 0x80

/** A port that reports its opening and closing, as in the Web MIDI API. */
const portNamed = (name: string, told: (port: StandInPort) => void): StandInPort => {
  const port = Object.assign(new EventTarget(), {
    id: `stand-in ${name}`,
    name,
    manufacturer: 'stand-in',
    type: 'input' as const,
    version: '1',
    state: 'connected' as 'connected' | 'disconnected',
    connection: 'closed' as StandInPort['connection'],
    onmidimessage: null,
    onstatechange: null,
    open: async () => {
      port.connection = 'open'
      told(port)
      return port
    },
    close: async () => {
      port.connection = 'closed'
      told(port)
      return port
    },
  }) as StandInPort
  return port
}

/** A MIDI stand-in with some devices connected. */
export const makeMidiStandIn = (names: readonly string[]): MidiStandIn => {
  const inputs = new Map<string, StandInPort>()
  const access = Object.assign(new EventTarget(), {
    inputs,
    outputs: new Map(),
    sysexEnabled: false,
    onstatechange: null as ((event: { port: StandInPort }) => void) | null,
  })
  const plugIn = (name: string) => {
    const port = portNamed(name, (told) => access.onstatechange?.({ port: told }))
    inputs.set(port.id, port)
    access.onstatechange?.({ port })
  }
  for (const name of names) plugIn(name)
  const named = (name: string) => [...inputs.values()].find((port) => port.name === name)
  const send = (name: string, ...bytes: readonly number[]) => {
    const port = named(name)
    if (port?.connection === 'open')
      port.onmidimessage?.({ data: Uint8Array.from(bytes), timeStamp: performance.now(), target: port })
  }
  return {
    requestAccess: async () => access as unknown as MIDIAccess,
    plugIn,
    pullOut: (name) => {
      const port = named(name)
      if (!port) return
      port.state = 'disconnected'
      // An open port that is disconnected waits to be connected again.
      port.connection = 'pending'
      inputs.delete(port.id)
      access.onstatechange?.({ port })
    },
    press: (name, midi, velocity = 90, channel = 1) => send(name, NOTE_ON + channel - 1, midi, velocity),
    release: (name, midi, channel = 1) => send(name, NOTE_OFF + channel - 1, midi, 0),
  }
}
