import {
  type Grid,
  type Phrase,
  type PhraseInKey,
  type PlayedNote,
  phraseFrom,
  quantise,
  spellNotes,
  stretchTicks,
  wholeTune,
} from '@eager-contour/core'
import { useMemo, useState } from 'react'
import { bandIfReady } from '../audio/band.ts'
import { selectPlay } from '../audio/playSlice.ts'
import { useMix } from '../audio/useMix.ts'
import { swingFor } from '../audio/usePlay.ts'
import { Board } from '../input/Board.tsx'
import { MicrophoneChoice } from '../input/MicrophoneChoice.tsx'
import { MidiChoice } from '../input/MidiChoice.tsx'
import { type InputNote, useNotes, VELOCITY } from '../input/useNotes.ts'
import { useRecording } from '../input/useRecording.ts'
import { useSettings } from '../settings/settings.ts'
import { useAppSelector } from '../store/store.ts'
import { Button } from '../ui/Button.tsx'

const GRID: Grid = 'eighths'
const SAYS = {
  stopped:
    'Played over the band after a bar’s count, on a MIDI device, into the microphone, on the keys below, or with letters (K).',
  counting: 'One bar count-in.',
  recording: 'Play.',
} as const

interface PlayInProps {
  /** The chords, at concert pitch. */
  readonly tune: PhraseInKey
  readonly onPlayed: (phrase: Phrase) => void
}

/** A phrase played in over its chords, in eighths. */
export const PlayIn = ({ tune: { analysis }, onPlayed }: PlayInProps) => {
  const { instrument } = useSettings()
  const up = instrument.written.semitones
  const mix = useMix()
  const { tempo } = useAppSelector(selectPlay)
  const [empty, setEmpty] = useState(false)
  const stretch = useMemo(() => wholeTune(analysis.chart), [analysis])
  const write = (played: readonly PlayedNote[]) => {
    const { start, end } = stretchTicks(analysis.chart, stretch)
    const swing = swingFor(analysis.chart, mix, tempo)
    const notes = quantise(played, { bpm: tempo, swing, grid: GRID, start, end })
    const phrase = phraseFrom(analysis, spellNotes(analysis, notes), 0, notes.length - 1)
    setEmpty(!phrase)
    if (phrase) onPlayed(phrase)
  }
  const { state, record, stop, onNote, microphone } = useRecording({ sounding: analysis, stretch }, write)
  const heard = ({ midi, velocity, atMs }: InputNote) => {
    const sounded = midi - up
    if (velocity === 0) bandIfReady()?.release(sounded)
    else bandIfReady()?.strike(sounded, velocity)
    onNote(sounded, velocity, atMs)
  }
  const range = { low: instrument.range.comfortLow + up, high: instrument.range.comfortHigh + up }
  const { armed, setArmed, devices } = useNotes({ active: true, base: range.low, shift: up, onNote: heard })
  return (
    <section aria-label="Play it in" className="w-full">
      <div className="flex flex-wrap items-center gap-4">
        <Button onClick={state === 'stopped' ? record : stop}>
          {state === 'stopped' ? 'Play it in' : 'Done'}
        </Button>
        <p role="status" className="text-soft">
          {empty && state === 'stopped' ? 'No note was heard. ' : ''}
          {SAYS[state]}
        </p>
        <label className="flex min-h-11 items-center gap-2">
          <input
            type="checkbox"
            className="size-5 accent-ink"
            checked={armed}
            onChange={(event) => setArmed(event.target.checked)}
          />
          letters are notes (K)
        </label>
        <MidiChoice devices={devices} />
        <MicrophoneChoice microphone={microphone} />
      </div>
      {state !== 'stopped' && (
        <Board
          instrument={instrument}
          range={range}
          flats
          sounding={NOTHING}
          compact
          onPress={(midi, atMs) => heard({ midi, velocity: VELOCITY, atMs })}
          onRelease={(midi, atMs) => heard({ midi, velocity: 0, atMs })}
        />
      )}
    </section>
  )
}

const NOTHING: ReadonlySet<number> = new Set()
