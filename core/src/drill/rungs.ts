/** A kind of exercise of the ladder. */
export type RungId = 'outline-up' | 'your-line'

export interface RungRow {
  readonly id: RungId
  readonly grade: number
  readonly gradeName: string
  readonly name: string
  readonly kind: 'set' | 'free'
  /** What is played, in a player's words. */
  readonly asks: string
  /** bpm from which to which the ladder goes. */
  readonly tempo: { readonly from: number; readonly to: number }
}

/** The ladder's rows that have a generator; the rest of the ladder comes as rows and generators are added. */
export const RUNGS: readonly RungRow[] = [
  {
    id: 'outline-up',
    grade: 2,
    gradeName: 'Outlines',
    name: 'outline up',
    kind: 'set',
    asks: '1 3 5 7 of each chord, in quarters; in eighths where a chord has half a bar',
    tempo: { from: 60, to: 180 },
  },
  {
    id: 'your-line',
    grade: 9,
    gradeName: 'Lines',
    name: 'your line',
    kind: 'set',
    asks: 'a line from Line, as written',
    tempo: { from: 60, to: 300 },
  },
]

export const rungOf = (id: RungId): RungRow => RUNGS.find((row) => row.id === id)!
