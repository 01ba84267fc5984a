import type { PhraseAnswer } from '@eager-contour/contract'
import { type Line, type Phrase, phraseAt, phraseFrom, withStretchFrom } from '@eager-contour/core'
import { newId } from '../../data/ids.ts'
import { sendEdit } from '../../data/outbox.ts'
import { useSettings } from '../../settings/settings.ts'
import { useAppDispatch } from '../../store/store.ts'
import { useOpenLine } from '../editor/openLine.ts'

/** Phrases: cut from the selected notes, put into bars, deleted. */
export const usePhrases = () => {
  const { open, concert, selection, write } = useOpenLine()
  const { sounding } = open
  const dispatch = useAppDispatch()
  const { range } = useSettings().instrument
  const send = (id: string, title: string, body: Readonly<Record<string, unknown>>) =>
    void sendEdit(dispatch, { entity: id, path: `phrases/${id}`, title, body: { title, ...body } })
  return {
    onCut: () => {
      const { from, to } = selection
      if (!concert || from === undefined || to === undefined) return
      const phrase = phraseFrom(sounding, concert, from, to)
      if (!phrase) return
      const { start: tick } = concert.notes[from]!
      const first = sounding.spans.find(({ start, end }) => tick >= start && tick < end)
      send(newId('phrase'), `${to - from + 1} notes from ${first?.chord.symbol ?? 'here'}`, {
        revision: 0,
        ...phrase,
      })
    },
    onPut: (phrase: Phrase, bar: number) => {
      const near = concert?.notes[0]?.midi ?? (range.comfortLow + range.comfortHigh) / 2
      const put = phraseAt(sounding, phrase, bar, near)
      const [first, last] = [put.notes[0]!, put.notes.at(-1)!]
      const base: Line = concert ?? { notes: [] }
      write(withStretchFrom(sounding, base, put, first.start, last.start + last.duration).notes)
    },
    onRemove: ({ id, title, updatedAt: _at, ...phrase }: PhraseAnswer) =>
      send(id, title, { ...phrase, removed: true }),
  }
}
