import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { analysed } from '../../../test/changes.ts'
import { instrumentOf } from '../../theory/instrument/instrument.ts'
import { analyseLine } from '../explain/analysedLine.ts'
import { explainLine } from '../explain/explain.ts'
import type { Brief } from './brief.ts'
import { composeLines } from './compose.ts'
import { anchorsOf } from './plan.ts'

const EIGHT = 'key: Db major\n| Ebm7 | Ab7 | Dbmaj7 | Gbmaj7 | Cm7b5 | F7b9 | Bbm6 | Ebm7 Ab7 |'
const { range } = instrumentOf('concert')
const brief = (more: Partial<Brief> = {}): Brief => ({
  stretch: { from: 0, to: 7 },
  seed: 1,
  count: 1,
  range,
  breathBars: 4,
  rhythm: 'triplets',
  ...more,
})
const pitches = (line: { notes: readonly { midi: number; start: number }[] }) =>
  line.notes.map(({ midi, start }) => `${start}:${midi}`)

const analysis = analysed(EIGHT)
const written = (asked: Brief) => composeLines(analysis, asked).lines[0]!.line

describe('composeLines', () => {
  it('gives the same line for the same seed, and others for others', () => {
    const [a] = composeLines(analysis, brief({ seed: 5 })).lines
    const [b] = composeLines(analysis, brief({ seed: 5 })).lines
    const [c] = composeLines(analysis, brief({ seed: 6 })).lines
    expect(a).toEqual(b)
    expect(pitches(a!.line)).not.toEqual(pitches(c!.line))
  })

  it('has chord tones on strong beats and changes, stays in the range, and never overlaps', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 5000 }),
        fc.constantFrom('trumpet', 'tenor-sax', 'trombone', 'concert'),
        (seed, id) => {
          const { range: own } = instrumentOf(id)
          const line = written(brief({ seed, range: own }))
          const heard = analyseLine(analysis, line)
          for (const note of heard) {
            expect(note.midi).toBeGreaterThanOrEqual(own.low)
            expect(note.midi).toBeLessThanOrEqual(own.high)
          }
          for (const { tick } of anchorsOf(analysis, { from: 0, to: 7 })) {
            const note = heard.find(({ start }) => start === tick)
            if (note) expect(note.isTone).toBe(true)
          }
          line.notes.slice(1).forEach((note, at) => {
            expect(note.start).toBeGreaterThanOrEqual(line.notes[at]!.start + line.notes[at]!.duration)
          })
        },
      ),
      { numRuns: 12 },
    )
  })

  it('joins most changes of chord by half or whole step, and every foreign note goes home', () => {
    let changes = 0
    let joined = 0
    for (let seed = 0; seed < 12; seed += 1) {
      const line = written(brief({ seed }))
      const { joins, notes } = explainLine(analysis, line)
      changes += joins.length
      joined += joins.filter(({ semitones }) => semitones !== 0 && Math.abs(semitones) <= 2).length
      expect(notes.filter(({ role, target }) => role === 'outside' && target === undefined)).toEqual([])
    }
    expect(joined / changes).toBeGreaterThan(0.85)
  })

  it('rests at least as often as the brief asks', () => {
    for (let seed = 0; seed < 8; seed += 1) {
      const line = written(brief({ seed, breathBars: 2 }))
      let since = 0
      line.notes.slice(1).forEach((note, at) => {
        const before = line.notes[at]!
        if (before.start + before.duration < note.start) since = note.start
        expect(note.start - since).toBeLessThanOrEqual(2 * 1920 + 480)
      })
    }
  })

  it('uses what the brief wants often, and leaves out what it never wants', () => {
    const count = (weight: 0 | 3) => {
      let sum = 0
      for (let seed = 0; seed < 6; seed += 1) {
        const line = written(brief({ seed, devices: { enclosure: weight, threeNoteEnclosure: weight } }))
        sum += explainLine(analysis, line).devices.filter(
          ({ device }) => device === 'enclosure' || device === 'threeNoteEnclosure',
        ).length
      }
      return sum
    }
    expect(count(3)).toBeGreaterThan(3 * Math.max(1, count(0)))
  })

  it('writes further lines that differ', () => {
    const lines = composeLines(analysis, brief({ count: 3 })).lines.map(({ line }) => pitches(line))
    const shared = lines[0]!.filter((note) => lines[1]!.includes(note)).length
    expect(lines).toHaveLength(3)
    expect(shared / lines[0]!.length).toBeLessThan(0.6)
  })

  it('composes over waltzes, N.C., one bar, and two chords one beat apart', () => {
    const notes = (text: string, bars: number) =>
      composeLines(analysed(text), brief({ stretch: { from: 0, to: bars - 1 } })).lines[0]!.line.notes.length
    expect(notes('time: 3/4\n| Gmaj7 | Em7 | Am7 | D7 |', 4)).toBeGreaterThan(12)
    expect(notes('time: 12/8\n| Gmaj7 | Em7 | Am7 | D7 |', 4)).toBeGreaterThan(12)
    for (const time of ['2/2', '6/4', '7/4', '9/8'])
      expect(notes(`time: ${time}\n| Gmaj7 | Em7 | Am7 | D7 |`, 4), time).toBeGreaterThan(12)
    expect(notes('time: 5/4\n| Gmaj7 | Em7 | Am7 | D7 |', 4)).toBeGreaterThan(12)
    expect(notes('| N.C. | Dm7 G7 | Cmaj7 |', 3)).toBeGreaterThan(6)
    expect(notes('| Cmaj7 |', 8)).toBeGreaterThan(2)
    expect(notes('| C F G C |', 8)).toBeGreaterThan(3)
    expect(composeLines(analysed('| N.C. | N.C. |'), brief())).toEqual({
      lines: [],
      unmet: [{ rule: 'brief.noChord', args: [] }],
    })
  })
})
