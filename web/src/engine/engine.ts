import { type Analysis, type Outcome, reason } from '@eager-contour/core'
import { type Remote, wrap } from 'comlink'
import { MOST_CACHED } from './held.ts'
import type { Engine } from './worker.ts'

let worker: Worker | undefined
let remote: Remote<Engine> | undefined

/** The worker, started at the first call. */
export const engine = (): Remote<Engine> => {
  worker ??= new Worker(new URL('./worker.ts', import.meta.url), { type: 'module', name: 'work' })
  remote ??= wrap<Engine>(worker)
  return remote
}

/** A file that takes longer to read than this is no score and no take. */
const LONGEST_READ_SECONDS = 10

/** Reads a file in the worker. One that keeps it too long ends it, and is a problem; the next call starts another. */
export const readInTime = async <T>(
  read: (engine: Remote<Engine>) => Promise<Outcome<T>>,
): Promise<Outcome<T>> => {
  let timer: ReturnType<typeof setTimeout> | undefined
  const tooSlow = new Promise<Outcome<T>>((answer) => {
    timer = setTimeout(() => {
      worker?.terminate()
      worker = undefined
      remote = undefined
      held = new WeakMap()
      answer({ ok: false, problems: [reason('import.tooSlow', LONGEST_READ_SECONDS)] })
    }, LONGEST_READ_SECONDS * 1000)
  })
  return Promise.race([read(engine()), tooSlow]).finally(() => clearTimeout(timer))
}

let held = new WeakMap<Analysis, number>()
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
