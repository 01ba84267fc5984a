import { describe, expect, it } from 'vitest'
import { analysed, eighths } from '../../../test/changes.ts'
import { wordReason } from '../../wording/words.ts'
import { explainLine } from './explain.ts'

const TUNE = analysed('key: Db major\n| Ebm7 | Ab7 | Dbmaj7 | Gbmaj7 |')
const DB = 2 * 1920

const roles = (line: ReturnType<typeof eighths>) =>
  explainLine(TUNE, line).notes.map(
    ({ degree, role, device }) => `${degree} ${role}${device ? ` ${device}` : ''}`,
  )

/** Labelled by hand, around the 3 (F) and the 5 (A♭) of D♭maj7; common practice, no source. */
describe('explainLine', () => {
  it.each([
    ['approach from below', 'E4 F4', DB - 240, ['#9 approach below', '3 guide']],
    ['approach from above', 'Gb4 F4', DB - 240, ['b7 guide below', '3 guide']],
    ['enclosure, above then below', 'Ab4 C5 Gb4 E4 F4', DB - 960, undefined],
    [
      'double chromatic',
      'Eb4 E4 F4',
      DB - 480,
      ['5 chord doubleChromatic', '#9 approach doubleChromatic', '3 guide'],
    ],
  ])('%s', (name, text, from, wanted) => {
    const got = roles(eighths(text, from))
    if (name === 'approach from above') {
      // G♭ is the 7 of A♭7 itself: a chord tone, whatever it does.
      expect(got[0]).toMatch(/^b7 guide/)
      return
    }
    if (wanted) expect(got).toEqual(wanted)
    else expect(got.slice(2)).toEqual(['b7 guide enclosure', '#9 enclosure enclosure', '3 guide'])
  })

  it('reads a half step into a chord tone as an approach wherever that tone stands', () => {
    // E, the ♭3 of D♭, into the 3 on the and of 2.
    const { notes } = explainLine(TUNE, eighths('Ab4 Db4 E4 F4 Ab4', DB))
    expect(notes[2]).toMatchObject({ role: 'approach', target: 3 })
  })

  it('reads the last note before a change that only the coming chord has as that chord’s, early', () => {
    // F♭, the ♭7 of G♭7, is struck an eighth before it.
    const tune = analysed('key: Db major\n| Dbmaj7 | Gb7 |')
    const line = {
      notes: [...eighths('F4 Ab4 Db5 Fb5', 1920 - 960).notes, ...eighths('Gb4 Bb4', 1920 + 960).notes],
    }
    const { notes } = explainLine(tune, line)
    expect(notes[3]).toMatchObject({ role: 'anticipation', degree: 'b7', chord: 1 })
    expect(wordReason(notes[3]!.why)).toBe('Anticipates the ♭7 of G♭7, before the chord changes.')
  })

  it('reads an enclosure inside one chord, and who is enclosed', () => {
    const { notes, devices } = explainLine(TUNE, eighths('F4 C5 Gb4 E4 F4', DB))
    expect(notes[2]).toMatchObject({ role: 'enclosure', device: 'enclosure', target: 4, degree: '11' })
    expect(notes[3]).toMatchObject({ role: 'enclosure', target: 4 })
    expect(devices).toContainEqual({ device: 'enclosure', from: 2, to: 4 })
  })

  it('reads three- and four-note enclosures as one figure', () => {
    expect(explainLine(TUNE, eighths('F4 Bb4 A4 G4 Ab4', DB)).devices).toContainEqual({
      device: 'threeNoteEnclosure',
      from: 1,
      to: 4,
    })
    expect(explainLine(TUNE, eighths('Bb4 A4 Gb4 G4 Ab4', DB)).devices).toContainEqual({
      device: 'fourNoteEnclosure',
      from: 0,
      to: 4,
    })
  })

  it('reads a lower neighbour, a passing note and a scale run', () => {
    expect(roles(eighths('F4 E4 F4', DB))[1]).toBe('#9 approach neighbour')
    expect(roles(eighths('. F4 Gb4 Ab4', DB))[1]).toMatch(/^11 (passing|tension|approach)/)
    expect(
      explainLine(TUNE, eighths('Ab4 Gb4 F4 Eb4 Db4', DB)).devices.map(({ device }) => device),
    ).toContain('scaleRun')
  })

  it('counts a pickup from the chord that it serves', () => {
    const { notes } = explainLine(TUNE, eighths('B3 C4', 1920 - 240))
    expect(notes[0]).toMatchObject({ chord: 1, role: 'approach', target: 1 })
  })

  it('sees an anticipation and a delayed resolution', () => {
    const early = {
      notes: [
        { start: DB - 240, duration: 240, midi: 65, spelling: 'F4' },
        { start: DB, duration: 480, midi: 65, spelling: 'F4' },
      ],
    }
    expect(explainLine(TUNE, early).notes[0]!.role).toBe('anticipation')
    expect(explainLine(TUNE, eighths('Gb4 F4', DB)).notes[0]).toMatchObject({ role: 'delay', target: 1 })
  })

  it('names the note that brings an excursion home', () => {
    const { notes } = explainLine(TUNE, eighths('F4 A4 B4 D5 C5', DB))
    expect(notes[1]).toMatchObject({ role: 'outside', target: 4 })
  })

  it('measures the joins', () => {
    const { joins } = explainLine(TUNE, eighths('Db4 C4', 1920 - 240))
    expect(joins).toEqual([{ chord: 1, from: 0, to: 1, fromDegree: 'b7', toDegree: '3', semitones: -1 }])
  })

  it('has words for every reason, with real signs', () => {
    for (const { why } of explainLine(TUNE, eighths('Db4 E4 F4 A4 B4 D5 C5 Gb4 E4 F4 G4 Ab4', 1920)).notes) {
      expect(wordReason(why)).toMatch(/\.$/)
      expect(wordReason(why)).toMatch(/^[A-Z“].*\.$/)
      expect(wordReason(why)).not.toMatch(/[A-G][b#]|undefined|null/)
    }
  })

  it('explains a line the same way in every key', () => {
    const line = eighths('Db4 Gb4 E4 F4 Ab4 Bb4 A4 G4 Ab4', DB - 480)
    const up = { notes: line.notes.map((note) => ({ ...note, midi: note.midi + 2 })) }
    const there = analysed('key: Eb major\n| Fm7 | Bb7 | Ebmaj7 | Abmaj7 |')
    const told = (explanation: ReturnType<typeof explainLine>) =>
      explanation.notes.map(({ degree, role, target, device }) => [degree, role, target, device])
    expect(told(explainLine(there, up))).toEqual(told(explainLine(TUNE, line)))
  })

  it('returns an empty explanation for an empty line', () => {
    expect(explainLine(TUNE, { notes: [] })).toEqual({
      changes: TUNE,
      substitutes: [],
      notes: [],
      devices: [],
      joins: [],
      bars: [],
    })
  })
})
