import { describe, expect, it } from 'vitest'
import { analysed } from '../../../test/changes.ts'
import { composeLines } from '../../line/compose/compose.ts'
import { instrumentOf } from '../../theory/instrument/instrument.ts'
import { keysOfMode } from '../../theory/pitch/key.ts'
import { ticksToMs } from '../../theory/rhythm/ticks.ts'
import { gradeTake } from '../grade/grade.ts'
import { perfectPlayer, simulatedTake } from '../simulate/player.ts'
import { makeExerciseInKey } from './inKey.ts'
import { passAt } from './loops.ts'
import { RUNGS } from './rungs.ts'
import { playersTurns, soloistsTurns } from './turns.ts'

const TUNE = analysed('key: C major\n| Dm7 | G7 | Cmaj7 | A7 | Dm7 | G7 | Cmaj7 | Cmaj7 | Fmaj7 | Fm6 |')
const HORN = instrumentOf('trumpet')
const STRETCH = { from: 0, to: 9 }
const BAR = 1920

const soloist = (bars: number, seed = 1) => ({
  bars,
  line: composeLines(TUNE, {
    ...{ stretch: STRETCH, range: HORN.range, seed, rests: playersTurns(TUNE.chart, STRETCH, bars) },
    ...{ count: 1, breathBars: 4, rhythm: 'solo' as const },
  }).lines[0]!.line,
})
const made = (rung: string, bars: number, key = TUNE.chart.key) => {
  const spec = { rung: rung as never, stretch: STRETCH, tempo: 120, turns: soloist(bars) }
  const outcome = makeExerciseInKey(TUNE, spec, HORN, key)
  if (!outcome.ok) throw new Error('the exercise of this test can’t be made')
  return outcome.value
}

describe('in turns with a soloist', () => {
  it('the soloist begins, the player has every second turn, to the end of the form', () => {
    const bars = (spans: ReturnType<typeof playersTurns>) =>
      spans.map(({ start, end }) => [start / BAR, end / BAR])
    expect(bars(soloistsTurns(TUNE.chart, STRETCH, 4))).toEqual([
      [0, 4],
      [8, 10],
    ])
    expect(bars(playersTurns(TUNE.chart, STRETCH, 4))).toEqual([[4, 8]])
    expect(bars(playersTurns(TUNE.chart, STRETCH, 2))).toEqual([
      [2, 4],
      [6, 8],
    ])
  })

  it('the soloist is silent in the player’s turns, plays in every one of its own, and goes along into other keys', () => {
    for (const bars of [1, 2, 4]) {
      const { exercise } = made('chord-tones', bars)
      const { notes, turns } = exercise.free!.soloist!
      for (const { start, duration } of notes)
        expect(turns.some((turn) => start >= turn.start && start + duration <= turn.end)).toBe(true)
      if (bars > 1)
        for (const turn of turns)
          expect(notes.some(({ start }) => start >= turn.start && start < turn.end)).toBe(true)
      const there = made('chord-tones', bars, keysOfMode('major')[3]!).exercise.free!.soloist!.notes
      expect(new Set(there.map(({ midi }, at) => midi - notes[at]!.midi))).toEqual(new Set([3]))
    }
  })

  it('whose turn it is: the player’s begins a moment before its bar', () => {
    const { exercise } = made('chord-tones', 2)
    const listens = [-0.1, 0, 1.8, 1.95, 2.5, 3.9, 4, 5.5, 6.5].map(
      (bar) => passAt(exercise, bar * BAR).listens,
    )
    expect(listens).toEqual([false, true, true, false, false, false, true, true, false])
  })

  it('the player’s own bars are graded: every free rung’s example in turns moves on; what is played meanwhile doesn’t count', () => {
    const free = RUNGS.filter(({ variants, needs }) => variants[0].material.by === 'player' && !needs)
    expect(free.length).toBeGreaterThan(10)
    const failed: string[] = []
    for (const { id } of free) {
      // The example goes outside once in four bars: in two of them that aren't the player's, maybe.
      const { exercise } = made(id, id === 'out-home' ? 4 : 2)
      const take = simulatedTake(exercise, perfectPlayer)
      const grade = gradeTake(exercise, take)
      if (!grade.ok || grade.value.verdict !== 'move on') failed.push(id)
      const wrong = { onsetMs: ticksToMs(BAR / 2, 120), durationMs: 100, midi: 61, cents: 0, velocity: 80 }
      expect(gradeTake(exercise, { ...take, notes: [...take.notes, wrong] })).toEqual(grade)
    }
    expect(failed).toEqual([])
  })
})
