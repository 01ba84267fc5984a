import type { Analysis } from '@eager-contour/core'
import { type Remote, wrap } from 'comlink'
import { MOST_CACHED } from './held.ts'
import type { Engine } from './worker.ts'

let remote: Remote<Engine> | undefined

/** The worker, started at the first call. */
export const engine = (): Remote<Engine> => {
  remote ??= wrap<Engine>(
    new Worker(new URL('./worker.ts', import.meta.url), { type: 'module', name: 'work' }),
  )
  return remote
}

const held = new WeakMap<Analysis, number>()
let last = 0

/** The number under which the worker knows an analysis: its chart is sent once, not with every request. */
export const analysisOf = (analysis: Analysis): number => {
  const known = held.get(analysis)
  if (known !== undefined && known > last - MOST_CACHED) return known
  last += 1
  held.set(analysis, last)
  void engine().hold(last, analysis.chart, analysis.overrides)
  return last
}
