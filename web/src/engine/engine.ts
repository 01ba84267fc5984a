import type { Analysis } from '@eager-contour/core'
import { type Remote, wrap } from 'comlink'
import { MOST_HELD } from './held.ts'
import type { Work } from './worker.ts'

let remote: Remote<Work> | undefined

/** The worker, started at the first call. */
export const work = (): Remote<Work> => {
  remote ??= wrap<Work>(new Worker(new URL('./worker.ts', import.meta.url), { type: 'module', name: 'work' }))
  return remote
}

const held = new WeakMap<Analysis, number>()
let last = 0

/** The number under which the worker knows an analysis: its chart is sent once, not with every question. */
export const analysisOf = (analysis: Analysis): number => {
  const known = held.get(analysis)
  if (known !== undefined && known > last - MOST_HELD) return known
  last += 1
  held.set(analysis, last)
  void work().hold(last, analysis.chart, analysis.overrides)
  return last
}
