import { reason } from '../../outcome/reasons.ts'
import { randomFrom } from '../../random/random.ts'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import type { Key } from '../../theory/pitch/key.ts'
import type { Stretch } from '../../tune/chart/chart.ts'
import { RUNGS, type RungId, rungOf } from '../drill/rungs.ts'
import { isHeld } from '../grade/rules.ts'
import { keysInOrderOf } from '../schedule/ladder.ts'
import { freshnessOf, type Memory } from '../schedule/memory.ts'
import { nextTempo } from '../schedule/tempo.ts'
import type { BlockKind, PlanBlock, PlanInput, PlanTune, PracticeItem } from './planned.ts'

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
/** A rung of these grades warms up. */
const EASY_GRADE = 3
/** Long tones: the roots, slower than the rung asks (common practice, no source). */
const LONG_TONES = { rung: 'roots', tempo: 60 } as const
/** At the end a chorus is played freely: nothing is asked of it but where phrases end. */
const PLAY_RUNG: RungId = 'chorus'
/** New rungs are begun over this number of bars. */
const NEW_BARS = 4
const DAY_MS = 86_400_000

const classOf = ({ tonic }: Key): number => pitchClassOf(fifthsOf(tonic))

const minutesOf = (kind: BlockKind, tune: PlanTune, stretch: Stretch, tempo: number): number => {
  const bars = stretch.to - stretch.from + 2
  const seconds = (bars * tune.beatsPerBar * 60) / tempo + BETWEEN_SECONDS
  return Math.max(1, Math.ceil((RUNS[kind] * seconds) / 60))
}

/** What blocks are made from. */
export interface Known extends PlanInput {
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

export const isDue = ({ due }: Memory, now: Date): boolean => Date.parse(due) <= now.getTime()

/** The reason tells how long it was left. */
export const itemBlock = (known: Known, kind: 'due' | 'again', item: PracticeItem): PlanBlock => {
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

/** What is known best among the easy rungs and not due by itself, at its slowest tempo. */
export const warmUpOf = (known: Known): PlanBlock | undefined => {
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
export const longTonesOf = (known: Known): PlanBlock | undefined => {
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
export const weakOf = (known: Known): PlanBlock | undefined => {
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
  what: Pick<PlanBlock, 'tune' | 'rung' | 'key' | 'stretch' | 'tempo' | 'line' | 'fromMemory'>,
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
export const newOf = (known: Known): PlanBlock | undefined => {
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
export const playOf = (known: Known): PlanBlock | undefined => {
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
