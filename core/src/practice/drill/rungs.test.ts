import { describe, expect, it } from 'vitest'
import { analysed, eighths } from '../../../test/changes.ts'
import { CHARTS } from '../../../test/charts.ts'
import { explainLine } from '../../line/explain/explain.ts'
import { changedPhrase } from '../../line/phraseChanges/changes.ts'
import { phraseFrom } from '../../line/phrases/phrase.ts'
import { readPhrase } from '../../line/phrases/written.ts'
import { INSTRUMENTS, instrumentOf } from '../../theory/instrument/instrument.ts'
import { analyseChart } from '../../tune/analysis/analyse.ts'
import { transposeChart } from '../../tune/chart/chart.ts'
import { makeExercise } from './make.ts'
import { optionsOf, RUNGS, type RungId, rungOf, withOption } from './rungs.ts'
import { throughChords } from './throughChords.ts'

const TUNE = analysed('key: C major\n| Dm7 | G7 | Cmaj7 | Am7b5 D7b9 |')
const STRETCH = { from: 0, to: 3 }
const TRUMPET = instrumentOf('trumpet')
const LINE = { notes: [{ start: 0, duration: 480, midi: 60, spelling: 'C4' }] }
const WALK = eighths('F4 A4 C5 E5 D5 C5 B4 A4 G4 F4 E4')
/** Over the ii–V–I. */
const PHRASE = phraseFrom(TUNE, WALK, 0, WALK.notes.length - 1)!

const made = (rung: RungId, variant = 0, tune = TUNE, id = 'concert') => {
  const outcome = makeExercise(
    { rung, variant, stretch: STRETCH, tempo: 100, line: LINE, phrase: PHRASE },
    tune,
    instrumentOf(id),
  )
  if (!outcome.ok) throw new Error(`${rung}: ${JSON.stringify(outcome.problems)}`)
  return outcome.value.expected
}
const names = (rung: RungId, variant = 0, bar = 0) =>
  made(rung, variant)
    .filter((note) => note.bar === bar)
    .map(({ spelling }) => spelling.replace(/\d/, ''))
    .join(' ')

describe('the set rungs', () => {
  it.each<[RungId, number, number, string]>([
    ['roots', 0, 0, 'D'],
    ['roots-thirds', 0, 1, 'G B'],
    ['thirds', 0, 2, 'E'],
    ['triads', 0, 0, 'D F A F D F A F'],
    ['outline-up', 0, 1, 'G B D F'],
    ['outline-down', 0, 2, 'B G E C'],
    ['from-3', 0, 1, 'B D F G'],
    ['from-5', 1, 0, 'A F D C'],
    ['from-7', 0, 2, 'B C E G'],
    ['to-the-9', 0, 0, 'D F A C E C A F'],
    ['other-orders', 0, 1, 'G D B F G D B F'],
    ['from-below', 0, 1, 'G A# B C# D E F B'],
    ['from-below', 0, 0, 'D E F G# A B C F#'],
    ['from-below', 1, 2, 'B F# G D# E B C F#'],
    ['from-below', 2, 1, 'F# G A# B C# D E F'],
    ['from-below', 4, 3, 'A B C D Eb F# G C# D E# F# G# A B C'],
    ['lower-neighbour', 0, 2, 'C B C E D# E G E'],
    ['from-above', 2, 0, 'E D G F B A D C'],
    ['turn', 0, 2, 'D C B C F E D# E'],
    ['enclosures', 9, 0, 'G Gb E F A C D C'],
    ['enclosures', 9, 1, 'D C A# B D F G F'],
    ['enclosures', 8, 1, 'G D C A# B D F G'],
    ['enclosures', 22, 2, 'D C A A# B C B G'],
    ['enclosures', 24, 2, 'C D# E G B C B G'],
    ['enclosures', 33, 2, 'F E G B C B G E'],
    ['guide-tones', 0, 0, 'F C'],
    ['guide-tones', 3, 0, 'F'],
    ['guide-tones', 5, 0, 'C'],
    ['from-3', 3, 0, 'F D C A C D F D'],
    ['chord-scales', 5, 1, 'B A G F E D C B'],
    ['other-orders', 4, 1, 'D B F G D B F G'],
    ['landings', 4, 0, 'D E F G A B C Db'],
    ['cell', 5, 2, 'G A B D G A B D'],
    ['v-through-both', 2, 0, 'D F A F D B G B'],
    ['delayed', 0, 2, 'D# E G B C B G E'],
    ['chord-scales', 0, 0, 'D E F G A B C D'],
    ['cell', 0, 1, 'G A B D G A B D'],
    ['diminished', 0, 1, 'B D F Ab F D B D'],
    ['altered', 0, 1, 'G Ab A# B C# Eb F Eb'],
    ['altered', 1, 1, 'F Eb C# B A# Ab G Ab'],
    ['half-diminished', 0, 1, 'F Ab B Eb B Ab F Ab'],
    ['v-through-both', 0, 0, 'B D F A F D B G'],
    ['other-roads', 0, 1, 'Db F Ab Cb Ab F Db F'],
  ])('%s (%i), bar %i: %s (common practice, no source)', (rung, variant, bar, expected) => {
    expect(names(rung, variant, bar)).toBe(expected)
  })

  it('triplets below and above, the tone third', () => {
    const first = made('below-above').filter(({ bar }) => bar === 1)
    expect(first).toHaveLength(12)
    expect(first.slice(0, 3).map(({ spelling }) => spelling.replace(/\d/, ''))).toEqual(['F#', 'A', 'G'])
    expect(first[1]!.start % 480).toBe(160)
  })

  it('half the shape, or the shape in eighths, where a chord has half a bar', () => {
    const bar = (rung: RungId) => made(rung).filter((note) => note.bar === 3)
    expect(bar('outline-up').map(({ duration }) => duration)).toEqual(Array(8).fill(240))
    expect(
      bar('to-the-9')
        .map(({ degree }) => degree)
        .slice(0, 4),
    ).toEqual(['R', 'b3', 'b5', 'b7'])
    expect(bar('roots').map(({ duration }) => duration)).toEqual([960, 960])
  })

  it('joins: nearest chord tones, guide tones by step, the one key with chord tones on the first beats', () => {
    const joins = (notes: ReturnType<typeof made>) =>
      notes
        .slice(1)
        .flatMap((note, at) =>
          note.chord === notes[at]!.chord ? [] : [Math.abs(note.midi - notes[at]!.midi)],
        )
    expect(Math.max(...joins(made('nearest-join')))).toBeLessThanOrEqual(4)
    expect(Math.max(...joins(made('guide-tones')))).toBeLessThanOrEqual(2)
    const oneKey = made('one-key')
    for (const { start, degree } of oneKey.filter((note) => note.start % 1920 === 0))
      expect({ start, degree }).toMatchObject({ degree: expect.stringMatching(/^(R|b?3|b?5|b?7)$/) })
  })

  it('pickups lead by step into a 3 or 7; added half steps put chord tones on beats 1 and 3', () => {
    for (const variant of [0, 1, 2]) {
      const notes = made('pickups', variant)
      const targets = notes.filter((note) => note.start % 1920 === 0 && note.start > 0)
      expect(targets.length).toBeGreaterThanOrEqual(3)
      for (const target of targets) {
        expect(target.degree).toMatch(/[37]$/)
        const before = notes[notes.indexOf(target) - 1]!
        expect(Math.abs(before.midi - target.midi)).toBeLessThanOrEqual(2)
      }
    }
    // A chain of steps in every key and over every chord: no augmented second is skipped.
    for (const text of CHARTS)
      for (const variant of rungOf('pickups').variants.keys()) {
        const tune = analysed(text)
        const starts = tune.spans.map(({ start }) => start)
        const notes = made('pickups', variant, tune)
        notes.slice(1).forEach((note, at) => {
          const before = notes[at]!
          // From a target to the next pickup there may be a leap.
          if (starts.includes(before.start)) return
          const step = Math.abs(note.midi - before.midi)
          expect({ text, variant, step: step === 1 || step === 2 }).toMatchObject({ step: true })
        })
      }
    const { notes } = explainLine(TUNE, { notes: made('landings') })
    const strong = made('landings').flatMap((note, at) => (note.start % 960 === 0 ? [notes[at]!.degree] : []))
    for (const degree of strong) expect(degree).toMatch(/^(R|b?3|b?5|b?7|9|13|b9)$/)
  })

  it.each([
    ['G7', 'C major', 'Dm7'],
    ['G7alt', 'C major', 'Dm7'],
    ['G7b9', 'C minor', 'Dm7b5'],
    ['G7#5', 'C major', 'Dm7'],
    ['G7sus', 'C major', 'Dm7'],
    ['G7alt', 'C minor', 'Dm7b5'],
    ['G13b9', 'C major', 'Dm7'],
  ])(
    'diminished from the 3 and V through both ask something of every dominant: %s in %s',
    (five, key, two) => {
      const tonic = key === 'C minor' ? 'Cm6' : 'Cmaj7'
      const tune = analysed(`key: ${key}\n| ${two} | ${five} | ${tonic} | ${tonic} |`)
      const inBar = (rung: RungId, bar: number) =>
        made(rung, 0, tune)
          .filter(({ start }) => Math.floor(start / 1920) === bar)
          .map(({ spelling }) => spelling.replace(/-?\d+$/, ''))
      // 3 5 ♭7 ♭9 of G (common practice, no source).
      expect(new Set(inBar('diminished', 1))).toEqual(new Set(['B', 'D', 'F', 'Ab']))
      const [over, under] = [inBar('v-through-both', 0), inBar('v-through-both', 1)]
      expect(over).toEqual(under)
      expect(over).toContain(five === 'G7sus' ? 'C' : 'B')
      expect(over).toContain('F')
    },
  )

  it('fit every instrument in every key: in range, in order, filling no more than the stretch', () => {
    for (let fifths = -5; fifths <= 6; fifths += 1) {
      const tune = analyseChart(transposeChart(TUNE.chart, fifths))
      for (const { id, range } of INSTRUMENTS)
        for (const rung of RUNGS)
          rung.variants.forEach((_variant, variant) => {
            // The usual way in every key, the others in three keys far from each other.
            if (variant > 0 && fifths % 4 !== 0) return
            const notes = made(rung.id, variant, tune, id)
            notes.forEach((note, at) => {
              if (rung.needs !== 'line') {
                expect(note.midi).toBeGreaterThanOrEqual(range.low)
                expect(note.midi).toBeLessThanOrEqual(range.high)
              }
              const next = notes[at + 1]?.start ?? 4 * 1920
              expect(note.start + note.duration).toBeLessThanOrEqual(next)
            })
          })
    }
  })

  it('a pickup leads into the degree that is chosen', () => {
    const { variants } = rungOf('pickups')
    variants.forEach(({ options }, variant) => {
      const into = options!.into!
      if (!into.startsWith('the ')) return
      const notes = made('pickups', variant)
      const targets = notes.filter((note) => note.start % 1920 === 0 && note.start > 0)
      expect(targets.length).toBeGreaterThanOrEqual(3)
      for (const { degree } of targets) expect(degree).toMatch(new RegExp(`${into.at(-1)}$`))
      const length = { one: 1, two: 2, three: 3 }[options!.length as 'one']
      // The first chord is led into, too, before bar 1; then bar 1 has its target, and what leads into the next.
      expect(notes.filter(({ start }) => start < 0).length).toBe(length)
      expect(notes.find(({ start }) => start === 0)!.degree).toMatch(new RegExp(`${into.at(-1)}$`))
      expect(notes.filter(({ bar, start }) => bar === 0 && start > 0).length).toBe(length)
    })
  })

  it('guide tones in halves are both of each chord; none of an ornament repeats the note before it', () => {
    const degrees = made('guide-tones')
      .filter(({ bar }) => bar < 3)
      .map(({ degree }) => degree.replace('b', ''))
    for (let at = 0; at < degrees.length; at += 2)
      expect(degrees.slice(at, at + 2).sort()).toEqual(['3', '7'])
    rungOf('enclosures').variants.forEach((_, variant) => {
      const notes = made('enclosures', variant)
      for (const [at, { midi, chord }] of notes.entries()) {
        const next = notes[at + 1]
        if (next?.chord === chord) expect(next.midi).not.toBe(midi)
      }
    })
  })

  it('options change one at a time: the others are kept where possible, and every variant can be reached', () => {
    expect(optionsOf(rungOf('pickups'))).toEqual([
      { name: 'length', values: ['one', 'two', 'three'] },
      { name: 'into', values: ['3 or 7, the nearer', 'the 3', 'the 7'] },
    ])
    expect(optionsOf(rungOf('triads'))).toEqual([])
    const row = rungOf('pickups')
    const seventh = withOption(row, 1, 'into', 'the 7')
    expect(row.variants[seventh]!.options).toEqual({ length: 'two', into: 'the 7' })
    expect(row.variants[withOption(row, seventh, 'length', 'three')]!.options).toEqual({
      length: 'three',
      into: 'the 7',
    })
    for (const rung of RUNGS) {
      const names = optionsOf(rung).map(({ name }) => name)
      for (const { options = {} } of rung.variants) {
        expect(Object.keys(options)).toEqual(names)
        const asked = Object.entries(options)
        const reached = asked.reduce((at, [name, value]) => withOption(rung, at, name, value), 0)
        // Whatever was chosen last is there.
        expect(rung.variants[reached]!.options?.[names.at(-1)!]).toBe(options[names.at(-1)!])
      }
      expect(new Set(rung.variants.map(({ name }) => name)).size).toBe(rung.variants.length)
    }
  })

  it('a phrase is played wherever it fits, its degrees kept, in any key; where it fits nowhere that is said', () => {
    const twice = analysed('key: Bb major\n| Cm7 | F7 | Bbmaj7 | Bbmaj7 | Cm7 | F7 | Bbmaj7 | G7 |')
    const ask = (stretch: { from: number; to: number }) =>
      makeExercise(
        { rung: 'phrase-keys', stretch, tempo: 100, phrase: PHRASE },
        twice,
        instrumentOf('trumpet'),
      )
    const outcome = ask({ from: 0, to: 7 })
    if (!outcome.ok) throw new Error('it fits twice')
    const { expected } = outcome.value
    expect(expected.length).toBe(2 * PHRASE.notes.length)
    expect(expected.slice(0, PHRASE.notes.length).map(({ degree }) => degree)).toEqual(
      PHRASE.notes.map(({ degree }) => degree),
    )
    expect(expected.map(({ bar }) => bar)).toEqual(
      [0, 1, 2, 4, 5, 6].flatMap((bar) => expected.filter((note) => note.bar === bar).map(() => bar)),
    )
    expect(ask({ from: 1, to: 3 })).toMatchObject({
      ok: false,
      problems: [{ rule: 'exercise.phraseNowhere', args: [1, 5], place: { bar: 2 } }],
    })
    expect(
      makeExercise(
        { rung: 'phrase-keys', stretch: { from: 0, to: 3 }, tempo: 100 },
        twice,
        instrumentOf('trumpet'),
      ),
    ).toMatchObject({ ok: false, problems: [{ rule: 'exercise.empty', args: ['phrase-keys'] }] })
  })

  it('plays a cell of the vocabulary through the chords in place of its own, as it is or turned over', () => {
    const cell = readPhrase('IIm7', 'R 9 b3 5')
    const stretch = { from: 0, to: 3 }
    const made = (rung: 'cell' | 'cell-turned', phrase?: typeof cell) => {
      const outcome = makeExercise(
        { rung, stretch, tempo: 100, ...(phrase ? { phrase } : {}) },
        TUNE,
        TRUMPET,
      )
      if (!outcome.ok) throw new Error('the exercise of this test can’t be made')
      return outcome.value.expected.map(({ start, midi }) => `${start} ${midi}`)
    }
    const asLine = (phrase: typeof cell) =>
      throughChords(TUNE, phrase, stretch, TRUMPET).notes.map(({ start, midi }) => `${start} ${midi}`)
    expect(made('cell', cell)).toEqual(asLine(cell))
    expect(made('cell-turned', cell)).toEqual(asLine(changedPhrase(cell, 'turnedByScale')!.phrase))
    // A phrase over several chords is no cell: the rung's own is played.
    expect(made('cell', readPhrase('IIm7:2 V7:2', 'R b3 5 b7 3 5 b9 R'))).toEqual(made('cell'))
  })

  it('has every set row of the ladder once, with its tempos', () => {
    expect(new Set(RUNGS.map(({ id }) => id)).size).toBe(RUNGS.length)
    expect(RUNGS.length).toBeGreaterThanOrEqual(30)
    expect(rungOf('below-above').tempo).toEqual({ from: 50, to: 120 })
    expect(rungOf('pickups')).toMatchObject({ grade: 5, gradeName: 'Approaches' })
  })
})
