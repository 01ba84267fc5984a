import type { Reason } from '../../outcome/reasons.ts'
import type { ChordKind } from '../../theory/chord/chord.ts'
import { pitchClass } from '../../theory/pitch/interval.ts'
import { chordAt } from '../../tune/analysis/analysis.ts'
import { barStarts } from '../../tune/chart/chart.ts'
import { harmonyRead } from '../figures/harmony.ts'
import { spellNotes, type UnspelledNote } from '../notes/spell.ts'
import { downbeatOf, type Phrase, phraseFrom } from '../phrases/phrase.ts'
import { type PhraseInKey, phraseInKey } from '../phrases/phraseTune.ts'
import { CHANGES, type ChangePart, type ChangeRow } from './changeRows.ts'
import type { NoteChange } from './noteChanges.ts'

/** A pitch near which phrases are changed: only their shape counts. */
const NEAR = 64

export type PhraseChangeId = keyof typeof CHANGES

const ROWS: Readonly<Record<PhraseChangeId, ChangeRow>> = CHANGES

/**
 * The changes of a phrase, in order: what each is called, what it does, and to what of it.
 *
 * @example PHRASE_CHANGES[2].name // 'backwards'
 */
export const PHRASE_CHANGES: readonly {
  readonly id: PhraseChangeId
  readonly name: string
  readonly does: string
  readonly part: ChangePart
}[] = Object.entries(ROWS).map(([id, { name, does, part }]) => ({
  id: id as PhraseChangeId,
  name,
  does,
  part,
}))

/** A phrase that was changed, and what could not be done in it. */
export interface ChangedPhrase {
  readonly phrase: Phrase
  readonly why?: Reason
}

/**
 * A phrase changed, at a chosen note (from 0) where the change is done to one; undefined if that can't be done with it.
 *
 * @example changedPhrase(phrase, 'backwards').phrase.notes.at(-1).semitones // phrase.notes[0].semitones
 */
export const changedPhrase = (phrase: Phrase, id: PhraseChangeId, at = 0): ChangedPhrase | undefined => {
  const row = ROWS[id]
  if ('composed' in row) {
    const there = phraseInKey(phrase, 0, NEAR)
    const { line, why } = row.composed(there)
    const made = line && line.notes.length > phrase.notes.length ? asPhrase(there, line.notes) : undefined
    return made && { phrase: keptCell(phrase, made), ...(why ? { why } : {}) }
  }
  const changed = 'whole' in row ? row.whole(phrase) : changedNotes(phrase, row.change, at)
  return changed && { phrase: changed }
}

const changedNotes = (phrase: Phrase, change: NoteChange, at: number): Phrase | undefined => {
  const there = phraseInKey(phrase, 0, NEAR)
  const { analysis, line } = there
  const notes = change(line.notes, ({ start }) => harmonyRead(analysis, chordAt(analysis, start).index), at)
  const changed = notes && asPhrase(there, notes)
  return changed && keptCell(phrase, changed)
}

/** What was a cell stays one. */
const keptCell = (before: Phrase, after: Phrase): Phrase =>
  before.chords.length === 1 ? asCell(after) : after

/** A cell keeps its one chord, even if it begins in the bar before. */
const asCell = (phrase: Phrase): Phrase => ({ ...phrase, chords: phrase.chords.slice(0, 1) })

/** Notes over a phrase's changes as a phrase; undefined if they go on after its last bar. */
const asPhrase = ({ analysis }: PhraseInKey, notes: readonly UnspelledNote[]): Phrase | undefined =>
  notes.every(({ start }) => start < barStarts(analysis.chart).at(-1)!)
    ? phraseFrom(analysis, spellNotes(analysis, notes), 0, notes.length - 1)
    : undefined

const isPickup = (cell: Phrase, at: number): boolean => cell.notes[at]!.at < downbeatOf(cell)

/** A degree of a phrase that became another when its chord was exchanged. */
interface ChangedNote {
  readonly at: number
  readonly from: string
  readonly to: string
}

/**
 * A phrase over one chord moved to another kind of chord: each note the degree with the same number there.
 *
 * @example toKind(readPhrase('IIm7', 'R 9 b3 5'), 'major').phrase.notes.map(({ degree }) => degree) // ['R', '9', '3', '5']
 */
export const toKind = (
  phrase: Phrase,
  kind: ChordKind,
): { readonly phrase: Phrase; readonly changed: readonly ChangedNote[] } | undefined => {
  const [only, other] = phrase.chords
  if (!only || other || kind === 'none') return undefined
  const before = phraseInKey(phrase, 0, NEAR)
  const after = phraseInKey({ ...phrase, chords: [{ ...only, kind }] }, 0, NEAR)
  const [from, to] = [harmonyRead(before.analysis, 0), harmonyRead(after.analysis, 0)]
  const shifts: number[] = []
  const written = before.line.notes
  for (let at = written.length - 1; at >= 0; at -= 1) {
    const { midi } = written[at]!
    const above = pitchClass(midi - from.root)
    const number = from.stack.findIndex((one) => one !== undefined && pitchClass(one) === above)
    const there = number < 0 ? undefined : to.stack[number]
    const next = written[at + 1]
    // A half step that leads into a note, from outside the scale or in a pickup, stays a half step when that note changes.
    const isLead = number < 0 || isPickup(phrase, at)
    if (isLead && next && Math.abs(next.midi - midi) === 1) shifts[at] = shifts[at + 1]!
    else shifts[at] = there === undefined ? 0 : pitchClass(there - above + 6) - 6
  }
  const notes = written.map((note, at) => ({
    ...note,
    midi: note.midi + shifts[at]! + to.root - from.root,
  }))
  const made = asPhrase(after, notes)
  if (!made) return undefined
  const result = asCell(made)
  return {
    phrase: result,
    changed: result.notes.flatMap(({ degree }, at) =>
      degree === phrase.notes[at]!.degree ? [] : [{ at, from: phrase.notes[at]!.degree, to: degree }],
    ),
  }
}
