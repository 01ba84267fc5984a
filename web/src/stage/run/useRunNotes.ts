import type { PlayedNote, Source } from '@eager-contour/core'
import { type RefObject, useCallback } from 'react'
import { bandIfReady } from '../../audio/band.ts'
import type { RunClock } from '../../audio/runClock.ts'
import { VELOCITY } from '../../input/useNotes.ts'
import type { Run } from './run.ts'
import type { RunData } from './runMachine.ts'

interface RunNotes {
  /** Runs while the run counts in or plays. */
  readonly clock: RefObject<RunClock | undefined>
  readonly run: RefObject<RunData>
  readonly onNote: (note: PlayedNote, source: Source, heldAs: string) => void
  readonly onEnd: (heldAs: string, endMs: number) => void
  readonly onTakenBack: (heldAs: string) => void
}

/** How notes enter a run: from keys, a device or the microphone, each with its start and its end. */
export const useRunNotes = ({
  clock,
  run,
  onNote,
  onEnd,
  onTakenBack,
}: RunNotes): Pick<Run, 'press' | 'release' | 'hear'> => {
  const press = useCallback(
    (midi: number, source: Source, pageMs: number) => {
      bandIfReady()?.strike(midi, VELOCITY)
      const onsetMs = clock.current?.at(pageMs)
      if (onsetMs === undefined) return
      onNote({ onsetMs, durationMs: 0, midi, cents: 0, velocity: VELOCITY }, source, `key ${midi}`)
    },
    [clock, onNote],
  )
  const release = useCallback(
    (midi: number, pageMs: number) => {
      bandIfReady()?.release(midi)
      if (clock.current) onEnd(`key ${midi}`, clock.current.at(pageMs))
    },
    [clock, onEnd],
  )
  const hear = useCallback<Run['hear']>(
    ({ midi, cents, velocity, onset, end, state }) => {
      const { simulated } = run.current
      if (!clock.current || (simulated && !simulated.aloud)) return
      if (state === 'ended') return onEnd('tone', clock.current.atSound(end))
      if (state === 'takenBack') return onTakenBack('tone')
      const onsetMs = clock.current.atSound(onset)
      onNote({ onsetMs, durationMs: 0, midi, cents, velocity }, 'microphone', 'tone')
    },
    [clock, run, onNote, onEnd, onTakenBack],
  )
  return { press, release, hear }
}
