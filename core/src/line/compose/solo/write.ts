import { noiseBase, noiseOf } from '../../../random/noise.ts'
import { EIGHTH, type Ticks } from '../../../theory/rhythm/ticks.ts'
import { degreeOf } from '../../figures/fill.ts'
import { aboveRoot } from '../../figures/harmony.ts'
import { heightAt } from '../../notes/curve.ts'
import type { Brief, NoteRequest } from '../brief.ts'
import { eighthAt, type Ground, standingOf } from './ground.ts'
import { type Idea, ideaOf, ideaPieces } from './idea.ts'
import { type SolvedPhrase, solvePhrase } from './phrase.ts'
import type { PlannedPhrase } from './phrases.ts'
import type { PhraseWish } from './phraseWish.ts'
import { intervalPrice, type Piece, type PlacedNote } from './piece.ts'
import { BANNED, SOLO_PRICES } from './prices.ts'
import type { SoloTask } from './task.ts'

/** A phrase as it was written, with the plan behind it. */
export interface SoloPhrase extends PlannedPhrase {
  readonly notes: readonly PlacedNote[]
  readonly pieces: readonly Piece[]
  readonly cost: number
  readonly wish: PhraseWish
}

export interface Solo {
  readonly phrases: readonly SoloPhrase[]
  readonly cost: number
}

/** An idea and its first pitch. */
export interface Stated {
  readonly idea: Idea
  readonly first: number
}

/**
 * Writes the phrases of a plan, one after another; a phrase that finds no notes is left out. It yields at each. An idea from
 * outside the plan may be given.
 */
export function* writing(
  task: SoloTask,
  plan: readonly PlannedPhrase[],
  seed: number,
  given?: Stated,
): Generator<void, Solo, void> {
  const { ground } = task
  const banned = new Set<number>()
  const phrases: SoloPhrase[] = []
  const stated = new Map<number, Stated>()
  for (let index = 0; index < plan.length; index += 1) {
    const planned = plan[index]!
    const last = index === plan.length - 1
    const worn = new Set(phrases.slice(-WORN_FOR).flatMap(({ pieces }) => tripletFigures(pieces)))
    const wish = { ...wishOf(task, plan, index, phrases.at(-1), banned, seed + index * 31), worn }
    const source = planned.from === undefined ? undefined : (stated.get(planned.from) ?? given)
    const first = source ? returnsOf(task, source.idea, planned, wish, source.first) : []
    const solve = (one: PhraseWish) => solvedOnce(task, one)
    const solved =
      (first.length > 0 ? solve({ ...wish, first }) : undefined) ??
      solve(wish) ??
      (last || wish.loose ? solve(widened(wish, ground)) : undefined)
    yield
    if (!solved) continue
    const { pieces, cost } = solved
    const notes = notesOfPieces(
      task,
      pieces,
      index + 1 < plan.length ? plan[index + 1]!.begin - 1 : undefined,
    )
    const idea = ideaOf(ground, notes)
    if (idea) stated.set(index, { idea, first: notes[0]!.midi })
    for (const id of fragmentsIn(pieces)) banned.add(id)
    phrases.push({
      ...planned,
      notes,
      pieces,
      cost,
      wish: solved.wish,
    })
  }
  return soloOf(phrases)
}

export const soloOf = (phrases: readonly SoloPhrase[]): Solo => ({
  phrases,
  cost: phrases.reduce((sum, { cost }) => sum + cost, 0),
})

/** The fragments among some pieces, by their ids. */
export const fragmentsIn = (pieces: readonly Piece[]): readonly number[] =>
  pieces.flatMap(({ source }) => (source.kind === 'fragment' ? [source.id] : []))

/**
 * A phrase in which no fragment comes twice: one that does is left out, and the phrase solved again. Returned with the wish
 * under which nothing is cheaper.
 */
const solvedOnce = (
  { ground, stock, room }: SoloTask,
  wish: PhraseWish,
): (SolvedPhrase & { readonly wish: PhraseWish }) | undefined => {
  let asked = wish
  for (;;) {
    const solved = solvePhrase(ground, stock, room, asked)
    const ids = fragmentsIn(solved?.pieces ?? [])
    const twice = ids.filter((id, at) => ids.indexOf(id) !== at)
    const triplets = tripletFigures(solved?.pieces ?? [])
    const again = triplets.filter((name, at) => triplets.indexOf(name) !== at)
    if (twice.length === 0 && again.length === 0) return solved && { ...solved, wish: asked }
    asked = {
      ...asked,
      banned: new Set([...asked.banned, ...twice]),
      worn: new Set([...asked.worn, ...again]),
    }
  }
}

/** For how many phrases a figure in a triplet does not come again. */
const WORN_FOR = 3

const tripletFigures = (pieces: readonly Piece[]): readonly string[] =>
  pieces.flatMap(({ source }) => (source.kind === 'figure' && source.triplet ? [source.name] : []))

const widened = (wish: PhraseWish, ground: Ground): PhraseWish => ({
  ...wish,
  beginWithin: [wish.beginWithin[0], Math.min(wish.beginWithin[1] + 2, ground.at.length - 1)],
  endWithin: [wish.beginWithin[0], wish.endWithin[1]],
})

/** Writes one of some phrases again under another wish; undefined where nothing fits. */
export const rewritten = (
  task: SoloTask,
  phrases: readonly SoloPhrase[],
  at: number,
  wish: PhraseWish,
): SoloPhrase | undefined => {
  const solved = solvedOnce(task, wish)
  if (!solved) return undefined
  const next = phrases[at + 1]?.notes[0]
  const nextBegin = next ? Math.floor((next.start - task.ground.start) / EIGHTH) - 1 : undefined
  return { ...phrases[at]!, notes: notesOfPieces(task, solved.pieces, nextBegin), ...solved }
}

const wishOf = (
  { ground, brief, free }: SoloTask,
  plan: readonly PlannedPhrase[],
  index: number,
  before: SoloPhrase | undefined,
  banned: ReadonlySet<number>,
  seed: number,
): PhraseWish => {
  const planned = plan[index]!
  const { range } = brief
  const { begin, end, loose, endOff } = planned
  const stretch = free.find(({ from, to }) => begin >= from && begin <= to) ?? {
    from: 0,
    to: ground.at.length - 1,
  }
  const lastNote = before?.notes.at(-1)
  const after = lastNote
    ? Math.ceil((lastNote.start + Math.min(lastNote.duration, EIGHTH) - ground.start) / EIGHTH) +
      (loose > 0 ? 1 : 0)
    : stretch.from
  const earliest = Math.max(after, stretch.from, begin - Math.min(1, loose))
  const next = plan[index + 1]?.begin
  const latest = Math.min(end + loose, stretch.to, next === undefined ? Number.POSITIVE_INFINITY : next - 2)
  const follows = stretch.before && begin === stretch.from ? stretch.before.midi : undefined
  const reaches = stretch.after
  const contour = brief.contour
  const endings = noiseBase(seed, 0, 1)
  return {
    begin,
    end,
    loose,
    beginWithin: [earliest, Math.max(earliest, begin + Math.min(1, loose))],
    endWithin: [Math.max(begin + 1, end - loose), Math.max(latest, begin + 1)],
    ...(contour && contour.points.length > 0
      ? {
          arc: (eighth: number) => heightAt(contour.points, ground.start + eighth * EIGHTH),
          slack: 0,
          offArc: SOLO_PRICES.offContour * contour.strictness,
        }
      : { arc: arcOf(planned, range), slack: SOLO_PRICES.arcSlack, offArc: SOLO_PRICES.offArc }),
    ...(endOff === undefined ? {} : { endOff }),
    beginPrice: beginPrice(brief, follows, lastNote?.midi),
    endPrice: (midi, eighth) =>
      (planned.part === 'close' ? closePrice(ground, eighth, midi, endings) : 0) +
      (reaches && eighth >= stretch.to - 1 ? intervalPrice(reaches.midi - midi) : 0),
    ...(index === 0 ? keeping('firstPitch', ground, brief.first) : {}),
    ...(index === plan.length - 1 ? keeping('lastPitch', ground, brief.landing) : {}),
    banned: new Set(banned),
    worn: new Set(),
    seed,
  }
}

/** The height of a phrase at each eighth: up to its top and down to its end. */
const arcOf = (
  { begin, end, heights, topAt }: PlannedPhrase,
  range: Brief['range'],
): ((eighth: number) => number) => {
  const low = range.comfortLow + 1
  const width = range.comfortHigh - low
  const top = begin + (end - begin) * topAt
  return (eighth) => {
    const [from, to, share] =
      eighth <= top
        ? [heights.first, heights.top, (eighth - begin) / Math.max(1, top - begin)]
        : [heights.top, heights.last, (eighth - top) / Math.max(1, end - top)]
    return low + width * (from + (to - from) * Math.max(0, Math.min(1, share)))
  }
}

/** Half steps over a silence that cost nothing, and that a new register has at least. */
const NEAR_OVER_SILENCE = 9
const REGISTER = 7

const beginPrice = (
  { newRegister }: Brief,
  follows: number | undefined,
  after: number | undefined,
): ((midi: number) => number) => {
  if (follows !== undefined) return (midi) => intervalPrice(midi - follows)
  if (after === undefined) return () => 0
  return (midi) => {
    const away = Math.abs(midi - after)
    return (
      SOLO_PRICES.leapOverSilence * Math.max(0, away - NEAR_OVER_SILENCE - (newRegister ? 5 : 0)) +
      (newRegister ? SOLO_PRICES.sameRegister * Math.max(0, REGISTER - away) : 0)
    )
  }
}

/** What the last note of all costs by its degree over its chord; each seed likes some degrees better. */
const closePrice = (ground: Ground, eighth: number, midi: number, endings: number): number => {
  const segment = ground.at[eighth] ?? ground.segments.at(-1)!
  const degree = aboveRoot(segment.harmony, midi)
  return SOLO_PRICES.close[degree]! + SOLO_PRICES.closeNoise * noiseOf(endings, degree)
}

/** A first or last note that was asked for, by its pitch or its degree. */
const keeping = (
  what: 'firstPitch' | 'lastPitch',
  ground: Ground,
  request: NoteRequest | undefined,
): Partial<Pick<PhraseWish, 'firstPitch' | 'lastPitch'>> => {
  if (request?.midi === undefined && request?.degree === undefined) return {}
  return {
    [what]: (midi: number, eighth: number) => {
      if (request.midi !== undefined) return midi === request.midi
      const segment = ground.at[eighth]
      return (
        segment !== undefined &&
        aboveRoot(segment.harmony, midi) === degreeOf(segment.harmony, request.degree!) % 12
      )
    },
  }
}

/** The idea as the part asks for it, at each eighth where the phrase may begin. */
const returnsOf = (
  { ground, wish, brief: { range } }: SoloTask,
  idea: Idea,
  { part }: PlannedPhrase,
  { beginWithin: [from, to] }: PhraseWish,
  home: number,
): readonly Piece[] => {
  const pieces: Piece[] = []
  const options =
    part === 'answer'
      ? [{ turned: true }, { notes: Math.max(4, Math.ceil(idea.length * 0.6)) }]
      : [{}, { notes: Math.max(4, idea.length - 1) }]
  for (let begin = from; begin <= to; begin += 1)
    for (const option of options)
      for (const piece of ideaPieces(ground, range, idea, begin, option)) {
        const extra = wish(piece)
        const stays = part !== 'restated' || Math.abs(piece.notes[0]!.midi - home) <= 1
        if (stays && extra < BANNED) pieces.push({ ...piece, price: piece.price + extra })
      }
  return pieces
}

/** The notes of a row of pieces: each lasts its length, but not into the next, nor into the phrase after. */
const notesOfPieces = (
  { ground, free, style: { sustain = 0 } }: SoloTask,
  pieces: readonly Piece[],
  nextBegin: number | undefined,
): readonly PlacedNote[] => {
  const notes = pieces.flatMap((piece) => piece.notes)
  const eighth = Math.floor((notes.at(-1)!.start - ground.start) / EIGHTH)
  const stretch = free.find(({ from, to }) => eighth >= from && eighth <= to)
  const limit = Math.min(
    ground.end,
    stretch ? ground.start + (stretch.to + 1) * EIGHTH : ground.end,
    nextBegin === undefined ? ground.end : ground.start + nextBegin * EIGHTH,
  )
  return notes.map((note, at) => {
    const next = notes[at + 1]
    const until = next ? next.start : Math.max(limit, Math.min(note.start + EIGHTH / 2, ground.end))
    const longest = Math.min(note.duration + sustain, until - EIGHTH - note.start)
    return {
      ...note,
      duration: Math.min(Math.max(note.duration, sustained(ground, note, longest)), until - note.start),
    }
  })
}

/** How many ticks a note can be held, up to `longest`, while it fits the chord that sounds. */
const sustained = (ground: Ground, { start, duration, midi }: PlacedNote, longest: Ticks): Ticks => {
  let held = duration
  while (held + EIGHTH <= longest) {
    const segment = ground.at[eighthAt(ground, start + held)]
    const standing = segment && standingOf(segment, midi)
    if (standing === undefined || standing === 'avoid' || standing === 'outside') break
    held += EIGHTH
  }
  return held
}
