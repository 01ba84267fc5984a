/** The number of analyses that the worker keeps; an older one is sent again. */
export const MOST_CACHED = 16
