import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { soundedByAbcjs } from '../../../test/abcjs.ts'
import { randomFrom } from '../../random/random.ts'
import { wordReason } from '../../wording/index.ts'
import { isAbc, readAbcChart, readAbcLine, readAbcNotes } from './read.ts'

/** The notes as abcjs plays them: pitches, and starts and ends in quarters. */
const heardByAbcjs = (text: string) => {
  return soundedByAbcjs(text).map(({ pitch, start, duration }) => [
    pitch,
    Number((start * 4).toFixed(3)),
    Number((duration * 4).toFixed(3)),
  ])
}
const heardByUs = (text: string) => {
  const outcome = readAbcNotes(text)
  if (!outcome.ok) throw new Error(outcome.problems.map((one) => wordReason(one)).join(' '))
  const shift = outcome.value[0]!.start
  const first = heardByAbcjs(text)[0]![1]!
  return outcome.value.map(({ midi, start, end }) => [
    midi,
    Number(((start - shift) / 480 + first).toFixed(3)),
    Number(((end - start) / 480).toFixed(3)),
  ])
}
const tune = (body: string, key = 'C', more = 'M:4/4\nL:1/8') =>
  `X:1\nT:Weir Lane\n${more}\nK:${key}\n${body}`

describe('ABC', () => {
  it.each([
    ['the scale of the standard’s introduction', tune("CDEF GABc|defg abc'd'|]")],
    ['low octaves', tune("C,D,,E C''|]", 'G')],
    ['lengths', tune('A/2 A/ A// A3/2 A2 A4|A0A8|'.replace('A0', 'z2'))],
    [
      'a signature of flats, accidentals until the bar line',
      tune('B e a ^A a =B B|B e a2 _G G ^^F F|', 'Eb'),
    ],
    ['a signature of sharps', tune('f c g d a e b f|', 'F#')],
    ['modes', `${tune('DEFG ABcd|', 'D dor')}\nE2 F2 B2 c2|`],
    [
      'Mixolydian, Lydian, Phrygian, Locrian, Aeolian',
      tune('FGAB c2[K:F lyd]B2|[K:E phr]F2[K:B loc]F2[K:A aeo]F2[K:G mix]F2|'),
    ],
    ['triplets and other tuplets', tune('(3CDE F2 (3G2A2B2|(5CDEFG A2 (2cd|')],
    ['broken rhythm', tune('A>B c<d e>>f g2|')],
    ['ties within and over the bar', tune('A2-A2 B4-|B2 c2-c4|')],
    ['rests and chords of notes', tune('z2 [CEG]2 x [ce]3|Z|[C2E2]G6|')],
    ['repeats and endings written once', tune('"C"CDEF GABc|"G7"dcBA G4|]')],
    ['three four with a pickup', tune('C2|E2 G2 c2|B6|]', 'F', 'M:3/4\nL:1/8')],
    ['a length by the meter', 'X:1\nM:2/4\nK:C\nCDEF GABc|'],
  ])('%s: sounds as another reader plays it', (_name, text) => {
    const other = heardByAbcjs(text)
    // abcjs plays every note of a chord: the highest is the line's.
    const highest = other.filter(
      ([pitch, start]) => !other.some(([higher, at]) => at === start && higher! > pitch!),
    )
    expect(heardByUs(text)).toEqual(highest)
  })

  it('over 200 random tunes sounds as another reader plays it', () => {
    const keys = ['C', 'G', 'Bb', 'Em', 'Ab', 'B', 'D mix', 'Fm', 'C#m']
    for (let seed = 1; seed <= 200; seed += 1) {
      const random = randomFrom(seed)
      const pick = <T>(all: readonly T[]): T => all[Math.floor(random() * all.length)]!
      const note = () =>
        pick(['', '', '', '^', '_', '=']) + pick([...'CDEFGABcdefgab']) + pick(['', '', ',', "'"])
      const bar = () =>
        pick([
          () => Array.from({ length: 8 }, note).join(''),
          () => `${note()}2 ${note()}>${note()} (3${note()}${note()}${note()} z2`,
          () => {
            const held = note()
            return `${held}4-${held}2 z/${note()}/${note()}`
          },
          () => `${note()}3 ${note()} ${note()}<${note()} ${note()}2`,
        ])()
      const text = tune(`${Array.from({ length: 6 }, bar).join('|')}|]`, pick(keys))
      expect({ text, heard: heardByUs(text) }).toEqual({ text, heard: heardByAbcjs(text) })
    }
  })

  it('has its changes as a chart, with title, key, time and tempo', () => {
    const text =
      'X:3\nT:Salt Road\nM:4/4\nQ:1/4=132\nL:1/8\nK:Bb\n"Cm7"c4 "F7"f4|"Bbmaj7"d8|"^slowly"z8|"Gm7"z4 "C7"z4|]\n'
    const chart = readAbcChart(text)
    if (!chart.ok) throw new Error(chart.problems.map((one) => wordReason(one)).join(' '))
    const { title, key, tempo, bars } = chart.value
    expect({ title, key, tempo }).toEqual({
      title: 'Salt Road',
      key: { tonic: 'Bb', mode: 'major' },
      tempo: 132,
    })
    expect(bars.map(({ chords }) => chords.map(({ chord }) => chord.symbol).join(' '))).toEqual([
      'Cm7 F7',
      'Bbmaj7',
      'Bbmaj7',
      'Gm7 C7',
    ])
    expect(readAbcChart(tune('CDEF|'))).toMatchObject({ problems: [{ rule: 'import.noHarmony' }] })
  })

  it('leaves out grace notes, decorations and text: abcjs would play them out', () => {
    const ornate = tune('{gf}e2 !trill!d2 Tc2 .B2|"^softly"~A2 +fermata+G2 (F2 E2)|]')
    const plain = tune('e2 d2 c2 B2|A2 G2 F2 E2|]')
    expect(readAbcNotes(ornate)).toEqual(readAbcNotes(plain))
  })

  it('has a pickup before its first bar, and no bar of changes for it', () => {
    const notes = readAbcLine(tune('G2|c4 e4|]', 'C'))
    expect(notes).toMatchObject({
      value: { notes: [{ start: -480, midi: 67 }, { start: 0 }, { start: 2 * 480 }] },
    })
    const chart = readAbcChart(tune('G2|"C7"c4 e4|"F7"f8|]', 'C'))
    expect(chart).toMatchObject({ value: { pickup: 1 } })
    expect(chart.ok && chart.value.bars).toHaveLength(2)
  })

  it('has a result for every damaged text, with finite times', () => {
    const whole = tune(
      '"Cm7"c4- c2 (3def|[K:Eb]{a}G>A "F7"[FAc]2 z2|Z2|^C/2_D//=E3:|',
      'Bb',
      'M:4/4\nL:1/8\nQ:1/4=132',
    )
    const character = fc.constantFrom(...'ABCdefgzZ^_=,\'/-()[]{}<>|:"!123 0KML\n%&x')
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(whole.length), character, fc.boolean()), { maxLength: 8 }),
        (changes) => {
          const text = changes.reduce(
            (now, [at, one, cut]) => now.slice(0, at) + one + now.slice(cut ? at + 1 : at),
            whole,
          )
          const line = readAbcLine(text)
          if (line.ok)
            for (const { start, duration, midi } of line.value.notes)
              expect(
                [start, duration, midi].every((value) => Number.isFinite(value)) &&
                  duration >= 0 &&
                  midi >= 0,
              ).toBe(true)
          const chart = readAbcChart(text)
          expect(chart.ok || chart.problems.length > 0).toBe(true)
        },
      ),
      { numRuns: 2000 },
    )
  })

  it('says where it can’t be read, and knows its own', () => {
    expect(readAbcLine(tune('CDE & FGA'))).toMatchObject({
      problems: [{ rule: 'import.abc', args: ['& FGA'] }],
    })
    expect(readAbcLine(tune('CDE', 'H'))).toMatchObject({ problems: [{ args: ['K:H'] }] })
    expect(readAbcLine(tune('z8|'))).toMatchObject({ problems: [{ rule: 'import.noNotes' }] })
    expect(isAbc(tune('CDE'))).toBe(true)
    expect(isAbc('title: Quay\n| C |')).toBe(false)
    // Only the first voice, whatever its name, and the first tune of a book.
    const named = tune('V:Horn clef=treble\nCDEF|\nV:Bass\nG,4|\nV:Horn\nGABc|')
    expect(heardByUs(named).map(([midi]) => midi)).toEqual([60, 62, 64, 65, 67, 69, 71, 72])
    const two = `${tune('V:1\nCDEF|\nV:2\nG,4|\nV:1\nGABc|')}\n\nX:2\nK:C\nccc|`
    expect(heardByUs(two).map(([midi]) => midi)).toEqual([60, 62, 64, 65, 67, 69, 71, 72])
  })
})
