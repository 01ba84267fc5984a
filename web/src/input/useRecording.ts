import {
  barTicks,
  EIGHTH,
  kitOf,
  msToTicks,
  type PlayedNote,
  QUARTER,
  stretchTicks,
  ticksToMs,
} from '@eager-contour/core'
import { useCallback, useEffect, useRef, useState } from 'react'
import { bandIfReady, loadBand } from '../audio/band.ts'
import { followClock } from '../audio/clock.ts'
import { bandCountedIn, startCountedIn } from '../audio/countedIn.ts'
import { selectPlay } from '../audio/playSlice.ts'
import type { RunClock } from '../audio/runClock.ts'
import { useMix } from '../audio/useMix.ts'
import { bandSound, swingFor } from '../audio/usePlay.ts'
import { useSettings } from '../settings/settings.ts'
import { useAppSelector } from '../store/store.ts'
import type { OpenTune } from '../tune/useTune.ts'
import { type HeardTone, setPlayedRange } from './microphone.ts'
import { NO_RECORDING, noteEnded, noteStarted, noteTakenBack } from './recording.ts'
import { useMicrophone } from './useMicrophone.ts'

const LEAD_SECONDS = 0.3
const LOOK_MS = 25
/** Time after the last beat in which a late note still counts, in ticks. */
const TAIL = QUARTER

type RecordingState = 'stopped' | 'counting' | 'recording'

/** Records what is played over the band, after a one-bar count-in; `onDone` is given the notes at concert pitch. */
export const useRecording = (
  { sounding, stretch }: Pick<OpenTune, 'sounding' | 'stretch'>,
  onDone: (notes: readonly PlayedNote[]) => void,
) => {
  const { start, end } = stretchTicks(sounding.chart, stretch)
  const mix = useMix()
  const { tempo } = useAppSelector(selectPlay)
  const [state, setState] = useState<RecordingState>('stopped')
  const recording = useRef(NO_RECORDING)
  /** From the stretch's first beat; undefined while nothing is recorded. */
  const clock = useRef<RunClock>(undefined)
  const timer = useRef<ReturnType<typeof setInterval>>(undefined)

  const { low, high } = useSettings().instrument.range
  useEffect(() => setPlayedRange(low, high), [low, high])
  const onTone = ({ midi, cents, velocity, onset, end: ended, state: tone }: HeardTone) => {
    if (!clock.current) return
    const { latencyMs } = microphone.settings
    const at = (seconds: number) => clock.current!.atSound(seconds) - latencyMs
    if (tone === 'ended') recording.current = noteEnded(recording.current, 'tone', at(ended))
    else if (tone === 'takenBack') recording.current = noteTakenBack(recording.current, 'tone')
    else {
      const note = { onsetMs: at(onset), durationMs: ticksToMs(EIGHTH, tempo), midi, cents, velocity }
      recording.current = noteStarted(recording.current, note, 'tone')
    }
  }
  const microphone = useMicrophone(onTone)

  const leave = useCallback(() => {
    clearInterval(timer.current)
    clock.current = undefined
    bandIfReady()?.stop()
    followClock(undefined)
    setState('stopped')
  }, [])
  useEffect(() => leave, [leave])
  const stop = () => {
    leave()
    if (recording.current.notes.length > 0) onDone(recording.current.notes)
  }
  const latestStop = useRef(stop)
  latestStop.current = stop

  const record = async () => {
    recording.current = NO_RECORDING
    setState('counting')
    const band = await loadBand().catch(() => undefined)
    band?.setSound(bandSound(mix, kitOf(sounding.chart.feel)))
    const { clock: time } = startCountedIn(band, {
      events: bandCountedIn(sounding, stretch, swingFor(sounding.chart, mix, tempo), mix),
      bpm: tempo,
      countIn: barTicks(sounding.chart.bars[stretch.from]!.meter),
      fromMs: 0,
      leadSeconds: LEAD_SECONDS,
    })
    clock.current = time
    const now = () => msToTicks(time.at(performance.now()), tempo)
    followClock(() => {
      const ticks = now()
      return ticks < 0 || ticks >= end - start ? undefined : start + ticks
    })
    timer.current = setInterval(() => {
      const ticks = now()
      if (ticks >= end - start + TAIL) latestStop.current()
      else if (ticks >= -EIGHTH) setState('recording')
    }, LOOK_MS)
  }
  return {
    state,
    record: () => void record(),
    stop,
    /** What it hears is recorded, too, at concert pitch. */
    microphone,
    /** A note that starts (or ends: velocity 0), at concert pitch, at a moment of the page. */
    onNote: (midi: number, velocity: number, pageMs: number) => {
      const onsetMs = clock.current?.at(pageMs)
      if (onsetMs === undefined) return
      const key = `key ${midi}`
      recording.current =
        velocity === 0
          ? noteEnded(recording.current, key, onsetMs)
          : noteStarted(
              recording.current,
              { onsetMs, durationMs: ticksToMs(EIGHTH, tempo), midi, cents: 0, velocity },
              key,
            )
    },
  }
}
