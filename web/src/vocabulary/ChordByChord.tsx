import {
  type Analysis,
  analyseChart,
  bandEvents,
  type Line,
  spellNotes,
  transposeChart,
  withSigns,
} from '@eager-contour/core'
import { useMemo, useState } from 'react'
import { useHear } from '../audio/usePlay.ts'
import { useSettings } from '../settings/settings.ts'
import { Button } from '../ui/Button.tsx'
import { ChordSymbol } from '../ui/ChordSymbol.tsx'
import { SWING } from './inKey.ts'

interface ChordByChordProps {
  /** A tune and a cell on each of its chords, at concert pitch. */
  readonly analysis: Analysis
  readonly line: Line
}

/** A cell on one chord after another, as the instrument reads it: its notes there, heard, and on to the next. */
export const ChordByChord = ({ analysis, line }: ChordByChordProps) => {
  const { instrument, chordStyle } = useSettings()
  const { fifths, semitones } = instrument.written
  const [wanted, setWanted] = useState(0)
  const hear = useHear()
  const read = useMemo(() => {
    const written = analyseChart(transposeChart(analysis.chart, fifths))
    const notes = line.notes.map((note) => ({ ...note, midi: note.midi + semitones }))
    return { spans: written.spans, notes: spellNotes(written, notes).notes }
  }, [analysis, line, fifths, semitones])
  const chords = useMemo(
    () =>
      read.spans.flatMap((span) => {
        const inside = line.notes.flatMap(({ start }, at) =>
          // What leads into the first chord is heard with it.
          (start >= span.start || span.index === 0) && start < span.end ? [at] : [],
        )
        return inside.length === 0 ? [] : [{ span, inside }]
      }),
    [read, line],
  )
  const at = Math.min(wanted, chords.length - 1)
  const chord = chords[at]
  if (!chord) return null
  const sound = (one: number) => {
    const { span, inside } = chords[one]!
    const stretch = { from: span.bar, to: span.bar }
    hear(bandEvents(analysis, stretch, { notes: inside.map((note) => line.notes[note]!) }, { swing: SWING }))
  }
  const go = (to: number) => {
    setWanted(to)
    sound(to)
  }
  const names = chord.inside.map((note) => withSigns(read.notes[note]!.spelling.replace(/-?\d+$/, '')))
  return (
    <section aria-label="Chord by chord" className="mt-3 flex flex-wrap items-center gap-x-6 gap-y-2">
      <p className="text-soft" role="status">
        Chord {at + 1} of {chords.length}, bar {chord.span.bar + 1}
      </p>
      <ChordSymbol chord={chord.span.chord} style={chordStyle} className="text-4xl" />
      <p className="text-4xl font-semibold" data-testid="cell-notes">
        {names.join(' ')}
      </p>
      <div className="flex gap-2">
        <Button look="main" onClick={() => sound(at)}>
          Hear it
        </Button>
        <Button disabled={at === 0} onClick={() => go(at - 1)}>
          Chord before
        </Button>
        <Button disabled={at === chords.length - 1} onClick={() => go(at + 1)}>
          Next chord
        </Button>
      </div>
    </section>
  )
}
