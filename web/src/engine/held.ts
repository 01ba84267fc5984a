/** So many analyses does the worker keep; an older one is sent to it anew. */
export const MOST_CACHED = 16
