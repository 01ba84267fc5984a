import { type Line, type LineNote, notesWithin } from '../../line/notes/line.ts'
import type { Ticks } from '../../theory/rhythm/ticks.ts'
import { barStarts, type Chart, type Stretch, stretchTicks } from '../../tune/chart/chart.ts'

/** A free exercise in turns: some bars by the application's soloist, then as many by the player, to the end. */
export interface TurnsPlan {
  /** Bars of a turn. */
  readonly bars: number
  /** What the soloist plays, at concert pitch in the tune's own key; the notes in the player's turns are left out. */
  readonly line: Line
}

/** From one tick to another. */
interface Span {
  readonly start: Ticks
  readonly end: Ticks
}

/**
 * The player's turns, in ticks of the tune: every second one; the soloist begins.
 *
 * @example playersTurns(chart, { from: 0, to: 7 }, 2).length // 2
 */
export const playersTurns = (chart: Chart, stretch: Stretch, bars: number): readonly Span[] =>
  turnsOf(chart, stretch, bars).filter((_, at) => at % 2 === 1)

/**
 * The soloist's turns, in ticks of the tune: the first, and every second one after it.
 *
 * @example soloistsTurns(chart, { from: 0, to: 7 }, 2).length // 2
 */
export const soloistsTurns = (chart: Chart, stretch: Stretch, bars: number): readonly Span[] =>
  turnsOf(chart, stretch, bars).filter((_, at) => at % 2 === 0)

const turnsOf = (chart: Chart, stretch: Stretch, bars: number): readonly Span[] => {
  const starts = barStarts(chart)
  const { end } = stretchTicks(chart, stretch)
  const count = Math.ceil((stretch.to - stretch.from + 1) / bars)
  return Array.from({ length: count }, (_, turn) => ({
    start: starts[stretch.from + turn * bars]!,
    end: Math.min(end, starts[stretch.from + (turn + 1) * bars] ?? end),
  }))
}

/** What the soloist plays in its turns; a note that is held into the player's turn ends with its own. */
export const soloistsNotes = (
  { bars, line }: TurnsPlan,
  chart: Chart,
  stretch: Stretch,
): readonly LineNote[] =>
  soloistsTurns(chart, stretch, bars).flatMap(({ start, end }) =>
    notesWithin(line, start, end).map((note) => ({
      ...note,
      duration: Math.min(note.duration, end - note.start),
    })),
  )
