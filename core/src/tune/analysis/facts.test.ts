import teoria from 'teoria'
import { Note, Scale } from 'tonal'
import { describe, expect, it } from 'vitest'
import { analysed, chartOf, TWELVE_STEPS } from '../../../test/changes.ts'
import { accidentalOf, fifthsOf, noteName, simpleSpelling } from '../../theory/pitch/fifths.ts'
import { transposeChart } from '../chart/chart.ts'
import { analyseChart } from './analyse.ts'
import { centreOf } from './centre.ts'
import { chordFacts } from './facts.ts'
import { followOverrides, samePlaces, transposeOverrides, withOverride, withoutOverrides } from './follow.ts'

const above = (text: string, index: number) =>
  chordFacts(analysed(text), index)
    .tones.map(({ above: note }) => note.spelling)
    .join(' ')

describe('all about a chord', () => {
  /** The notes above the chord tones of a major and a minor ii–V–I; common practice, no source. */
  it.each([
    ['| Ebm7 | Ab7 | Dbmaj7 |', 0, 'F Ab C Eb'],
    ['| Ebm7 | Ab7 | Dbmaj7 |', 1, 'Bb Db F Ab'],
    ['| Ebm7 | Ab7 | Dbmaj7 |', 2, 'Eb Gb Bb Db'],
    ['| G#m7b5 | C#7 | F#m6 |', 1, 'D F# A C#'],
  ])('%s, chord %i: the notes above are %s', (text, index, wanted) => {
    expect(above(text, index)).toBe(wanted)
  })

  it('tells the structures above the root that its scale holds', () => {
    const names = (text: string, index: number) => chordFacts(analysed(text), index).upper.map(({ id }) => id)
    const notes = (text: string, index: number, id: string) =>
      chordFacts(analysed(text), index)
        .upper.find((one) => one.id === id)
        ?.spellings.join(' ')
    expect(names('| Dm7 | G7 | Cmaj7 |', 2)).toEqual([
      'arpeggio on the 3',
      'arpeggio on the 5',
      'arpeggio on the 7',
      'major triad on the 5',
    ])
    expect(notes('| Dm7 | G7 | Cmaj7 |', 2, 'arpeggio on the 3')).toBe('E G B D')
    expect(notes('| Ebm7 | Ab7b9 | Dbmaj7 |', 1, 'diminished from the 3')).toBe('C Eb Gb Bbb')
    expect(notes('| Ebm7 | Ab7alt | Dbmaj7 |', 1, 'half-diminished on the ♭7')).toBe('Gb Bbb C Fb')
    expect(notes('| Dm7 | G7alt | Cmaj7 |', 1, 'minor pentatonic a minor third up')).toBe('A# C# Eb F Ab')
    expect(names('| Dm7 | G7 | Cmaj7 |', 1)).not.toContain('major triad on the ♭13')
  })

  it('tells the bass of a slash chord, the patterns, and the joins into the next other chord', () => {
    const facts = chordFacts(analysed('| Dm7 | % | G7/B | C/Bb |'), 2)
    expect(facts.bass).toEqual({ spelling: 'B', degree: '3' })
    expect(chordFacts(analysed('| Dm7 | % | G7/B | C/Bb |'), 0)).toMatchObject({ next: 2 })
    expect(facts.patterns.map(({ name }) => name)).toContain('ii–V–I')
    expect(chordFacts(analysed('| N.C. | C |'), 0).tones).toEqual([])
  })
})

describe('spelling, against tonal and teoria', () => {
  const TUNE = '| Ebm7 Ab7b9 | Dbmaj7 | G#m7b5 C#7b9 | F#m6 | Bbm7 Eb7alt | Abmaj7 | Fdim7 B7#9 | Em7 |'

  it('spells by degree in all keys: a ♭9 is one letter above the root, never the same letter', () => {
    for (const steps of TWELVE_STEPS) {
      const { spans, readings } = analyseChart(transposeChart(chartOf(TUNE), steps))
      spans.forEach(({ chord, index }) => {
        for (const { spelling, semitones, degree } of chord.tones) {
          expect(Note.chroma(spelling)).toBe((Note.chroma(chord.root)! + semitones) % 12)
          const name = spelling.toLowerCase().replace('##', 'x')
          expect((teoria.note(name).chroma() + 12) % 12).toBe(Note.chroma(spelling))
          const letters = 'CDEFGAB'
          const number = degree === 'R' ? 1 : Number(degree.replace(/[b#]/g, ''))
          expect((letters.indexOf(spelling[0]!) - letters.indexOf(chord.root[0]!) + 7) % 7).toBe(
            (number - 1) % 7,
          )
        }
        if (readings[index]!.scale !== 'mixolydian') return
        const theirs = Scale.get(`${chord.root} mixolydian`).notes
        expect(
          chordFacts(analyseChart(transposeChart(chartOf(TUNE), steps)), index).scale.map(
            ({ spelling }) => spelling,
          ),
        ).toEqual(theirs)
      })
    }
  })

  it('writes B♭♭ where a ♭9 is meant and A where a 9 is; simply spelled, never a double accidental', () => {
    const { spans } = analysed('| Ab7b9 | G9 |')
    expect(spans[0]!.chord.tones.at(-1)!.spelling).toBe('Bbb')
    expect(spans[1]!.chord.tones.at(-1)!.spelling).toBe('A')
    for (const steps of TWELVE_STEPS)
      for (const { chord } of analyseChart(transposeChart(chartOf(TUNE), steps)).spans)
        for (const { spelling } of chord.tones)
          expect(Math.abs(accidentalOf(simpleSpelling(fifthsOf(spelling))))).toBeLessThan(2)
    expect(noteName(simpleSpelling(fifthsOf('Bbb')))).toBe('A')
  })
})

describe('the far view', () => {
  it('finds the one key that holds most of the stretch, and lists what lies outside it', () => {
    const analysis = analysed('key: C major\n| Dm7 | G7 | Cmaj7 | A7b9 |')
    const centre = centreOf(analysis, { from: 0, to: 3 })
    expect(centre.key).toEqual({ tonic: 'C', mode: 'major' })
    expect(centre.share).toBe(0.75)
    expect(centre.clashes).toEqual([{ chord: 3, degrees: ['3'] }])
    // Pentatonics over a whole section: major from I, minor from 6, 3, 2 and 5 (common practice, no source).
    expect(centre.pentatonics.map(({ root, kind }) => `${root} ${kind}`)).toEqual([
      'C major',
      'A minor',
      'E minor',
      'D minor',
      'G minor',
    ])
    for (const { root, kind, notes } of centre.pentatonics)
      expect([...notes].sort()).toEqual([...Scale.get(`${root} ${kind} pentatonic`).notes].sort())
  })
})

describe('the player’s own readings', () => {
  const before = chartOf('| Dm7 | G7 | Cmaj7 | Fmaj7 | Bm7b5 | E7 |')
  const own = [
    { from: 1, to: 1, scale: 'altered' },
    { from: 3, to: 3, scale: 'ionian' },
    { from: 5, to: 5, key: { tonic: 'A', mode: 'minor' } },
  ] as const

  it('stay with their chords when the chart is edited elsewhere, and go when theirs is', () => {
    expect(followOverrides(before, before, own)).toEqual(own)
    const longer = chartOf('| Dm7 | G7 | Cmaj7 | C6 | Am7 | Bm7b5 | E7 |')
    expect(followOverrides(before, longer, own)).toEqual([own[0], { ...own[2], from: 6, to: 6 }])
    expect(followOverrides(before, chartOf('| E7 |'), own)).toEqual([{ ...own[2], from: 0, to: 0 }])
  })

  it('replace older ones of the same chords, and can be taken back', () => {
    const wide = withOverride([], { from: 0, to: 3, scale: 'dorian' })
    expect(withOverride(wide, { from: 1, to: 1, scale: 'altered' })).toEqual([
      { from: 0, to: 0, scale: 'dorian' },
      { from: 1, to: 1, scale: 'altered' },
      { from: 2, to: 3, scale: 'dorian' },
    ])
    expect(withOverride(wide, { from: 1, to: 1, key: { tonic: 'C', mode: 'major' } })).toHaveLength(2)
    expect(withoutOverrides(wide, 2, 9)).toEqual([{ from: 0, to: 1, scale: 'dorian' }])
    expect(transposeOverrides([own[2]], 2)).toEqual([{ from: 5, to: 5, key: { tonic: 'B', mode: 'minor' } }])
  })

  it('are what everything downstream takes', () => {
    const { readings } = analyseChart(before, own)
    expect(readings[1]).toMatchObject({ scale: 'altered', why: { rule: 'scale.own' } })
    expect(readings[5]!.key).toEqual({ tonic: 'A', mode: 'minor' })
  })
})

describe('samePlaces', () => {
  const places = (text: string, index: number) => samePlaces(analysed(text), index)

  it('finds every chord with the same symbol and function', () => {
    expect(places('| Dm7 | G7 | Cmaj7 | A7 | Dm7 | G7 | Cmaj7 | |', 1)).toEqual([1, 5])
  })

  it('leaves out the same symbol where it does something else', () => {
    // Dm7 is ii of C first, and later vi of F.
    const text = 'key: C\n| Dm7 | G7 | Cmaj7 | Cmaj7 | Gm7 | C7 | Fmaj7 | Dm7 | Gm7 | C7 | Fmaj7 | Fmaj7 |'
    expect(places(text, 0)).toEqual([0])
  })
})
