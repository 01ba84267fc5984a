import { describe, expect, it } from 'vitest'
import { reason } from '../outcome/reasons.ts'
import { readChart } from '../tune/chart/read.ts'
import { degreeName, stepsInWords, withSigns } from './signs.ts'
import { deviceName, roleName, wordReason } from './words.ts'

describe('withSigns', () => {
  it.each([
    ['Bb', 'B♭'],
    ['F##', 'F𝄪'],
    ['Bbb', 'B𝄫'],
    ['Bbm7b5', 'B♭m7♭5'],
    ['Ab7b9', 'A♭7♭9'],
    ['C#7#9', 'C♯7♯9'],
    ['bVII7', '♭VII7'],
    ['#iv°', '♯iv°'],
    ['Gbmaj7/Bb', 'G♭maj7/B♭'],
    ['Dbb major', 'D𝄫 major'],
    ['about', 'about'],
  ])('%s as %s', (plain, set) => {
    expect(withSigns(plain)).toBe(set)
  })

  it('sets degrees', () => {
    expect(['R', 'b3', '#11', 'bb7', 'b13'].map(degreeName)).toEqual(['R', '♭3', '♯11', '♭♭7', '♭13'])
  })

  it('tells intervals in words', () => {
    expect([0, 1, -2, 3, -4, 5].map(stepsInWords)).toEqual([
      'stays',
      'half step up',
      'whole step down',
      'minor third up',
      'major third down',
      '5 half steps up',
    ])
  })
})

describe('wordReason', () => {
  it.each([
    [reason('note.guide', 'b7', 'Ab7', null), 'The ♭7 of A♭7: a guide tone.'],
    [reason('note.chord', '5', 'Dbmaj7', 'arpeggio'), 'The 5 of D♭maj7: a chord tone, in an arpeggio.'],
    [
      reason('note.approach', 'below', 1, '3', 'Dbmaj7'),
      'A half step below the 3 of D♭maj7, and goes there.',
    ],
    [reason('note.approach', 'above', -2, '5', 'C6'), 'A whole step above the 5 of C6, and goes there.'],
    [
      reason('note.enclosure', 'threeNoteEnclosure', '5', 'Dbmaj7'),
      'Part of a three-note enclosure around the 5 of D♭maj7.',
    ],
    [reason('note.delay', '11', 'Dbmaj7', '3', 'Dbmaj7'), 'The 11 on the beat delays the 3 of D♭maj7.'],
    [reason('note.colour', 'b13', 'Eb7', 'altered'), 'The ♭13 of E♭7: one of the altered notes.'],
    [reason('note.colour', 'b9', 'G7', 'diminished'), 'The ♭9 of G7: part of a diminished arpeggio.'],
    [reason('note.aside', 'b3', 'Ebm7', 'Dm7'), 'The ♭3 of E♭m7, a half step above Dm7.'],
    [
      reason('note.instead', 'Abm7', 'Dm7', 'the ii of the tritone substitute'),
      'A♭m7 is played over Dm7: the ii of the tritone substitute.',
    ],
    [reason('chord.unread', 'H7', 'H7'), 'Can’t read “H7”.'],
    [reason('chord.unread', 'Dm7x', 'x'), 'Can’t read “x” in “Dm7x”.'],
    [reason('exercise.empty', 'your-line'), 'The line has no notes in this stretch.'],
    [reason('exercise.empty', 'phrase-keys'), 'No phrase is chosen.'],
    [
      reason('exercise.phraseNowhere', 1, 5),
      'The phrase doesn’t fit in these bars; in this tune it can start in bars 1, 5.',
    ],
  ] as const)('%j', (said, sentence) => {
    expect(wordReason(said)).toBe(sentence)
  })

  it('writes chord symbols in the player’s style', () => {
    const why = reason('note.delay', '11', 'Dbmaj7', 'b3', 'Bbm7')
    expect((['signs', 'letters', 'short'] as const).map((style) => wordReason(why, style))).toEqual([
      'The 11 on the beat delays the ♭3 of B♭m7.',
      'The 11 on the beat delays the ♭3 of B♭m7.',
      'The 11 on the beat delays the ♭3 of B♭-7.',
    ])
    expect(wordReason(reason('note.guide', 'b7', 'Fø', null), 'letters')).toBe(
      'The ♭7 of Fm7♭5: a guide tone.',
    )
  })

  it('has words for every problem of the chart reader', () => {
    const texts = [
      '',
      'key: H\n| C |',
      'time: 7/9\n| C |',
      'tempo: 5\n| C |',
      'feel: odd\n| C |',
      'hue: x\n| C |',
      '| % |',
      '| C:9 |',
      '| Q |',
      `| C ${'| C '.repeat(5001)}|`,
    ]
    const rules = texts.flatMap((text) => {
      const outcome = readChart(text)
      return outcome.ok ? [] : outcome.problems
    })
    expect(new Set(rules.map(({ rule }) => rule)).size).toBeGreaterThanOrEqual(9)
    for (const problem of rules) {
      expect(wordReason(problem)).toMatch(/[.]$/)
    }
  })

  it('calls roles and figures by the trade’s names', () => {
    expect([roleName('guide'), roleName('delay'), deviceName('doubleChromatic')]).toEqual([
      'guide tone',
      'delayed resolution',
      'double chromatic approach',
    ])
  })
})
