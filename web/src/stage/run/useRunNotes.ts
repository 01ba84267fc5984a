import type { PlayedNote, Source } from '@eager-contour/core'
import { type RefObject, useCallback } from 'react'
import { bandIfReady } from '../../audio/band.ts'
import { type Run, type RunSession, VELOCITY } from './run.ts'

/** How notes enter a run: from keys, a device or the microphone, each with its start and its end. */
export const useRunNotes = (
  session: RefObject<RunSession>,
  takeNote: (note: PlayedNote) => void,
): Pick<Run, 'press' | 'release' | 'hear'> => {
  const press = useCallback(
    (midi: number, from: Source, pageMs = performance.now()) => {
      bandIfReady()?.strike(midi, VELOCITY)
      const now = session.current
      if (!now.clock) return
      if (!now.simulated) now.source = from
      now.held.set(`key ${midi}`, now.notes.length)
      takeNote({ onsetMs: now.clock.at(pageMs), durationMs: 0, midi, cents: 0, velocity: VELOCITY })
    },
    [session, takeNote],
  )
  const end = useCallback(
    (name: string, endMs: number) => {
      const now = session.current
      const at = now.held.get(name)
      now.held.delete(name)
      const note = at === undefined ? undefined : now.notes[at]
      if (note) now.notes[at!] = { ...note, durationMs: Math.max(0, endMs - note.onsetMs) }
    },
    [session],
  )
  const release = useCallback(
    (midi: number) => {
      bandIfReady()?.release(midi)
      const { clock } = session.current
      if (clock) end(`key ${midi}`, clock.at(performance.now()))
    },
    [session, end],
  )
  const hear = useCallback<Run['hear']>(
    ({ midi, cents, velocity, onset, end: ends, ended }) => {
      const now = session.current
      if (!now.clock || (now.simulated && !now.simulated.aloud)) return
      const onsetMs = now.clock.atSound(onset)
      if (ended) return end('tone', now.clock.atSound(ends))
      now.source = 'microphone'
      now.held.set('tone', now.notes.length)
      takeNote({ onsetMs, durationMs: 0, midi, cents, velocity })
    },
    [session, takeNote, end],
  )
  return { press, release, hear }
}
