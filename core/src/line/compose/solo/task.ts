import { randomFrom } from '../../../random/random.ts'
import { EIGHTH } from '../../../theory/rhythm/ticks.ts'
import type { Analysis } from '../../../tune/analysis/analysis.ts'
import { FRAGMENTS } from '../../fragments/fragments.ts'
import type { LineNote } from '../../notes/line.ts'
import type { Brief } from '../brief.ts'
import {
  askedFor,
  cellPieces,
  chromaticPriceFor,
  colourPriceFor,
  devicePriceFor,
  fragmentChoiceFor,
  placePriceFor,
  tripletPriceFor,
} from './brief.ts'
import { figurePieces } from './figurePieces.ts'
import { fragmentPieces } from './fragmentPieces.ts'
import { type Ground, groundOf } from './ground.ts'
import { type Room, roomFor, type Stock, stockOf } from './phrase.ts'
import type { Piece } from './piece.ts'
import { BANNED } from './prices.ts'
import { EIGHTHS, STYLES, type StyleRow, styleOf } from './styles.ts'
import { vocabularyPieces } from './vocabulary.ts'

/** One seed of so many may use a fragment: what makes seeds differ. */
const DRAWN_OF = 5
/** The seeds that may use each fragment: one after the other, in an order without a pattern. */
const TURNS = (() => {
  const random = randomFrom(17)
  return FRAGMENTS.map(() => Math.floor(random() * DRAWN_OF))
})()

const mayUse = (fragment: number, seed: number): boolean => (TURNS[fragment]! + seed) % DRAWN_OF === 0

/** A stretch of eighths, first and last inside, that the composer may write in. */
export interface FreeStretch {
  readonly from: number
  readonly to: number
  /** The locked notes right before and right after it, if any. */
  readonly before?: LineNote
  readonly after?: LineNote
}

/** Everything that is the same for some seeds of a brief. */
export interface SoloBase {
  readonly ground: Ground
  readonly style: StyleRow
  readonly brief: Brief
  readonly pieces: readonly Piece[]
  /** What a piece costs besides, by what the brief asks for. */
  readonly wish: (piece: Piece) => number
  readonly room: Room
  readonly free: readonly FreeStretch[]
}

/** The same for one seed, which uses a part of the fragments. */
export interface SoloTask extends Omit<SoloBase, 'pieces'> {
  readonly stock: Stock
}

/** The pieces that fit a brief for some seeds, all if left out, and where they may stand. */
export const soloBase = (analysis: Analysis, brief: Brief, seeds?: readonly number[]): SoloBase => {
  const steps = preparing(analysis, brief, seeds)
  for (;;) {
    const step = steps.next()
    if (step.done) return step.value
  }
}

/** Pieces that are priced between two steps. */
const AT_A_TIME = 4000

/** The same in steps of a few milliseconds. */
export function* preparing(
  analysis: Analysis,
  brief: Brief,
  seeds?: readonly number[],
): Generator<void, SoloBase, void> {
  const style = brief.rhythm === 'eighths' ? EIGHTHS : STYLES[styleOf(analysis, brief.stretch)]
  const ground = groundOf(analysis, brief.stretch, brief, style)
  const choice = fragmentChoiceFor(brief, style)
  const drawn = FRAGMENTS.map((_, id) => seeds?.some((seed) => mayUse(id, seed)) ?? true)
  const pieces = [
    ...(yield* fragmentPieces(ground, brief.range, (variant) =>
      drawn[variant.fragment.id] ? choice(variant) : undefined,
    )),
    ...(yield* figurePieces(ground, brief.range, devicePriceFor(brief), askedFor(brief), style)),
    ...cellPieces(ground, brief),
    ...vocabularyPieces(analysis, ground, brief),
  ]
  const wishes = [
    chromaticPriceFor(ground, brief),
    colourPriceFor(ground, brief),
    placePriceFor(ground, brief),
    tripletPriceFor(brief),
  ]
  const wish = (piece: Piece): number => wishes.reduce((sum, price) => sum + price(piece), 0)
  const covered = coveredBy(ground, brief.locked ?? [], brief.rests ?? [])
  const usable: Piece[] = []
  for (const [at, piece] of pieces.entries()) {
    if (at % AT_A_TIME === 0) yield
    if (style.even && !isEven(piece)) continue
    if (covered.size > 0 && touches(ground, piece, covered)) continue
    const saved = style.doubleTime !== undefined && isDoubleTime(piece) ? style.doubleTime : 0
    const extra = style.density * eighthsSounded(piece) + wish(piece) - saved
    if (extra >= BANNED) continue
    usable.push(extra === 0 ? piece : { ...piece, price: Math.max(0, piece.price + extra) })
  }
  return {
    ground,
    style,
    brief,
    wish,
    pieces: usable,
    room: roomFor(ground),
    free: freeStretches(ground, brief.locked ?? [], covered),
  }
}

export const soloTask = ({ pieces, ...base }: SoloBase, seed: number): SoloTask => ({
  ...base,
  stock: stockOf(
    base.ground,
    pieces.filter(({ source }) => source.kind !== 'fragment' || mayUse(source.id, seed)),
  ),
})

/** The eighths in which notes of a piece are struck: double time makes a line no denser than eighths do. */
const eighthsSounded = ({ notes }: Piece): number =>
  new Set(notes.map(({ start }) => Math.floor(start / EIGHTH))).size

/** Four notes and more that follow each other in sixteenths. */
const isDoubleTime = ({ notes }: Piece): boolean =>
  notes.filter(({ start }, at) => at > 0 && start - notes[at - 1]!.start === EIGHTH / 2).length >= 3

/** Notes that follow each other in eighths. */
const isEven = ({ notes, source }: Piece): boolean =>
  (source.kind === 'fragment' || notes.at(-1)!.duration === EIGHTH) &&
  notes.every(({ start }, at) => at === 0 || start - notes[at - 1]!.start === EIGHTH)

const eighthsOf = (ground: Ground, start: number, end: number): readonly number[] => {
  const eighths: number[] = []
  const from = Math.max(0, Math.floor((start - ground.start) / EIGHTH))
  const to = Math.min(ground.at.length, Math.ceil((end - ground.start) / EIGHTH))
  for (let at = from; at < to; at += 1) eighths.push(at)
  return eighths
}

/** The eighths in which locked notes sound, or a silence stays. */
const coveredBy = (
  ground: Ground,
  locked: readonly LineNote[],
  rests: NonNullable<Brief['rests']>,
): ReadonlySet<number> =>
  new Set([
    ...locked.flatMap(({ start, duration }) => eighthsOf(ground, start, start + duration)),
    ...rests.flatMap(({ start, end }) => eighthsOf(ground, start, end)),
  ])

const touches = (ground: Ground, { notes }: Piece, covered: ReadonlySet<number>): boolean =>
  notes.some(({ start }) => covered.has(Math.floor((start - ground.start) / EIGHTH)))

/** The rows of eighths that have a chord and no locked note. */
const freeStretches = (
  ground: Ground,
  locked: readonly LineNote[],
  covered: ReadonlySet<number>,
): readonly FreeStretch[] => {
  const free: FreeStretch[] = []
  let from: number | undefined
  const noteAt = (eighth: number): LineNote | undefined => {
    const tick = ground.start + eighth * EIGHTH
    return locked.find(({ start, duration }) => start < tick + EIGHTH && start + duration > tick)
  }
  for (let at = 0; at <= ground.at.length; at += 1) {
    const open = at < ground.at.length && ground.at[at] !== undefined && !covered.has(at)
    if (open && from === undefined) from = at
    if (open || from === undefined) continue
    const before = from > 0 ? noteAt(from - 1) : undefined
    const after = noteAt(at)
    free.push({ from, to: at - 1, ...(before ? { before } : {}), ...(after ? { after } : {}) })
    from = undefined
  }
  return free
}
