import {
  analyseChart,
  fifthsOf,
  gradeTake,
  instrumentOf,
  makeExercise,
  perfectPlayer,
  phraseFits,
  RUNGS,
  readChart,
  simulatedTake,
  transposeChart,
} from '@eager-contour/core'
import { describe, expect, it } from 'vitest'
import { DEMO_TUNES, makeDemo } from './index.ts'

const NOW = new Date('2026-11-20T12:00:00Z')

describe('the demo', () => {
  it('has six or more tunes in different keys, each read without a problem and framed by its own key', () => {
    expect(DEMO_TUNES.length).toBeGreaterThanOrEqual(6)
    const keys = DEMO_TUNES.map(({ chart }) => {
      const outcome = readChart(chart)
      if (!outcome.ok) throw new Error(JSON.stringify(outcome.problems))
      expect(analyseChart(outcome.value).readings.every(({ numeral }) => numeral !== '–')).toBe(true)
      return outcome.value.key!.tonic
    })
    expect(new Set(keys).size).toBeGreaterThanOrEqual(6)
  })

  it('has eleven weeks of runs, in order, played by the simulated player and graded by the real grader', () => {
    const demo = makeDemo(NOW)
    const days = demo.runs.map(({ playedAt }) => new Date(playedAt).getTime())
    expect([...days].sort((a, b) => a - b)).toEqual(days)
    expect(days.at(-1)! - days[0]!).toBeGreaterThan(70 * 86_400_000)
    expect(days.at(-1)!).toBeLessThanOrEqual(NOW.getTime())
    expect(new Set(demo.runs.map(({ verdict }) => verdict)).size).toBeGreaterThanOrEqual(3)
    for (const run of [...demo.runs.slice(0, 20), ...demo.runs.slice(-40)]) {
      const outcome = readChart(demo.tunes.find(({ id }) => id === run.tune)!.chart)
      if (!outcome.ok) throw new Error('unread')
      const exercise = makeExercise(
        JSON.parse(run.take.exercise),
        analyseChart(
          transposeChart(
            outcome.value,
            fifthsOf(run.key.split(' ')[0]!) - fifthsOf(outcome.value.key!.tonic),
          ),
        ),
        instrumentOf('flugelhorn'),
      )
      if (!exercise.ok) throw new Error('no exercise')
      expect(gradeTake(exercise.value, run.take)).toMatchObject({ ok: true, value: { marks: run.marks } })
    }
  })

  it('has tunes over which the example of every free rung moves on', () => {
    for (const { chart } of DEMO_TUNES) {
      const outcome = readChart(chart)
      if (!outcome.ok) throw new Error('no chart')
      const analysis = analyseChart(outcome.value)
      for (const { id, kind, variants, needs, tempo } of RUNGS) {
        if (kind !== 'free' || needs) continue
        for (const variant of variants.keys()) {
          const stretch = { from: 0, to: outcome.value.bars.length - 1 }
          const made = makeExercise(
            { rung: id, variant, stretch, tempo: tempo.from },
            analysis,
            instrumentOf('trumpet'),
          )
          if (!made.ok) throw new Error(`${id} has no exercise`)
          const grade = gradeTake(made.value, simulatedTake(made.value, perfectPlayer))
          expect({ id, chart, grade: grade.ok ? grade.value.verdict : '' }).toMatchObject({
            grade: 'move on',
          })
        }
      }
    }
  })

  it('has a phrase that fits in several places of its tunes', () => {
    const [phrase] = makeDemo(NOW).phrases
    const fits = DEMO_TUNES.flatMap(({ chart }) => {
      const outcome = readChart(chart)
      return outcome.ok ? phraseFits(analyseChart(outcome.value), phrase!) : []
    })
    expect(phrase!.notes.length).toBeGreaterThan(4)
    expect(fits.length).toBeGreaterThan(2)
  })

  it('is the same for the same day', () => {
    expect(makeDemo(NOW)).toEqual(makeDemo(NOW))
  })
})
