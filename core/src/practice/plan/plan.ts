import { isHeld } from '../grade/rules.ts'
import { recallOf } from '../schedule/memory.ts'
import { isDue, itemBlock, type Known, longTonesOf, newOf, playOf, warmUpOf, weakOf } from './blocks.ts'
import type { PlanBlock, PlanInput, PracticeItem } from './planned.ts'

/** The shortest sessions with a warm-up, and with a chorus at the end: minutes. */
const WARM_UP_FROM = 15
const LONG_TONES_FROM = 30
const WEAK_FROM = 20
const PLAY_FROM = 20
/** No session has more blocks than this: what has faded less isn't looked at. */
const MOST_CANDIDATES = 500

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
