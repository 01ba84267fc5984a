import {
  type Analysis,
  type Exercise,
  type GradeRules,
  kitOf,
  msToTicks,
  type PlayedNote,
  QUARTER,
  type Source,
  simulatePlayer,
  type Take,
  type Ticks,
  ticksToMs,
} from '@eager-contour/core'
import { useCallback, useEffect, useRef, useState } from 'react'
import { bandIfReady, loadBand } from '../../audio/band.ts'
import { wakeSound } from '../../audio/context.ts'
import { bandCountedIn, onceWith, startCountedIn } from '../../audio/countedIn.ts'
import type { RunClock } from '../../audio/runClock.ts'
import { useMix } from '../../audio/useMix.ts'
import { bandSound } from '../../audio/usePlay.ts'
import { VELOCITY } from '../../input/useNotes.ts'
import { gradeOf, rightNotes, warmUp } from './grading.ts'
import { prepareForMicrophone } from './playIntoMicrophone.ts'
import { barBegin, type Run, type SourceTiming, takeOf } from './run.ts'
import {
  EARLY_BEATS,
  NO_RUN,
  type RunData,
  type RunEvent,
  runReducer,
  type SimulatedSettings,
} from './runMachine.ts'
import { useInterruptions } from './useInterruptions.ts'
import { useRunNotes } from './useRunNotes.ts'

const LEAD_SECONDS = 0.35
/**
 * The stage is drawn for playing a moment before the first beat, so that nothing is redrawn when the first note
 * comes.
 */
const SHOWN_BEFORE_MS = 120
const TICK_MS = 20
const TAIL_BEATS = 1.25
const SPREAD_MS = 16
const NO_PLAYER_SOUND =
  'The sound of the simulated player can’t be loaded: it can’t play into the microphone.'

interface RunSettings {
  readonly exercise: Exercise | undefined
  readonly analysis: Analysis | undefined
  readonly timingOf: (source: Source) => SourceTiming
  readonly rules: GradeRules
  /** The sound in which the simulated player plays into the microphone. */
  readonly playerSound: string
  /** Is given each note with all before it. */
  readonly onPlayed: (take: Take) => void
}

/**
 * One run of an exercise: count-in, band, notes with their verdicts as they come, and the grade. What happens is sent
 * to runReducer; here is only what reaches outside: the clock, the band, the simulated player, the worker. Its time
 * is the audio clock's, as the player hears it; the simulated player's notes have their own times, as a device's
 * would.
 */
export const useRun = (settings: RunSettings): Run => {
  const { exercise, analysis } = settings
  const latest = useRef(settings)
  latest.current = settings
  const [shown, show] = useState(NO_RUN)
  const run = useRef<RunData>(NO_RUN)
  const send = useCallback((event: RunEvent) => {
    run.current = runReducer(run.current, event)
    show(run.current)
  }, [])
  const clock = useRef<RunClock>(undefined)
  /** Stops what the run has started. */
  const undo = useRef<(() => void)[]>([])
  /** Counts starts: what belongs to an earlier one is dropped. */
  const turn = useRef(0)
  /** Whether a played note isn't kept yet. */
  const unkept = useRef(false)
  const mix = useMix()
  const timing = useCallback(() => latest.current.timingOf(run.current.source), [])
  const takeNow = useCallback((of: Exercise): Take => takeOf(run.current, of, timing()), [timing])
  const keep = useCallback(() => {
    if (!unkept.current || !latest.current.exercise) return
    unkept.current = false
    latest.current.onPlayed(takeNow(latest.current.exercise))
  }, [takeNow])
  const clear = useCallback(() => {
    keep()
    turn.current += 1
    clock.current = undefined
    for (const stop of undo.current.splice(0)) stop()
    bandIfReady()?.stop()
  }, [keep])
  useEffect(() => clear, [clear])

  const onNote = useCallback(
    (note: PlayedNote, source: Source, heldAs?: string) => {
      const { simulated, source: before } = run.current
      const { latencyMs } = latest.current.timingOf(simulated && source !== 'microphone' ? before : source)
      // The verdict first: keeping what was played can wait for the next tick.
      unkept.current = true
      send({ type: 'note', note, latencyMs, source, ...(heldAs === undefined ? {} : { heldAs }) })
    },
    [send],
  )
  const onEnd = useCallback(
    (heldAs: string, endMs: number) => send({ type: 'noteEnded', heldAs, endMs }),
    [send],
  )
  const onTakenBack = useCallback(
    (heldAs: string) => send({ type: 'noteTakenBack', heldAs, latencyMs: timing().latencyMs }),
    [send, timing],
  )
  const finish = useCallback(async () => {
    if (!exercise || !clock.current) return
    clear()
    const mine = turn.current
    const take = takeNow(exercise)
    const graded = await gradeOf(run.current, take, timing().unmeasured)
    if (graded && turn.current === mine) send(graded)
  }, [exercise, clear, takeNow, send, timing])

  /** Counts in and plays from a tick on. */
  const go = useCallback(
    async (from: Ticks) => {
      if (!exercise || !analysis) return
      clear()
      const mine = turn.current
      const { countIn, spec, length } = exercise
      const fromMs = ticksToMs(from, spec.tempo)
      send({ type: 'loading', fromMs })
      const [band, awake] = await Promise.all([loadBand().catch(() => undefined), wakeSound()])
      if (turn.current !== mine) return
      send({ type: 'soundChecked', silent: !band || !awake })
      band?.setSound(bandSound(mix, kitOf(analysis.chart.feel)))
      const soloist = exercise.free?.soloist
      const loop = exercise.loop ?? (soloist && onceWith(soloist.notes, length))
      const events = bandCountedIn(analysis, spec.stretch, exercise.swing, mix, from, loop)
      const struck = [...exercise.expected, ...(loop?.heard ?? [])].map(({ midi }) => midi)
      const { simulated } = run.current
      const played = simulated
        ? simulatePlayer(exercise, { ...simulated, spreadMs: SPREAD_MS }).filter(
            ({ onsetMs }) => from === 0 || onsetMs >= fromMs - ticksToMs(QUARTER * EARLY_BEATS, spec.tempo),
          )
        : []
      const [playAloud] = await Promise.all([
        simulated?.aloud
          ? prepareForMicrophone(played, latest.current.playerSound, mix).catch(() => undefined)
          : undefined,
        awake && band?.prepare(events, struck, VELOCITY),
      ])
      // The run was left, or started again, while the audio was prepared.
      if (turn.current !== mine) return
      if (simulated?.aloud && !playAloud) return send({ type: 'refused', because: NO_PLAYER_SOUND })
      const { clock: time, beatAt } = startCountedIn(band, {
        events,
        bpm: spec.tempo,
        countIn,
        fromMs,
        leadSeconds: LEAD_SECONDS,
      })
      clock.current = time
      send({ type: 'countedIn' })
      const { settleMs, latencyMs } = timing()
      const endMs = ticksToMs(length + QUARTER * TAIL_BEATS, spec.tempo) + settleMs + latencyMs
      const timer = setInterval(() => {
        const ms = time.at(performance.now())
        if (run.current.state === 'count-in' && ms >= fromMs - SHOWN_BEFORE_MS) send({ type: 'playing' })
        if (ms >= endMs) return void finish()
        keep()
        const late = timing()
        send({ type: 'time', ms: ms - late.settleMs - late.latencyMs })
      }, TICK_MS)
      undo.current.push(() => clearInterval(timer))
      if (playAloud) {
        undo.current.push(playAloud(beatAt))
        return
      }
      const wait = (ms: number, act: () => void) => {
        const waiting = setTimeout(act, ms - time.at(performance.now()))
        undo.current.push(() => clearTimeout(waiting))
      }
      for (const note of played) {
        wait(note.onsetMs, () => {
          band?.strike(note.midi, note.velocity)
          onNote(note, 'simulated')
        })
        wait(note.onsetMs + note.durationMs, () => band?.release(note.midi))
      }
    },
    [exercise, analysis, mix, clear, finish, keep, onNote, send, timing],
  )

  const start = useCallback(
    (simulated: SimulatedSettings | undefined) => {
      if (!exercise) return
      clear()
      const { rules } = latest.current
      warmUp(exercise, rules)
      send({ type: 'started', exercise, rules, simulated })
      void go(0)
    },
    [exercise, clear, go, send],
  )
  const pause = useCallback(
    (because?: string) => {
      if (!clock.current || !exercise || !analysis) return
      const { tempo } = exercise.spec
      const tick = Math.max(0, msToTicks(clock.current.at(performance.now()), tempo))
      const from = barBegin(analysis, exercise, Math.min(tick, exercise.length - 1))
      clear()
      send({ type: 'paused', fromMs: ticksToMs(from, tempo), latencyMs: timing().latencyMs, because })
    },
    [exercise, analysis, clear, send, timing],
  )
  const resume = useCallback(() => {
    if (!exercise) return
    send({ type: 'resumed' })
    void go(Math.round(msToTicks(run.current.fromMs, exercise.spec.tempo)))
  }, [exercise, go, send])

  /** The notes of the file that was read last. */
  const fromFile = useRef<readonly PlayedNote[]>([])
  const read = useCallback(
    async (notes: readonly PlayedNote[], countedIn: 'found out' | 'never' = 'found out') => {
      if (!exercise) return
      clear()
      fromFile.current = notes
      const { rules } = latest.current
      send({ type: 'started', exercise, rules, simulated: undefined })
      const barMs = ticksToMs(exercise.countIn, exercise.spec.tempo)
      const [first, second] = await Promise.all(
        (countedIn === 'never' ? [0] : [0, barMs]).map((leadMs) => {
          const shifted = notes.map((note) => ({ ...note, onsetMs: note.onsetMs - leadMs }))
          const data = { notes: shifted, ungradedNotes: [], source: 'midi-file' } as const
          return gradeOf(run.current, takeOf(data, exercise, latest.current.timingOf('midi-file')))
        }),
      )
      if (!first) return
      if (second?.type === 'finished' && rightNotes(second) > rightNotes(first))
        send({ ...second, countedIn: true })
      else send(first)
    },
    [exercise, clear, send],
  )
  const readAsItIs = useCallback(() => void read(fromFile.current, 'never'), [read])
  const abandon = useCallback(async () => {
    if (!exercise) return undefined
    clear()
    send({ type: 'stopped', latencyMs: timing().latencyMs })
    const take = takeNow(exercise)
    const graded = take.notes.length > 0 ? await gradeOf(run.current, take) : undefined
    return graded?.type === 'finished' ? graded : undefined
  }, [exercise, clear, send, takeNow, timing])

  useInterruptions(pause)
  const { press, release, hear } = useRunNotes({ clock, run, onNote, onEnd, onTakenBack })

  const position = useCallback(() => {
    if (!clock.current || !exercise) return undefined
    return msToTicks(clock.current.at(performance.now()), exercise.spec.tempo)
  }, [exercise])
  const { state, judged, changed, grade, take, estimatedMs, countedIn = false, silent, because } = shown
  return {
    state,
    judged,
    changed,
    grade,
    take,
    estimatedMs,
    countedIn,
    silent,
    because,
    start,
    read,
    readAsItIs,
    pause,
    resume,
    abandon,
    press,
    release,
    hear,
    position,
  }
}
