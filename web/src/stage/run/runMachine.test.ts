import {
  analyseChart,
  GRADE_RULES,
  gradeTake,
  instrumentOf,
  makeExercise,
  type PlayedNote,
  readChart,
  simulatedTake,
} from '@eager-contour/core'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { takeOf } from './run.ts'
import { NO_RUN, type RunData, type RunEvent, runReducer } from './runMachine.ts'

const exerciseOf = (rung: 'outline-up' | 'pickups', variant = 0) => {
  const chart = readChart('key: C major\n\n| Dm7 | G7 | Cmaj7 | A7 |')
  if (!chart.ok) throw new Error('The chart can’t be read.')
  const made = makeExercise(
    { rung, variant, stretch: { from: 0, to: 3 }, tempo: 120 },
    analyseChart(chart.value),
    instrumentOf('trumpet'),
  )
  if (!made.ok) throw new Error('The exercise can’t be made.')
  return made.value
}
const exercise = exerciseOf('outline-up')
/** A bar of four at 120 bpm. */
const BAR_MS = 2000
const LATE_MS = 40

const after = (run: RunData, ...events: readonly RunEvent[]): RunData => events.reduce(runReducer, run)
const STARTED: RunEvent = { type: 'started', exercise, rules: GRADE_RULES, simulated: undefined }
const playing = after(
  NO_RUN,
  STARTED,
  { type: 'loading', fromMs: 0 },
  { type: 'soundChecked', silent: false },
  { type: 'countedIn' },
  { type: 'playing' },
)
const noteEvent = (note: PlayedNote, more: Partial<Extract<RunEvent, { type: 'note' }>> = {}): RunEvent => ({
  type: 'note',
  note,
  latencyMs: 0,
  ...more,
})
const right = simulatedTake(exercise, { seed: 1, errorRate: 0, spreadMs: 0 }).notes
const late = (note: PlayedNote): PlayedNote => ({ ...note, onsetMs: note.onsetMs + LATE_MS })

describe('a run', () => {
  it('has a pickup in its count-in; paused in bar 1 it begins again with it', () => {
    const pickups = exerciseOf('pickups', 2)
    const notes = simulatedTake(pickups, { seed: 1, errorRate: 0, spreadMs: 0 }).notes
    const begun = after(NO_RUN, { ...STARTED, exercise: pickups } as RunEvent, { type: 'loading', fromMs: 0 })
    expect(notes[0]!.onsetMs).toBeLessThan(-500)
    const played = after(begun, ...notes.slice(0, 4).map((note) => noteEvent(note)))
    expect(played.judged.map(({ verdict }) => verdict)).toEqual(['right', 'right', 'right', 'right'])
    expect(played.ungradedNotes).toEqual([])
    const paused = after(played, { type: 'paused', fromMs: 0, latencyMs: 0, because: undefined })
    expect(paused.notes).toEqual([])
    expect(paused.repeatedNotes).toHaveLength(4)
  })

  it('goes from ready over loading and count-in to playing', () => {
    const states = [NO_RUN]
    for (const event of [
      STARTED,
      { type: 'loading', fromMs: 0 },
      { type: 'countedIn' },
      { type: 'playing' },
    ] as const)
      states.push(runReducer(states.at(-1)!, event))
    expect(states.map(({ state }) => state)).toEqual(['ready', 'ready', 'loading', 'count-in', 'playing'])
  })

  it('shows in the end what the whole take tells', () => {
    const take = simulatedTake(exercise, { seed: 4, errorRate: 0.3, spreadMs: 25 })
    const events = take.notes.flatMap((note): readonly RunEvent[] => [
      { type: 'time', ms: note.onsetMs - 1 },
      noteEvent(note),
    ])
    const ended = after(playing, ...events, { type: 'time', ms: 60_000 })
    const whole = gradeTake(exercise, take)
    if (!whole.ok) throw new Error('the take cannot be graded')
    expect(ended.judged).toEqual(whole.value.judged)
    const finished = runReducer(ended, { type: 'finished', take, grade: whole.value })
    expect(finished).toMatchObject({ judged: whole.value.judged, changed: 0 })
    // With the time of another source it would be told otherwise, and that is counted.
    const shown = ended.judged.map((one, at) => (at === 0 ? { ...one, verdict: 'late' as const } : one))
    const other = runReducer({ ...ended, judged: shown }, { type: 'finished', take, grade: whole.value })
    expect(other.changed).toBe(1)
  })

  it('is graded the same however late, and in whatever order, a busy page handles its notes (property)', () => {
    const take = simulatedTake(exercise, { seed: 9, errorRate: 0.15, spreadMs: 30 })
    const timing = { latencyMs: 0, tuningHz: 440, settleMs: 40 }
    const gradeOf = (run: RunData) => {
      const graded = gradeTake(exercise, takeOf(run, exercise, timing))
      if (!graded.ok) throw new Error('the take cannot be graded')
      const { marks, verdict, judged } = graded.value
      return { marks, verdict, judged: judged.map(({ played: _played, ...one }) => one) }
    }
    const inTime = gradeOf(after(playing, ...take.notes.map((note) => noteEvent(note))))
    const delays = fc.array(fc.integer({ min: 0, max: 3000 }), {
      minLength: take.notes.length,
      maxLength: take.notes.length,
    })
    fc.assert(
      fc.property(delays, fc.integer({ min: 5, max: 900 }), (late, every) => {
        // Each note is handled some time after it was played; the clock is looked at now and then.
        const handled: (readonly [number, RunEvent])[] = take.notes.map(
          (note, at) => [note.onsetMs + late[at]!, noteEvent(note)] as const,
        )
        for (let ms = 0; ms < 12_000; ms += every)
          handled.push([ms, { type: 'time', ms: ms - timing.settleMs }])
        const events = handled.sort(([a], [b]) => a - b).map(([, event]) => event)
        expect(gradeOf(after(playing, ...events))).toEqual(inTime)
      }),
      { numRuns: 200 },
    )
  })

  it('subtracts only the latency, and keeps the notes as they came', () => {
    const run = after(playing, noteEvent(late(right[0]!), { latencyMs: LATE_MS }))
    expect(run.notes).toEqual([late(right[0]!)])
    expect(run.judged).toMatchObject([{ expected: 0, verdict: 'right', offMs: 0 }])
  })

  it('keeps a note of the count-in without grading it, and does not hold it', () => {
    const early = { ...right[0]!, onsetMs: -900 }
    const run = after(playing, noteEvent(early, { heldAs: 'key 60' }), {
      type: 'noteEnded',
      heldAs: 'key 60',
      endMs: -500,
    })
    expect(run).toMatchObject({ notes: [], ungradedNotes: [early], held: {}, judged: [] })
  })

  it('gives each of two held notes its own end', () => {
    const [first, second] = right as readonly [PlayedNote, PlayedNote]
    const run = after(
      playing,
      noteEvent({ ...first, durationMs: 0 }, { heldAs: 'a' }),
      noteEvent({ ...second, durationMs: 0 }, { heldAs: 'b' }),
      { type: 'noteEnded', heldAs: 'a', endMs: second.onsetMs + 70 },
      { type: 'noteEnded', heldAs: 'b', endMs: second.onsetMs + 90 },
      { type: 'noteEnded', heldAs: 'b', endMs: 9000 },
    )
    expect(run.notes.map(({ durationMs }) => Math.round(durationMs))).toEqual([
      Math.round(second.onsetMs + 70 - first.onsetMs),
      90,
    ])
    expect(run.held).toEqual({})
  })

  it('takes back a low octave that was none: the note above is graded in its place', () => {
    const [first, second] = right as readonly [PlayedNote, PlayedNote]
    const low = { ...first, midi: first.midi - 5 }
    const run = after(
      playing,
      noteEvent(low, { heldAs: 'tone' }),
      { type: 'noteTakenBack', heldAs: 'tone', latencyMs: 0 },
      noteEvent(first, { heldAs: 'tone' }),
      noteEvent(second),
    )
    expect(run.notes).toEqual([first, second])
    expect(run.judged.map(({ verdict }) => verdict)).toEqual(['right', 'right'])
    expect(runReducer(run, { type: 'noteTakenBack', heldAs: 'nobody', latencyMs: 0 })).toBe(run)
  })

  it('takes its source from what plays, but not from a key touched while the simulated player plays', () => {
    expect(after(playing, noteEvent(right[0]!, { source: 'midi' })).source).toBe('midi')
    const simulated = after(NO_RUN, {
      ...STARTED,
      simulated: { seed: 1, errorRate: 0, aloud: false },
    })
    expect(after(simulated, noteEvent(right[0]!, { source: 'screen-keys' })).source).toBe('simulated')
  })

  const inBar = (bar: number) =>
    right.filter(({ onsetMs }) => onsetMs >= bar * BAR_MS && onsetMs < (bar + 1) * BAR_MS)
  const paused = after(playing, ...[...inBar(0), ...inBar(1).slice(0, 2)].map((note) => noteEvent(note)), {
    type: 'paused',
    fromMs: BAR_MS,
    latencyMs: 0,
    because: 'The tab was hidden.',
  })

  it('pauses: the bar will start again, and only what came before it counts', () => {
    expect(paused).toMatchObject({ state: 'paused', because: 'The tab was hidden.', fromMs: BAR_MS })
    expect(paused.notes).toEqual(inBar(0))
    expect(paused.repeatedNotes).toEqual(inBar(1).slice(0, 2))
    expect(paused.judged.map(({ expected }) => expected)).toEqual(inBar(0).map((_, at) => at))
  })

  it('continues: what was played of the bar is kept, not graded, and the reason is gone', () => {
    const run = after(paused, { type: 'resumed' }, { type: 'loading', fromMs: paused.fromMs })
    expect(run.ungradedNotes).toEqual(inBar(1).slice(0, 2))
    expect(run.repeatedNotes).toEqual([])
    expect(run).not.toHaveProperty('because')
  })

  it('stopped in a pause, counts what was played of the bar after all', () => {
    const run = after(paused, { type: 'stopped', latencyMs: 0 })
    expect(run.state).toBe('ready')
    expect(run.judged.filter(({ verdict }) => verdict === 'right')).toHaveLength(inBar(0).length + 2)
  })

  it('starts again with nothing of the run before', () => {
    const run = after(paused, STARTED)
    expect(run).toMatchObject({ notes: [], repeatedNotes: [], ungradedNotes: [], judged: [] })
  })

  it('is the same object where time changes nothing', () => {
    expect(runReducer(playing, { type: 'time', ms: -2000 })).toBe(playing)
  })
})
