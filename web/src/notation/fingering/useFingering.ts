import {
  type Board,
  boardOf,
  type Fingering,
  type FingeringWish,
  fingeringOf,
  type Instrument,
  type Line,
  wordReason,
} from '@eager-contour/core'
import { useMemo, useState } from 'react'
import { useSettings } from '../../settings/settings.ts'

/** A line's fingering on the player's fingerboard. */
export interface LineFingering {
  readonly board: Board
  /** Undefined where it can't be done; then why. */
  readonly fingering: Fingering | undefined
  readonly problem: string | undefined
}

const LEAST: FingeringWish = {}

/** How a line, as the instrument reads it, is played on its fingerboard; undefined for instruments that have none. */
export const fingeredOn = (
  line: Line,
  instrument: Instrument,
  wish: FingeringWish = LEAST,
): LineFingering | undefined => {
  const board = boardOf(instrument)
  if (!board) return undefined
  const sounding = line.notes.map(({ start, midi }) => ({
    start,
    midi: midi - instrument.written.semitones,
  }))
  const outcome = fingeringOf(board, sounding, wish)
  return {
    board,
    fingering: outcome.ok ? outcome.value : undefined,
    problem: outcome.ok ? undefined : outcome.problems.map((one) => wordReason(one)).join(' '),
  }
}

/** The same for the player's instrument. */
export const useFingered = (line: Line, wish: FingeringWish = LEAST): LineFingering | undefined => {
  const { instrument } = useSettings()
  return useMemo(() => fingeredOn(line, instrument, wish), [line, instrument, wish])
}

/** How a player wants a line fingered: by least movement, in one position, or from a string (0 the lowest). */
export type FingeringChoice = 'least' | 'still' | number

export interface ChosenFingering extends LineFingering {
  readonly choice: FingeringChoice
  readonly choose: (choice: FingeringChoice) => void
}

/** The same as the player wants it. */
export const useChosenFingering = (line: Line): ChosenFingering | undefined => {
  const [choice, choose] = useState<FingeringChoice>('least')
  const wish = useMemo(
    () => (choice === 'still' ? { still: true } : choice === 'least' ? LEAST : { string: choice }),
    [choice],
  )
  const fingered = useFingered(line, wish)
  return fingered && { ...fingered, choice, choose }
}
