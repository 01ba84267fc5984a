import { analyseChart, instrumentOf, makeExercise, type RungId, readChart } from '@eager-contour/core'
import { describe, expect, it } from 'vitest'
import { pictureFor } from './pictureFor.ts'
import { barsInRow, rowAt, rowsOf } from './rows.ts'

const outcome = readChart(`key: Eb major\n${'| Fm7 | Bb7 | Ebmaj7 | Ebmaj7 '.repeat(8)}|`)
if (!outcome.ok) throw new Error('the chart is read')
const analysis = analyseChart(outcome.value)
const { chart } = analysis
const exercise = (rung: RungId, to: number) => {
  const made = makeExercise({ rung, stretch: { from: 0, to }, tempo: 100 }, analysis, instrumentOf('trumpet'))
  if (!made.ok) throw new Error('there is something to play')
  return made.value
}

describe('rows of bars on the stage', () => {
  it('hold as many bars as leave every note its room, and end where four bars do', () => {
    const room = { width: 1200, before: 20, note: 30 }
    expect(barsInRow(exercise('outline-up', 31), chart, room)).toBe(4)
    expect(barsInRow(exercise('enclosures', 31), chart, room)).toBe(4)
    expect(barsInRow(exercise('below-above', 31), chart, room)).toBe(2)
    expect(barsInRow(exercise('below-above', 31), chart, { ...room, width: 300 })).toBe(1)
    // A note every whole bar needs no more room than the bars themselves.
    expect(barsInRow(exercise('thirds', 31), chart, room, 8)).toBe(8)
  })

  it('hold every bar of the stretch once, in ticks from its first beat', () => {
    const rows = rowsOf(chart, { from: 3, to: 9 }, 2)
    expect(rows.map(({ from, to }) => [from, to])).toEqual([
      [3, 4],
      [5, 6],
      [7, 8],
      [9, 9],
    ])
    expect(rows[0]).toMatchObject({ start: 0, end: 3840 })
    expect(rows.at(-1)).toMatchObject({ start: 11_520, end: 13_440 })
    expect([undefined, -1920, 0, 3839, 3840, 99_999].map((tick) => rowAt(rows, tick))).toEqual([
      0, 0, 0, 0, 1, 3,
    ])
  })

  it('are staff for long stretches and close notes, dots for short ones and on small screens, or as chosen', () => {
    const laptop = { width: 1280, height: 800 }
    const phone = { width: 390, height: 844 }
    const picture = (rung: RungId, to: number, window = laptop) =>
      pictureFor(exercise(rung, to), chart, { picture: 'auto' }, window)
    expect(picture('outline-up', 3)).toBe('dots')
    expect(picture('outline-up', 31)).toBe('staff')
    expect(picture('below-above', 3)).toBe('staff')
    expect(picture('below-above', 31, phone)).toBe('dots')
    expect(pictureFor(exercise('outline-up', 3), chart, { picture: 'staff' }, phone)).toBe('staff')
    expect(pictureFor(exercise('outline-up', 31), chart, { picture: 'dots' }, laptop)).toBe('dots')
    // A free rung has no notes to draw.
    expect(picture('small-set', 31)).toBe('dots')
  })
})
