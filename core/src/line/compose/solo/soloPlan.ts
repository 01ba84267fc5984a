import { randomFrom } from '../../../random/random.ts'
import { EIGHTH } from '../../../theory/rhythm/ticks.ts'
import type { PhraseRequest } from '../brief.ts'
import { drawPhrases, type PlannedPhrase } from './phrases.ts'
import { withRoomFor } from './roomFor.ts'
import type { FreeStretch, SoloTask } from './task.ts'

/** A gap between locked notes of at most this many eighths is filled without a silence. */
const SHORT_GAP = 12

/** The phrases of a solo: the player's own, or drawn from a seed for every free stretch. */
export const planFor = (task: SoloTask, seed: number): readonly PlannedPhrase[] => {
  const { brief, free, ground, style } = task
  if (brief.phrases && brief.phrases.length > 0) return requested(task, brief.phrases)
  const random = randomFrom(seed)
  const bar = (ground.bars[1]! - ground.bars[0]!) / EIGHTH
  const turns = {
    ...(brief.space === undefined ? {} : { space: brief.space }),
    ...(brief.phraseLength === undefined ? {} : { length: brief.phraseLength }),
    ...(brief.repeats === undefined ? {} : { repeats: brief.repeats }),
    // For etudes in eighths the longest choice means no limit.
    longest: style.even && brief.breathBars === 4 ? Number.POSITIVE_INFINITY : brief.breathBars * bar,
    ...(brief.leastBars ? { shortest: brief.leastBars * bar } : {}),
  }
  const phrases: PlannedPhrase[] = []
  for (const stretch of free) {
    if (brief.unbroken || isShort(stretch)) {
      phrases.push(whole(stretch, brief.unbroken === true && !stretch.after))
      continue
    }
    const first = phrases.length
    for (const phrase of drawPhrases({ ...stretch, bar }, style, random, turns))
      phrases.push(phrase.from === undefined ? phrase : { ...phrase, from: phrase.from + first })
  }
  return withRoomFor(task, phrases, random)
}

const isShort = ({ from, to, before, after }: FreeStretch): boolean =>
  (before !== undefined || after !== undefined) && to - from < SHORT_GAP

/** One phrase for all of a stretch. */
const whole = ({ from, to }: FreeStretch, closes: boolean): PlannedPhrase => ({
  part: closes ? 'close' : 'free',
  begin: from,
  end: to,
  loose: 0,
  heights: { first: 0.45, top: 0.7, last: 0.4 },
  topAt: 0.6,
})

/** The player's own phrases, each taking its idea from the last one that was stated. */
const requested = (
  { ground, brief: { range } }: SoloTask,
  requests: readonly PhraseRequest[],
): readonly PlannedPhrase[] => {
  let idea: number | undefined
  const width = Math.max(1, range.comfortHigh - range.comfortLow)
  return requests.map(({ part, start, end, top }, index) => {
    const begin = Math.max(0, Math.round((start - ground.start) / EIGHTH))
    const last = Math.max(begin + 1, Math.ceil((end - ground.start) / EIGHTH) - 1)
    const from = idea
    if (part === 'idea') idea = index
    const height = top ? Math.max(0, Math.min(1.1, (top.midi - range.comfortLow) / width)) : 0.7
    return {
      part,
      begin,
      end: Math.min(last, ground.at.length - 1),
      loose: 1,
      ...(part !== 'idea' && part !== 'free' && from !== undefined ? { from } : {}),
      heights: { first: Math.max(0.1, height - 0.35), top: height, last: Math.max(0.1, height - 0.35) },
      topAt: top ? Math.max(0, Math.min(1, (top.tick - start) / Math.max(1, end - start))) : 0.6,
    }
  })
}
