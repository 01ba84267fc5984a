import { describe, expect, it } from 'vitest'
import { analysed, eighths } from '../../../test/changes.ts'
import { handLines } from '../../../test/handLines.ts'
import { wordReason } from '../../wording/words.ts'
import { composeLines } from '../compose/compose.ts'
import { explainLine } from '../explain/explain.ts'
import { SUBSTITUTIONS } from '../figures/substitutions.ts'
import { spellNotes } from '../notes/spell.ts'
import { reviewLine } from '../review/review.ts'
import { playedChanges } from './playedChanges.ts'

const TUNE = analysed('key: C major\n| Dm7 | G7 | Cmaj7 | Cmaj7 |')
const symbolsOf = (substitutes: readonly { readonly chord: { readonly symbol: string } }[]) =>
  substitutes.map(({ chord }) => chord.symbol).join(' ')

/** Lines written by hand over other chords than the written ones. Common practice, no source. */
const PLAYED = [
  {
    what: 'minor iv and backdoor dominant',
    line: 'C5 Ab4 F4 Ab4 C5 Eb5 D5 C5 Bb4 D5 F5 Ab5 G5 F5 Eb5 D5 E5',
    heard: 'Fm7 Bb7',
  },
  {
    what: 'ii and V of the tritone substitute',
    line: 'Ab4 Cb5 Eb5 Gb5 F5 Eb5 Db5 Cb5 Bb4 Ab4 F4 Ab4 Cb5 Eb5 Db5 Cb5 G4',
    heard: 'Abm7 Db7',
  },
]
/** Lines that stay with the written chords. */
const WRITTEN = [
  { what: 'ii and V', line: 'D4 F4 A4 C5 B4 A4 G4 F4 B4 D5 F5 Ab5 G5 F5 D5 B4 C5' },
  { what: 'an altered dominant', line: 'F4 A4 C5 E5 D5 C5 A4 F4 Ab4 B4 Eb5 Db5 B4 Bb4 Ab4 F4 E4' },
  { what: 'chromatic approaches', line: 'C#5 D5 E5 F5 G#4 A4 B4 C5 A#4 B4 C5 D5 F#5 G5 F5 D5 E5' },
  { what: 'a side-slip', line: 'D4 F4 A4 Eb5 Bb4 Gb4 A4 F4 B4 D5 F5 A5 G5 F5 D5 B4 C5' },
]

describe('playedChanges', () => {
  it.each(PLAYED)('hears $what in place of ii and V', ({ line, heard }) => {
    const { substitutes } = playedChanges(TUNE, eighths(line).notes)
    expect(symbolsOf(substitutes)).toBe(heard)
  })

  it.each(WRITTEN)('leaves $what as they are', ({ line }) => {
    expect(playedChanges(TUNE, eighths(line).notes).changes).toBe(TUNE)
  })

  it('hears none in the lines of the reference file, which were written over their own chords', () => {
    for (const { analysis, line } of handLines())
      expect(symbolsOf(playedChanges(analysis, line.notes).substitutes)).toBe('')
  })

  it('explains, spells and reviews a line by the chords that it plays', () => {
    const line = eighths(PLAYED[1]!.line)
    const explanation = explainLine(TUNE, line)
    expect(
      explanation.notes
        .slice(0, 4)
        .map(({ degree }) => degree)
        .join(' '),
    ).toBe('R b3 5 b7')
    expect(wordReason(explanation.notes[1]!.why)).toBe('The ♭3 of A♭m7: a guide tone, in an arpeggio.')
    const plain = line.notes.map(({ start, duration, midi }) => ({ start, duration, midi }))
    expect(spellNotes(TUNE, plain).notes[1]!.spelling).toBe('Cb5')
    expect(reviewLine(TUNE, line).findings.map(({ why }) => why.rule)).not.toContain('find.unresolved')
  })

  it('gives changes that it made back', () => {
    const played = playedChanges(TUNE, eighths(PLAYED[0]!.line).notes)
    expect(playedChanges(played.changes, eighths(WRITTEN[0]!.line).notes)).toBe(played)
    expect(playedChanges(TUNE, eighths(PLAYED[0]!.line).notes)).toBe(played)
  })

  it.each(SUBSTITUTIONS.map(({ id }) => id))('reads what was composed over the %s by it', (substitution) => {
    const wish = { substitution }
    for (const seed of [1, 2, 3]) {
      const { line } = composeLines(TUNE, {
        stretch: { from: 0, to: 3 },
        seed,
        count: 1,
        range: { low: 54, comfortLow: 58, comfortHigh: 79, high: 84 },
        breathBars: 4,
        ...wish,
      }).lines[0]!
      const { substitutes } = explainLine(TUNE, line, wish)
      const overFive = line.notes.filter(({ start }) => start >= 1920 && start < 3840).length
      if (overFive > 2) expect(substitutes.length).toBeGreaterThan(0)
      for (const { chord } of substitutes) expect(chord.symbol).not.toBe('')
    }
  })

  it('hears what is played, whatever was asked for', () => {
    const { substitutes } = playedChanges(TUNE, eighths(PLAYED[1]!.line).notes, { substitution: 'backdoor' })
    expect(symbolsOf(substitutes)).toBe('Abm7 Db7')
    const plain = playedChanges(TUNE, eighths(WRITTEN[0]!.line).notes, { substitution: 'tritone' })
    expect(symbolsOf(plain.substitutes)).toBe('')
  })

  it('names the notes of a ii from its V where the player asked for that', () => {
    const line = eighths('D4 F4 A4 C5 B4 A4 G4 F4 E4')
    const { notes, changes } = explainLine(TUNE, line, { twoFive: 'five' })
    expect(
      notes.slice(0, 3).map(({ degree, chord }) => `${degree} ${changes.spans[chord]!.chord.symbol}`),
    ).toEqual(['5 G7', 'b7 G7', '9 G7'])
  })
})
