import createGraph, { type Graph } from 'ngraph.graph'
import { aStar } from 'ngraph.path'
import { type Ground, standingOf } from '../src/line/compose/solo/ground.ts'
import { endPrice, ownPrice, waitPrice } from '../src/line/compose/solo/phraseTerms.ts'
import type { PhraseWish } from '../src/line/compose/solo/phraseWish.ts'
import { intervalPrice, type Piece, turnPrice, type Way, wayOf } from '../src/line/compose/solo/piece.ts'
import { SOLO_PRICES } from '../src/line/compose/solo/prices.ts'
import type { SoloTask } from '../src/line/compose/solo/task.ts'
import { noiseBase } from '../src/random/noise.ts'
import { EIGHTH } from '../src/theory/rhythm/ticks.ts'

/** How many eighths after its first free one a piece may still be followed. */
const WAITS = 3

/** What a plan could ask of a phrase. */
export const wishFor = (seed: number, begin: number, end: number): PhraseWish => ({
  begin,
  end,
  loose: 2,
  beginWithin: [begin - 1, begin + 1],
  endWithin: [end - 2, end + 2],
  arc: (eighth) => 66 + eighth / 4,
  slack: 3,
  offArc: 0.07,
  endOff: seed % 2 === 0,
  banned: new Set(),
  worn: new Set(),
  seed,
})

/** The step from a piece to the pitch that begins the next one, its terms added one by one from their table. */
const stepPrice = (ground: Ground, piece: Piece, came: Way, next: Piece, at: number): number => {
  const last = piece.notes.at(-1)!
  const { midi } = next.notes[0]!
  const interval = midi - last.midi
  const way = wayOf(interval)
  const apart = at > piece.free ? 0.5 : 1
  const from = Math.max(0, Math.floor((last.start - ground.start) / EIGHTH))
  const [here, there] = [ground.at[from], ground.at[at]]
  let price = apart * intervalPrice(interval) + turnPrice(came, way)
  if (next.notes.length > 1) price += turnPrice(way, next.leaves)
  if (ground.strength[at] === 2 && Math.abs(interval) !== 1) price += SOLO_PRICES.noHalfStep
  if (here && here !== there) {
    if (there && standingOf(there, midi) !== 'guide') price += SOLO_PRICES.changeWithoutGuide
    if (Math.abs(interval) > 2) price += SOLO_PRICES.jumpIntoChange * apart
  }
  if (here && ground.strength[from] === 2 && interval === 1 && (last.midi - here.harmony.root + 1) % 12 === 0)
    price += SOLO_PRICES.sevenUp
  if (here && standingOf(here, last.midi) === 'outside' && Math.abs(interval) > 2)
    price += SOLO_PRICES.unresolved
  return price
}

export type PhraseGraph = Graph<undefined, { cost: number }>

/** Every row of these pieces as a graph from 'start' to 'end', for a general path finder. */
export const phraseGraph = (
  { ground }: SoloTask,
  pieces: readonly Piece[],
  wish: PhraseWish,
): PhraseGraph => {
  const graph: PhraseGraph = createGraph<undefined, { cost: number }>()
  const own = (piece: Piece) => ownPrice(wish, piece, noiseBase(wish.seed, piece.begin, 0))
  const nameOf = (index: number, way: number) => `${index} ${way}`
  const queue: { index: number; way: Way }[] = []
  const seen = new Set<string>()
  const link = (from: string, to: string, cost: number) => graph.addLink(from, to, { cost })
  const visit = (from: string, index: number, way: Way, cost: number) => {
    const node = nameOf(index, way)
    link(from, node, cost)
    if (seen.has(node)) return
    seen.add(node)
    queue.push({ index, way })
  }
  pieces.forEach((piece, index) => {
    if (piece.begin < wish.beginWithin[0] || piece.begin > wish.beginWithin[1]) return
    const off = SOLO_PRICES.beginOff * Math.abs(piece.begin - wish.begin)
    visit('start', index, piece.arrives, off + own(piece))
  })
  for (let one = queue.shift(); one; one = queue.shift()) {
    const piece = pieces[one.index]!
    const last = piece.notes.at(-1)!
    const lastEighth = Math.floor((last.start - ground.start) / EIGHTH)
    if (lastEighth > wish.endWithin[1]) continue
    const node = nameOf(one.index, one.way)
    if (lastEighth >= wish.endWithin[0]) link(node, 'end', endPrice(ground, wish, piece, lastEighth))
    pieces.forEach((next, index) => {
      const at = next.begin
      if (at < piece.free || at >= piece.free + WAITS || at > wish.endWithin[1]) return
      const final = next.notes.at(-1)!
      if (Math.floor((final.start - ground.start) / EIGHTH) > wish.endWithin[1]) return
      const way = next.notes.length > 1 ? next.arrives : wayOf(next.notes[0]!.midi - last.midi)
      const cost = waitPrice(ground, last, at) + stepPrice(ground, piece, one.way, next, at) + own(next)
      visit(node, index, way, cost)
    })
  }
  return graph
}

/** The least price of a phrase, by ngraph.path's A*. */
export const cheapestIn = (graph: PhraseGraph): number => {
  const path = aStar(graph, { distance: (_from, _to, edge) => edge.data.cost }).find('start', 'end')
  return path
    .reverse()
    .slice(1)
    .reduce((sum, node, at) => {
      const before = path[at]!
      const costs = [...(before.links ?? [])]
        .filter((edge) => edge.toId === node.id)
        .map((edge) => edge.data.cost)
      return sum + Math.min(...costs)
    }, 0)
}
