import { createEmptyCard, fsrs, type Grade, Rating } from 'ts-fsrs'
import { describe, expect, it } from 'vitest'
import { randomFrom } from '../../random/random.ts'
import { freshnessOf, type Memory, memoryOf, recallOf, remembered } from './memory.ts'

const START = Date.parse('2026-03-01T09:00:00.000Z')
const DAY = 86_400_000
const at = (days: number): string => new Date(START + days * DAY).toISOString()
const VERDICTS = ['again', 'close', 'solid', 'move on'] as const
const GRADES: Readonly<Record<(typeof VERDICTS)[number], Grade>> = {
  again: Rating.Again,
  close: Rating.Hard,
  solid: Rating.Good,
  'move on': Rating.Easy,
}

describe('memory', () => {
  it('is that of ts-fsrs for the same reviews, over 300 random logs', () => {
    for (let seed = 1; seed <= 300; seed += 1) {
      const random = randomFrom(seed)
      const engine = fsrs({ enable_fuzz: false, enable_short_term: false, request_retention: 0.9 })
      let day = 0
      let card = createEmptyCard(new Date(START))
      let memory: Memory | undefined
      for (let review = 0; review < 12; review += 1) {
        const verdict = VERDICTS[Math.floor(random() * 4)]!
        card = engine.next(card, new Date(at(day)), GRADES[verdict]).card
        memory = remembered(memory, verdict, at(day))
        expect(memory.due).toBe(card.due.toISOString())
        expect(memory.stability).toBeCloseTo(card.stability, 9)
        expect(memory.difficulty).toBeCloseTo(card.difficulty, 9)
        const later = new Date(at(day + random() * 60))
        expect(recallOf(memory, later)).toBeCloseTo(engine.get_retrievability(card, later, false), 6)
        day += random() * 20
      }
    }
  })

  it('fades with the clock alone', () => {
    const memory = memoryOf([
      { verdict: 'solid', playedAt: at(0) },
      { verdict: 'solid', playedAt: at(1) },
      { verdict: 'solid', playedAt: at(4) },
    ])!
    const words = [4.1, 30, 90, 2000].map((day) => freshnessOf(memory, new Date(at(day))))
    expect(words[0]).toBe('fresh')
    expect(words.at(-1)).toBe('fading')
    const recall = [4, 10, 40, 400].map((day) => recallOf(memory, new Date(at(day))))
    expect(recall).toEqual([...recall].sort((a, b) => b - a))
    const due = Math.ceil((Date.parse(memory.due) - START) / DAY) + 1
    expect(freshnessOf(memory, new Date(at(due)))).toBe('due')
  })

  it('bears a clock that was set back', () => {
    const memory = remembered(undefined, 'solid', at(5))
    const again = remembered(memory, 'solid', at(1))
    expect(again.last).toBe(at(5))
    expect(Number.isFinite(again.stability)).toBe(true)
    expect(recallOf(memory, new Date(at(0)))).toBeCloseTo(1, 6)
  })
})
