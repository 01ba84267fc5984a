import {
  EIGHTH,
  type Grid,
  type PlayedNote,
  QUARTER,
  quantise,
  spellNotes,
  stretchTicks,
} from '@eager-contour/core'
import { useState } from 'react'
import { bandIfReady } from '../../audio/band.ts'
import { selectPlay } from '../../audio/playSlice.ts'
import { useMix } from '../../audio/useMix.ts'
import { swingFor } from '../../audio/usePlay.ts'
import type { InputNote } from '../../input/useNotes.ts'
import { useRecording } from '../../input/useRecording.ts'
import { useSettings } from '../../settings/settings.ts'
import { useAppSelector } from '../../store/store.ts'
import { useOpenLine } from '../editor/openLine.ts'
import { useSteps } from './useSteps.ts'

/** The lengths of a typed note. */
export const LENGTHS: readonly { readonly ticks: number; readonly name: string }[] = [
  { ticks: EIGHTH / 2, name: 'sixteenth' },
  { ticks: QUARTER / 3, name: 'triplet' },
  { ticks: EIGHTH, name: 'eighth' },
  { ticks: QUARTER, name: 'quarter' },
  { ticks: (3 * QUARTER) / 2, name: 'dotted quarter' },
  { ticks: 2 * QUARTER, name: 'half' },
]
export const GRIDS: readonly { readonly value: Grid; readonly label: string }[] = [
  { value: 'eighths', label: 'eighths' },
  { value: 'triplets', label: 'triplets' },
  { value: 'sixteenths', label: 'sixteenths' },
]

/** Writing by hand: notes entered one after another at a caret, or played in time over the band and quantised. */
export const useEntry = () => {
  const { open, concert, write } = useOpenLine()
  const { sounding, stretch } = open
  const up = useSettings().instrument.written.semitones
  const mix = useMix()
  const { tempo } = useAppSelector(selectPlay)
  const [grid, setGrid] = useState<Grid>('eighths')
  const steps = useSteps()

  /** What was played takes the place of the stretch's notes. */
  const writePlayed = (played: readonly PlayedNote[]) => {
    const { start, end } = stretchTicks(sounding.chart, stretch)
    const swing = swingFor(sounding.chart, mix, tempo)
    const notes = quantise(played, { bpm: tempo, swing, grid, start, end })
    const outside = (concert?.notes ?? []).filter((note) => note.start < start || note.start >= end)
    write(
      spellNotes(
        sounding,
        [...outside, ...notes].sort((a, b) => a.start - b.start),
      ).notes,
    )
  }
  const recording = useRecording(open, writePlayed)
  const state = recording.state === 'stopped' ? ('steps' as const) : recording.state
  return {
    ...steps,
    grid,
    setGrid,
    state,
    record: recording.record,
    stop: recording.stop,
    microphone: recording.microphone,
    onNote: ({ midi, velocity, atMs }: InputNote) => {
      const sounded = midi - up
      if (velocity === 0) bandIfReady()?.release(sounded)
      else bandIfReady()?.strike(sounded, velocity)
      if (state !== 'steps') recording.onNote(sounded, velocity, atMs)
      else if (velocity > 0) steps.put(sounded)
    },
  }
}

export type Entry = ReturnType<typeof useEntry>
