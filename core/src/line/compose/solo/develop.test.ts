import { describe, expect, it } from 'vitest'
import { analysed } from '../../../../test/changes.ts'
import { lineOfText } from '../../../../test/handLines.ts'
import { wordReason } from '../../../wording/words.ts'
import { phraseFigures } from '../../review/phrasing.ts'
import { DEVELOPMENTS, type DevelopmentId, developLine } from './develop.ts'

const TUNE = analysed('key: F major\n| Gm7 | C7 | Fmaj7 | Dm7 | Gm7 | C7 | Fmaj7 | Fmaj7 |')
const LINE = lineOfText('r D5 Bb4 G4 A4 Bb4 D5_ | r__ r__ | r__ r__ | r__ r__ | r F5 E5 D5 C5_ r_')
const BRIEF = {
  stretch: { from: 0, to: 7 },
  seed: 3,
  count: 1,
  range: { low: 54, comfortLow: 58, comfortHigh: 79, high: 84 },
  breathBars: 4,
} as const
const IDEA = { from: 0, to: 5 }
const make = (id: DevelopmentId, range = IDEA) => developLine(TUNE, LINE, range, id, BRIEF)
const starts = (id: DevelopmentId) => make(id).line!.notes.map(({ start }) => start)
const others = LINE.notes.slice(6)

describe('what is made of some notes', () => {
  it.each(DEVELOPMENTS.map(({ id }) => [id] as const))('%s: a line, in which the other notes stay', (id) => {
    const { line } = make(id)
    expect(line!.notes.length).toBeGreaterThan(5)
    for (const note of others) expect(line!.notes).toContainEqual(note)
    line!.notes.slice(1).forEach((note, at) => {
      const before = line!.notes[at]!
      expect(before.start + before.duration).toBeLessThanOrEqual(note.start)
    })
  })

  it('an answer comes after a beat, in the rhythm of the call at first', () => {
    const after = make('answer').line!.notes.filter(({ start }) => start >= 1920 && start < 4000)
    expect(after.length).toBeGreaterThan(3)
    expect(after[0]!.start).toBeGreaterThanOrEqual(1920)
    expect(make('answer').line!.notes.slice(0, 5)).toEqual(LINE.notes.slice(0, 5))
  })

  it('moved to the next chord it stands at the same place over it, as an idea that returns', () => {
    expect(starts('move')).toContain(1920 + 240)
    expect(phraseFigures(TUNE, make('move').line!).moved).toBe(true)
  })

  it('said shorter it has half of its notes, with room made fewer still', () => {
    expect(starts('shorter').length).toBe(LINE.notes.length - 3)
    expect(starts('room').length).toBeLessThan(LINE.notes.length - 3)
  })

  it('decorating a path of one note a bar fills every bar', () => {
    const path = lineOfText(
      'Bb4__ r__ | Bb4__ r__ | A4__ r__ | A4__ r__ | Bb4__ r__ | Bb4__ r__ | A4__ r__ | A4__ r__',
    )
    const held = { notes: path.notes.map((note) => ({ ...note, duration: 1920 })) }
    const { line, why } = developLine(TUNE, held, { from: 0, to: 7 }, 'decorate', BRIEF)
    for (let bar = 0; bar < 7; bar += 1)
      expect(
        line!.notes.filter(({ start }) => start > bar * 1920 && start < (bar + 1) * 1920).length,
        `bar ${bar + 1} ${why ? wordReason(why) : ''}`,
      ).toBeGreaterThan(2)
    for (const { start, midi } of path.notes)
      expect(line!.notes.some((note) => note.start === start && note.midi === midi)).toBe(true)
  })

  it('says why not: too few notes, no room', () => {
    expect(wordReason(make('answer', { from: 0, to: 1 }).why!)).toMatch(/four notes/)
    const { why } = developLine(TUNE, LINE, { from: 6, to: 9 }, 'answer', {
      ...BRIEF,
      stretch: { from: 4, to: 4 },
    })
    expect(wordReason(why!)).toMatch(/no room/)
  })
})
