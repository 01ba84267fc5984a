/** Milliseconds between two checks of a run's position by what is redrawn only when something changes. */
export const LOOK_MS = 25
