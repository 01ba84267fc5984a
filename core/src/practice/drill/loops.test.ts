import { describe, expect, it } from 'vitest'
import { analysed } from '../../../test/changes.ts'
import { graded } from '../../../test/graded.ts'
import { instrumentOf } from '../../theory/instrument/instrument.ts'
import { ticksToMs } from '../../theory/rhythm/ticks.ts'
import { judgedInPass } from '../grade/inPass.ts'
import { placesMsOf } from '../grade/places.ts'
import { perfectPlayer, simulatedTake } from '../simulate/player.ts'
import type { LoopPlan } from './exercise.ts'
import { makeExerciseInKey } from './inKey.ts'
import { looped, onePass, passAt } from './loops.ts'

const TUNE = analysed('key: C major\n| Dm7 | G7 | Cmaj7 | A7 |')
const made = (loop?: LoopPlan, to = 3, id = 'trumpet') => {
  const spec = {
    rung: 'outline-up',
    stretch: { from: 0, to },
    tempo: 120,
    ...(loop ? { loop } : {}),
  } as const
  const outcome = makeExerciseInKey(TUNE, spec, instrumentOf(id))
  if (!outcome.ok) throw new Error('there is something to play')
  return outcome.value
}
const BAR = 1920

describe('an exercise in a loop', () => {
  it('asks for its notes in every pass, a bar apart, as the instrument reads them', () => {
    const once = made().exercise
    const { exercise, asRead, line } = made({ passes: 3, trade: false })
    expect(exercise.expected).toHaveLength(3 * once.expected.length)
    expect(exercise.length).toBe(3 * 4 * BAR + 2 * BAR)
    expect(exercise.expected[16]).toEqual({ ...once.expected[0], start: 5 * BAR })
    expect(asRead.expected.map(({ midi }) => midi)).toEqual(exercise.expected.map(({ midi }) => midi + 2))
    // On paper it stands once.
    expect(line.notes).toHaveLength(16)
    expect(onePass(exercise)).toEqual({ ...once, spec: exercise.spec })
  })

  it('in trades: the first half is the application’s, the second is asked for', () => {
    const { exercise } = made({ passes: 2, trade: true })
    expect(exercise.loop!.heard.map(({ bar }) => bar)).toEqual([0, 0, 0, 0, 1, 1, 1, 1])
    expect(exercise.expected.map(({ bar }) => bar)).toEqual([2, 2, 2, 2, 3, 3, 3, 3, 2, 2, 2, 2, 3, 3, 3, 3])
    expect(onePass(exercise).expected).toEqual(made().exercise.expected)
    // Of an odd number of bars, and of one, the first half is the longer one, or just a half.
    expect(made({ passes: 1, trade: true }, 2).exercise.loop!.heard.at(-1)!.bar).toBe(1)
    expect(made({ passes: 1, trade: true }, 0).exercise.loop!.heard).toHaveLength(2)
  })

  it('knows the pass of each moment; a counted bar belongs to the pass after it', () => {
    const { exercise } = made({ passes: 2, trade: false })
    const at = (bars: number) => passAt(exercise, bars * BAR)
    const listens = false
    expect(at(-0.5)).toEqual({ pass: 0, within: -0.5 * BAR, listens })
    expect(at(3.5)).toEqual({ pass: 0, within: 3.5 * BAR, listens })
    expect(at(4.5)).toEqual({ pass: 1, within: -0.5 * BAR, listens })
    expect(at(5)).toEqual({ pass: 1, within: 0, listens })
    expect(at(9.5)).toEqual({ pass: 1, within: 4.5 * BAR, listens })
    // In trades the player listens until a moment before the second half.
    const traded = made({ passes: 2, trade: true }).exercise
    expect([-0.2, 0, 1.8, 1.95, 2, 5, 6.5, 7.5].map((bars) => passAt(traded, bars * BAR).listens)).toEqual([
      true,
      true,
      true,
      false,
      false,
      true,
      true,
      false,
    ])
  })

  it('is graded as one run, and shown pass by pass', () => {
    const { exercise } = made({ passes: 2, trade: true })
    const take = simulatedTake(exercise, perfectPlayer)
    const wrong = { ...take, notes: take.notes.map((note, at) => (at === 9 ? { ...note, midi: 61 } : note)) }
    const { judged, marks, moves = [] } = graded(exercise, wrong)
    expect(marks.notes).toBe(94)
    expect(moves).toEqual([])
    const msOf = (ticks: number) => ticksToMs(ticks, 120)
    const [first, second] = [0, 1].map((pass) => judgedInPass(exercise, judged, pass, msOf))
    expect(first!.map(({ expected }) => expected)).toEqual([8, 9, 10, 11, 12, 13, 14, 15])
    expect(first!.every(({ verdict }) => verdict === 'right')).toBe(true)
    expect(second!.filter(({ verdict }) => verdict === 'wrong').map(({ expected }) => expected)).toEqual([9])
    const places = placesMsOf(onePass(exercise))
    for (const { expected, onsetMs } of second!) expect(onsetMs).toBeCloseTo(places[expected!]!, 3)
  })

  it('an answer with a pickup begins before its bars: what is played there belongs to the answer', () => {
    const spec = { rung: 'pickups', variant: 2, stretch: { from: 0, to: 3 }, tempo: 120 } as const
    const once = makeExerciseInKey(TUNE, spec, instrumentOf('trumpet'))
    if (!once.ok) throw new Error('there is something to play')
    const answered = looped(once.value.exercise, TUNE.chart, { passes: 1, trade: false, answer: true })
    expect(answered.loop!.heard[0]!.start).toBe(-720)
    expect(answered.expected[0]!.start).toBe(4 * BAR - 720)
    expect(passAt(answered, 4 * BAR - 720).listens).toBe(false)
    expect(passAt(answered, 4 * BAR - 1200).listens).toBe(true)
    expect(graded(answered, simulatedTake(answered, perfectPlayer)).marks.notes).toBe(100)
  })

  it('by ear: all of it is heard, and the same asked over the same bars after it', () => {
    const once = made().exercise
    const { exercise } = made({ passes: 2, trade: false, answer: true })
    expect(exercise.length).toBe(2 * 8 * BAR + BAR)
    expect(exercise.loop!.heard).toEqual(once.expected)
    expect(exercise.expected).toHaveLength(32)
    expect(exercise.expected[0]).toEqual({ ...once.expected[0], start: 4 * BAR })
    expect(exercise.expected[16]!.start).toBe(13 * BAR)
    expect(onePass(exercise).expected).toEqual(once.expected)
    expect([0, 3.9, 4, 7.5, 8.5, 9, 13.5].map((bars) => passAt(exercise, bars * BAR))).toEqual([
      { pass: 0, within: 0, listens: true },
      { pass: 0, within: 3.9 * BAR, listens: false },
      { pass: 0, within: 0, listens: false },
      { pass: 0, within: 3.5 * BAR, listens: false },
      { pass: 1, within: -0.5 * BAR, listens: true },
      { pass: 1, within: 0, listens: true },
      { pass: 1, within: 0.5 * BAR, listens: false },
    ])
    const { judged, marks } = graded(exercise, simulatedTake(exercise, perfectPlayer))
    expect(marks.notes).toBe(100)
    const second = judgedInPass(exercise, judged, 1, (ticks) => ticksToMs(ticks, 120))
    const places = placesMsOf(onePass(exercise))
    expect(second.map(({ expected }) => expected)).toEqual(once.expected.map((_, at) => at))
    for (const { expected, onsetMs } of second) expect(onsetMs).toBeCloseTo(places[expected!]!, 3)
  })
})
