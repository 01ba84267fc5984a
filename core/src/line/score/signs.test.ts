import { describe, expect, it } from 'vitest'
import { analysed, eighths } from '../../../test/changes.ts'
import { writeMusicXml } from '../../formats/musicxml/write.ts'
import { articulated, articulationOf } from './articulation.ts'
import { octaveLineOf } from './octaveLine.ts'
import { scoreOf } from './score.ts'
import type { WrittenEvent } from './written.ts'

const TUNE = analysed('key: Eb major\n| Fm7 | Bb7 | Ebmaj7 | % |')
const STRETCH = { from: 0, to: 3 }
const signs = (names: string) =>
  scoreOf(TUNE.chart, eighths(names), STRETCH).bars.map(({ events }) =>
    events
      .filter(({ pitch }) => pitch)
      .map(({ accidental, courtesy }) =>
        accidental === undefined ? '.' : `${accidental}${courtesy ? '?' : ''}`,
      )
      .join(' '),
  )

/** Signatures, bars and courtesy accidentals: common practice, no source. */
describe('accidentals', () => {
  it('leave no doubt: where the bar before had another one at the same place, once', () => {
    expect(signs('A4 Bb4 . . . . . . Ab4 G4 Ab4 . . . . .')[1]).toBe('-1? . .')
    // A bar later nobody has it in mind any more; and what the bar itself took back leaves no doubt.
    expect(signs('A4 . . . . . . . G4 . . . . . . . Ab4 . . .').slice(0, 3)).toEqual(['0', '.', '.'])
    expect(signs('A4 Ab4 . . . . . . Ab4 . . .').slice(0, 2)).toEqual(['0 -1', '.'])
  })

  it('leave none in another octave of the same bar either', () => {
    expect(signs('B4 C5 Bb5 Bb4 . . . .')[0]).toBe('0 . -1? -1')
    expect(signs('Bb4 C5 Bb5 . . . . .')[0]).toBe('. . .')
  })
})

describe('octave lines', () => {
  const bar = (names: string): readonly WrittenEvent[] =>
    scoreOf(TUNE.chart, eighths(names), STRETCH).bars[0]!.events
  it.each([
    // Up to three ledger lines, of which E6 and F3 have the third in the treble clef.
    ['treble', 'F6 E6 Eb6 D6', 0],
    ['treble', 'G6 F6 Eb6 D6', 1],
    ['treble', 'G6 F6 Eb6 C3', 0],
    ['treble', 'E3 F3 G3', 0],
    ['treble', 'D3 F3 G3', -1],
    ['bass', 'Ab4 G4 F4', 0],
    ['bass', 'Bb4 G4 F4', 1],
    ['bass', 'F1 Ab1', -1],
  ] as const)('in the %s clef %s is written %i octaves away', (clef, names, octaves) => {
    expect(octaveLineOf(bar(names), clef)).toBe(octaves)
  })
})

describe('the articulation of swing', () => {
  const line = eighths('F4 G4 Ab4 C5 Bb4 Ab4 G4 G4 . F4 G4 .')

  it('slurs the off-beat into the beat, except into the same note or a rest, and accents tops off the beat', () => {
    expect(articulationOf(line)).toEqual({
      slurs: [
        { from: 1, to: 2 },
        { from: 3, to: 4 },
        { from: 5, to: 6 },
        { from: 8, to: 9 },
      ],
      accents: [3],
    })
  })

  it('is in the score and in the file', () => {
    const [first] = articulated(scoreOf(TUNE.chart, line, STRETCH), line).bars
    expect(first!.events.map(({ slur, accent }) => `${slur ?? ''}${accent ? '>' : ''}`)).toEqual([
      ...['', 'start', 'stop', 'start>', 'stop', 'start', 'stop', ''],
    ])
    const part = { name: 'flute', clef: 'treble' } as const
    const xml = (isArticulated: boolean) =>
      writeMusicXml('x', [
        { ...part, passages: [{ chart: TUNE.chart, line, stretch: STRETCH, isArticulated }] },
      ])
    expect(xml(true).match(/<slur type="start"/g)).toHaveLength(4)
    expect(xml(true).match(/<accent\/>/g)).toHaveLength(1)
    expect(xml(false)).not.toMatch(/slur|<accent/)
  })
})
