import { useEffect, useRef, useState } from 'react'
import { halfStepsOfKey } from './computerKeys.ts'
import { hearMidi, useMidiDevices } from './midi.ts'

/** A note from any keys: a MIDI number as the player's instrument reads it, velocity 0 when released. */
export interface InputNote {
  readonly midi: number
  readonly velocity: number
  readonly atMs: number
}

const VELOCITY = 90
const DISARM = 'Escape'
const ARM = 'KeyK'

const isTyped = ({ target }: KeyboardEvent): boolean =>
  target instanceof HTMLInputElement ||
  target instanceof HTMLTextAreaElement ||
  target instanceof HTMLSelectElement

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
  const [armed, setArmed] = useState(false)
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
  useEffect(() => {
    if (!active) return
    const note = (event: KeyboardEvent, velocity: number): boolean => {
      const halfSteps = halfStepsOfKey(event.code)
      if (halfSteps === undefined) return false
      act.current({ midi: base + halfSteps, velocity, atMs: performance.now() })
      return true
    }
    const onDown = (event: KeyboardEvent) => {
      if (event.repeat || event.ctrlKey || event.metaKey || event.altKey || isTyped(event)) return
      if (event.code === ARM) setArmed((on) => !on)
      else if (event.code === DISARM && armed) setArmed(false)
      else if (!armed || !note(event, VELOCITY)) return
      event.preventDefault()
      event.stopPropagation()
    }
    const onUp = (event: KeyboardEvent) => {
      if (armed && !isTyped(event)) note(event, 0)
    }
    // Before everything else: while armed, letters are notes and not commands.
    addEventListener('keydown', onDown, true)
    addEventListener('keyup', onUp, true)
    return () => {
      removeEventListener('keydown', onDown, true)
      removeEventListener('keyup', onUp, true)
    }
  }, [active, armed, base])
  useEffect(() => {
    if (!active) setArmed(false)
  }, [active])
  return { armed, setArmed, devices }
}
