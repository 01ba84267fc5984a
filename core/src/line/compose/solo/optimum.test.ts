import createGraph from 'ngraph.graph'
import { aStar } from 'ngraph.path'
import { describe, expect, it } from 'vitest'
import { analysed } from '../../../../test/changes.ts'
import { noiseBase } from '../../../random/noise.ts'
import { EIGHTH } from '../../../theory/rhythm/ticks.ts'
import { type Ground, standingOf } from './ground.ts'
import { endPrice, ownPrice, type PhraseWish, solvePhrase, stockOf, waitPrice } from './phrase.ts'
import { intervalPrice, type Piece, turnPrice, type Way, wayOf } from './piece.ts'
import { SOLO_PRICES } from './prices.ts'
import { type SoloTask, soloBase, soloTask } from './task.ts'

const TUNE = analysed('key: Eb major\n| Fm7 | Bb7 | Ebmaj7 | C7b9 |')
const RANGE = { low: 60, comfortLow: 62, comfortHigh: 76, high: 78 }
const WAITS = 3

const wishFor = (seed: number, begin: number, end: number): PhraseWish => ({
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

/** The least price of a phrase by a general path finder over every row of these pieces. */
const byGraph = ({ ground }: SoloTask, pieces: readonly Piece[], wish: PhraseWish): number => {
  const graph = createGraph<undefined, { cost: number }>()
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

describe('the search for a phrase', () => {
  it('finds what ngraph.path finds among the same pieces, for many phrases', () => {
    const base = soloBase(TUNE, {
      stretch: { from: 0, to: 3 },
      seed: 1,
      count: 1,
      range: RANGE,
      breathBars: 4,
    })
    let solved = 0
    for (let seed = 1; seed <= 12; seed += 1) {
      const task = soloTask(base, seed)
      const begin = 2 + (seed % 5)
      const wish = wishFor(seed, begin, begin + 7)
      // Every ninth piece: the graph has an edge for each pair of them.
      const pieces = task.stock
        .flat()
        .filter(({ begin: at }, index) => at >= 1 && at <= begin + 9 && index % 9 === seed % 9)
      const found = solvePhrase(task.ground, stockOf(task.ground, pieces), task.room, wish)
      if (!found) continue
      solved += 1
      expect(byGraph(task, pieces, wish)).toBeCloseTo(found.cost, 6)
    }
    expect(solved).toBeGreaterThan(8)
  })
})
