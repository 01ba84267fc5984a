/** Playing without a longer pause than this is one sitting: minutes. */
const SAME_SITTING = 5

/** A sitting: when it started and when something was last played, in milliseconds. */
export interface Sitting {
  readonly from: number
  readonly last: number
}

/** The sitting with something played now: the same, or a new one after a pause. */
export const playedAt = (sitting: Sitting | undefined, now: number): Sitting =>
  sitting && now - sitting.last <= SAME_SITTING * 60_000
    ? { from: sitting.from, last: now }
    : { from: now, last: now }

/** The minutes of a sitting without a break, if they exceed the player's limit; a limit of 0 minutes means never. */
export const restDue = (sitting: Sitting | undefined, minutes: number, now: number): number | undefined => {
  if (!sitting || minutes <= 0 || now - sitting.last > SAME_SITTING * 60_000) return undefined
  const lasted = Math.floor((sitting.last - sitting.from) / 60_000)
  return lasted >= minutes ? lasted : undefined
}
