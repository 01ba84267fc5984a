import { type Reason, reason } from '../../outcome/reasons.ts'
import { randomFrom } from '../../random/random.ts'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import type { Key } from '../../theory/pitch/key.ts'
import type { Stretch } from '../../tune/chart/chart.ts'
import { RUNGS, type RungId, rungOf } from '../drill/rungs.ts'
import { isHeld } from '../grade/rules.ts'
import { keysInOrderOf } from '../schedule/ladder.ts'
import { freshnessOf, type Memory, recallOf } from '../schedule/memory.ts'
import { type LadderRun, nextTempo } from '../schedule/tempo.ts'

/** Something that can fade: a rung over a stretch of a tune in a key, or a line or phrase on it. */
export interface PracticeItem {
  readonly id: string
  readonly tune: string
  readonly rung: RungId
  /** At concert pitch. */
  readonly key: Key
  readonly stretch: Stretch
  /** The line or phrase that is played. */
  readonly line?: string
  /** Whether its notes, or the tune's changes, are not shown. */
  readonly fromMemory?: boolean
  readonly memory: Memory
  /** The last runs, oldest first, two at most. */
  readonly recent: readonly LadderRun[]
}

/** A tune as a plan looks at it. */
export interface PlanTune {
  readonly id: string
  /** Its own key. */
  readonly key: Key
  readonly bars: number
  readonly beatsPerBar: number
  readonly tempo: number
}

/** What a block is for. */
export type BlockKind = 'longTones' | 'warmUp' | 'due' | 'again' | 'weak' | 'new' | 'play' | 'own'

/** Some minutes of a session: one exercise, and why. */
export interface PlanBlock {
  /** The same in every plan for the same thing. */
  readonly id: string
  readonly kind: BlockKind
  readonly tune: string
  readonly rung: RungId
  readonly key: Key
  readonly stretch: Stretch
  readonly tempo: number
  readonly line?: string
  /** Whether its notes, or the tune's changes, are not shown. */
  readonly fromMemory?: boolean
  /** Whole minutes, at least one. */
  readonly minutes: number
  readonly why: Reason
}

/** Something that goes worse than the rest, and where it was played last. */
export interface WeakSpot extends Pick<PlanBlock, 'tune' | 'rung' | 'key' | 'stretch'> {
  /** In words: “Dm7 to G7”. */
  readonly name: string
  /** Right notes in a hundred. */
  readonly percent: number
}

export interface PlanInput {
  readonly items: readonly PracticeItem[]
  readonly tunes: readonly PlanTune[]
  /** How long the session is. */
  readonly minutes: number
  readonly now: Date
  readonly seed: number
  /** Whether the player's instrument is blown: a longer session then begins with long tones. */
  readonly wind?: boolean
  /** What went worst in the last weeks. */
  readonly weak?: WeakSpot
  /** Blocks by their ids that are not wanted today: played already, or skipped. */
  readonly without?: readonly string[]
}

/** Runs in a block, and the seconds between two of them (common practice, no source). */
const RUNS: Readonly<Record<BlockKind, number>> = {
  longTones: 2,
  warmUp: 4,
  due: 4,
  again: 4,
  weak: 6,
  new: 8,
  play: 2,
  own: 4,
}
const BETWEEN_SECONDS = 15
/** The shortest sessions with a warm-up, and with a chorus at the end: minutes. */
const WARM_UP_FROM = 15
const LONG_TONES_FROM = 30
const WEAK_FROM = 20
const PLAY_FROM = 20
/** A rung of these grades warms up. */
const EASY_GRADE = 3
/** Long tones: the roots, slower than the rung asks (common practice, no source). */
const LONG_TONES = { rung: 'roots', tempo: 60 } as const
/** At the end a chorus is played freely: nothing is asked of it but where phrases end. */
const PLAY_RUNG: RungId = 'chorus'
/** No session has more blocks than this: what has faded less isn't looked at. */
const MOST_CANDIDATES = 500
/** New rungs are begun over this number of bars. */
const NEW_BARS = 4
const DAY_MS = 86_400_000

const classOf = ({ tonic }: Key): number => pitchClassOf(fifthsOf(tonic))

const minutesOf = (kind: BlockKind, tune: PlanTune, stretch: Stretch, tempo: number): number => {
  const bars = stretch.to - stretch.from + 2
  const seconds = (bars * tune.beatsPerBar * 60) / tempo + BETWEEN_SECONDS
  return Math.max(1, Math.ceil((RUNS[kind] * seconds) / 60))
}

/**
 * A session: a warm-up if there is time, what is due with the most faded first, what was not solid last time, the weakest place,
 * one new thing, a chorus at the end. It never takes longer than its minutes. The same input gives the same plan.
 *
 * @example planSession({ items: [], tunes: [], minutes: 30, now: new Date(), seed: 1 }) // []
 */
export const planSession = (input: PlanInput): readonly PlanBlock[] => {
  const { minutes, without = [] } = input
  const tunes = new Map(input.tunes.map((tune) => [tune.id, tune]))
  const known = { ...input, items: input.items.filter(({ tune }) => tunes.has(tune)), byId: tunes }
  let left = minutes
  const taken = new Set(without)
  const take = (block: PlanBlock | undefined): readonly PlanBlock[] => {
    if (!block || block.minutes > left || taken.has(block.id)) return []
    taken.add(block.id)
    left -= block.minutes
    return [block]
  }
  // Warm-up, new and chorus are given their minutes first; what is due gets the rest, and stands between them.
  const longTones = input.wind && minutes >= LONG_TONES_FROM ? take(longTonesOf(known)) : []
  const warmUp = minutes >= WARM_UP_FROM ? take(warmUpOf(known)) : []
  const fresh = take(newOf(known))
  const play = minutes >= PLAY_FROM ? take(playOf(known)) : []
  // The weakest place may be due, too: then it is played as such.
  const weakest = minutes >= WEAK_FROM ? weakOf(known) : undefined
  const forWeakest = weakest && weakest.minutes <= left ? weakest.minutes : 0
  left -= forWeakest
  const fill = (kind: 'due' | 'again', items: readonly PracticeItem[]): readonly PlanBlock[] => {
    const blocks: PlanBlock[] = []
    for (const item of items) {
      if (left < 1) break
      blocks.push(...take(itemBlock(known, kind, item)))
    }
    return together(blocks)
  }
  const due = fill(
    'due',
    mostFaded(known, ({ memory }) => isDue(memory, known.now)),
  )
  const notSolid = fill(
    'again',
    mostFaded(known, ({ recent }) => !isHeld(recent.at(-1)?.verdict)),
  )
  left += forWeakest
  const weak = take(weakest)
  return [...longTones, ...warmUp, ...due, ...notSolid, ...weak, ...fresh, ...play]
}

interface Known extends PlanInput {
  readonly byId: ReadonlyMap<string, PlanTune>
}

const blockOf = (
  { byId }: Pick<Known, 'byId'>,
  kind: BlockKind,
  what: Pick<PlanBlock, 'tune' | 'rung' | 'key' | 'stretch' | 'tempo' | 'line' | 'fromMemory' | 'why'>,
): PlanBlock => {
  const { tune, rung, key, stretch, line, fromMemory, tempo, why } = what
  const place = [tune, rung, classOf(key), stretch.from, stretch.to, line ?? '']
  return {
    ...{ tune, rung, key, stretch, tempo, why, kind },
    id: [...place, ...(fromMemory ? ['from memory'] : [])].join(' '),
    ...(line === undefined ? {} : { line }),
    ...(fromMemory ? { fromMemory } : {}),
    minutes: minutesOf(kind, byId.get(tune)!, stretch, what.tempo),
  }
}

const isDue = ({ due }: Memory, now: Date): boolean => Date.parse(due) <= now.getTime()

/** Some of the items, the most faded first. */
const mostFaded = (
  { items, now }: Known,
  isWanted: (item: PracticeItem) => boolean,
): readonly PracticeItem[] =>
  items
    .filter(isWanted)
    .map((item) => ({ item, recall: recallOf(item.memory, now) }))
    .sort((a, b) => a.recall - b.recall || (a.item.id < b.item.id ? -1 : 1))
    .slice(0, MOST_CANDIDATES)
    .map(({ item }) => item)

/** The reason tells how long it was left. */
const itemBlock = (known: Known, kind: 'due' | 'again', item: PracticeItem): PlanBlock => {
  const days = Math.max(0, Math.floor((known.now.getTime() - Date.parse(item.memory.last)) / DAY_MS))
  const fades = freshnessOf(item.memory, known.now) === 'fading'
  return blockOf(known, kind, {
    ...item,
    tempo: nextTempo(rungOf(item.rung), item.recent),
    why: isHeld(item.recent.at(-1)?.verdict)
      ? reason(fades ? 'plan.fading' : 'plan.due', days)
      : reason('plan.again', days),
  })
}

/** Orders blocks: the most faded first, then those that share its rung and tune, then those that share its tune. */
const together = (blocks: readonly PlanBlock[]): readonly PlanBlock[] => {
  const left = [...blocks]
  const ordered: PlanBlock[] = []
  while (left.length > 0) {
    const last = ordered.at(-1)
    const likeness = (block: PlanBlock): number =>
      last === undefined || block.tune !== last.tune ? 0 : block.rung === last.rung ? 2 : 1
    const most = Math.max(...left.map(likeness))
    ordered.push(
      left.splice(
        left.findIndex((block) => likeness(block) === most),
        1,
      )[0]!,
    )
  }
  return ordered
}

/** What is known best among the easy rungs and not due by itself, at its slowest tempo. */
const warmUpOf = (known: Known): PlanBlock | undefined => {
  const easy = known.items
    .filter(
      ({ rung, recent, memory }) =>
        rungOf(rung).grade <= EASY_GRADE && isHeld(recent.at(-1)?.verdict) && !isDue(memory, known.now),
    )
    .sort((a, b) => b.memory.stability - a.memory.stability || (a.id < b.id ? -1 : 1))
  // Of the best few another one each day.
  const few = easy.slice(0, 3)
  const item = few[Math.floor(randomFrom(known.seed)() * few.length)]
  return (
    item &&
    blockOf(known, 'warmUp', { ...item, tempo: rungOf(item.rung).tempo.from, why: reason('plan.warmUp') })
  )
}

/** The roots of the bars that were played last, slowly. */
const longTonesOf = (known: Known): PlanBlock | undefined => {
  const last = lastPlayed(known)
  if (!last) return undefined
  const { tune, key, stretch } = last
  const block = blockOf(known, 'longTones', {
    tune,
    key,
    stretch,
    ...LONG_TONES,
    why: reason('plan.longTones'),
  })
  // The same rung may be due besides, at its own tempo.
  return { ...block, id: `long tones ${block.id}` }
}

/** The weakest place where it was played last, at the rung's lowest tempo. */
const weakOf = (known: Known): PlanBlock | undefined => {
  const { weak } = known
  if (!weak || !known.byId.has(weak.tune)) return undefined
  const { name, percent, ...where } = weak
  return blockOf(known, 'weak', {
    ...where,
    tempo: rungOf(weak.rung).tempo.from,
    why: reason('plan.weak', name, percent),
  })
}

/**
 * A block that the player adds.
 *
 * @param tune the tune of the block
 * @example
 * ownBlock(
 *   { tune: 'weir', rung: 'roots', key: { tonic: 'C', mode: 'major' }, stretch, tempo: 90 },
 *   { id: 'weir', key: { tonic: 'C', mode: 'major' }, bars: 4, beatsPerBar: 4, tempo: 120 },
 * ).kind // 'own'
 */
export const ownBlock = (
  what: Pick<PlanBlock, 'tune' | 'rung' | 'key' | 'stretch' | 'tempo' | 'line'>,
  tune: PlanTune,
): PlanBlock => blockOf({ byId: new Map([[tune.id, tune]]) }, 'own', { ...what, why: reason('plan.own') })

const lastPlayed = ({ items }: Known): PracticeItem | undefined =>
  items.reduce<PracticeItem | undefined>(
    (last, item) => (!last || item.memory.last > last.memory.last ? item : last),
    undefined,
  )

/** How far up the ladder a rung is, from 0. */
const placeOf = (rung: RungId): number => RUNGS.findIndex(({ id }) => id === rung)

/** The next key, by fourths, of the highest rung that is solid in all keys tried; or the next rung; or the very first one. */
const newOf = (known: Known): PlanBlock | undefined => {
  const last = lastPlayed(known)
  if (!last) {
    const [tune] = known.tunes
    const [rung] = RUNGS
    return (
      tune &&
      rung &&
      blockOf(known, 'new', {
        tune: tune.id,
        rung: rung.id,
        key: tune.key,
        stretch: { from: 0, to: Math.min(tune.bars, NEW_BARS) - 1 },
        tempo: rung.tempo.from,
        why: reason('plan.first'),
      })
    )
  }
  const { tune, stretch } = last
  const here = known.items.filter(
    (item) =>
      item.tune === tune &&
      item.line === undefined &&
      !item.fromMemory &&
      item.stretch.from === stretch.from &&
      item.stretch.to === stretch.to,
  )
  const own = known.byId.get(tune)!.key
  const keys = keysInOrderOf(own, 'fourths')
  const rungs = [...new Set(here.map(({ rung }) => rung))].sort((a, b) => placeOf(b) - placeOf(a))
  for (const rung of rungs) {
    const tried = here.filter((item) => item.rung === rung)
    const going = tried.filter(({ recent }) => isHeld(recent.at(-1)?.verdict))
    const untried = keys.find((key) => !tried.some((item) => classOf(item.key) === classOf(key)))
    // Another key comes when all that were tried are solid.
    if (untried && going.length === tried.length)
      return blockOf(known, 'new', {
        ...{ tune, stretch, rung, key: untried },
        tempo: rungOf(rung).tempo.from,
        why: reason('plan.newKey', tried.length, rungOf(rung).name),
      })
  }
  const furthest = Math.max(-1, ...rungs.map((rung) => placeOf(rung)))
  const next = RUNGS.slice(furthest + 1).find(({ needs }) => !needs)
  return (
    next &&
    blockOf(known, 'new', {
      ...{ tune, stretch, rung: next.id, key: own },
      tempo: next.tempo.from,
      why: reason('plan.newRung', next.name),
    })
  )
}

/** A chorus of the tune that was played last, at its own tempo. */
const playOf = (known: Known): PlanBlock | undefined => {
  const tune = known.byId.get(lastPlayed(known)?.tune ?? '') ?? known.tunes[0]
  if (!tune) return undefined
  const { tempo } = rungOf(PLAY_RUNG)
  return blockOf(known, 'play', {
    tune: tune.id,
    rung: PLAY_RUNG,
    key: tune.key,
    stretch: { from: 0, to: tune.bars - 1 },
    tempo: Math.min(tempo.to, Math.max(tempo.from, tune.tempo)),
    why: reason('plan.play'),
  })
}
