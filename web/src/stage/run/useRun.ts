import {
  type Analysis,
  type Exercise,
  type Grade,
  type GradeRules,
  type Judged,
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
import { audioContext, wakeSound } from '../../audio/context.ts'
import { bandCountedIn } from '../../audio/countedIn.ts'
import { pageClock, soundClock } from '../../audio/runClock.ts'
import { useMix } from '../../audio/useMix.ts'
import { bandSound } from '../../audio/usePlay.ts'
import { engine } from '../../engine/engine.ts'
import { LiveGrade } from './liveGrade.ts'
import { playIntoMicrophone } from './playIntoMicrophone.ts'
import {
  barBegin,
  emptySession,
  onTime,
  type Run,
  type RunSession,
  type RunState,
  type SimulatedSettings,
  type SourceTiming,
  takeOf,
  VELOCITY,
} from './run.ts'
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
/** Notes earlier than this before the first beat belong to the count-in. */
const COUNT_IN_BEATS = 0.75
/** Notes this early before a bar that starts again belong to it. */
const EARLY_BEATS = 0.25
const SPREAD_MS = 16

/**
 * One run of an exercise: count-in, band, notes with their verdicts as they come, and the grade. Its time is the
 * audio clock's, as the player hears it; each note is reported to `onPlayed` with all before it; the simulated
 * player's notes have their own times, as a device's would.
 */
export const useRun = (
  exercise: Exercise | undefined,
  analysis: Analysis | undefined,
  hearing: (source: Source) => SourceTiming,
  rules: GradeRules,
  onPlayed: (take: Take) => void,
): Run => {
  const [state, setState] = useState<RunState>('ready')
  const [judged, setJudged] = useState<readonly Judged[]>([])
  const [grade, setGrade] = useState<Grade>()
  const [take, setTake] = useState<Take>()
  const [silent, setSilent] = useState(false)
  const [because, setBecause] = useState<string>()
  const mix = useMix()
  const session = useRef<RunSession>(emptySession())
  const live = useRef<LiveGrade>(undefined)
  /** Whether a played note isn't kept yet, and the timer that keeps it. */
  const unkept = useRef(false)
  const keep = useRef(() => {})
  const hears = useRef(hearing)
  hears.current = hearing
  const by = useRef(rules)
  by.current = rules

  const clear = useCallback(() => {
    const now = session.current
    keep.current()
    now.turn += 1
    now.clock = undefined
    for (const undo of now.undo.splice(0)) undo()
    bandIfReady()?.stop()
  }, [])
  useEffect(() => clear, [clear])

  const takeNow = useCallback(
    (asked: Exercise): Take => takeOf(session.current, asked, hears.current(session.current.source)),
    [],
  )
  keep.current = () => {
    if (!unkept.current || !exercise) return
    unkept.current = false
    onPlayed(takeNow(exercise))
  }
  const add = useCallback((more: readonly Judged[] = []) => {
    if (more.length > 0) setJudged((before) => [...before, ...more])
  }, [])
  const takeNote = useCallback(
    (note: PlayedNote) => {
      const { notes, ungradedNotes, source, fromMs } = session.current
      if (!exercise) return
      const { latencyMs } = hears.current(source)
      const counted =
        note.onsetMs - latencyMs >= fromMs - ticksToMs(QUARTER * COUNT_IN_BEATS, exercise.spec.tempo)
      if (!counted) {
        ungradedNotes.push(note)
        return
      }
      notes.push(note)
      // The verdict first: keeping what was played can wait for the next tick.
      unkept.current = true
      add(live.current?.note({ ...note, onsetMs: note.onsetMs - latencyMs }))
    },
    [add, exercise],
  )
  const finish = useCallback(async () => {
    if (!exercise || !session.current.clock) return
    clear()
    const final = await live.current?.finish(takeNow(exercise))
    if (!final) return
    setTake(takeNow(exercise))
    setJudged(final.judged)
    setGrade(final)
    setState('done')
  }, [exercise, clear, takeNow])

  /** Counts in and plays from a tick on. */
  const go = useCallback(
    async (from: Ticks) => {
      if (!exercise || !analysis) return
      const now = session.current
      clear()
      const { turn } = now
      setBecause(undefined)
      setState('loading')
      const [band, awake] = await Promise.all([loadBand().catch(() => undefined), wakeSound()])
      if (now.turn !== turn) return
      setSilent(!band || !awake)
      const { countIn, spec, length } = exercise
      const countInMs = ticksToMs(countIn, spec.tempo)
      now.fromMs = ticksToMs(from, spec.tempo)
      band?.setSound(bandSound(mix, kitOf(analysis.chart.feel)))
      const events = bandCountedIn(analysis, spec.stretch, exercise.swing, mix, from)
      const struck = exercise.expected.map(({ midi }) => midi)
      if (awake) await band?.prepare(events, struck, VELOCITY)
      // The run was left, or started again, while the audio was prepared.
      if (now.turn !== turn) return
      band?.play({ events, bpm: spec.tempo }, LEAD_SECONDS)
      const startsAt = band?.startsAt() ?? audioContext().currentTime + LEAD_SECONDS
      const clock = awake
        ? soundClock(startsAt + countInMs / 1000, now.fromMs)
        : pageClock(performance.now() + LEAD_SECONDS * 1000 + countInMs, now.fromMs)
      now.clock = clock
      setState('count-in')
      const { settleMs, latencyMs } = hears.current(now.source)
      const endMs = ticksToMs(length + QUARTER * TAIL_BEATS, spec.tempo) + settleMs + latencyMs
      let playing = false
      const timer = setInterval(() => {
        const ms = clock.at(performance.now())
        if (!playing && ms >= now.fromMs - SHOWN_BEFORE_MS) {
          playing = true
          setState('playing')
        }
        if (ms >= endMs) return void finish()
        keep.current()
        const late = hears.current(now.source)
        add(live.current?.until(ms - late.settleMs - late.latencyMs))
      }, TICK_MS)
      now.undo.push(() => clearInterval(timer))
      if (!now.simulated) return
      const wait = (ms: number, act: () => void) => {
        const waiting = setTimeout(act, ms - clock.at(performance.now()))
        now.undo.push(() => clearTimeout(waiting))
      }
      const played = simulatePlayer(exercise, { ...now.simulated, spreadMs: SPREAD_MS }).filter(
        ({ onsetMs }) => onsetMs >= now.fromMs - ticksToMs(QUARTER * EARLY_BEATS, spec.tempo),
      )
      if (now.simulated.aloud) {
        const beatAt = startsAt + countInMs / 1000 - now.fromMs / 1000
        now.undo.push(playIntoMicrophone(played, mix, beatAt))
        return
      }
      for (const note of played) {
        wait(note.onsetMs, () => {
          band?.strike(note.midi, note.velocity)
          takeNote(note)
        })
        wait(note.onsetMs + note.durationMs, () => band?.release(note.midi))
      }
    },
    [exercise, analysis, mix, clear, finish, add, takeNote],
  )

  const start = useCallback(
    async (simulated: SimulatedSettings | undefined) => {
      if (!exercise) return
      clear()
      setJudged([])
      setGrade(undefined)
      setTake(undefined)
      const now = session.current
      now.notes = []
      now.ungradedNotes = []
      now.repeatedNotes = []
      now.held.clear()
      now.simulated = simulated
      now.source = simulated && !simulated.aloud ? 'simulated' : simulated ? 'microphone' : 'screen-keys'
      live.current = new LiveGrade(exercise, by.current)
      await go(0)
    },
    [exercise, clear, go],
  )
  const pause = useCallback(
    (why?: string) => {
      const now = session.current
      if (!now.clock || !exercise || !analysis) return
      const { tempo } = exercise.spec
      const tick = Math.max(0, msToTicks(now.clock.at(performance.now()), tempo))
      const from = barBegin(analysis, exercise, Math.min(tick, exercise.length - 1))
      clear()
      now.fromMs = ticksToMs(from, tempo)
      const { latencyMs } = hears.current(now.source)
      const edge = now.fromMs + latencyMs - ticksToMs(QUARTER * EARLY_BEATS, tempo)
      const again = now.notes.filter(({ onsetMs }) => onsetMs >= edge)
      now.notes = now.notes.filter(({ onsetMs }) => onsetMs < edge)
      now.repeatedNotes.push(...again)
      now.held.clear()
      setBecause(why)
      setState('paused')
      live.current = new LiveGrade(exercise, by.current, onTime(now.notes, latencyMs))
      setJudged(live.current.settled)
    },
    [exercise, analysis, clear],
  )
  const resume = useCallback(() => {
    const now = session.current
    now.ungradedNotes.push(...now.repeatedNotes.splice(0))
    if (exercise) void go(Math.round(msToTicks(session.current.fromMs, exercise.spec.tempo)))
  }, [exercise, go])

  const { press, release, hear } = useRunNotes(session, takeNote)
  const read = useCallback(
    async (notes: readonly PlayedNote[]) => {
      if (!exercise) return
      clear()
      const now = session.current
      now.source = 'midi-file'
      now.ungradedNotes = []
      now.repeatedNotes = []
      const counted = ticksToMs(exercise.countIn, exercise.spec.tempo)
      const graded = await Promise.all(
        [0, counted].map(async (lead) => {
          now.notes = notes.map((note) => ({ ...note, onsetMs: note.onsetMs - lead }))
          const played = takeNow(exercise)
          return { played, final: await engine().gradeTake(exercise, played, by.current) }
        }),
      )
      const right = ({ final }: (typeof graded)[number]) =>
        final.judged.filter(({ verdict }) => verdict === 'right').length
      const [begun, after] = graded as [(typeof graded)[number], (typeof graded)[number]]
      const { played, final } = right(after) > right(begun) ? after : begun
      setTake(played)
      setJudged(final.judged)
      setGrade(final)
      setState('done')
    },
    [exercise, clear, takeNow],
  )
  const abandon = useCallback(async () => {
    const now = session.current
    if (!exercise) return undefined
    clear()
    setState('ready')
    if (now.repeatedNotes.length > 0) {
      // The bar doesn't start again after all: what was played of it counts.
      now.notes.push(...now.repeatedNotes.splice(0))
      const { latencyMs } = hears.current(now.source)
      live.current = new LiveGrade(exercise, by.current, onTime(now.notes, latencyMs))
    }
    const final = await live.current?.finish(takeNow(exercise))
    return final && now.notes.length > 0 ? { take: takeNow(exercise), grade: final } : undefined
  }, [exercise, clear, takeNow])

  useInterruptions(pause)

  const position = useCallback(() => {
    const { clock } = session.current
    if (!clock || !exercise) return undefined
    return msToTicks(clock.at(performance.now()), exercise.spec.tempo)
  }, [exercise])
  return {
    state,
    judged,
    grade,
    take,
    silent,
    because,
    start: (simulated) => void start(simulated),
    read,
    pause,
    resume,
    abandon,
    press,
    release,
    hear,
    position,
  }
}
