import {
  type Analysis,
  bandEvents,
  countInEvents,
  type Exercise,
  GRADER,
  type Grade,
  type Judged,
  kitOf,
  type PlayedNote,
  type Source,
  simulatePlayer,
  type Take,
  type Ticks,
  ticksToMs,
} from '@eager-contour/core'
import { useCallback, useEffect, useRef, useState } from 'react'
import { bandIfReady, loadBand } from '../sound/band.ts'
import { useMix } from '../sound/useMix.ts'
import { bandSound } from '../sound/usePlay.ts'
import { work } from '../work/work.ts'

type RunState = 'ready' | 'loading' | 'count-in' | 'playing' | 'done'

export interface SimulatedSettings {
  readonly seed: number
  readonly errorRate: number
}

export interface Run {
  readonly state: RunState
  readonly judged: readonly Judged[]
  readonly grade: Grade | undefined
  readonly take: Take | undefined
  /** Whether the band could not be had: the run goes on without it. */
  readonly silent: boolean
  readonly start: (simulated: SimulatedSettings | undefined) => void
  /** Stops before the end; gives what was played so far. */
  readonly abandon: () => Promise<{ take: Take; grade: Grade } | undefined>
  readonly press: (midi: number, source: Source, atMs?: number) => void
  readonly release: (midi: number) => void
  /** Ticks from the stretch's first beat (negative while counting in); undefined when nothing runs. */
  readonly position: () => Ticks | undefined
}

const LEAD_SECONDS = 0.35
const TICK_MS = 40
const TAIL_BEATS = 1.25
const VELOCITY = 90

/** Time, in milliseconds, between the count-in's first click and the stretch's first beat. */
const countInMs = (exercise: Exercise): number => ticksToMs(exercise.countIn, exercise.spec.tempo)

/**
 * One run of an exercise: count-in, band, notes as they come with their verdicts, and the grade. Time is the clock of the
 * page from the moment the count-in sounds; each note is told to `onPlayed` with all before it; the notes of the simulated player bring their own times, as a device would.
 */
export const useRun = (
  exercise: Exercise | undefined,
  analysis: Analysis | undefined,
  onPlayed: (take: Take) => void,
): Run => {
  const [state, setState] = useState<RunState>('ready')
  const [judged, setJudged] = useState<readonly Judged[]>([])
  const [grade, setGrade] = useState<Grade>()
  const [take, setTake] = useState<Take>()
  const [silent, setSilent] = useState(false)
  const mix = useMix()
  const zero = useRef(0)
  const notes = useRef<PlayedNote[]>([])
  const source = useRef<Source>('screen-keys')
  const held = useRef(new Map<number, { index: number; at: number }>())
  const timers = useRef<ReturnType<typeof setTimeout>[]>([])
  const running = useRef(false)

  const clear = useCallback(() => {
    running.current = false
    for (const timer of timers.current) clearTimeout(timer)
    timers.current = []
    bandIfReady()?.stop()
  }, [])
  useEffect(() => clear, [clear])

  const takeNow = useCallback(
    (asked: Exercise): Take => ({
      notes: notes.current,
      source: source.current,
      zeroMs: zero.current,
      tempo: [{ tick: 0, bpm: asked.spec.tempo }],
      swing: asked.swing,
      loops: [0],
      latencyMs: 0,
      tuningHz: 440,
      exercise: JSON.stringify(asked.spec),
      grader: GRADER,
    }),
    [],
  )
  const add = useCallback((more: readonly Judged[]) => {
    if (more.length > 0) setJudged((before) => [...before, ...more])
  }, [])
  const takeNote = useCallback(
    (note: PlayedNote) => {
      notes.current.push(note)
      if (exercise) onPlayed(takeNow(exercise))
      void work().gradeNote(note).then(add)
    },
    [add, exercise, onPlayed, takeNow],
  )
  const finish = useCallback(async () => {
    if (!exercise || !running.current) return
    clear()
    const final = await work().finishGrade()
    if (!final) return
    setTake(takeNow(exercise))
    setJudged(final.judged)
    setGrade(final)
    setState('done')
  }, [exercise, clear, takeNow])

  const start = useCallback(
    async (simulated: SimulatedSettings | undefined) => {
      if (!exercise || !analysis) return
      clear()
      setJudged([])
      setGrade(undefined)
      setTake(undefined)
      notes.current = []
      held.current.clear()
      source.current = simulated ? 'simulated' : 'screen-keys'
      setState('loading')
      await work().startGrade(exercise)
      const band = await loadBand().catch(() => undefined)
      setSilent(!band)
      running.current = true
      const { countIn, spec, length } = exercise
      const meter = analysis.chart.bars[spec.stretch.from]!.meter
      band?.setSound(bandSound(mix, kitOf(analysis.chart.feel)))
      band?.play(
        {
          events: [
            ...countInEvents(meter),
            ...bandEvents(analysis, spec.stretch, undefined, {
              swing: exercise.swing,
              click: mix.click,
              voicing: mix.voicing,
            }).map((event) => ({ ...event, tick: event.tick + countIn })),
          ],
          bpm: spec.tempo,
        },
        LEAD_SECONDS,
      )
      const leadMs = (band ? band.secondsToStart() : LEAD_SECONDS) * 1000
      zero.current = performance.now() + leadMs + countInMs(exercise)
      setState('count-in')
      const at = (ms: number, act: () => void) =>
        timers.current.push(setTimeout(act, zero.current + ms - performance.now()))
      at(0, () => setState('playing'))
      at(ticksToMs(length, spec.tempo) + ticksToMs(480 * TAIL_BEATS, spec.tempo), () => void finish())
      const tick = setInterval(
        () =>
          void work()
            .gradeUntil(performance.now() - zero.current)
            .then(add),
        TICK_MS,
      )
      timers.current.push(tick as unknown as ReturnType<typeof setTimeout>)
      if (!simulated) return
      for (const note of simulatePlayer(exercise, { ...simulated, spreadMs: 16 })) {
        at(note.onsetMs, () => {
          band?.strike(note.midi, note.velocity)
          takeNote(note)
        })
        at(note.onsetMs + note.durationMs, () => band?.release(note.midi))
      }
    },
    [exercise, analysis, mix, clear, finish, add, takeNote],
  )

  const press = useCallback(
    (midi: number, from: Source, atMs = performance.now()) => {
      bandIfReady()?.strike(midi, VELOCITY)
      if (!running.current) return
      if (source.current !== 'simulated') source.current = from
      const onsetMs = atMs - zero.current
      held.current.set(midi, { index: notes.current.length, at: onsetMs })
      takeNote({ onsetMs, durationMs: 0, midi, cents: 0, velocity: VELOCITY })
    },
    [takeNote],
  )
  const release = useCallback((midi: number) => {
    bandIfReady()?.release(midi)
    const note = held.current.get(midi)
    held.current.delete(midi)
    const played = note && notes.current[note.index]
    if (played)
      notes.current[note.index] = { ...played, durationMs: performance.now() - zero.current - note.at }
  }, [])
  const abandon = useCallback(async () => {
    if (!exercise || !running.current) return undefined
    clear()
    setState('ready')
    const final = await work().finishGrade()
    return final && notes.current.length > 0 ? { take: takeNow(exercise), grade: final } : undefined
  }, [exercise, clear, takeNow])

  const position = useCallback(() => {
    if (!running.current || !exercise) return undefined
    return ((performance.now() - zero.current) * exercise.spec.tempo * 480) / 60_000
  }, [exercise])
  return {
    state,
    judged,
    grade,
    take,
    silent,
    start: (simulated) => void start(simulated),
    abandon,
    press,
    release,
    position,
  }
}
