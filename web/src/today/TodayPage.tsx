import { lazy, Suspense, useEffect, useMemo, useState } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { useNavigate } from 'react-router'
import { useTunesQuery } from '../data/api.ts'
import { useKept } from '../data/useKept.ts'
import { printSoon } from '../notation/printing.tsx'
import { blockAddress } from '../practice/blockAddress.ts'
import { dayOf, keepSession, nextBlock, type Session, useSession } from '../practice/session.ts'
import { useSettings } from '../settings/settings.ts'
import { AboutPlace } from '../ui/AboutPlace.tsx'
import { Button } from '../ui/Button.tsx'
import { Choice } from '../ui/Choice.tsx'
import { isForControl } from '../ui/controlKeys.ts'
import { counted } from '../ui/counted.ts'
import { Empty, Waiting } from '../ui/Notice.tsx'
import { usePageTitle } from '../ui/usePageTitle.ts'
import { usePlan } from './usePlan.ts'
import { Welcome } from './Welcome.tsx'

// What is beside the session comes after it.
const AddBlock = lazy(async () => ({ default: (await import('./AddBlock.tsx')).AddBlock }))
const BlockList = lazy(async () => ({ default: (await import('./BlockList.tsx')).BlockList }))
const KeptPlans = lazy(async () => ({ default: (await import('./KeptPlans.tsx')).KeptPlans }))
const Goals = lazy(async () => ({ default: (await import('./Goals.tsx')).Goals }))
const PlanSheet = lazy(async () => ({ default: (await import('./PlanSheet.tsx')).PlanSheet }))

/** How long a session may be, in minutes. */
const LENGTHS = [10, 20, 30, 45, 60, 90, 120] as const
const USUAL = { minutes: 30 }

const countOf = (count: number, one: string): string => (count === 0 ? '' : `${count} ${one}`)

/** What a session holds, in a few words: “4 to bring back, 1 new, then play”. */
const inWords = ({ blocks }: Session): string => {
  const waiting = blocks.filter(({ state }) => state === 'waiting')
  const of = (kind: string) => waiting.filter((block) => block.kind === kind).length
  const parts = [
    of('warmUp') + of('longTones') > 0 ? 'a warm-up' : '',
    countOf(of('due'), 'to bring back'),
    countOf(of('again'), 'not solid yet'),
    of('weak') > 0 ? 'the weakest change' : '',
    countOf(of('new'), 'new'),
    countOf(of('own'), 'of your own'),
    of('play') > 0 ? 'then play' : '',
  ]
  return parts.filter(Boolean).join(', ')
}

/** What to play now, and why: a session of the chosen length, begun with one key. */
export const TodayPage = () => {
  usePageTitle('Today')
  const plan = usePlan()
  const { data: tunes } = useTunesQuery()
  const session = useSession()
  const [{ minutes }, setKept] = useKept('today', USUAL)
  const { instrument } = useSettings()
  /** What the session was planned for: another instrument, or other tunes, want another one. */
  const facts = [instrument.id, ...(tunes ?? []).map(({ id }) => id)].join()
  const [plannedFor, setPlannedFor] = useState<string>()
  const navigate = useNavigate()
  const today = dayOf(new Date())
  const isBegun =
    session?.blocks.some(({ state, startedAt }) => state !== 'waiting' || startedAt !== undefined) ?? false
  const isOpen = session !== undefined && nextBlock(session) !== undefined
  // What was begun goes on, also tomorrow; what was not begun is planned for the day and the length that is chosen.
  const isKept = isOpen && isBegun
  useEffect(() => {
    if (!plan || plannedFor === facts) return
    setPlannedFor(facts)
    if (!isKept && !(session?.day === today && isBegun)) keepSession(plan(minutes))
  }, [plan, plannedFor, facts, isKept, session, today, isBegun, minutes])
  const next = nextBlock(session)
  const left = useMemo(
    () =>
      session?.blocks
        .filter(({ state }) => state === 'waiting')
        .reduce((sum, block) => sum + block.minutes, 0) ?? 0,
    [session],
  )
  const titles = useMemo(() => new Map(tunes?.map(({ id, title }) => [id, title])), [tunes])
  const begin = () => {
    if (next) void navigate(blockAddress(next))
  }
  useHotkeys('enter, pagedown', begin, { preventDefault: true, ignoreEventWhen: isForControl }, [next])
  if (!plan || !session)
    return (
      <div className="p-8">
        <Waiting what="Planning" />
      </div>
    )
  const again = (length: number) => {
    const gone = session.blocks.filter(({ state }) => state !== 'waiting')
    const fresh = plan(
      length,
      gone.map(({ id }) => id),
    )
    keepSession({ ...fresh, blocks: session.day === today ? [...gone, ...fresh.blocks] : fresh.blocks })
  }
  return (
    <div className="mx-auto w-full max-w-5xl px-5 pb-10">
      <div className="flex flex-wrap items-end justify-between gap-3 py-4">
        <div className="flex flex-wrap items-baseline gap-x-2">
          <h1 className="text-4xl">Today</h1>
          <AboutPlace place="Today" />
        </div>
        <div className="flex flex-wrap items-end gap-3">
          <Choice
            label="Length of the session"
            value={String(minutes)}
            options={LENGTHS.map((length) => ({ value: String(length), label: `${length} minutes` }))}
            onChange={(value) => {
              setKept({ minutes: Number(value) })
              again(Number(value))
            }}
          />
          <Button onClick={() => again(minutes)}>Plan again</Button>
          <Suspense fallback={null}>
            <AddBlock session={session} />
            <KeptPlans session={session} />
          </Suspense>
          {next && (
            <Button look="quiet" onClick={printSoon}>
              Print
            </Button>
          )}
        </div>
      </div>
      <Welcome />
      {session.blocks.length === 0 ? (
        <Empty>
          No tune to practise yet. Write the changes of one in Tunes: four bars are enough to start.
        </Empty>
      ) : (
        <>
          <section
            aria-label="The session"
            className="flex flex-wrap items-center justify-between gap-6 rounded-2xl bg-sheet p-6"
          >
            <p role="status" className="min-w-64 flex-1 font-head text-4xl font-bold text-balance">
              {next ? `${counted(left, 'minute')}: ${inWords(session)}.` : 'Done for today.'}
            </p>
            {next && (
              <button
                type="button"
                onClick={begin}
                className="inline-flex min-h-16 items-center gap-3 rounded-full bg-ink px-8 text-2xl font-bold text-on-ink"
              >
                {isBegun ? 'Go on' : 'Begin'} <kbd className="text-lg font-normal">Enter</kbd>
              </button>
            )}
          </section>
          {session.day !== today && isKept && (
            <p className="mt-3 text-soft">
              This session was begun on another day. Go on with it, or plan again.
            </p>
          )}
          <Suspense fallback={null}>
            <BlockList session={session} titles={titles} />
          </Suspense>
        </>
      )}
      <Suspense fallback={null}>
        <Goals titles={titles} />
        <PlanSheet session={session} titles={titles} />
      </Suspense>
    </div>
  )
}
