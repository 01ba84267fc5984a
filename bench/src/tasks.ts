import type { Browser, Page } from '@playwright/test'

interface TraceEvent {
  readonly name: string
  readonly ph: string
  readonly pid: number
  readonly tid: number
  /** Microseconds: by the clock, and of the processor. */
  readonly dur?: number
  readonly tdur?: number
  readonly args?: { readonly name?: string }
}

/** A task of the page's main thread, in milliseconds: by the clock, and of the processor's own time. */
export interface Task {
  readonly clock: number
  readonly processor: number
}

const CATEGORIES = ['toplevel', 'disabled-by-default-devtools.timeline', 'devtools.timeline']

/**
 * The main thread's tasks while something goes on, the longest first. Where the machine is shared, a task that waits for
 * the processor is long by the clock; what it took of the processor is what the page asked for.
 */
export const tasksDuring = async (
  browser: Browser,
  page: Page,
  going: () => Promise<unknown>,
): Promise<readonly Task[]> => {
  await browser.startTracing(page, { categories: CATEGORIES })
  await going()
  const { traceEvents } = JSON.parse((await browser.stopTracing()).toString()) as {
    traceEvents: readonly TraceEvent[]
  }
  const tasks = traceEvents.filter(({ name, ph, dur = 0 }) => name === 'RunTask' && ph === 'X' && dur > 1000)
  // The page's thread is the main thread of the renderer that worked most.
  const mains = traceEvents.filter(
    ({ name, args }) => name === 'thread_name' && args?.name === 'CrRendererMain',
  )
  const loads = mains.map((main) => tasks.filter(({ pid, tid }) => pid === main.pid && tid === main.tid))
  const busiest = loads.reduce<readonly TraceEvent[]>(
    (most, one) => (one.length > most.length ? one : most),
    [],
  )
  return busiest
    .map(({ dur = 0, tdur = 0 }) => ({ clock: dur / 1000, processor: tdur / 1000 }))
    .sort((a, b) => b.clock - a.clock)
}
