import {
  type Grid,
  keySignature,
  type Phrase,
  type PhraseInKey,
  type PlayedNote,
  phraseFrom,
  quantise,
  spellNotes,
  stretchTicks,
  transposeKey,
  wholeTune,
} from '@eager-contour/core'
import { useMemo, useState } from 'react'
import { bandIfReady } from '../audio/band.ts'
import { selectPlay } from '../audio/playSlice.ts'
import { useMix } from '../audio/useMix.ts'
import { swingFor } from '../audio/usePlay.ts'
import { Board } from '../input/Board.tsx'
import { NoteSources } from '../input/NoteSources.tsx'
import { type InputNote, useNotes, VELOCITY } from '../input/useNotes.ts'
import { useRecording } from '../input/useRecording.ts'
import { useSoundingKeys } from '../input/useSoundingKeys.ts'
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
export const PlayIn = ({ tune: { key, analysis }, onPlayed }: PlayInProps) => {
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
  const { sounding, onKey } = useSoundingKeys(heard)
  const keys = useNotes({ active: true, base: range.low, shift: up, onNote: onKey })
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
        <NoteSources keys={keys} microphone={microphone} />
      </div>
      {state !== 'stopped' && (
        <Board
          instrument={instrument}
          range={range}
          flats={keySignature(transposeKey(key, instrument.written.fifths)) <= 0}
          sounding={sounding}
          compact
          onPress={(midi, atMs) => onKey({ midi, velocity: VELOCITY, atMs })}
          onRelease={(midi, atMs) => onKey({ midi, velocity: 0, atMs })}
        />
      )}
    </section>
  )
}
