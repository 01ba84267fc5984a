import { type Exercise, fifthsOf, type Key, type NextStep, pitchClassOf } from '@eager-contour/core'

interface Kept {
  readonly own: Key
  readonly hide: number
  readonly line: string | undefined
}

const sameClass = (a: Key, b: Key): boolean =>
  pitchClassOf(fifthsOf(a.tonic)) === pitchClassOf(fifthsOf(b.tonic))

/** Where the stage of a proposed step is; what the step says nothing of stays. */
export const stageAddress = (
  tune: string,
  { spec, key: here }: Exercise,
  { rung, tempo, stretch, key = here }: NextStep,
  { own, hide, line }: Kept,
): string => {
  const query = new URLSearchParams({
    bars: `${stretch.from + 1}-${stretch.to + 1}`,
    rung,
    tempo: String(tempo),
    ...(spec.variant && rung === spec.rung ? { variant: String(spec.variant) } : {}),
    ...(sameClass(key, own) ? {} : { key: key.tonic }),
    ...(hide > 1 ? { hide: String(hide) } : {}),
    ...(line ? { line } : {}),
  })
  return `/stage/${tune}?${query}`
}
