import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { analysed, eighths } from '../../test/changes.ts'
import {
  insertAfter,
  joinNote,
  lengthenedBy,
  movedBy,
  movedByScale,
  type NoteEdit,
  removeNote,
  splitNote,
  tripleNote,
  withStretchFrom,
} from './edit.ts'
import type { Line } from './line.ts'

const TUNE = analysed('key: Db major\n| Dbmaj7 | Ab7 |')
const LINE = eighths('F4 Ab4 C5 . Gb4')
const shown = (line: Line) =>
  line.notes.map(({ spelling, start, duration }) => `${spelling} ${start}+${duration}`)
const after = (edit: NoteEdit, index: number, line = LINE) => shown(edit(TUNE, line, index))

describe('edits of a note', () => {
  it('moves by the scale of its chord, by half steps, by octaves', () => {
    expect(after(movedByScale(1), 0)[0]).toBe('Gb4 0+240')
    expect(after(movedByScale(-1), 0)[0]).toBe('Eb4 0+240')
    expect(after(movedBy(1), 2)[2]).toBe('Db5 480+240')
    expect(after(movedBy(-12), 2)[2]).toBe('C4 480+240')
  })

  it('spells it and what leads into it anew', () => {
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
    const edits: readonly NoteEdit[] = [
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
          for (const [which, index] of steps) line = edits[which]!(TUNE, line, index)
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
