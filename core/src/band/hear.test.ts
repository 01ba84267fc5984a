import { describe, expect, it } from 'vitest'
import { analysed } from '../../test/changes.ts'
import { hearChord, hearDegrees, hearEvents, hearNamed, hearScale, hearSets } from './hear.ts'

const TUNE = analysed('| Ebm7 Ab7 | Dbmaj7 |')
const STRETCH = { from: 0, to: 1 }
const heard = (what: Parameters<typeof hearEvents>[2]) =>
  hearEvents(TUNE, STRETCH, what).filter(({ part }) => part === 'line')

describe('the changes by ear', () => {
  it('are roots alone, roots and thirds, guide tones, whole chords, each held as long as its chord', () => {
    expect(heard('roots').map(({ tick, duration, midi }) => [tick, duration, midi % 12])).toEqual([
      [0, 960, 3],
      [960, 960, 8],
      [1920, 1920, 1],
    ])
    expect(heard('rootsAndThirds')).toHaveLength(6)
    expect(heard('chords')).toHaveLength(12)
    expect(hearEvents(TUNE, STRETCH, 'roots').some(({ part }) => part === 'bass')).toBe(false)
    expect(hearEvents(TUNE, STRETCH, 'chords').some(({ part }) => part === 'bass')).toBe(true)
  })

  it('move by the nearest way: in D♭ D♭ falls to C, G♭ stays and falls to F (common practice, no source)', () => {
    const guides = heard('guideTones')
    const at = (tick: number) =>
      guides
        .filter((event) => event.tick === tick)
        .map(({ midi }) => midi)
        .sort((a, b) => a - b)
    const moved = (from: number, to: number) => at(from).map((midi, index) => at(to)[index]! - midi)
    expect(moved(0, 960).map(Math.abs).sort()).toEqual([0, 1])
    expect(moved(960, 1920).map(Math.abs).sort()).toEqual([0, 1])
  })

  it('let a chord and a scale be heard by themselves', () => {
    const { chord } = TUNE.spans[0]!
    expect(hearChord(chord)).toHaveLength(8)
    const scale = hearScale(chord, 'dorian')
    expect(scale.map(({ midi }) => midi - scale[0]!.midi)).toEqual([
      0, 2, 3, 5, 7, 9, 10, 12, 10, 9, 7, 5, 3, 2, 0,
    ])
    expect(hearDegrees(chord, ['b3', '5', 'b7', '9']).map(({ midi }) => midi % 12)).toEqual([6, 10, 1, 5])
    expect(hearNamed(['A', 'C', 'D', 'E', 'G']).map(({ midi }) => midi)).toEqual([57, 60, 62, 64, 67])
  })
})

describe('hearSets', () => {
  it('holds each set until the next one, over bass and click', () => {
    const sets = [
      { chord: 0, pitches: [60, 65] },
      { chord: 2, pitches: [59, 64] },
    ]
    const events = hearSets(TUNE, STRETCH, sets)
    const held = events.filter(({ part }) => part === 'line')
    expect(held.map(({ tick, midi }) => [tick, midi])).toEqual([
      [0, 60],
      [0, 65],
      [TUNE.spans[2]!.start, 59],
      [TUNE.spans[2]!.start, 64],
    ])
    expect(held[0]!.duration).toBe(TUNE.spans[2]!.start)
    expect(new Set(events.map(({ part }) => part)).has('bass')).toBe(true)
  })
})
