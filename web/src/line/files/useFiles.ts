import {
  type Analysis,
  bandEvents,
  type Instrument,
  kitOf,
  type Line,
  type LineNote,
  type Stretch,
  spellNotes,
  stretchTicks,
  wordReason,
} from '@eager-contour/core'
import { useState } from 'react'
import type { Mix } from '../../audio/mixSlice.ts'
import { soundRefused } from '../../audio/playSlice.ts'
import { bandSound, swingFor } from '../../audio/usePlay.ts'
import { engine } from '../../engine/engine.ts'
import { useAppDispatch } from '../../store/store.ts'
import { saveBandMidi, saveMidi, saveMusicXml, saveWav } from './download.ts'

interface FilesOf {
  readonly title: string
  readonly sounding: Analysis
  readonly written: Analysis
  /** The line at concert pitch, and as it is written. */
  readonly line: Line
  readonly part: Line
  readonly stretch: Stretch
  readonly instrument: Instrument
  readonly mix: Mix
  readonly tempo: number
}

/** Where the content of a file goes. */
interface Opening {
  readonly sounding: Analysis
  readonly stretch: Stretch
  readonly onRead: (notes: readonly LineNote[]) => void
}

/** The files that can be made of a line: notes, the line's sound, the band's. */
export const useFiles = (files: FilesOf | undefined, { sounding: tune, stretch: where, onRead }: Opening) => {
  const dispatch = useAppDispatch()
  const [making, setMaking] = useState<string>()
  const onOpen = async (file: File) => {
    dispatch(soundRefused(undefined))
    try {
      const outcome = await engine().importLine(new Uint8Array(await file.arrayBuffer()))
      if (!outcome.ok) {
        dispatch(
          soundRefused(
            `${file.name}: ${outcome.problems
              .slice(0, 2)
              .map((problem) => wordReason(problem))
              .join(' ')}`,
          ),
        )
        return
      }
      const { start, end } = stretchTicks(tune.chart, where)
      const notes = outcome.value
        .map((note) => ({ ...note, start: note.start + start }))
        .filter((note) => note.start < end)
      onRead(spellNotes(tune, notes).notes)
    } catch {
      dispatch(soundRefused(`Can’t read ${file.name}. Nothing was imported.`))
    }
  }
  if (!files) return { items: [], making, onOpen: (file: File) => void onOpen(file) }
  const { title, sounding, written, line, part, stretch, instrument, mix, tempo } = files
  const kit = kitOf(sounding.chart.feel)
  /** What is heard: muted parts are left out. */
  const events = () =>
    bandEvents(sounding, stretch, line, {
      swing: swingFor(sounding.chart, mix, tempo),
      click: mix.click,
      voicing: mix.voicing,
      lineOctave: mix.lineOctave,
    }).filter((event) => !mix.muted.includes(event.part))
  const render = async () => {
    setMaking('Rendering …')
    const done = await saveWav(title, { events: events(), sound: bandSound(mix, kit), bpm: tempo })
    setMaking(undefined)
    if (!done) dispatch(soundRefused('The sound couldn’t be rendered. Everything else works; try again.'))
  }
  const items = [
    {
      name: 'Print',
      description: 'The line on paper, for your instrument.',
      act: () => setTimeout(() => window.print()),
    },
    {
      name: 'MusicXML',
      description: 'The line as your part, for any notation program.',
      act: () => saveMusicXml(title, written, part, stretch, instrument),
    },
    {
      name: 'MIDI, the line',
      description: 'As written, straight, at concert pitch.',
      act: () => saveMidi(title, sounding, line, stretch, tempo),
    },
    {
      name: 'MIDI, line and band',
      description: 'As it sounds now: swing, parts and tempo.',
      act: () => saveBandMidi(title, sounding, events(), stretch, mix, tempo),
    },
    {
      name: 'WAV, line and band',
      description: 'A recording of what you hear, once through.',
      act: () => void render(),
    },
  ]
  return { items, making, onOpen: (file: File) => void onOpen(file) }
}
