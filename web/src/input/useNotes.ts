import { useEffect, useRef } from 'react'
import { hearMidi, useMidiDevices } from './midi.ts'
import { useArmed } from './useArmed.ts'
import { useComputerKeys } from './useComputerKeys.ts'

/** A note from any keys: a MIDI number as the player's instrument reads it, velocity 0 when released. */
export interface InputNote {
  readonly midi: number
  readonly velocity: number
  readonly atMs: number
}

/** The velocity of an on-screen or computer key, 1 to 127. */
export const VELOCITY = 90

interface NotesOptions {
  readonly active: boolean
  /** The note of the computer keyboard's lowest key, as read. */
  readonly base: number
  /** Half steps from sounding to read pitch: a MIDI device sends what sounds. */
  readonly shift: number
  readonly onNote: (note: InputNote) => void
}

/** The computer keyboard, while armed with K, and a MIDI device, while they are in use. */
export const useNotes = ({ active, base, shift, onNote }: NotesOptions) => {
  const [armed, setArmed] = useArmed(active)
  const devices = useMidiDevices()
  const act = useRef(onNote)
  act.current = onNote
  const late = useRef(0)
  late.current = devices.settings.latencyMs
  useEffect(() => {
    if (!active) return
    return hearMidi(({ midi, velocity, atMs }) =>
      act.current({ midi: midi + shift, velocity, atMs: atMs - late.current }),
    )
  }, [active, shift])
  useComputerKeys({
    armed,
    base,
    onPress: (midi, atMs) => onNote({ midi, velocity: VELOCITY, atMs }),
    onRelease: (midi, atMs) => onNote({ midi, velocity: 0, atMs }),
  })
  return { armed, setArmed, devices }
}
