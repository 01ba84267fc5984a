import { readFileSync } from 'node:fs'
import chordSymbol from 'chord-symbol/lib/chord-symbol.js'
import fc from 'fast-check'
import { Note, Chord as TonalChord } from 'tonal'
import { describe, expect, it } from 'vitest'
import { fifthsOf } from '../pitch/fifths.ts'
import { chordKind, guideTones, transposeChord } from './chord.ts'
import { readChordSymbol } from './read.ts'
import { type ChordStyle, writeChordSymbol } from './write.ts'

/** Common practice, no source: spellings of C chords with the half steps that they must give. */
const ROWS = readFileSync(new URL('../../../test/reference/chord-spellings.tsv', import.meta.url), 'utf8')
  .split('\n')
  .filter((row) => row !== '' && !row.startsWith('#'))
  .map((row) => row.split('\t') as [string, string])

const read = (symbol: string) => {
  const outcome = readChordSymbol(symbol)
  if (!outcome.ok) throw new Error(`${symbol} is not read: ${JSON.stringify(outcome.problems)}`)
  return outcome.value
}
const semitones = (symbol: string) => read(symbol).tones.map((tone) => tone.semitones)
const sorted = (values: readonly number[]) => [...values].sort((a, b) => a - b)

describe('readChordSymbol', () => {
  it.each(ROWS)('reads %s as %s', (symbol, wanted) => {
    expect(wanted.split('|')).toContain(semitones(symbol).join(' '))
  })

  /** The libraries differ from the table, and from each other, on these: see the table's head. */
  const DISPUTED = ['C°', 'C7b13', 'C7b9b13', 'C7(b9,b13)', 'C7alt']

  it('gives the tones that tonal gives, where tonal reads the spelling', () => {
    let compared = 0
    for (const [symbol] of ROWS) {
      const theirs = TonalChord.get(symbol)
      if (theirs.empty || theirs.tonic !== 'C' || DISPUTED.includes(symbol)) continue
      expect(sorted(semitones(symbol)), symbol).toEqual(
        sorted(theirs.notes.map((note) => Note.chroma(note)!)),
      )
      compared += 1
    }
    expect(compared).toBeGreaterThan(25)
  })

  it('gives the tones that chord-symbol gives, where it reads the spelling', () => {
    const parse = chordSymbol.chordParserFactory()
    let compared = 0
    for (const [symbol] of ROWS) {
      const theirs = parse(symbol) as { normalized?: { semitones: number[] }; error?: unknown }
      if (!theirs.normalized || DISPUTED.includes(symbol)) continue
      expect(sorted(semitones(symbol)), symbol).toEqual(
        sorted([...new Set(theirs.normalized.semitones.map((step) => step % 12))]),
      )
      compared += 1
    }
    expect(compared).toBeGreaterThan(25)
  })

  describe('natural extensions in parentheses', () => {
    const NUMBERED = [
      '7',
      'maj7',
      'm7',
      'mMaj7',
      'm7b5',
      '6',
      'm6',
      '7sus4',
      '9',
      'm9',
      'maj9',
      '7b9',
      '7#11',
    ]
    const NATURALS: Readonly<Record<string, number>> = { '9': 2, '11': 5, '13': 9 }

    it('add to any numbered chord what they name, on every root', () => {
      for (const root of ['C', 'F', 'Bb', 'Eb', 'Ab', 'Db', 'Gb', 'F#', 'B', 'E', 'A', 'D', 'G', 'C#'])
        for (const base of NUMBERED)
          for (const naturals of [['9'], ['11'], ['13'], ['9', '13'], ['9', '11'], ['9', '11', '13']])
            for (const between of [',', ' ', ', '])
              expect(
                new Set(semitones(`${root}${base}(${naturals.join(between)})`)),
                `${root}${base}(${naturals.join(between)})`,
              ).toEqual(new Set([...semitones(root + base), ...naturals.map((number) => NATURALS[number]!)]))
    })

    it('gives the tones that chord-symbol gives; to an 11 or 13 it adds the tensions below, as to C13', () => {
      const parse = chordSymbol.chordParserFactory()
      let compared = 0
      for (const symbol of ['A7(13)', 'F7(9)', 'Cmaj7(9)', 'Cmaj7(13)', 'Gm7b5(9)', 'Dm7(9)', 'Dm7(11)']) {
        const theirs = parse(symbol) as { normalized?: { semitones: number[] } }
        if (!theirs.normalized) continue
        const steps = new Set(theirs.normalized.semitones.map((step) => step % 12))
        const own = semitones(symbol)
        if (!symbol.endsWith('(9)')) for (const below of [2, 5]) if (!own.includes(below)) steps.delete(below)
        expect(sorted(own), symbol).toEqual(sorted([...steps]))
        compared += 1
      }
      expect(compared).toBeGreaterThan(4)
    })

    it.each([
      ['A7(13)', 'A7add13'],
      ['F7(9)', 'F9'],
      ['A6(9)', 'A6/9'],
      ['Am6(9)', 'Am6/9'],
      ['Em9(maj7)', 'Emmaj9'],
      ['Em9(M7)', 'Emmaj9'],
      ['Gm7b5(9)', 'Gm7b5add9'],
      ['Gø7(11)', 'Gm7b5add11'],
      ['C7(b9)(13)', 'C7b9add13'],
      ['C7(13,#11)/G', 'C7#11add13/G'],
    ])('%s is %s', (written, same) => {
      expect(new Set(semitones(written))).toEqual(new Set(semitones(same)))
      expect(read(written).bass).toBe(read(same).bass)
    })

    it('are written so that they are read again', () => {
      for (const symbol of ['A7(13)', 'A6(9)', 'Em9(maj7)', 'Gm7b5(9)', 'Cmaj7(13)', 'C7sus4(13)'])
        for (const style of ['letters', 'signs', 'short'] as const)
          expect(new Set(semitones(writeChordSymbol(read(symbol), style))), symbol).toEqual(
            new Set(semitones(symbol)),
          )
    })

    it('still refuses a second number that is not in parentheses, and one that is no extension', () => {
      for (const symbol of ['A7 13', 'A713', 'A7(5)', 'A7(8)', 'A7(7)'])
        expect(readChordSymbol(symbol).ok, symbol).toBe(false)
    })
  })

  it('spells by degree: the ♯9 of A♭7 is B, its ♭9 B♭♭, the 3 of C♯7 E♯', () => {
    expect(read('Ab7#9').tones.at(-1)!.spelling).toBe('B')
    expect(read('Ab7b9').tones.at(-1)!.spelling).toBe('Bbb')
    expect(read('C#7').tones[1]!.spelling).toBe('E#')
  })

  it('reads signs as musicians type them', () => {
    const same = (a: string, b: string) => expect(read(a).tones, a).toEqual(read(b).tones)
    same('B♭7(♭9)', 'Bb7b9')
    same('F♯–7', 'F#m7')
    same('E♭△7', 'Ebmaj7')
    same('Gº7', 'Gdim7')
    same('C7+9', 'C7#9')
    same('C7-5', 'C7b5')
    same('Cadd9', 'C(add9)')
  })

  it('reads a slash bass and keeps it through transposing', () => {
    expect(read('C/E').bass).toBe('E')
    expect(read('C6/9').bass).toBeUndefined()
    const moved = transposeChord(read('Fm7/Bb'), fifthsOf('G'))
    expect([moved.symbol, moved.root, moved.bass]).toEqual(['Cm7/F', 'C', 'F'])
  })

  it('gives the column where a symbol can’t be read, and what may have been meant', () => {
    const outcome = readChordSymbol('Ebmj7')
    expect(outcome.ok).toBe(false)
    if (outcome.ok) return
    expect(outcome.problems[0]).toMatchObject({
      rule: 'chord.unread',
      args: ['Ebmj7', 'j7'],
      place: { column: 4, length: 2 },
    })
    expect(readChordSymbol(outcome.problems[0]!.fix!).ok).toBe(true)
  })

  it('never throws, whatever it is given', () => {
    fc.assert(
      fc.property(fc.oneof(fc.string(), fc.stringMatching(/^[A-G][b#mMaj7913sudiø°+\-()/,]*$/)), (text) => {
        const outcome = readChordSymbol(text)
        if (!outcome.ok) expect(outcome.problems[0]!.place!.column).toBeGreaterThan(0)
      }),
      { numRuns: 3000 },
    )
  })
})

describe('writeChordSymbol', () => {
  it.each(['signs', 'letters', 'short'] as const satisfies readonly ChordStyle[])(
    'writes %s that are read back to the same tones',
    (style) => {
      for (const [symbol] of ROWS) {
        const chord = read(symbol)
        expect(
          read(writeChordSymbol(chord, style)).tones,
          `${symbol} as ${writeChordSymbol(chord, style)}`,
        ).toEqual(chord.tones)
      }
    },
  )
})

describe('guideTones', () => {
  it.each([
    ['Cmaj7', '3 7'],
    ['C6', '3 6'],
    ['C7', '3 b7'],
    ['Cm7', 'b3 b7'],
    ['Cm6', 'b3 6'],
    ['CmMaj7', 'b3 7'],
    ['Cø', 'b3 b7'],
    ['C7sus4', '4 b7'],
    ['Cdim7', 'R b3 b5 bb7'],
  ])('of %s are %s (common practice, no source)', (symbol, degrees) => {
    expect(
      guideTones(read(symbol))
        .map(({ degree }) => degree)
        .join(' '),
    ).toBe(degrees)
  })

  it('distinguishes the families of chords', () => {
    expect(
      ['Cmaj7', 'C7', 'C7sus4', 'Cm7', 'Cm6', 'Cm7b5', 'Cdim7', 'C+', 'N.C.'].map((symbol) =>
        chordKind(read(symbol)),
      ),
    ).toEqual([
      'major',
      'dominant',
      'sus',
      'minor',
      'tonicMinor',
      'halfDiminished',
      'diminished',
      'augmented',
      'none',
    ])
  })
})
