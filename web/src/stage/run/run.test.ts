import { analyseChart, instrumentOf, makeExercise, readChart } from '@eager-contour/core'
import { describe, expect, it } from 'vitest'
import { barBegin, takeOf } from './run.ts'
import { NO_RUN } from './runMachine.ts'

const chart = readChart('key: F major\ntime: 3/4\n| Gm7 | C7 | Fmaj7 | Dm7 |')
if (!chart.ok) throw new Error('The chart cannot be read')
const analysis = analyseChart(chart.value)
const made = makeExercise(
  { rung: 'outline-up', stretch: { from: 1, to: 3 }, tempo: 120 },
  analysis,
  instrumentOf('trumpet'),
)
if (!made.ok) throw new Error('The exercise cannot be made')
const exercise = made.value
const BAR = 3 * 480
const note = (onsetMs: number) => ({ onsetMs, durationMs: 200, midi: 65, cents: 3, velocity: 80 })

describe('barBegin', () => {
  it.each([
    [0, 0],
    [BAR - 1, 0],
    [BAR, BAR],
    [2 * BAR + 700, 2 * BAR],
    [9 * BAR, 2 * BAR],
    [-200, 0],
  ])('finds the bar of tick %i, of a stretch in three from the second bar on', (tick, begin) => {
    expect(barBegin(analysis, exercise, tick)).toBe(begin)
  })
})

describe('takeOf', () => {
  const hearing = { latencyMs: 30, tuningHz: 442, settleMs: 0 }

  it('keeps what was played as it came, with all that grades it again', () => {
    const take = takeOf({ ...NO_RUN, notes: [note(530)], source: 'midi' }, exercise, hearing)
    expect(take).toMatchObject({
      notes: [note(530)],
      source: 'midi',
      latencyMs: 30,
      tuningHz: 442,
      tempo: [{ tick: 0, bpm: 120 }],
    })
    expect(JSON.parse(take.exercise)).toEqual(exercise.spec)
    expect(take).not.toHaveProperty('ungradedNotes')
  })

  it('keeps ungraded notes separately', () => {
    const take = takeOf({ ...NO_RUN, ungradedNotes: [note(-900)] }, exercise, hearing)
    expect(take.ungradedNotes).toEqual([note(-900)])
    expect(take.notes).toEqual([])
  })
})
