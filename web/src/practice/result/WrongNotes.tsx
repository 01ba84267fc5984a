import {
  type Analysis,
  type BandEvent,
  type Exercise,
  type Judged,
  noteName,
  readPitch,
  spellNotes,
  withSigns,
} from '@eager-contour/core'
import { useMemo } from 'react'
import { Button } from '../../ui/Button.tsx'
import { playWrongNote } from './overlay.ts'

/** More wrong notes than this are heard better in the whole take. */
const MOST = 6

interface WrongNotesProps {
  readonly analysis: Analysis
  /** As the instrument reads it, and so the verdicts' notes. */
  readonly exercise: Exercise
  readonly judged: readonly Judged[]
  /** Half steps from sounding to read pitch. */
  readonly shift: number
  readonly hear: (events: readonly BandEvent[]) => void
}

const named = (spelling: string): string => {
  const pitch = readPitch(spelling)
  return withSigns(pitch ? noteName(pitch.fifths) : spelling)
}

/** The wrong notes of a run, each to be heard after the one that was asked. */
export const WrongNotes = ({ analysis, exercise, judged, shift, hear }: WrongNotesProps) => {
  const start = analysis.spans.find(({ bar }) => bar === exercise.spec.stretch.from)?.start ?? 0
  const wrong = useMemo(
    () =>
      judged.flatMap(({ verdict, expected, midi }) => {
        const asked = expected === undefined ? undefined : exercise.expected[expected]
        if (verdict !== 'wrong' || !asked || midi === undefined) return []
        const [played] = spellNotes(analysis, [
          { start: asked.start + start, duration: asked.duration, midi },
        ]).notes
        return [{ key: expected!, bar: asked.bar + 1, asked, midi, played: named(played!.spelling) }]
      }),
    [analysis, exercise, judged, start],
  )
  if (wrong.length === 0 || wrong.length > MOST) return null
  return (
    <ul aria-label="Wrong notes" className="flex flex-wrap items-center gap-x-3">
      {wrong.map(({ key, bar, asked, midi, played }) => (
        <li key={key}>
          <Button look="quiet" onClick={() => hear(playWrongNote(asked.midi - shift, midi - shift))}>
            Hear bar {bar}: {named(asked.spelling)} asked, {played} played
          </Button>
        </li>
      ))}
    </ul>
  )
}
