import { type Analysis, type Grid, keySignature } from '@eager-contour/core'
import { useEffect, useRef } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { Board } from '../../input/Board.tsx'
import { NoteSources } from '../../input/NoteSources.tsx'
import { useNotes, VELOCITY } from '../../input/useNotes.ts'
import { useSoundingKeys } from '../../input/useSoundingKeys.ts'
import { placeWords } from '../../notation/labels.ts'
import { useSettings } from '../../settings/settings.ts'
import { Button } from '../../ui/Button.tsx'
import { FIELD } from '../../ui/looks.ts'
import { SegmentedControl } from '../../ui/SegmentedControl.tsx'
import { useOpenLine } from '../editor/openLine.ts'
import { type Entry, GRIDS, LENGTHS } from './useEntry.ts'

interface EntryPanelProps {
  readonly entry: Entry
  readonly onClose: () => void
}

/** Enter on a button presses it; after a choice with radio buttons it is a rest, as elsewhere. */
const isForButton = ({ target }: KeyboardEvent): boolean =>
  target instanceof Element && target.matches('button:not([role=radio]), a, summary')

/** Writing by hand: on-screen keys, the computer keyboard or a MIDI device, step by step or in time. */
export const EntryPanel = ({ entry, onClose }: EntryPanelProps) => {
  const analysis = useOpenLine().open.written
  const { instrument } = useSettings()
  const up = instrument.written.semitones
  const low = instrument.range.comfortLow + up
  const high = instrument.range.comfortHigh + up
  const { sounding, onKey } = useSoundingKeys(entry.onNote)
  const keys = useNotes({ active: true, base: low, shift: up, onNote: onKey })
  const panel = useRef<HTMLElement>(null)
  // The focus moves to the panel, away from the button that opened it.
  useEffect(() => panel.current?.focus(), [])
  const inSteps = entry.state === 'steps'
  // Also after a length was chosen.
  const commands = { enabled: inSteps, preventDefault: true, enableOnFormTags: ['radio'] as const }
  useHotkeys('enter', entry.rest, { ...commands, ignoreEventWhen: isForButton }, [entry])
  useHotkeys('backspace', entry.back, commands, [entry])
  const key = analysis.chart.key ?? { tonic: 'C', mode: 'major' as const }
  return (
    <section
      ref={panel}
      tabIndex={-1}
      aria-label="Write by hand"
      className="border-t border-rule bg-ground px-5 py-2 outline-none"
    >
      <div className="mb-2 flex flex-wrap items-center gap-x-4 gap-y-1">
        <SegmentedControl<string>
          label=""
          name="Note length"
          value={String(entry.length)}
          options={LENGTHS.map(({ ticks, name }) => ({ value: String(ticks), label: name }))}
          onChange={(ticks) => entry.setLength(Number(ticks))}
        />
        <Button onClick={entry.rest} disabled={!inSteps || entry.full}>
          Rest
        </Button>
        <Button onClick={entry.back} disabled={!inSteps}>
          Undo note
        </Button>
        <span className="ml-auto flex items-center gap-2">
          <label className="flex items-center gap-2">
            in
            <select
              aria-label="Record in time, quantised to"
              value={entry.grid}
              onChange={(event) => entry.setGrid(event.target.value as Grid)}
              className={FIELD}
            >
              {GRIDS.map(({ value, label }) => (
                <option key={value} value={value}>
                  {label}
                </option>
              ))}
            </select>
          </label>
          <Button look={inSteps ? 'plain' : 'main'} onClick={inSteps ? entry.record : entry.stop}>
            {inSteps ? 'Record' : 'Done'}
          </Button>
          <Button look="quiet" onClick={onClose}>
            Close
          </Button>
        </span>
      </div>
      <Board
        instrument={instrument}
        range={{ low, high }}
        flats={keySignature(key) <= 0}
        sounding={sounding}
        compact
        onPress={(midi, atMs) => onKey({ midi, velocity: VELOCITY, atMs })}
        onRelease={(midi, atMs) => onKey({ midi, velocity: 0, atMs })}
      />
      <div className="flex flex-wrap items-center gap-x-5">
        <span role="status">{wordsOf(entry, analysis)}</span>
        <span className="ml-auto flex flex-wrap items-center gap-x-5">
          <NoteSources keys={keys} microphone={entry.microphone} />
        </span>
      </div>
    </section>
  )
}

const wordsOf = ({ state, full, caret }: Entry, analysis: Analysis): string => {
  if (state === 'counting') return 'One bar count-in.'
  if (state === 'recording') return 'Play. What you play is written when the stretch ends.'
  return full
    ? 'The stretch is full. Undo a note, or choose more bars above.'
    : `Next note: ${placeWords(analysis, caret)}. Enter adds a rest, Backspace undoes.`
}
