import { PhraseBody } from '@eager-contour/contract'
import { type Analysis, barStarts, barTicks, type Line, phraseFrom, type Stretch } from '@eager-contour/core'
import { range } from 'd3-array'
import { useState } from 'react'
import { useRecordForm } from '../../data/recordForm.ts'
import { usePhraseEdits } from '../../practice/usePhraseEdits.ts'
import { Button } from '../../ui/Button.tsx'
import { Choice } from '../../ui/Choice.tsx'
import { counted } from '../../ui/counted.ts'
import { FieldError } from '../../ui/FieldError.tsx'
import { FIELD } from '../../ui/looks.ts'
import { PopoverButton } from '../../ui/PopoverButton.tsx'
import { tellDone } from '../../ui/tell.ts'

interface KeepPhraseProps {
  readonly analysis: Analysis
  readonly stretch: Stretch
  /** What was played, at concert pitch. */
  readonly line: Line
  /** The title of the tune. */
  readonly tune: string
}

/** Saves what was played in some bars of a run as a phrase. */
export const KeepPhrase = ({ analysis, stretch, line, tune }: KeepPhraseProps) => {
  const edits = usePhraseEdits()
  const [from, setFrom] = useState(stretch.from)
  const [to, setTo] = useState(Math.min(stretch.to, stretch.from + 1))
  const { register, handleSubmit, formState } = useRecordForm(PhraseBody, { title: '' })
  const starts = barStarts(analysis.chart)
  const end = starts[to]! + barTicks(analysis.chart.bars[to]!.meter)
  const first = line.notes.findIndex(({ start }) => start >= starts[from]! && start < end)
  const last = line.notes.findLastIndex(({ start }) => start >= starts[from]! && start < end)
  const phrase = first < 0 ? undefined : phraseFrom(analysis, line, first, last)
  const usual = `${tune}, bar${from === to ? '' : 's'} ${from + 1}${from === to ? '' : `–${to + 1}`}`
  const bars = range(stretch.from, stretch.to + 1).map((bar) => ({
    value: String(bar),
    label: String(bar + 1),
  }))
  const save = handleSubmit(({ title: typed }) => {
    if (!phrase) return
    const title = typed.trim() || usual
    edits.keep(title, phrase, { source: `A run over ${tune}` })
    tellDone(`Saved: ${title}.`)
  })
  return (
    <PopoverButton name="Save a phrase">
      <form onSubmit={(event) => void save(event)} className="grid gap-1">
        <div className="flex gap-4">
          <Choice
            label="From bar"
            value={String(from)}
            options={bars}
            onChange={(bar) => {
              setFrom(Number(bar))
              setTo((before) => Math.max(before, Number(bar)))
            }}
          />
          <Choice
            label="To bar"
            value={String(to)}
            options={bars.slice(from - stretch.from)}
            onChange={(bar) => setTo(Number(bar))}
          />
        </div>
        <label className="block">
          <span className="block text-soft">Name</span>
          <input
            placeholder={usual}
            aria-invalid={formState.errors.title !== undefined}
            aria-describedby="phrase-name-error"
            className={`${FIELD} w-full`}
            {...register('title')}
          />
        </label>
        <FieldError id="phrase-name-error" error={formState.errors.title} />
        <p className="text-soft">
          {phrase
            ? `${counted(phrase.notes.length, 'note')}, kept as degrees of the chords.`
            : 'No note was played over a chord in these bars.'}
        </p>
        <Button type="submit" disabled={!phrase}>
          Save
        </Button>
      </form>
    </PopoverButton>
  )
}
