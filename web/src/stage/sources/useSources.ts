import type { Source } from '@eager-contour/core'
import { useCallback, useEffect, useRef } from 'react'
import { useKeysLatency } from '../../input/keysLatency.ts'
import { type HeardTone, type Microphone, setPlayedRange } from '../../input/microphone.ts'
import { hearMidi, useMidiDevices } from '../../input/midi.ts'
import { useMicrophone } from '../../input/useMicrophone.ts'
import type { SourceTiming } from '../run/run.ts'

/** A key's note arrives immediately; a microphone's note after the detector's windows. */
const SETTLE_MS = { keys: 40, microphone: 220 } as const

interface SourceHandlers {
  /** The instrument's lowest and highest sounding notes. */
  readonly range: { readonly low: number; readonly high: number }
  /** Half steps from sounding to read pitch. */
  readonly shift: number
  readonly press: (midi: number, source: Source, pageMs: number) => void
  readonly release: (midi: number, pageMs: number) => void
  readonly hear: (tone: HeardTone) => void
  /** A note was played, in any state. */
  readonly onCue: () => void
  /** The device in use was disconnected. */
  readonly onLost: (because: string) => void
}

/** MIDI and microphone on the stage: their notes, their timing, and when they are lost. */
export const useSources = (handlers: SourceHandlers) => {
  const midi = useMidiDevices()
  const act = useRef(handlers)
  act.current = handlers
  useEffect(
    () =>
      hearMidi(({ midi: key, velocity, atMs }) => {
        const { shift, press, release, onCue } = act.current
        if (velocity === 0) return release(key + shift, atMs)
        press(key + shift, 'midi', atMs)
        onCue()
      }),
    [],
  )
  const microphone: Microphone = useMicrophone((tone) => {
    act.current.hear(tone)
    if (tone.state === 'started') act.current.onCue()
  })
  const { low, high } = handlers.range
  useEffect(() => setPlayedRange(low, high), [low, high])
  const had = useRef<{ midi: string | undefined; microphone: boolean }>({
    midi: undefined,
    microphone: false,
  })
  useEffect(() => {
    const before = had.current
    had.current = { midi: midi.chosen, microphone: microphone.state === 'on' }
    if (before.midi !== undefined && midi.chosen !== before.midi)
      act.current.onLost(`${before.midi} was disconnected.`)
    if (before.microphone && microphone.state === 'lost')
      act.current.onLost('The microphone was disconnected.')
  }, [midi.chosen, microphone.state])
  const { latencyMs, tuningHz, checked } = microphone.settings
  const keys = useKeysLatency()
  const late: Readonly<Partial<Record<Source, number>>> = {
    midi: midi.settings.latencyMs,
    'screen-keys': keys.screenMs,
    'computer-keyboard': keys.lettersMs,
  }
  const lateNow = useRef(late)
  lateNow.current = late
  const hearing = useCallback(
    (source: Source): SourceTiming =>
      source === 'microphone'
        ? { latencyMs, tuningHz, unmeasured: !checked, settleMs: SETTLE_MS.microphone }
        : {
            latencyMs: lateNow.current[source] ?? 0,
            tuningHz: 440,
            settleMs: SETTLE_MS.keys,
          },
    [latencyMs, tuningHz, checked],
  )
  return { midi, microphone, hearing }
}
