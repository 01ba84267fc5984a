/** One of the browser's small stores, which answer at once; undefined where it is denied. */
export const smallStore = (name: 'localStorage' | 'sessionStorage'): Storage | undefined => {
  try {
    return globalThis[name]
  } catch {
    return undefined
  }
}
