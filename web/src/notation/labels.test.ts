import { analyseChart, explainLine, readChart, spellNotes } from '@eager-contour/core'
import { describe, expect, it } from 'vitest'
import { nameOf, noteLabel, placeWords } from './labels.ts'

const analysed = (text: string) => {
  const outcome = readChart(text)
  if (!outcome.ok) throw new Error(text)
  return analyseChart(outcome.value)
}
const TUNE = analysed('| Ebm7 | Ab7 | Dbmaj7 |')

describe('placeWords', () => {
  it.each([
    [0, 'bar 1, beat 1'],
    [240, 'bar 1, beat 1 and'],
    [1920 + 480, 'bar 2, beat 2'],
    [1920 + 1920 + 1680, 'bar 3, beat 4 and'],
    [160, 'bar 1, beat 1 between'],
  ])('%i is %s', (tick, words) => {
    expect(placeWords(TUNE, tick)).toBe(words)
  })

  it('counts dotted beats in 6/8', () => {
    const jig = analysed('time: 6/8\n| C | G7 |')
    expect(placeWords(jig, 720)).toBe('bar 1, beat 2')
    expect(placeWords(jig, 1440)).toBe('bar 2, beat 1')
  })
})

describe('noteLabel', () => {
  it('is what a screen reader should say', () => {
    const line = spellNotes(TUNE, [
      { start: 1920, duration: 240, midi: 60 },
      { start: 1920 + 240, duration: 240, midi: 63 },
    ])
    const { notes } = explainLine(TUNE, line)
    expect(noteLabel(TUNE, line.notes[0]!, notes[0]!, 'letters')).toBe(
      'bar 2, beat 1, C4, 3 of A♭7, guide tone, eighth',
    )
    expect(nameOf(line.notes[1]!)).toBe('E♭')
  })

  it('marks a degree that is counted from the coming chord, in the player’s chord style', () => {
    const line = spellNotes(TUNE, [
      { start: 1920 + 1440, duration: 240, midi: 67 },
      { start: 1920 + 1680, duration: 240, midi: 64 },
      { start: 3840, duration: 480, midi: 65 },
    ])
    const { notes } = explainLine(TUNE, line)
    expect(noteLabel(TUNE, line.notes[1]!, notes[1]!, 'signs')).toMatch(/ of the coming D♭Δ7?, /)
    expect(notes.map(({ ofComing }) => ofComing)).toEqual([false, true, false])
  })
})
