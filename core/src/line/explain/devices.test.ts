import { describe, expect, it } from 'vitest'
import { analysed, eighths } from '../../../test/changes.ts'
import { wordReason } from '../../wording/words.ts'
import { reviewLine } from '../review/review.ts'
import { explainLine } from './explain.ts'

const HOME = analysed('key: C major\n| Cmaj7 | Cmaj7 |')
const namesOf = (line: string) => explainLine(HOME, eighths(line)).devices.map(({ device }) => device)
const rolesOf = (line: string) => explainLine(HOME, eighths(line)).notes.map(({ role }) => role)

/** Common practice, no source. */
describe('an arpeggio', () => {
  it.each([
    ['from the root up', 'C4 E4 G4 B4'],
    ['down from the 9', 'D5 B4 G4 E4'],
    ['of three tones', 'E4 G4 B4'],
    ['a triad from its 5', 'G4 C5 E5 G5'],
    ['with its first tone an octave higher', 'C5 E4 G4 B4'],
    ['in the order R 5 3 7', 'C4 G4 E4 B4'],
  ])('is %s', (_, line) => {
    expect(namesOf(line)).toContain('arpeggio')
  })

  it.each([
    ['leaps to and fro between chord tones', 'C4 G4 C4 G4 E4 G4'],
    ['an octave', 'C4 C5 C4 C5'],
    ['two tones', 'C4 E4 D4 F4'],
    ['three thirds of the scale above the chord', 'A4 F4 D4 C4'],
  ])('is not %s', (_, line) => {
    expect(namesOf(line)).not.toContain('arpeggio')
  })
})

/** Common practice, no source. */
describe('a scale note', () => {
  it('that the line passes through is a passing note, also on the way down into a chord tone', () => {
    expect(rolesOf('B4 A4 G4 . E4 F4 G4')).toEqual(['guide', 'passing', 'chord', 'guide', 'passing', 'chord'])
  })

  it('that is left and returned to is a neighbour', () => {
    expect(rolesOf('E4 F4 E4 . G4 A4 G4')).toEqual([
      'guide',
      'neighbour',
      'guide',
      'chord',
      'neighbour',
      'chord',
    ])
  })

  it('that is jumped to, and a chromatic one, lead to their target', () => {
    expect(rolesOf('C5 F4 E4 . . F#4 G4')).toEqual(['chord', 'approach', 'guide', 'approach', 'chord'])
  })
})

/** Common practice, no source. */
describe('notes outside the scale that are a dominant’s colour', () => {
  const changes = analysed('key: Ab major\n| Eb7 | Abmaj7 |')
  const line = eighths('G4 Cb5 Db5 Cb5 A4 Gb4 E4 . Eb4')

  it('are told as that, and not blamed', () => {
    const { notes } = explainLine(changes, line)
    expect(wordReason(notes[3]!.why)).toBe('The ♭13 of E♭7: one of the altered notes.')
    expect(reviewLine(changes, line).findings).toEqual([])
  })
})
