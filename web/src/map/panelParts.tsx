import { type Analysis, changeBetween, degreeName, stepsInWords } from '@eager-contour/core'
import { Volume2 } from 'lucide-react'
import type { ReactNode } from 'react'
import { useNoteText } from '../settings/names.ts'

/** A part of the panel under its title. */
export const Part = ({ title, children }: { readonly title: ReactNode; readonly children: ReactNode }) => (
  <section className="border-t border-rule pt-2">
    <h2 className="mb-1 text-lg">{title}</h2>
    {children}
  </section>
)

/** How far a neighbour is. */
export const Step = ({ size }: { readonly size: number }) => (
  <span className="text-sm text-soft">
    {Math.abs(size) === 1 ? 'half' : Math.abs(size) === 2 ? 'whole' : `${Math.abs(size)} half steps`}
  </span>
)

interface HearProps {
  readonly label: string
  readonly onClick: () => void
  readonly small?: boolean
}

/** A button that plays something. */
export const Hear = ({ label, onClick, small }: HearProps) => (
  <button
    type="button"
    aria-label={label}
    title={label}
    onClick={onClick}
    className={`inline-flex shrink-0 items-center justify-center rounded-full border border-soft hover:bg-chosen ${small ? 'size-9' : 'size-11'}`}
  >
    <Volume2 aria-hidden="true" size={small ? 16 : 20} />
  </button>
)

interface ChangeProps {
  readonly analysis: Analysis
  readonly from: number
  readonly to: number
}

/** Common tones and voice movement from one chord to the next, tone by tone. */
export const Change = ({ analysis, from, to }: ChangeProps) => {
  const noteText = useNoteText()
  const change = changeBetween(analysis.spans[from]!.chord, analysis.spans[to]!.chord)
  return (
    <table className="w-full" aria-label="What stays, what moves">
      <tbody>
        {[...change.stays.map((tone) => ({ ...tone, semitones: 0 })), ...change.moves].map((move) => (
          <tr key={move.from.degree}>
            <td>
              {degreeName(move.from.degree)} <b>{noteText(move.from.spelling)}</b>
            </td>
            <td aria-label="goes to">→</td>
            <td>
              {degreeName(move.to.degree)} <b>{noteText(move.to.spelling)}</b>
            </td>
            <td className="text-right text-sm text-soft">
              {move.semitones === 0 ? 'stays' : stepsInWords(move.semitones)}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  )
}
