import {
  type Analysis,
  degreeName,
  durationName,
  type Explanation,
  type Line,
  roleName,
  wordReason,
} from '@eager-contour/core'
import { useSettings } from '../settings/settings.ts'
import { chordText } from '../ui/ChordSymbol.tsx'
import { pitchName, placeWords } from './labels.ts'

interface NoteTableProps {
  readonly analysis: Analysis
  readonly line: Line
  readonly explanation: Explanation
}

/** A line as a table: what terrain and staff show, note by note. */
export const NoteTable = ({ analysis, line, explanation }: NoteTableProps) => {
  const { chordStyle } = useSettings()
  return (
    <div className="overflow-x-auto">
      <table className="my-3 w-full border-collapse text-left" aria-label="Notes">
        <thead>
          <tr className="text-soft">
            {['place', 'note', 'length', 'degree', 'chord', 'role', 'why'].map((name) => (
              <th key={name} scope="col" className="py-1 pr-4 font-normal">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {explanation.notes.map(({ index, degree, chord, role, why }) => {
            const note = line.notes[index]!
            return (
              <tr key={index} className="border-t border-rule align-top">
                <th scope="row" className="py-1 pr-4 font-normal whitespace-nowrap">
                  {placeWords(analysis, note.start)}
                </th>
                <td className="pr-4 font-bold">{pitchName(note)}</td>
                <td className="pr-4 whitespace-nowrap">{durationName(note.duration)}</td>
                <td className="pr-4">{degreeName(degree)}</td>
                <td className="pr-4">{chordText(analysis.spans[chord]!.chord, chordStyle)}</td>
                <td className="pr-4 whitespace-nowrap">{roleName(role)}</td>
                <td>{wordReason(why, chordStyle)}</td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </div>
  )
}
