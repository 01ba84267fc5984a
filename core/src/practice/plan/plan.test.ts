import { describe, expect, it } from 'vitest'
import { randomFrom } from '../../random/random.ts'
import { keysOfMode } from '../../theory/pitch/key.ts'
import { wordReason } from '../../wording/index.ts'
import { RUNGS } from '../drill/rungs.ts'
import { memoryOf, recallOf } from '../schedule/memory.ts'
import { ownBlock } from './blocks.ts'
import { planSession } from './plan.ts'
import type { PlanInput, PlanTune, PracticeItem } from './planned.ts'

const NOW = new Date('2026-06-01T18:00:00.000Z')
const DAY = 86_400_000
const VERDICTS = ['again', 'close', 'solid', 'move on'] as const
const KEYS = keysOfMode('major')

/** A player's log made up at random: tunes, rungs, keys and runs over half a year. */
const randomInput = (seed: number): PlanInput => {
  const random = randomFrom(seed)
  const whole = (most: number) => Math.floor(random() * most)
  const tunes = Array.from(
    { length: 1 + whole(5) },
    (_, at): PlanTune => ({
      id: `tune-${at}`,
      key: KEYS[whole(12)]!,
      bars: 8 + 4 * whole(7),
      beatsPerBar: 3 + whole(3),
      tempo: 80 + whole(160),
    }),
  )
  const items = Array.from({ length: whole(40) }, (_, at): PracticeItem => {
    const runs = Array.from({ length: 1 + whole(6) }, () => ({
      verdict: VERDICTS[whole(4)]!,
      tempo: 80 + whole(60),
      playedAt: new Date(NOW.getTime() - random() * 180 * DAY).toISOString(),
    })).sort((a, b) => (a.playedAt < b.playedAt ? -1 : 1))
    const from = 4 * whole(2)
    return {
      id: `item-${at}`,
      // Some of a tune that was deleted since.
      tune: `tune-${whole(tunes.length + 1)}`,
      rung: RUNGS.filter(({ needs }) => !needs)[whole(30)]!.id,
      key: KEYS[whole(12)]!,
      stretch: { from, to: from + 3 },
      memory: memoryOf(runs)!,
      recent: runs.slice(-2),
    }
  })
  // One item for each thing in each place.
  const place = ({ tune, rung, key, stretch }: PracticeItem) => [tune, rung, key.tonic, stretch.from].join()
  const once = [...new Map(items.map((item) => [place(item), item])).values()]
  const weak = {
    ...{ tune: `tune-${whole(tunes.length + 1)}`, rung: 'outline-up' as const, key: KEYS[whole(12)]! },
    ...{ stretch: { from: 0, to: 1 }, name: 'Dm7 to G7', percent: whole(100) },
  }
  const more = { wind: whole(2) === 0, ...(whole(3) === 0 ? {} : { weak }) }
  return { items: once, tunes, minutes: 5 + whole(116), now: NOW, seed, ...more }
}

describe('planSession', () => {
  it('brings back what was played from memory as such, beside the same with the notes shown', () => {
    const { items, ...input } = randomInput(3)
    const memory = memoryOf([{ verdict: 'solid', playedAt: '2026-01-01T10:00:00.000Z' }])!
    const item: PracticeItem = {
      ...{
        id: 'a',
        tune: input.tunes[0]!.id,
        rung: 'outline-up',
        key: KEYS[0]!,
        stretch: { from: 0, to: 3 },
      },
      ...{ memory, recent: [{ tempo: 60, verdict: 'solid' }] },
    }
    const due = planSession({ ...input, minutes: 60, items: [item, { ...item, id: 'b', fromMemory: true }] })
      .filter(({ kind }) => kind === 'due')
      .map(({ fromMemory, id }) => [fromMemory ?? false, id])
    expect(items.length).toBeGreaterThan(0)
    expect(new Set(due.map(([shown]) => shown))).toEqual(new Set([false, true]))
    expect(new Set(due.map(([, id]) => id)).size).toBe(2)
    // Kept in a plan of the player's own, it stays so.
    const { tune, rung, key, stretch } = item
    expect(
      ownBlock({ tune, rung, key, stretch, tempo: 60, fromMemory: true }, input.tunes[0]!),
    ).toMatchObject({
      fromMemory: true,
      id: expect.stringContaining('from memory'),
    })
  })

  it('over 1,000 random logs: within its minutes, one new thing at most, the most faded first, a reason for each block', () => {
    for (let seed = 1; seed <= 1000; seed += 1) {
      const input = randomInput(seed)
      const plan = planSession(input)
      expect(plan.reduce((sum, { minutes }) => sum + minutes, 0)).toBeLessThanOrEqual(input.minutes)
      expect(plan.filter(({ kind }) => kind === 'new').length).toBeLessThanOrEqual(1)
      expect(new Set(plan.map(({ id }) => id)).size).toBe(plan.length)
      const tunes = new Set(input.tunes.map(({ id }) => id))
      for (const { tune, minutes, why, tempo } of plan) {
        expect(tunes.has(tune)).toBe(true)
        expect(minutes).toBeGreaterThanOrEqual(1)
        expect(tempo).toBeGreaterThan(20)
        expect(wordReason(why)).toMatch(/[.]$/)
      }
      const due = plan.filter(({ kind }) => kind === 'due')
      const recalls = due.map((block) => {
        const item = input.items.find(
          (one) =>
            one.tune === block.tune &&
            one.rung === block.rung &&
            one.key === block.key &&
            one.stretch.from === block.stretch.from,
        )!
        return recallOf(item.memory, NOW)
      })
      if (recalls.length > 0) expect(recalls[0]).toBe(Math.min(...recalls))
      expect(planSession(input)).toEqual(plan)
    }
  })

  it('of a long session nothing that is due is left out while there is time', () => {
    for (let seed = 1; seed <= 200; seed += 1) {
      const input = { ...randomInput(seed), minutes: 600 }
      const tunes = new Set(input.tunes.map(({ id }) => id))
      const due = input.items.filter(
        ({ tune, memory }) => tunes.has(tune) && Date.parse(memory.due) <= NOW.getTime(),
      )
      const planned = planSession(input).filter(({ kind }) => kind === 'due')
      expect(planned).toHaveLength(due.length)
      // What was not solid last time comes, too, once.
      const again = input.items.filter(({ id, tune, recent }) => {
        const last = recent.at(-1)!.verdict
        return tunes.has(tune) && !due.some((one) => one.id === id) && (last === 'again' || last === 'close')
      })
      expect(planSession(input).filter(({ kind }) => kind === 'again')).toHaveLength(again.length)
    }
  })

  it('puts what is alike together after the most faded, and leaves out what is not wanted', () => {
    const input = { ...randomInput(7), minutes: 300 }
    const plan = planSession(input)
    const due = plan.filter(({ kind }) => kind === 'due')
    // A tune that was left is not come back to while something of it remains.
    const tunes = due.map(({ tune }) => tune).filter((tune, at, all) => tune !== all[at - 1])
    expect(new Set(tunes).size).toBe(tunes.length)
    const [first] = due
    const without = planSession({ ...input, without: [first!.id] })
    expect(without.map(({ id }) => id)).not.toContain(first!.id)
  })

  it('a horn player’s longer session begins with long tones; the weakest place comes before what is new', () => {
    let [blown, weak] = [0, 0]
    for (let seed = 1; seed <= 300; seed += 1) {
      const input = { ...randomInput(seed), minutes: 60 }
      const kinds = planSession(input).map(({ kind }) => kind)
      if (input.wind && kinds.includes('longTones')) blown += 1
      expect(kinds.lastIndexOf('longTones')).toBeLessThanOrEqual(0)
      if (!input.wind) expect(kinds).not.toContain('longTones')
      if (!kinds.includes('weak')) continue
      weak += 1
      expect(kinds.filter((kind) => kind === 'weak')).toHaveLength(1)
      if (kinds.includes('new')) expect(kinds.indexOf('weak')).toBeLessThan(kinds.indexOf('new'))
      expect(kinds.indexOf('weak')).toBeGreaterThan(kinds.lastIndexOf('due'))
    }
    expect(blown).toBeGreaterThan(100)
    expect(weak).toBeGreaterThan(100)
    const [short] = [planSession({ ...randomInput(5), minutes: 10, wind: true })]
    expect(short.map(({ kind }) => kind)).not.toContain('longTones')
  })

  it('without a log it begins the ladder, and without a tune there is nothing to plan', () => {
    const [tune] = randomInput(3).tunes
    const plan = planSession({ items: [], tunes: [tune!], minutes: 10, now: NOW, seed: 1 })
    expect(plan.map(({ kind, rung }) => `${kind} ${rung}`)).toEqual([`new ${RUNGS[0]!.id}`])
    expect(planSession({ items: [], tunes: [], minutes: 60, now: NOW, seed: 1 })).toEqual([])
  })
})
