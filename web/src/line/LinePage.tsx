import { bandEvents, type Line, spellNotes } from '@eager-contour/core'
import { useEffect, useMemo, useState } from 'react'
import { selectPlay } from '../audio/playSlice.ts'
import { TransportBar } from '../audio/TransportBar.tsx'
import { useMix } from '../audio/useMix.ts'
import { type Play, type Sound, usePlay, useTuneTempo } from '../audio/usePlay.ts'
import { PrintSheet } from '../notation/PrintSheet.tsx'
import { useView } from '../notation/useView.ts'
import { useSettings } from '../settings/settings.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { useOpenTune } from '../tune/useTune.ts'
import { Button } from '../ui/Button.tsx'
import { useStable } from '../ui/useStable.ts'
import { BriefPanel } from './brief/BriefPanel.tsx'
import { heardInTurn, selectEditor } from './editor/editorSlice.ts'
import { OpenLineContext, useOpenLine, useReadLine } from './editor/openLine.ts'
import { usePlaceEditor } from './editor/usePlaceEditor.ts'
import { usePlayedLine } from './editor/usePlayedLine.ts'
import { EntryPanel } from './entry/EntryPanel.tsx'
import { useEntry } from './entry/useEntry.ts'
import { MoveMenu } from './files/MoveMenu.tsx'
import { LineButtons } from './LineButtons.tsx'
import { LineSheet } from './LineSheet.tsx'
import { useNoteKeys } from './notes/NoteTools.tsx'
import { useDevelopment } from './notes/useDevelopment.ts'
import { useTrial } from './review/useTrial.ts'
import { SideColumn } from './SideColumn.tsx'
import { useLineKeys } from './useLineKeys.ts'
import { ViewBar } from './view/ViewBar.tsx'

/** The band's parts and the line, which can be muted. */
const PARTS = [
  { part: 'line', name: 'line' },
  { part: 'bass', name: 'bass' },
  { part: 'comp', name: 'chords' },
  { part: 'drums', name: 'drums' },
] as const

/** The Line page: the line in the editor, over the bars that are chosen. */
export const LinePage = () => {
  const open = useOpenTune()
  usePlaceEditor(open)
  usePlayedLine(open)
  return (
    <OpenLineContext value={useReadLine(open)}>
      <LineWorkspace />
    </OpenLineContext>
  )
}

/**
 * Brief on the left, the line on terrain and staff, the note and review on the right, playback and saving below.
 */
const LineWorkspace = () => {
  const openLine = useOpenLine()
  const { open, concert } = openLine
  const { tune, sounding } = open
  const [view, onView] = useView()
  const [writing, setWriting] = useState(false)
  const trial = useTrial(openLine)
  const development = useDevelopment(openLine)
  const inTurn = useLinesInTurn()
  const tried = trial.fixedLine ?? development.tried?.line
  const lines = useMemo(() => (inTurn.length > 0 ? inTurn : [tried ?? concert]), [inTurn, tried, concert])
  const play = usePlay(sounding, open.stretch, useLinesSound(lines))
  const turn = useTurnHeard(inTurn, play)
  const entry = useEntry()
  useTuneTempo(tune.id, sounding.chart.tempo)
  useNoteKeys()
  useLineKeys(play.toggle)
  return (
    <div className="flex grow flex-col">
      <div className="grid grow lg:grid-cols-[14.25rem_minmax(0,1fr)_16rem]">
        <BriefPanel />
        <LineSheet
          view={view}
          writing={writing}
          caret={writing && entry.state === 'steps' ? entry.caret : undefined}
          outline={trial.trying?.fix?.line ?? development.outline ?? turn}
          playing={play.playing}
          onHear={play.toggle}
        >
          <ViewBar view={view} onView={onView}>
            <Button look="quiet" aria-pressed={writing} onClick={() => setWriting((on) => !on)}>
              Write by hand
            </Button>
            {concert && <MoveMenu key={concert.stretch.from} line={concert} />}
          </ViewBar>
        </LineSheet>
        <SideColumn trial={trial} development={development} playing={play.playing} onHear={play.toggle} />
      </div>
      <div className="sticky bottom-0 z-10">
        {writing && <EntryPanel entry={entry} onClose={() => setWriting(false)} />}
        <TransportBar play={play} parts={PARTS} feel={sounding.chart.feel}>
          <LineButtons />
        </TransportBar>
      </div>
      <LinePrint view={view} />
    </div>
  )
}

/** The alternatives while they are heard one after the other. */
const useLinesInTurn = (): readonly Line[] => {
  const { inTurn, alternatives } = useAppSelector(selectEditor)
  return useMemo(() => (inTurn ? alternatives.map(({ line }) => line) : []), [inTurn, alternatives])
}

/** The one of them that is heard, as the player reads it; when the sound stops, the line has its place again. */
const useTurnHeard = (lines: readonly Line[], { playing, loading, toggle }: Play): Line | undefined => {
  const dispatch = useAppDispatch()
  const { open } = useOpenLine()
  const up = useSettings().instrument.written.semitones
  const { pass } = useAppSelector(selectPlay)
  const { start } = useStable({
    start: () => {
      if (!playing && !loading) toggle()
    },
  })
  const asked = lines.length > 0
  useEffect(() => {
    if (asked) start()
  }, [asked, start])
  useEffect(() => {
    if (!playing && !loading) dispatch(heardInTurn(false))
  }, [playing, loading, dispatch])
  const line = lines[pass]
  return useMemo(
    () =>
      line &&
      spellNotes(
        open.written,
        line.notes.map(({ start, duration, midi }) => ({ start, duration, midi: midi + up })),
      ),
    [line, open.written, up],
  )
}

/** A line over the band, or another one in each pass. */
const useLinesSound = (lines: readonly (Line | undefined)[]): Sound => {
  const { sounding, stretch } = useOpenLine().open
  const { click, voicing, lineOctave } = useMix()
  return useMemo(
    () => ({
      name: lines
        .map((line) => line?.notes.map((note) => `${note.start}:${note.midi}`).join(' ') ?? '')
        .join(', '),
      events: (swing, pass) =>
        bandEvents(sounding, stretch, lines[pass], { swing, click, voicing, lineOctave }),
      passes: lines.length,
    }),
    [sounding, stretch, lines, click, voicing, lineOctave],
  )
}

const LinePrint = ({ view }: { readonly view: ReturnType<typeof useView>[0] }) => {
  const { open, concert, line, explanation } = useOpenLine()
  if (!line || !explanation) return null
  return (
    <PrintSheet
      title={concert?.title || open.tune.title}
      tune={open.tune.title}
      remark={concert?.remark ?? ''}
      analysis={open.written}
      line={line}
      explanation={explanation}
      stretch={open.stretch}
      view={view}
    />
  )
}
