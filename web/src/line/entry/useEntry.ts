import {
  type Analysis,
  barTicks,
  EIGHTH,
  type Grid,
  type Instrument,
  kitOf,
  type Line,
  type LineNote,
  msToTicks,
  type PlayedNote,
  QUARTER,
  quantise,
  type Stretch,
  spellNotes,
  stretchTicks,
  ticksToMs,
  withNote,
  withRest,
} from '@eager-contour/core'
import { useCallback, useEffect, useRef, useState } from 'react'
import { bandIfReady, loadBand } from '../../audio/band.ts'
import { followClock } from '../../audio/clock.ts'
import { audioContext } from '../../audio/context.ts'
import { bandCountedIn } from '../../audio/countedIn.ts'
import type { Mix } from '../../audio/mixSlice.ts'
import { pageClock, type RunClock, soundClock } from '../../audio/runClock.ts'
import { bandSound, swingFor } from '../../audio/usePlay.ts'
import type { InputNote } from '../../input/useNotes.ts'

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

export type EntryState = 'steps' | 'counting' | 'recording'

interface EntryOf {
  readonly analysis: Analysis
  readonly stretch: Stretch
  readonly instrument: Instrument
  readonly mix: Mix
  readonly tempo: number
  /** The line at concert pitch; empty if there is none. */
  readonly line: Line
  readonly onLine: (notes: readonly LineNote[]) => void
}

const LEAD_SECONDS = 0.3
const LOOK_MS = 25
/** Time after the last beat in which a late note still counts, in ticks. */
const TAIL = QUARTER

/** Writing by hand: notes entered one after another at a caret, or played in time over the band and quantised. */
export const useEntry = ({ analysis, stretch, instrument, mix, tempo, line, onLine }: EntryOf) => {
  const { start, end } = stretchTicks(analysis.chart, stretch)
  const [caret, setCaret] = useState(start)
  const [length, setLength] = useState<number>(EIGHTH)
  const [grid, setGrid] = useState<Grid>('eighths')
  const [state, setState] = useState<EntryState>('steps')
  /** Where each note or rest entered so far starts, for undo. */
  const steps = useRef<number[]>([])
  const played = useRef<PlayedNote[]>([])
  const held = useRef(new Map<number, number>())
  /** From the stretch's first beat, by the band as the player hears it; by the page's clock without one. */
  const clock = useRef<RunClock>(undefined)
  const timer = useRef<ReturnType<typeof setInterval>>(undefined)
  useEffect(() => {
    setCaret(start)
    steps.current = []
  }, [start])

  const forward = useCallback(
    (by: number) => {
      steps.current = [...steps.current, caret]
      setCaret(Math.min(end, caret + by))
    },
    [caret, end],
  )
  const put = (midi: number) => {
    if (caret >= end) return
    const duration = Math.min(length, end - caret)
    onLine(
      withNote(analysis, line, { start: caret, duration, midi: midi - instrument.written.semitones }).notes,
    )
    forward(duration)
  }
  const rest = () => {
    if (caret >= end) return
    const duration = Math.min(length, end - caret)
    onLine(withRest(analysis, line, caret, duration).notes)
    forward(duration)
  }
  const back = () => {
    const before = steps.current.at(-1)
    if (before === undefined) return
    steps.current = steps.current.slice(0, -1)
    onLine(withRest(analysis, line, before, caret - before).notes)
    setCaret(before)
  }

  const stop = useCallback(() => {
    clearInterval(timer.current)
    bandIfReady()?.stop()
    followClock(undefined)
    setState('steps')
  }, [])
  useEffect(() => stop, [stop])

  const finish = () => {
    stop()
    if (played.current.length === 0) return
    const notes = quantise(played.current, {
      bpm: tempo,
      swing: swingFor(analysis.chart, mix, tempo),
      grid,
      start,
      end,
    })
    const outside = line.notes.filter((note) => note.start < start || note.start >= end)
    onLine(
      spellNotes(
        analysis,
        [...outside, ...notes].sort((a, b) => a.start - b.start),
      ).notes,
    )
  }

  /** Counts in one bar, plays the band without the line, and records what is played over the stretch. */
  const record = async () => {
    played.current = []
    held.current.clear()
    setState('counting')
    const band = await loadBand().catch(() => undefined)
    const { meter } = analysis.chart.bars[stretch.from]!
    const bar = barTicks(meter)
    band?.setSound(bandSound(mix, kitOf(analysis.chart.feel)))
    band?.play(
      {
        events: bandCountedIn(analysis, stretch, swingFor(analysis.chart, mix, tempo), mix),
        bpm: tempo,
      },
      LEAD_SECONDS,
    )
    const barMs = ticksToMs(bar, tempo)
    const now =
      band && audioContext().state === 'running'
        ? soundClock(band.startsAt() + barMs / 1000, 0)
        : pageClock(performance.now() + LEAD_SECONDS * 1000 + barMs, 0)
    clock.current = now
    followClock(() => {
      const ticks = msToTicks(now.at(performance.now()), tempo)
      return ticks < 0 || ticks >= end - start ? undefined : start + ticks
    })
    timer.current = setInterval(() => {
      const ticks = msToTicks(now.at(performance.now()), tempo)
      if (ticks >= end - start + TAIL) done.current()
      else if (ticks >= -EIGHTH) setState('recording')
    }, LOOK_MS)
  }
  const done = useRef(finish)
  done.current = finish

  const onNote = ({ midi, velocity, atMs }: InputNote) => {
    const playedMs = clock.current?.at(atMs) ?? 0
    const sounding = midi - instrument.written.semitones
    if (velocity === 0) {
      bandIfReady()?.release(sounding)
      const at = held.current.get(sounding)
      held.current.delete(sounding)
      const note = at === undefined ? undefined : played.current[at]
      if (note) played.current[at!] = { ...note, durationMs: Math.max(1, playedMs - note.onsetMs) }
      return
    }
    bandIfReady()?.strike(sounding, velocity)
    if (state === 'steps') return put(midi)
    held.current.set(sounding, played.current.length)
    played.current.push({
      onsetMs: playedMs,
      durationMs: ticksToMs(EIGHTH, tempo),
      midi: sounding,
      cents: 0,
      velocity,
    })
  }
  return {
    caret,
    setCaret,
    length,
    setLength,
    grid,
    setGrid,
    state,
    full: caret >= end,
    rest,
    back,
    record: () => void record(),
    stop: finish,
    onNote,
  }
}

export type Entry = ReturnType<typeof useEntry>
