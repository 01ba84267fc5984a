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
import { useMemo } from 'react'
import { useSettings } from '../../settings/settings.ts'

/** A line's fingering on the player's fingerboard. */
export interface LineFingering {
  readonly board: Board
  /** The notes as they sound. */
  readonly notes: readonly { readonly start: number; readonly midi: number }[]
  /** Undefined where it can't be done; then why. */
  readonly fingering: Fingering | undefined
  readonly problem: string | undefined
}

/** By least movement, with no wish of the player's. */
export const LEAST: FingeringWish = {}

/** How a line, as the instrument reads it, is played on its fingerboard; undefined for instruments that have none. */
export const fingeredOn = (
  line: Line,
  instrument: Instrument,
  wish: FingeringWish = LEAST,
): LineFingering | undefined => {
  const board = boardOf(instrument)
  if (!board) return undefined
  const notes = line.notes.map(({ start, midi }) => ({
    start,
    midi: midi - instrument.written.semitones,
  }))
  const outcome = fingeringOf(board, notes, wish)
  return {
    board,
    notes,
    fingering: outcome.ok ? outcome.value : undefined,
    problem: outcome.ok ? undefined : outcome.problems.map((one) => wordReason(one)).join(' '),
  }
}

/** The same for the player's instrument. */
export const useFingered = (line: Line, wish: FingeringWish = LEAST): LineFingering | undefined => {
  const { instrument } = useSettings()
  return useMemo(() => fingeredOn(line, instrument, wish), [line, instrument, wish])
}
