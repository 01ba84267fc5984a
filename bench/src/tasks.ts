import type { Browser, Page } from '@playwright/test'

interface TraceEvent {
  readonly name: string
  readonly ph: string
  readonly pid: number
  readonly tid: number
  readonly ts: number
  /** Microseconds: by the clock, and of the processor. */
  readonly dur?: number
  readonly tdur?: number
  readonly args?: { readonly name?: string; readonly data?: { readonly type?: string } }
}

/** A task of the page's main thread, in milliseconds: by the clock, and of the processor's own time. */
export interface Task {
  readonly clock: number
  readonly processor: number
}

const CATEGORIES = ['toplevel', 'disabled-by-default-devtools.timeline', 'devtools.timeline']

/** The page's own thread in a trace: the main thread of the renderer that worked most. */
const pageEvents = (traceEvents: readonly TraceEvent[]): readonly TraceEvent[] => {
  const mains = traceEvents.filter(
    ({ name, args }) => name === 'thread_name' && args?.name === 'CrRendererMain',
  )
  const loads = mains.map((main) =>
    traceEvents.filter(({ pid, tid, ph }) => ph === 'X' && pid === main.pid && tid === main.tid),
  )
  return loads.reduce<readonly TraceEvent[]>((most, one) => (one.length > most.length ? one : most), [])
}

const traced = async (
  browser: Browser,
  page: Page,
  going: () => Promise<unknown>,
): Promise<readonly TraceEvent[]> => {
  await browser.startTracing(page, { categories: CATEGORIES })
  await going()
  const { traceEvents } = JSON.parse((await browser.stopTracing()).toString()) as {
    traceEvents: readonly TraceEvent[]
  }
  return pageEvents(traceEvents)
}

const taskOf = ({ dur = 0, tdur = 0 }: TraceEvent): Task => ({ clock: dur / 1000, processor: tdur / 1000 })

/** What each key press took of the main thread, including the page's response. */
export const keysDuring = async (
  browser: Browser,
  page: Page,
  going: () => Promise<unknown>,
): Promise<readonly Task[]> => {
  const events = await traced(browser, page, going)
  const tasks = events.filter(({ name }) => name === 'RunTask')
  return events
    .filter(({ name, args }) => name === 'EventDispatch' && args?.data?.type === 'keydown')
    .flatMap(({ ts }) => tasks.find((task) => task.ts <= ts && ts <= task.ts + (task.dur ?? 0)) ?? [])
    .map(taskOf)
}

/**
 * The main thread's tasks meanwhile, the longest first. On a shared machine a task that waits for the processor is
 * long by the clock; its processor time is what the page used.
 */
export const tasksDuring = async (
  browser: Browser,
  page: Page,
  going: () => Promise<unknown>,
): Promise<readonly Task[]> => {
  const events = await traced(browser, page, going)
  return events
    .filter(({ name }) => name === 'RunTask')
    .map(taskOf)
    .sort((a, b) => b.clock - a.clock)
}
