import { describe, expect, it } from 'vitest'
import { analysed, eighths } from '../../../test/changes.ts'
import { alternativeFigures } from './alternativeFigures.ts'

const TUNE = analysed('key: Db major\n| Dbmaj7 | Ab7 |')

describe('waysOn', () => {
  it('lists other figures to the next strong note, in as many notes', () => {
    const line = eighths('F4 Ab4 Gb4 E4 F4 Ab4')
    const { to, figures } = alternativeFigures(TUNE, line, 0)!
    expect(to).toBe(4)
    expect(figures.length).toBeGreaterThan(5)
    for (const { notes } of figures) expect(notes).toHaveLength(3)
    expect(figures.map(({ notes }) => notes.join(' '))).not.toContain('68 66 64')
    // A turn around the 3. Common practice, no source.
    expect(figures.map(({ notes }) => notes.join(' '))).toContain('66 65 64')
  })

  it('has none before a rest, at the end, or between adjacent strong beats', () => {
    expect(alternativeFigures(TUNE, eighths('F4 Ab4 . . C5'), 0)).toBeUndefined()
    expect(alternativeFigures(TUNE, eighths('F4 Ab4'), 1)).toBeUndefined()
    expect(alternativeFigures(TUNE, eighths('F4 Ab4'), 7)).toBeUndefined()
  })
})
