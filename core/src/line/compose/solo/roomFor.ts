import { EIGHTH } from '../../../theory/rhythm/ticks.ts'
import type { PlannedPhrase } from './phrases.ts'
import type { Piece } from './piece.ts'
import type { SoloTask } from './task.ts'

/** Eighths of silence around a phrase that was made room for, and the shortest phrase that may be left beside it. */
const SILENCE = 2
const SHORTEST = 4

/** A plan in which each phrase of the vocabulary that must come has a planned phrase long enough for it, where it fits. */
export const withRoomFor = (
  task: SoloTask,
  plan: readonly PlannedPhrase[],
  random: () => number,
): readonly PlannedPhrase[] => {
  const { vocabulary = [] } = task.brief
  return vocabulary.reduce((made, { must, times = 1 }, index) => {
    if (!must) return made
    const places = task.stock
      .flat()
      .filter(({ source }) => source.kind === 'vocabulary' && source.index === index)
    let room = made
    for (let count = roomIn(task, room, places); count < times; count += 1) {
      // One that is away from those that there is room for already.
      const free = places.filter((piece) => !room.some((phrase) => isNear(task, phrase, piece, places)))
      const place = free[Math.floor(random() * free.length)]
      if (!place) break
      room = opened(task, room, place)
    }
    return room
  }, plan)
}

/** How many planned phrases are long enough for one of some pieces. */
const roomIn = (task: SoloTask, plan: readonly PlannedPhrase[], places: readonly Piece[]): number =>
  plan.filter((phrase) => places.some((piece) => holds(task, phrase, piece))).length

/** Whether a piece would stand in a phrase that there is room in already, or too close to it. */
const isNear = (task: SoloTask, phrase: PlannedPhrase, piece: Piece, places: readonly Piece[]): boolean =>
  places.some((one) => holds(task, phrase, one)) &&
  piece.begin <= phrase.end + SILENCE &&
  lastEighth(task, piece) >= phrase.begin - SILENCE

const lastEighth = ({ ground }: SoloTask, { notes }: Piece): number =>
  Math.floor((notes.at(-1)!.start - ground.start) / EIGHTH)

const holds = (task: SoloTask, { begin, end }: PlannedPhrase, piece: Piece): boolean =>
  begin <= piece.begin && end >= lastEighth(task, piece)

/** The plan with a phrase as long as a piece; those in its way end sooner, begin later, or are left out. */
const opened = (task: SoloTask, plan: readonly PlannedPhrase[], piece: Piece): readonly PlannedPhrase[] => {
  const [begin, end] = [piece.begin, lastEighth(task, piece)]
  const opening: PlannedPhrase = {
    part: 'idea',
    begin,
    end,
    loose: 1,
    heights: { first: 0.4, top: 0.7, last: 0.4 },
    topAt: 0.5,
  }
  const kept = plan.flatMap((phrase, at) => {
    if (phrase.end < begin - SILENCE || phrase.begin > end + SILENCE) return [{ phrase, at }]
    const before = { ...phrase, end: begin - SILENCE }
    const after = { ...phrase, begin: end + SILENCE }
    return [before, after]
      .filter((one) => one.end - one.begin >= SHORTEST && one.end <= phrase.end)
      .slice(0, 1)
      .map((one) => ({ phrase: one, at }))
  })
  const ordered = [...kept, { phrase: opening, at: -1 }].sort((a, b) => a.phrase.begin - b.phrase.begin)
  const own = ordered.findIndex(({ at }) => at < 0)
  // The phrase that comes next takes it up; so does what had its idea from a phrase that was left out, or that comes later now.
  const takesUp = ordered.findIndex(({ phrase }, index) => index > own && phrase.part === 'free')
  return ordered.map(({ phrase, at }, index) => {
    if (at < 0) return phrase
    if (index === takesUp) return { ...phrase, part: 'answer' as const, from: own }
    if (phrase.from === undefined) return phrase
    const from = ordered.findIndex((one) => one.at === phrase.from)
    const { from: _from, ...rest } = phrase
    if (from >= 0 && from < index) return { ...rest, from }
    return index > own ? { ...rest, from: own } : { ...rest, part: 'free' as const }
  })
}
