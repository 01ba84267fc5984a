import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { analysed, eighths } from '../../../test/changes.ts'
import {
  eachOf,
  insertAfter,
  joinAll,
  joinNote,
  lastOf,
  lengthenedBy,
  movedBy,
  movedByScale,
  type NoteEdit,
  type RangeEdit,
  removeNote,
  snapped,
  splitNote,
  tripleNote,
  withNote,
  withRest,
  withStretchFrom,
} from './edit.ts'
import type { Line } from './line.ts'

const TUNE = analysed('key: Db major\n| Dbmaj7 | Ab7 |')
const LINE = eighths('F4 Ab4 C5 . Gb4')
const shown = (line: Line) =>
  line.notes.map(({ spelling, start, duration }) => `${spelling} ${start}+${duration}`)
const after = (edit: NoteEdit | RangeEdit, index: number, line = LINE) =>
  shown(edit(TUNE, line, index, index))

describe('edits of a note', () => {
  it('moves by the scale of its chord, by half steps, by octaves', () => {
    expect(after(movedByScale(1), 0)[0]).toBe('Gb4 0+240')
    expect(after(movedByScale(-1), 0)[0]).toBe('Eb4 0+240')
    expect(after(movedBy(1), 2)[2]).toBe('Db5 480+240')
    expect(after(movedBy(-12), 2)[2]).toBe('C4 480+240')
  })

  it('respells it and the notes that lead into it', () => {
    expect(after(movedBy(-1), 0)[0]).toBe('E4 0+240')
  })

  it('makes it longer into its neighbour, or into the rest, and shorter', () => {
    expect(after(lengthenedBy(120), 0).slice(0, 2)).toEqual(['F4 0+360', 'Ab4 360+120'])
    expect(after(lengthenedBy(240), 0).slice(0, 2)).toEqual(['F4 0+480', 'C5 480+240'])
    expect(after(lengthenedBy(240), 2)[2]).toBe('C5 480+480')
    expect(after(lengthenedBy(-120), 0)[0]).toBe('F4 0+120')
    expect(after(lengthenedBy(-240), 0)).toEqual(shown(LINE))
  })

  it('splits, joins, removes, inserts', () => {
    expect(after(splitNote, 1).slice(1, 3)).toEqual(['Ab4 240+120', 'Ab4 360+120'])
    expect(after(joinNote, 2)[2]).toBe('C5 480+720')
    expect(after(removeNote, 0)).toHaveLength(3)
    expect(after(insertAfter, 2).slice(2, 4)).toEqual(['C5 480+240', 'Db5 720+240'])
    expect(after(insertAfter, 0).slice(0, 2)).toEqual(['F4 0+120', 'Gb4 120+120'])
  })

  it('makes a triplet of a beat', () => {
    expect(after(tripleNote, 0).slice(0, 3)).toEqual(['F4 0+160', 'Gb4 160+160', 'Ab4 320+160'])
    expect(after(tripleNote, 1)).toEqual(shown(LINE))
  })

  it('edits several at once: each, the last, or all into one', () => {
    expect(shown(movedBy(12)(TUNE, LINE, 1, 2)).slice(0, 3)).toEqual([
      'F4 0+240',
      'Ab5 240+240',
      'C6 480+240',
    ])
    expect(shown(eachOf(removeNote)(TUNE, LINE, 0, 2))).toHaveLength(1)
    expect(shown(eachOf(splitNote)(TUNE, LINE, 0, 1))).toHaveLength(6)
    expect(shown(joinAll(TUNE, LINE, 0, 2))[0]).toBe('F4 0+720')
    expect(shown(lastOf(removeNote)(TUNE, LINE, 0, 1))).toEqual(['F4 0+240', 'C5 480+240', 'Gb4 960+240'])
    expect(movedBy(12)(TUNE, LINE, 40, 41)).toBe(LINE)
  })

  it('snaps a height to the chord and its scale', () => {
    // Over D♭ major: E lies between E♭ and F, G between G♭ and A♭.
    expect([64, 67, 65].map((midi) => snapped(TUNE, midi, 0))).toEqual([63, 66, 65])
  })

  it('puts a note at a place: what sounds there makes room', () => {
    const put = (start: number, duration: number, midi: number) =>
      shown(withNote(TUNE, LINE, { start, duration, midi }))
    expect(put(720, 240, 61)).toContain('Db5 720+240'.replace('Db5', 'Db4'))
    expect(put(120, 240, 61).slice(0, 3)).toEqual(['F4 0+120', 'Db4 120+240', 'Ab4 360+120'])
    expect(put(0, 960, 61)).toEqual(['Db4 0+960', 'Gb4 960+240'])
    expect(shown(withRest(TUNE, LINE, 120, 360))).toEqual(['F4 0+120', 'C5 480+240', 'Gb4 960+240'])
  })

  it('takes a stretch from another line, and cuts what would run into it', () => {
    const held = {
      notes: [{ start: 0, duration: 960, midi: 65, spelling: 'F4' }, ...eighths('. . . . Ab4 C5').notes],
    }
    const other = eighths('Db5 C5 Bb4 Ab4 Gb4 F4')
    expect(shown(withStretchFrom(TUNE, held, other, 480, 960))).toEqual([
      'F4 0+480',
      'Bb4 480+240',
      'Ab4 720+240',
      'Ab4 960+240',
      'C5 1200+240',
    ])
  })

  it('never overlaps notes, whatever is done, and leaves the line alone at a place that it lacks', () => {
    const edits: readonly (NoteEdit | RangeEdit)[] = [
      movedByScale(1),
      movedBy(-1),
      lengthenedBy(240),
      lengthenedBy(-120),
      splitNote,
      joinNote,
      removeNote,
      insertAfter,
      tripleNote,
    ]
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(edits.length - 1), fc.integer({ min: -1, max: 9 })), { maxLength: 25 }),
        (steps) => {
          let line: Line = LINE
          for (const [which, index] of steps) line = edits[which]!(TUNE, line, index, index)
          line.notes.slice(1).forEach((note, at) => {
            const before = line.notes[at]!
            expect(note.start).toBeGreaterThanOrEqual(before.start + before.duration)
          })
          for (const { duration } of line.notes) expect(duration).toBeGreaterThan(0)
        },
      ),
      { numRuns: 200 },
    )
    expect(removeNote(TUNE, LINE, 99)).toBe(LINE)
  })
})
