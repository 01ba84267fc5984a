import createGraph from 'ngraph.graph'
import { aStar } from 'ngraph.path'
import { describe, expect, it } from 'vitest'
import { handLines } from '../../../test/handLines.ts'
import { instrumentOf } from '../../theory/instrument/instrument.ts'
import { EIGHTH } from '../../theory/rhythm/ticks.ts'
import { phraseInKey } from '../phrases/phraseTune.ts'
import { SHIPPED_PHRASES } from '../phrases/shipped.ts'
import { type Board, boardOf, distancesOf, fretAt } from './boards.ts'
import { fingeringOf, fingerPlaces, positionRange } from './fingering.ts'
import { placePrice, stepPrice } from './prices.ts'

const GUITAR = boardOf(instrumentOf('guitar'))!
const BASS = boardOf(instrumentOf('bass-guitar'))!
const DOUBLE_BASS = boardOf(instrumentOf('double-bass'))!
type Notes = readonly { readonly start: number; readonly midi: number }[]
const eighths = (...midis: readonly number[]): Notes =>
  midis.map((midi, at) => ({ midi, start: at * EIGHTH }))
const fingered = (board: Board, notes: Notes, wish = {}) => {
  const outcome = fingeringOf(board, notes, wish)
  if (!outcome.ok) throw new Error(outcome.problems[0]!.rule)
  return outcome.value
}
/** Notes moved by octaves into what a board can play. */
const onto = (board: Board, notes: Notes): Notes => {
  const low = Math.min(...notes.map(({ midi }) => midi))
  const by = 12 * Math.ceil((board.strings[0]! - low) / 12)
  return notes.map((note) => ({ start: note.start, midi: note.midi + by }))
}

/** The same choice as a graph, for a general path finder. */
const cheapestByGraph = (board: Board, notes: Notes): number => {
  const graph = createGraph<undefined, { cost: number }>()
  notes.forEach(({ midi, start }, at) => {
    fingerPlaces(board, midi).forEach((place, index) => {
      const own = placePrice(board, place)
      if (at === 0) graph.addLink('start', `0 ${index}`, { cost: own })
      else
        fingerPlaces(board, notes[at - 1]!.midi).forEach((before, from) => {
          const gap = start - notes[at - 1]!.start
          graph.addLink(`${at - 1} ${from}`, `${at} ${index}`, {
            cost: own + stepPrice(distancesOf(board), before, place, gap),
          })
        })
      if (at === notes.length - 1) graph.addLink(`${at} ${index}`, 'end', { cost: 0 })
    })
  })
  const path = aStar(graph, { distance: (_from, _to, { data }) => data.cost })
    .find('start', 'end')
    .reverse()
  return path.slice(1).reduce((sum, node, at) => sum + graph.getLink(path[at]!.id, node.id)!.data.cost, 0)
}

describe('fingering', () => {
  it('is as cheap as ngraph.path finds it on the same graph', () => {
    for (const board of [GUITAR, BASS, DOUBLE_BASS])
      for (const { line } of handLines().slice(0, 8)) {
        const notes = onto(board, line.notes)
        expect(fingered(board, notes).cost).toBeCloseTo(cheapestByGraph(board, notes), 9)
      }
  })

  it('sounds every note of every phrase that ships, within a hand, on three instruments', () => {
    for (const board of [GUITAR, BASS, DOUBLE_BASS])
      for (const { phrase } of SHIPPED_PHRASES) {
        const notes = onto(board, phraseInKey(phrase, 5, 52).line.notes)
        fingered(board, notes).notes.forEach(({ string, fret, position, finger }, at) => {
          expect(board.strings[string]! + fret).toBe(notes[at]!.midi)
          if (fret === 0) expect(finger).toBe(0)
          else {
            expect(fret - position).toBeGreaterThanOrEqual(-board.stretch)
            expect(fret - position).toBeLessThanOrEqual(board.reach + board.stretch)
          }
        })
      }
  })

  it('plays C major from C3 on the guitar without a shift where every method has it: second position, fifth string, third fret', () => {
    // Common practice, no source.
    const { notes, shifts } = fingered(GUITAR, eighths(48, 50, 52, 53, 55, 57, 59, 60), {
      still: true,
      places: [{ start: 0, midi: 48, position: 2, string: 1 }],
    })
    expect(shifts).toBe(0)
    expect(notes.map(({ string, fret }) => `${string}.${fret}`)).toEqual([
      '1.3',
      '1.5',
      '2.2',
      '2.3',
      '2.5',
      '3.2',
      '3.4',
      '3.5',
    ])
    expect(notes.map(({ finger }) => finger)).toEqual([2, 4, 1, 2, 4, 1, 3, 4])
  })

  it('moves a shape to another string or position, and says what can’t be reached', () => {
    const shape = eighths(60, 62, 64, 65)
    const first = { start: 0, midi: 60 }
    const onThird = fingered(GUITAR, shape, { places: [{ ...first, string: 2 }] })
    expect(onThird.notes[0]).toMatchObject({ string: 2, fret: 10 })
    expect(fingered(GUITAR, shape, { places: [{ ...first, position: 8 }] }).notes[0]!.position).toBe(8)
    // A note in the middle, and one that has another pitch by now.
    const third = { start: 2 * EIGHTH, midi: 64, string: 4 }
    expect(fingered(GUITAR, shape, { places: [third] }).notes[2]).toMatchObject({ string: 4, fret: 5 })
    const gone = { ...third, midi: 63 }
    expect(fingered(GUITAR, shape, { places: [gone] })).toEqual(fingered(GUITAR, shape))
    const problem = (notes: Notes, wish = {}) => {
      const outcome = fingeringOf(GUITAR, notes, wish)
      return outcome.ok ? undefined : outcome.problems[0]
    }
    expect(problem(eighths(60, 30))).toMatchObject({ rule: 'fingering.range', args: [2, 'below'] })
    expect(problem(eighths(100))).toMatchObject({ rule: 'fingering.range', args: [1, 'above'] })
    expect(problem(shape, { places: [{ ...first, string: 5 }] })).toMatchObject({
      rule: 'fingering.place',
      args: [1],
    })
    expect(problem(eighths(41, 86), { still: true })).toMatchObject({ rule: 'fingering.still', args: [2] })
    expect(fingeringOf(GUITAR, [])).toMatchObject({ ok: true, value: { notes: [] } })
  })

  it('knows what a hand reaches in a position: two octaves and more on a guitar, on a bass only with its open strings', () => {
    // Fifth position of the guitar, a fret's stretch on either side: fourth fret of the low E to the ninth of the high one.
    expect(positionRange(GUITAR, 5)).toEqual({ low: 44, high: 73 })
    const all = eighths(...Array.from({ length: 30 }, (_, at) => 44 + at))
    expect(fingered(GUITAR, all, { still: true }).shifts).toBe(0)
    expect(positionRange(BASS, 1)).toBeDefined()
    expect(positionRange(BASS, 5)).toBeUndefined()
  })

  it('takes more time for a shift when there is some: a long note is where the hand moves', () => {
    const place = { string: 2, fret: 5, position: 5, finger: 1 }
    const far = { string: 2, fret: 12, position: 12, finger: 1 }
    const neck = distancesOf(GUITAR)
    expect(stepPrice(neck, place, far, 4 * EIGHTH)).toBeLessThan(stepPrice(neck, place, far, EIGHTH))
    // The octave is half of the string.
    expect(fretAt(GUITAR, 12)).toBeCloseTo(324, 9)
  })
})
