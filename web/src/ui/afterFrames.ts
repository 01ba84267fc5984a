/**
 * Does something once a number of frames were drawn, in a task of its own: what is done in a frame's own task makes
 * that task longer. Returns a function that stops it.
 */
export const afterFrames = (frames: number, then: () => void): (() => void) => {
  let left = frames
  let timer: ReturnType<typeof setTimeout> | undefined
  const next = (): void => {
    left -= 1
    if (left > 0) request = requestAnimationFrame(next)
    else timer = setTimeout(then)
  }
  let request = requestAnimationFrame(next)
  return () => {
    cancelAnimationFrame(request)
    clearTimeout(timer)
  }
}
