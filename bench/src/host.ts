import { readFileSync } from 'node:fs'

/** Ticks of the machine's processors since it started: all, and those taken by the host. */
const processorTicks = (): { readonly all: number; readonly taken: number } => {
  const [, ...counts] = readFileSync('/proc/stat', 'utf8').split('\n', 1)[0]!.trim().split(/\s+/)
  const ticks = counts.map(Number)
  return { all: ticks.slice(0, 8).reduce((sum, one) => sum + one, 0), taken: ticks[7] ?? 0 }
}

/** The share of the processors that the host takes away meanwhile, 0 to 1 (`steal` of proc(5)). */
const takenMeanwhile = (): (() => number) => {
  const before = processorTicks()
  return () => {
    const now = processorTicks()
    return now.all === before.all ? 0 : (now.taken - before.taken) / (now.all - before.all)
  }
}

/** With this little taken the machine counts as undisturbed. */
const CALM = 0.02
const TRIES = 4

/**
 * Measures again, a few times at most, until the host leaves the machine alone; returns the calmest run and what was
 * taken of it.
 */
export const calmest = async <T>(
  run: () => Promise<T>,
): Promise<{ readonly value: T; readonly taken: number }> => {
  let best: { readonly value: T; readonly taken: number } | undefined
  for (let tried = 0; tried < TRIES && (best?.taken ?? 1) > CALM; tried += 1) {
    const taken = takenMeanwhile()
    const value = await run()
    const share = taken()
    if (!best || share < best.taken) best = { value, taken: share }
  }
  return best!
}

export const percent = (share: number): string => `${(share * 100).toFixed(0)} %`
