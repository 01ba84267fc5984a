import { type Analysis, type Judged, type Line, spellNotes } from '@eager-contour/core'
import { nameOf, pitchName, placeWords } from '../../notation/labels.ts'

interface VerdictTableProps {
  readonly analysis: Analysis
  /** What was asked, as the instrument reads it; ticks from beat 1 of the tune. */
  readonly line: Line
  readonly judged: readonly Judged[]
}

/** How early or late, in words. */
const offWords = (offMs: number | undefined): string => {
  const off = Math.round(offMs ?? 0)
  return offMs === undefined || off === 0 ? '' : `${Math.abs(off)} ms ${off < 0 ? 'early' : 'late'}`
}

/** Every note of a run as a table: what was asked, what came of it, and how far from its time. */
export const VerdictTable = ({ analysis, line, judged }: VerdictTableProps) => {
  const byNote = new Map(judged.flatMap((one) => (one.expected === undefined ? [] : [[one.expected, one]])))
  return (
    <details className="my-2">
      <summary className="min-h-10 cursor-pointer py-2">Every note as a table</summary>
      <table className="w-full border-collapse text-left" aria-label="Verdicts">
        <thead>
          <tr className="text-soft">
            {['place', 'asked', 'verdict', 'played', 'time'].map((name) => (
              <th key={name} scope="col" className="pr-4 font-normal">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {line.notes.map((note, at) => {
            const one = byNote.get(at)
            const played =
              one?.verdict === 'wrong' && one.midi !== undefined
                ? spellNotes(analysis, [{ ...note, midi: one.midi }]).notes[0]
                : undefined
            return (
              <tr key={at} className="border-t border-rule">
                <th scope="row" className="py-1 pr-4 font-normal">
                  {placeWords(analysis, note.start)}
                </th>
                <td className="pr-4 font-bold">{pitchName(note)}</td>
                <td className="pr-4">{one?.verdict ?? 'missed'}</td>
                <td className="pr-4">{played ? nameOf(played) : ''}</td>
                <td>{offWords(one?.offMs)}</td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </details>
  )
}
