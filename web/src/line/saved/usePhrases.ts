import {
  comfortableStart,
  type Line,
  type Phrase,
  phraseAt,
  phraseFrom,
  withStretchFrom,
} from '@eager-contour/core'
import { usePhraseEdits } from '../../practice/usePhraseEdits.ts'
import { useSettings } from '../../settings/settings.ts'
import { useAppDispatch } from '../../store/store.ts'
import { outlineShown } from '../editor/editorSlice.ts'
import { useOpenLine, useWriting } from '../editor/openLine.ts'

/** Phrases: cut from the selected notes, tried and put into bars, deleted. */
export const usePhrases = () => {
  const { open, concert, selection, write } = useOpenLine()
  const asWritten = useWriting(open)
  const dispatch = useAppDispatch()
  const { sounding } = open
  const edits = usePhraseEdits()
  const { range } = useSettings().instrument
  const lineWith = (phrase: Phrase, bar: number): Line => {
    const near = concert?.notes[0]?.midi ?? comfortableStart(phrase, range)
    const put = phraseAt(sounding, phrase, bar, near)
    const [first, last] = [put.notes[0]!, put.notes.at(-1)!]
    return withStretchFrom(sounding, concert ?? { notes: [] }, put, first.start, last.start + last.duration)
  }
  return {
    onCut: () => {
      const { from, to } = selection
      if (!concert || from === undefined || to === undefined) return
      const phrase = phraseFrom(sounding, concert, from, to)
      if (!phrase) return
      const { start: tick } = concert.notes[from]!
      const first = sounding.spans.find(({ start, end }) => tick >= start && tick < end)
      edits.keep(`${to - from + 1} notes from ${first?.chord.symbol ?? 'here'}`, phrase, {
        source: `A line over ${open.tune.title}`,
      })
    },
    /** Shows the line in outline as it would be with a phrase in a bar, or no more. */
    onTry: (phrase?: Phrase, bar = 0) =>
      void dispatch(outlineShown(phrase && asWritten(lineWith(phrase, bar).notes))),
    onPut: (phrase: Phrase, bar: number) => {
      dispatch(outlineShown(undefined))
      write(lineWith(phrase, bar).notes)
    },
    onRemove: edits.remove,
  }
}
