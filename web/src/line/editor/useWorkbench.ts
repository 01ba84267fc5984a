import type { LineVersionAnswer, PhraseAnswer } from '@eager-contour/contract'
import {
  barStarts,
  explainLine,
  type Line,
  type LineNote,
  movedBy,
  phraseAt,
  phraseFrom,
  repitchLine,
  type Stretch,
  spellNotes,
  withStretchFrom,
} from '@eager-contour/core'
import { useCallback, useDeferredValue, useMemo, useRef } from 'react'
import { newId } from '../../data/ids.ts'
import { sendEdit } from '../../data/outbox.ts'
import { useSelection } from '../../notation/useSelection.ts'
import { spelledFor } from '../../settings/names.ts'
import { useSettings } from '../../settings/settings.ts'
import { useAppDispatch } from '../../store/store.ts'
import { barsText, type OpenTune } from '../../tune/useTune.ts'
import { useStable } from '../../ui/useStable.ts'
import type { NoteTool } from '../notes/noteEdits.ts'
import { type EditorLine, lineDetailsSet, lineReplaced, lineSaved } from './editorSlice.ts'
import { bodyOf } from './useAutosave.ts'
import type { Editor, OtherLine } from './useEditor.ts'

/** The line of the desk as it is written and explained, what is chosen of it, and everything that changes it. */
export const useWorkbench = (open: OpenTune, editor: Editor, savedCount: number) => {
  const { tune, sounding, written, stretch, setStretch } = open
  const dispatch = useAppDispatch()
  const { instrument, spelling } = useSettings()
  const up = instrument.written.semitones
  const concert = editor.line
  // A new line is drawn in slices, so that it never blocks the player; the player's own edits are drawn immediately.
  const byHand = useRef<readonly LineNote[]>(undefined)
  const later = useDeferredValue(concert)
  const seen = concert?.notes === byHand.current ? concert : later
  const line = useMemo(
    () =>
      seen &&
      spelledFor(
        spelling,
        spellNotes(
          written,
          seen.notes.map(({ start, duration, midi }) => ({ start, duration, midi: midi + up })),
        ),
      ),
    [seen, written, up, spelling],
  )
  const explanation = useMemo(() => line && explainLine(written, line), [written, line])
  const selection = useSelection(line?.notes.length ?? 0)
  const { from, to } = selection

  /** Other notes in the editor, as an undo step. */
  const write = useCallback(
    (notes: readonly LineNote[]) => {
      byHand.current = notes
      dispatch(
        lineReplaced(concert ? { ...concert, notes } : { notes, stretch, seed: 1, title: '', revision: 0 }),
      )
    },
    [concert, stretch, dispatch],
  )
  const onEdit = useCallback(
    ({ edit }: NoteTool) => {
      if (from === undefined || to === undefined || !concert) return
      const { notes } = edit(sounding, concert, from, to)
      if (notes !== concert.notes && notes.length > 0) write(notes)
    },
    [from, to, concert, sounding, write],
  )
  const { onDrag } = useStable({
    onDrag: (index: number, midi: number) => {
      if (!concert) return
      const by = midi - up - concert.notes[index]!.midi
      write(movedBy(by)(sounding, concert, index, index).notes)
    },
  })
  const chosen = from === undefined || !concert ? [] : concert.notes.slice(from, to! + 1)
  const locked = concert?.locked ?? []
  const allLocked = chosen.length > 0 && chosen.every(({ start }) => locked.includes(start))
  const onLock = () => {
    const starts = chosen.map(({ start }) => start)
    const others = locked.filter((start) => !starts.includes(start))
    dispatch(lineDetailsSet({ locked: allLocked ? others : [...others, ...starts].sort((a, b) => a - b) }))
  }
  const onPhrase = () => {
    if (!concert || from === undefined) return
    const phrase = phraseFrom(sounding, concert, from, to!)
    if (!phrase) return
    const id = newId('phrase')
    const first = sounding.spans.find(({ start, end }) => chosen[0]!.start >= start && chosen[0]!.start < end)
    const title = `${chosen.length} notes from ${first?.chord.symbol ?? 'here'}`
    void sendEdit(dispatch, {
      entity: id,
      path: `phrases/${id}`,
      title,
      body: { revision: 0, title, ...phrase },
    })
  }
  const putPhrase = (phrase: PhraseAnswer, bar: number) => {
    const near = concert?.notes[0]?.midi ?? (instrument.range.comfortLow + instrument.range.comfortHigh) / 2
    const put = phraseAt(sounding, phrase, bar, near)
    const [first, last] = [put.notes[0]!, put.notes.at(-1)!]
    const base: Line = concert ?? { notes: [] }
    write(withStretchFrom(sounding, base, put, first.start, last.start + last.duration).notes)
  }
  const removePhrase = ({ id, revision, title, notes, chords }: PhraseAnswer) =>
    void sendEdit(dispatch, {
      entity: id,
      path: `phrases/${id}`,
      title,
      body: { revision, title, notes, chords, removed: true },
    })
  const keep = () => {
    if (!concert) return
    const id = concert.id ?? newId('line')
    const title = concert.title.trim() || `Line ${savedCount + 1}, ${barsText(concert.stretch)}`
    dispatch(lineSaved({ id, title }))
    void sendEdit(dispatch, {
      entity: id,
      path: `lines/${id}`,
      title,
      body: { ...bodyOf(tune.id, { ...concert, title }), version: true },
    })
  }
  const removeLine = (kept: EditorLine & { readonly id: string }) => {
    if (concert?.id === kept.id) {
      const { id: _id, ...loose } = concert
      dispatch(lineReplaced({ ...loose, revision: 0 }))
    }
    void sendEdit(dispatch, {
      entity: kept.id,
      path: `lines/${kept.id}`,
      title: kept.title,
      body: { ...bodyOf(tune.id, kept), removed: true },
    })
  }
  return {
    concert,
    line,
    explanation,
    selection,
    chosen,
    allLocked,
    write,
    keep,
    removeLine,
    onEdit,
    onDrag,
    onLock,
    onPhrase,
    putPhrase,
    removePhrase,
    onRewrite: () => from !== undefined && editor.actions.rewrite(from, to!),
    onName: (part: Partial<Pick<EditorLine, 'title' | 'remark' | 'tags'>>) =>
      void dispatch(lineDetailsSet(part)),
    onVersion: ({ notes, stretch: where, title }: LineVersionAnswer) => {
      if (concert) dispatch(lineReplaced({ ...concert, notes, stretch: where, title }))
      setStretch(where)
    },
    /** Notes from a file: another line. */
    onRead: (notes: readonly LineNote[]) =>
      void dispatch(lineReplaced({ notes, stretch, seed: 1, title: '', revision: 0 })),
    onMove: (moved: Line, where: Stretch) => {
      dispatch(lineReplaced({ notes: moved.notes, stretch: where, seed: 1, title: '', revision: 0 }))
      setStretch(where)
    },
    onFigure: (pitches: ReadonlyMap<number, number>) => {
      if (!concert) return
      const sounded = new Map([...pitches].map(([at, midi]) => [at, midi - up] as const))
      write(repitchLine(sounding, concert, sounded).notes)
    },
    onOther: ({ line: other }: OtherLine) => {
      dispatch(
        lineReplaced({
          notes: other.notes,
          stretch,
          seed: concert?.seed ?? 1,
          title: '',
          revision: 0,
          ...(concert?.locked ? { locked: concert.locked } : {}),
        }),
      )
    },
    onTakeBar: ({ line: other }: OtherLine, bar: number) => {
      if (!concert) return
      const [start, end] = barStarts(sounding.chart).slice(stretch.from + bar, stretch.from + bar + 2)
      write(withStretchFrom(sounding, concert, other, start!, end!).notes)
    },
  }
}
