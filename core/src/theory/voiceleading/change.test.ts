import { describe, expect, it } from 'vitest'
import type { Chord } from '../chord/chord.ts'
import { readChordSymbol } from '../chord/read.ts'
import { changeBetween } from './change.ts'

const chord = (symbol: string): Chord => {
  const outcome = readChordSymbol(symbol)
  if (!outcome.ok) throw new Error(symbol)
  return outcome.value
}

const told = (from: string, to: string) => {
  const { stays, moves } = changeBetween(chord(from), chord(to))
  return [...stays.map((tone) => ({ ...tone, semitones: 0 })), ...moves].map(
    ({ from: a, to: b, semitones }) => `${a.degree} ${a.spelling} → ${b.degree} ${b.spelling} ${semitones}`,
  )
}

/** In D♭ and in F♯ minor; common practice, no source. */
describe('changeBetween', () => {
  it('lets the ♭7 of ii fall a half step to the 3 of V, and keeps its ♭3 as the ♭7', () => {
    expect(told('Ebm7', 'Ab7')).toContain('b7 Db → 3 C -1')
    expect(told('Ebm7', 'Ab7')).toContain('b3 Gb → b7 Gb 0')
  })

  it('lets the ♭7 of V fall a half step to the 3 of I, and keeps its 3 as the 7', () => {
    expect(told('Ab7', 'Dbmaj7')).toContain('b7 Gb → 3 F -1')
    expect(told('Ab7', 'Dbmaj7')).toContain('3 C → 7 C 0')
  })

  it('in minor: a half step from iiø to V, a whole step from the ♭7 of V to the ♭3 of i', () => {
    expect(told('G#m7b5', 'C#7')).toContain('b7 F# → 3 E# -1')
    expect(told('C#7', 'F#m6')).toContain('b7 B → b3 A -2')
    expect(told('C#7', 'F#mMaj7')).toContain('3 E# → 7 E# 0')
  })

  it('lists the joins into the guide tones, the smallest first', () => {
    const [first, ...rest] = changeBetween(chord('Ab7'), chord('Dbmaj7')).intoGuides
    expect(first).toMatchObject({ from: { degree: '3' }, to: { degree: '7' }, semitones: 0 })
    expect(rest.every(({ semitones }) => Math.abs(semitones) <= 2)).toBe(true)
  })
})
