import type { Source } from '@eager-contour/core'
import { useEffect, useRef, useState } from 'react'
import { hearMidi, type MidiDevices, watchMidi } from '../listen/midi.ts'

interface StageMidiWish {
  /** Half steps from sounding to read pitch. */
  readonly shift: number
  readonly press: (midi: number, source: Source, atMs: number) => void
  readonly release: (midi: number) => void
  /** A note was played, whatever is going on. */
  readonly onCue: () => void
}

/** A MIDI device on the stage: its notes are played, and each may be the cue that starts a run. */
export const useStageMidi = ({ shift, press, release, onCue }: StageMidiWish): MidiDevices => {
  const [devices, setDevices] = useState<MidiDevices>({ state: 'off', names: [], chosen: undefined })
  const act = useRef({ press, release, onCue })
  act.current = { press, release, onCue }
  useEffect(() => watchMidi(setDevices), [])
  useEffect(
    () =>
      hearMidi(({ midi, velocity, atMs }) => {
        if (velocity === 0) return act.current.release(midi + shift)
        act.current.press(midi + shift, 'midi', atMs)
        act.current.onCue()
      }),
    [shift],
  )
  return devices
}
