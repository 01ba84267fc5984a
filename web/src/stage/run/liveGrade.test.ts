import {
  analyseChart,
  GRADE_RULES,
  gradeTake,
  instrumentOf,
  makeExercise,
  readChart,
  simulatedTake,
} from '@eager-contour/core'
import { describe, expect, it } from 'vitest'
import { LiveGrade } from './liveGrade.ts'

const exercise = (() => {
  const chart = readChart('key: C major\n\n| Dm7 | G7 | Cmaj7 | A7 |')
  if (!chart.ok) throw new Error('the chart cannot be read')
  const made = makeExercise(
    { rung: 'outline-up', stretch: { from: 0, to: 3 }, tempo: 120 },
    analyseChart(chart.value),
    instrumentOf('trumpet'),
  )
  if (!made.ok) throw new Error('no exercise')
  return made.value
})()
const END_MS = 60_000

describe('LiveGrade', () => {
  it('gives as a run goes on, note by note, what the whole take is graded with at its end', async () => {
    const take = simulatedTake(exercise, { seed: 4, errorRate: 0.3, spreadMs: 25 })
    const live = new LiveGrade(exercise, GRADE_RULES)
    const told = take.notes.flatMap((note) => [...live.until(note.onsetMs - 1), ...live.note(note)])
    told.push(...live.until(END_MS))
    const whole = gradeTake(exercise, take)
    expect(told).toEqual(whole.judged)
    expect(await live.finish(take)).toEqual(whole)
  })

  it('begins again with the notes that still count', () => {
    const { notes } = simulatedTake(exercise, { seed: 1, errorRate: 0, spreadMs: 0 })
    const live = new LiveGrade(exercise, GRADE_RULES, notes.slice(0, 6))
    expect(live.settled.map(({ expected }) => expected)).toEqual([0, 1, 2, 3, 4, 5])
    expect(live.note(notes[6]!)).toMatchObject([{ expected: 6, verdict: 'right' }])
  })
})
