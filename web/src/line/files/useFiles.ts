import {
  bandEvents,
  barStarts,
  type Chart,
  fromFirstEvent,
  kitOf,
  type Stretch,
  spellNotes,
  stretchTicks,
  type Ticks,
  wordReason,
  writeAbc,
} from '@eager-contour/core'
import { useState } from 'react'
import { selectPlay } from '../../audio/playSlice.ts'
import { useMix } from '../../audio/useMix.ts'
import { bandSound, swingFor } from '../../audio/usePlay.ts'
import { readInTime } from '../../engine/engine.ts'
import { printSoon } from '../../notation/printing.tsx'
import { groupParts, passageFor, saveAbcText, saveLineMidi, saveScore } from '../../notation/scoreFiles.ts'
import { useView } from '../../notation/useView.ts'
import { useSettings } from '../../settings/settings.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { counted } from '../../ui/counted.ts'
import { tellDone, tellFailed } from '../../ui/tell.ts'
import { lineReplaced } from '../editor/lineHistory.ts'
import { useOpenLine } from '../editor/openLine.ts'
import { saveBandMidi, saveWav } from './download.ts'

const wasOrWere = (count: number): string => (count === 1 ? 'was' : 'were')

/** What is said of notes that are too short to be kept; nothing if there are none. */
const leftOutWords = (leftOut: readonly Ticks[], chart: Chart, { from }: Stretch): string => {
  const [first] = leftOut
  if (first === undefined) return ''
  const starts = barStarts(chart)
  const bar = starts.findLastIndex((start) => start <= starts[from]! + Math.max(0, first)) + 1
  return `${counted(leftOut.length, 'note')} shorter than a sixteenth ${wasOrWere(leftOut.length)} left out, first in bar ${bar}.`
}

/** The files that can be made of the line: notes, the line's sound, the band's; and notes read from a file. */
export const useFiles = () => {
  const { open, concert, line, explanation } = useOpenLine()
  const { tune, sounding, written, stretch } = open
  const { instrument } = useSettings()
  const mix = useMix()
  const [view] = useView()
  const { tempo } = useAppSelector(selectPlay)
  const dispatch = useAppDispatch()
  const [making, setMaking] = useState<string>()
  const [picturing, setPicturing] = useState<'svg' | 'png'>()
  const onOpen = async (file: File) => {
    try {
      const bytes = new Uint8Array(await file.arrayBuffer())
      const outcome = await readInTime((engine) => engine.importLine(bytes))
      if (!outcome.ok) {
        tellFailed(
          `${file.name}: ${outcome.problems
            .slice(0, 2)
            .map((problem) => wordReason(problem))
            .join(' ')}`,
        )
        return
      }
      const { start, end } = stretchTicks(sounding.chart, stretch)
      const all = outcome.value.notes.map((note) => ({ ...note, start: note.start + start }))
      const notes = all.filter((note) => note.start < end)
      const told = [
        leftOutWords(outcome.value.leftOut, sounding.chart, stretch),
        ...(notes.length === all.length
          ? []
          : [
              `${counted(all.length - notes.length, 'note')} after the chosen bars ${wasOrWere(all.length - notes.length)} left out.`,
            ]),
      ].filter(Boolean)
      if (told.length > 0) tellFailed(`${file.name}: ${told.join(' ')}`)
      else tellDone(`${file.name}: ${counted(all.length, 'note')}.`)
      const read = spellNotes(sounding, notes).notes
      dispatch(lineReplaced({ notes: read, stretch, seed: 1, title: '', revision: 0 }))
    } catch {
      tellFailed(`Can’t read ${file.name}. Nothing was imported.`)
    }
  }
  if (!concert || !line || !explanation)
    return { items: [], making, onOpen: (file: File) => void onOpen(file) }
  const title = concert.title || tune.title
  const kit = kitOf(sounding.chart.feel)
  /** What is heard: muted parts are left out. */
  const events = () =>
    bandEvents(sounding, stretch, concert, {
      swing: swingFor(sounding.chart, mix, tempo),
      click: mix.click,
      voicing: mix.voicing,
      lineOctave: mix.lineOctave,
    }).filter((event) => !mix.muted.includes(event.part))
  const render = async () => {
    setMaking('Rendering …')
    const done = await saveWav(
      title,
      { events: fromFirstEvent(events()), sound: bandSound(mix, kit), bpm: tempo },
      (share) => setMaking(`Rendering: ${Math.round(100 * share)} of 100`),
    )
    setMaking(undefined)
    if (!done) tellFailed('The sound couldn’t be rendered. Everything else works; try again.')
  }
  const items = [
    {
      name: 'Print',
      description: 'The line on paper, for your instrument.',
      act: printSoon,
    },
    {
      name: 'ABC',
      description: 'The line with its chords as text, at concert pitch.',
      act: () => saveAbcText(title, writeAbc({ ...sounding.chart, title }, concert, stretch)),
    },
    {
      name: 'MusicXML',
      description: 'The line as your part, for any notation program.',
      act: () =>
        saveScore(title, [
          {
            ...instrument,
            passages: [
              {
                ...passageFor(written.chart, line, stretch, instrument, concert.fingering),
                isArticulated: view.articulation,
              },
            ],
          },
        ]),
    },
    {
      name: 'Parts for a group',
      description: 'MusicXML: the line for concert, B♭, E♭, F and bass in one score.',
      act: () => saveScore(`${title} group`, groupParts(sounding, concert, stretch)),
    },
    {
      name: 'MIDI, the line',
      description: 'As written, straight, at concert pitch.',
      act: () => saveLineMidi(title, sounding.chart, concert, stretch, tempo),
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
    {
      name: 'PNG, terrain and staff',
      description: 'A picture of these bars, for a message or a page.',
      act: () => setPicturing('png'),
    },
    {
      name: 'SVG, terrain and staff',
      description: 'The same as a drawing that stays sharp at any size.',
      act: () => setPicturing('svg'),
    },
  ]
  const picture = picturing && {
    ...{ title, analysis: written, line, explanation, stretch, kind: picturing },
    ...(concert.fingering ? { fingering: concert.fingering } : {}),
    onDone: (ok: boolean) => {
      setPicturing(undefined)
      if (!ok) tellFailed('The picture couldn’t be drawn. Everything else works; try again.')
    },
  }
  return {
    items,
    picture,
    making: picturing ? 'Drawing …' : making,
    onOpen: (file: File) => void onOpen(file),
  }
}
