import { afterFrames } from '../../ui/afterFrames.ts'

/** The drawing functions of the staff, in a chunk of their own. */
export type Engraver = Pick<typeof import('./staffDrawing.ts'), 'paintingStaff' | 'drawStaff'>

let loaded: Engraver | undefined

/** The engraver if it is loaded: then staves are drawn immediately. */
export const engraverIfReady = (): Engraver | undefined => loaded

/** The engraver, with its music font. */
export const loadEngraver = async (): Promise<Engraver> => {
  const { paintingStaff, drawStaff } = await import('./staffDrawing.ts')
  await document.fonts.ready
  loaded = { paintingStaff, drawStaff }
  return loaded
}

/**
 * Runs steps one by one, a frame between two of them, so that nothing else waits long; returns a function that stops
 * it.
 */
export const inSteps = <T>(steps: Generator<void, T, void>, done: (value: T) => void): (() => void) => {
  let stop = () => {}
  const go = () => {
    const step = steps.next()
    if (step.done) done(step.value)
    else stop = afterFrames(1, go)
  }
  stop = afterFrames(1, go)
  return () => stop()
}
