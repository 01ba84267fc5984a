import { type Analysis, changeBetween, type chordFacts, degreeName, stepsInWords } from '@eager-contour/core'
import { useMemo } from 'react'
import { useNoteText } from '../settings/names.ts'
import type { DataColumn } from '../ui/DataRows.tsx'
import { DataTable } from '../ui/DataTable.tsx'

const ROW_HEIGHT = 32

/** How far a neighbour is. */
const Step = ({ size }: { readonly size: number }) => (
  <span className="text-sm text-soft">
    {Math.abs(size) === 1 ? 'half' : Math.abs(size) === 2 ? 'whole' : `${Math.abs(size)} half steps`}
  </span>
)

type ToneFacts = ReturnType<typeof chordFacts>['tones'][number]

/** The chord's tones, highest first, each with the scale notes above and below it. */
export const ToneTable = ({ tones }: { readonly tones: readonly ToneFacts[] }) => {
  const noteText = useNoteText()
  const neighbour = (side: 'above' | 'below'): DataColumn<ToneFacts> => ({
    id: side,
    header: side,
    value: (tone) => tone[side].spelling,
    cell: (tone) => (
      <>
        {noteText(tone[side].spelling)} <Step size={tone[side].semitones} />
      </>
    ),
    className: 'py-0.5',
  })
  const columns: readonly DataColumn<ToneFacts>[] = [
    {
      id: 'tone',
      header: 'tone',
      value: ({ degree }) => degree,
      cell: ({ degree, spelling, guide }) => (
        <span className={`text-lg ${guide ? 'font-bold' : ''}`}>
          {degreeName(degree)} {noteText(spelling)}
        </span>
      ),
      className: 'py-0.5',
    },
    neighbour('above'),
    neighbour('below'),
  ]
  const rows = useMemo(() => [...tones].reverse(), [tones])
  return (
    <DataTable
      label="Chord tones with their scale neighbours"
      columns={columns}
      rows={rows}
      rowId={({ degree }) => degree}
      rowHeight={ROW_HEIGHT}
      kind="headed"
    />
  )
}

interface ChangeProps {
  readonly analysis: Analysis
  readonly from: number
  readonly to: number
}

/** Common tones and voice movement from one chord to the next, tone by tone. */
export const Change = ({ analysis, from, to }: ChangeProps) => {
  const noteText = useNoteText()
  const rows = useMemo(() => {
    const change = changeBetween(analysis.spans[from]!.chord, analysis.spans[to]!.chord)
    return [...change.stays.map((tone) => ({ ...tone, semitones: 0 })), ...change.moves]
  }, [analysis, from, to])
  const tone = (side: 'from' | 'to'): DataColumn<(typeof rows)[number]> => ({
    id: side,
    header: side,
    value: (move) => move[side].degree,
    cell: (move) => (
      <>
        {degreeName(move[side].degree)} <b>{noteText(move[side].spelling)}</b>
      </>
    ),
    className: 'py-0',
  })
  const columns: readonly DataColumn<(typeof rows)[number]>[] = [
    tone('from'),
    {
      id: 'goes',
      header: 'goes to',
      value: () => '→',
      cell: () => (
        <>
          <span className="sr-only">goes to</span>
          <span aria-hidden="true">→</span>
        </>
      ),
      className: 'py-0',
    },
    tone('to'),
    {
      id: 'by',
      header: 'by',
      value: ({ semitones }) => (semitones === 0 ? 'stays' : stepsInWords(semitones)),
      className: 'py-0 text-right text-sm text-soft',
    },
  ]
  return (
    <DataTable
      label="What stays, what moves"
      columns={columns}
      rows={rows}
      rowId={(move) => `${move.from.degree} ${move.to.degree}`}
      rowHeight={ROW_HEIGHT}
      kind="plain"
    />
  )
}
