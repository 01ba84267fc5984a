/** Playing without a longer pause than this is one sitting: minutes. */
const SAME_SITTING = 5

/** A sitting: when it started and when something was last played, in milliseconds. */
export interface Sitting {
  readonly from: number
  readonly last: number
}

/**
 * The sitting with something played now: the same, or a new one after a pause.
 *
 * @example playedAt(undefined, 1000) // { from: 1000, last: 1000 }
 */
export const playedAt = (sitting: Sitting | undefined, now: number): Sitting =>
  sitting && now - sitting.last <= SAME_SITTING * 60_000
    ? { from: sitting.from, last: now }
    : { from: now, last: now }

/**
 * The minutes of a sitting without a break, if they exceed the player's limit; a limit of 0 minutes means never.
 *
 * @example restDue({ from: 0, last: 1_600_000 }, 25, 1_600_000) // 26
 */
export const restDue = (sitting: Sitting | undefined, minutes: number, now: number): number | undefined => {
  if (!sitting || minutes <= 0 || now - sitting.last > SAME_SITTING * 60_000) return undefined
  const lasted = Math.floor((sitting.last - sitting.from) / 60_000)
  return lasted >= minutes ? lasted : undefined
}
