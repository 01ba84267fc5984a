import fc from 'fast-check'
import createGraph from 'ngraph.graph'
import { aStar } from 'ngraph.path'
import { describe, expect, it } from 'vitest'
import { analysed } from '../../../test/changes.ts'
import {
  type GuideToneOptions,
  guideToneCandidates,
  guideToneCost,
  guideToneLines,
  type PathNote,
} from './guidetones.ts'

const options: GuideToneOptions = { stretch: { from: 0, to: 2 }, low: 60, high: 75, count: 3 }
const names = (text: string, more: Partial<GuideToneOptions> = {}) =>
  guideToneLines(analysed(text), { ...options, ...more }).map(({ line }) =>
    line.notes.map(({ spelling }) => spelling).join(' '),
  )

describe('guideToneLines', () => {
  /** Common practice, no source. */
  it('writes D♭–C–C and G♭–G♭–F over E♭m7 A♭7 D♭maj7', () => {
    expect(names('| Ebm7 | Ab7 | Dbmaj7 |', { start: 'b7' })[0]).toBe('Db4 C4 C4')
    expect(names('| Ebm7 | Ab7 | Dbmaj7 |', { start: 'b3' })[0]).toBe('Gb4 Gb4 F4')
  })

  it('writes F♯–E♯ and B–B–A over G♯ø C♯7 F♯m6', () => {
    expect(names('| G#m7b5 | C#7 | F#m6 |', { start: 'b7' })[0]).toMatch(/^F#4 E#4/)
    expect(names('| G#m7b5 | C#7 | F#m6 |', { start: 'b3' })[0]).toBe('B4 B4 A4')
  })

  it('costs what the shortest way through the same graph costs (ngraph.path, A*)', () => {
    const chord = fc.constantFrom('Dm7', 'G7', 'Cmaj7', 'Ebm7', 'Ab7', 'F#m7b5', 'B7b9', 'Em6', 'A7', 'Fmaj7')
    fc.assert(
      fc.property(
        fc.array(chord, { minLength: 2, maxLength: 6 }),
        fc.integer({ min: 50, max: 62 }),
        (chords, low) => {
          const analysis = analysed(`| ${chords.join(' | ')} |`)
          const asked = { stretch: { from: 0, to: chords.length - 1 }, low, high: low + 16, count: 1 }
          const [best] = guideToneLines(analysis, asked)
          expect(best!.cost).toBeCloseTo(cheapestWay(guideToneCandidates(analysis, asked)), 9)
        },
      ),
      { numRuns: 60 },
    )
  })

  it('gives exactly the best and the next best: those of trying every path', () => {
    fc.assert(
      fc.property(
        fc.array(fc.constantFrom('Dm7', 'G7', 'Cmaj7', 'Ebm7', 'Ab7', 'A7'), { minLength: 2, maxLength: 4 }),
        fc.integer({ min: 50, max: 62 }),
        fc.constantFrom<'chord' | 'diatonic' | 'altered'>('chord', 'diatonic', 'altered'),
        (chords, low, tones) => {
          const analysis = analysed(`| ${chords.join(' | ')} |`)
          const asked = { stretch: { from: 0, to: chords.length - 1 }, low, high: low + 7, count: 5, tones }
          let all: { cost: number; last?: PathNote }[] = [{ cost: 0 }]
          for (const layer of guideToneCandidates(analysis, asked))
            all = all.flatMap(({ cost, last }) =>
              layer.map((stand) => ({ cost: cost + guideToneCost(last, stand), last: stand })),
            )
          const costs = all.map(({ cost }) => cost).sort((a, b) => a - b)
          const found = guideToneLines(analysis, asked)
          expect(found).toHaveLength(Math.min(5, costs.length))
          found.forEach(({ cost }, at) => {
            expect(cost).toBeCloseTo(costs[at]!, 9)
          })
        },
      ),
      { numRuns: 60 },
    )
  })

  /** Common practice, no source. */
  it('starts on the 9, the 5 or the 11 too, and goes to the nearest tone', () => {
    expect(names('| Ebm7 | Ab7 | Dbmaj7 |', { start: '9' })[0]).toMatch(/^F4 Gb4 F4/)
    expect(names('| Ebm7 | Ab7 | Dbmaj7 |', { start: '5' })[0]).toMatch(/^Bb4 C5 C5/)
    expect(names('| Ebm7 | Ab7 | Dbmaj7 |', { start: '11' })[0]).toMatch(/^Ab4 Gb4 F4/)
  })

  it('falls by half steps through the alterations of a dominant: 5 ♭9 5', () => {
    const altered = guideToneLines(analysed('key: Db major\n| Ebm7 | Ab7 | Dbmaj7 |'), {
      ...options,
      start: '5',
      tones: 'altered',
      direction: 'down',
      count: 6,
      low: 66,
      high: 71,
    }).map(({ line }) => line.notes.map(({ midi }) => midi).join(' '))
    expect(altered).toContain('70 69 68')
  })

  it('goes in half and whole notes', () => {
    const half = guideToneLines(analysed('| Dm7 | G7 | Cmaj7 |'), { ...options, notes: 'half' })[0]!.line
    expect(half.notes.map(({ start, duration }) => [start, duration])).toEqual(
      [0, 1, 2, 3, 4, 5].map((at) => [at * 960, 960]),
    )
    const whole = guideToneLines(analysed('| Dm7 G7 | Cmaj7 |'), {
      ...options,
      stretch: { from: 0, to: 1 },
      notes: 'whole',
    })[0]!.line
    expect(whole.notes.map(({ start, duration }) => [start, duration])).toEqual([
      [0, 1920],
      [1920, 1920],
    ])
  })

  it('leaves the last bar of a phrase empty and breaks with an octave after it', () => {
    const { notes } = guideToneLines(analysed('| Dm7 | G7 | Cmaj7 | Cmaj7 | Dm7 | G7 | Cmaj7 | Cmaj7 |'), {
      stretch: { from: 0, to: 7 },
      low: 55,
      high: 79,
      count: 1,
      notes: 'oneABar',
    })[0]!.line
    expect(notes.map(({ start }) => start / 1920)).toEqual([0, 1, 2, 4, 5, 6])
    expect(Math.abs(notes[3]!.midi - notes[2]!.midi)).toBeGreaterThanOrEqual(10)
  })

  it('goes up, or down, where it can', () => {
    const sum = (direction: 'up' | 'down') => {
      const { notes } = guideToneLines(analysed('| Dm7 | G7 | Cmaj7 |'), {
        ...options,
        start: 'b7',
        direction,
      })[0]!.line
      return notes.at(-1)!.midi - notes[0]!.midi
    }
    expect(sum('up')).toBeGreaterThan(sum('down'))
  })

  it('returns no line where the range is empty', () => {
    expect(names('| Ebm7 | Ab7 | Dbmaj7 |', { low: 62, high: 62 })).toEqual([])
  })
})

/** Every stand is a node; start and end stand outside the layers. */
const cheapestWay = (layers: readonly (readonly PathNote[])[]): number => {
  const graph = createGraph<PathNote, { cost: number }>()
  const name = (stand: PathNote) => `${stand.place} ${stand.midi}`
  for (const stand of layers[0]!)
    graph.addLink('start', name(stand), { cost: guideToneCost(undefined, stand) })
  layers.slice(1).forEach((layer, at) => {
    for (const from of layers[at]!)
      for (const to of layer) graph.addLink(name(from), name(to), { cost: guideToneCost(from, to) })
  })
  for (const stand of layers.at(-1)!) graph.addLink(name(stand), 'end', { cost: 0 })
  const path = aStar(graph, { oriented: true, distance: (_from, _to, link) => link.data.cost }).find(
    'start',
    'end',
  )
  let cost = 0
  for (let at = 1; at < path.length; at += 1) {
    // A* gives the way from its end to its start.
    cost += graph.getLink(path[at]!.id, path[at - 1]!.id)!.data.cost
  }
  return cost
}
