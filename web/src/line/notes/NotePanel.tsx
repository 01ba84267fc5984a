import {
  degreeName,
  deviceName,
  type Explanation,
  insteadReason,
  type Line,
  landingReason,
  roleName,
  wordReason,
} from '@eager-contour/core'
import { nameOf, placeWords } from '../../notation/labels.ts'
import { RoleMark } from '../../notation/marks.tsx'
import { useSettings } from '../../settings/settings.ts'
import { ChordSymbol } from '../../ui/ChordSymbol.tsx'

interface NotePanelProps {
  readonly line: Line
  readonly explanation: Explanation
  readonly selected: number | undefined
}

/** What the selected note is, does, and why. */
export const NotePanel = ({ line, explanation, selected }: NotePanelProps) => {
  const { chordStyle } = useSettings()
  const note = selected === undefined ? undefined : line.notes[selected]
  const reading = selected === undefined ? undefined : explanation.notes[selected]
  if (!note || !reading)
    return <p className="text-soft">Point at a note, or Tab to it, to read what it is and where it goes.</p>
  const { changes } = explanation
  // A neighbour note's figure is the note itself.
  const device = reading.device === reading.role ? undefined : reading.device
  const landing = landingReason(line, explanation, reading.index)
  const instead = insteadReason(explanation, reading.index)
  return (
    <div data-testid="note-panel">
      <div className="text-soft">{placeWords(changes, note.start)}</div>
      <div className="my-1 flex items-center gap-3">
        <svg width={28} height={28} viewBox="-14 -14 28 28" aria-hidden="true">
          <RoleMark role={reading.role} lean={1} />
        </svg>
        <span className="font-head text-4xl font-bold">{nameOf(note)}</span>
        <span className="text-xl">
          {degreeName(reading.degree)} of {reading.ofComing ? 'the coming ' : ''}
          <ChordSymbol chord={changes.spans[reading.chord]!.chord} style={chordStyle} />
        </span>
      </div>
      <div className="text-lg font-semibold">
        {roleName(reading.role)}
        {device && `, ${deviceName(device)}`}
      </div>
      <p className="text-lg">{wordReason(reading.why, chordStyle)}</p>
      {instead && <p>{wordReason(instead, chordStyle)}</p>}
      {landing && <p>{wordReason(landing, chordStyle)}</p>}
    </div>
  )
}
