import { useEffect, useMemo, useState } from 'react'
import { TransportBar } from '../audio/TransportBar.tsx'
import { usePlay, useTuneTempo } from '../audio/usePlay.ts'
import { PrintSheet } from '../notation/PrintSheet.tsx'
import { loadEngraver } from '../notation/staff/engraver.ts'
import { useView } from '../notation/useView.ts'
import { useOpenTune } from '../tune/useTune.ts'
import { Button } from '../ui/Button.tsx'
import { usePainted } from '../ui/usePainted.ts'
import { BriefPanel } from './brief/BriefPanel.tsx'
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
import { PhraseDragging } from './saved/PhraseDragging.tsx'
import { useLineAnnouncements } from './useLineAnnouncements.ts'
import { useLineKeys } from './useLineKeys.ts'
import { useLinesInTurn, useLinesSound, useTurnHeard } from './useLinesInTurn.ts'
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
  useEngraverSoon()
  return (
    <OpenLineContext value={useReadLine(open)}>
      <LineWorkspace />
    </OpenLineContext>
  )
}

/** Loads the engraver once the page is painted: the first line that is written needn't wait for it. */
const useEngraverSoon = () => {
  const painted = usePainted()
  useEffect(() => {
    if (painted) void loadEngraver()
  }, [painted])
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
  useLineAnnouncements()
  useLineKeys(play.toggle)
  return (
    <div className="flex grow flex-col">
      <PhraseDragging>
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
      </PhraseDragging>
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

const LinePrint = ({ view }: { readonly view: ReturnType<typeof useView>[0] }) => {
  const { open, concert, line, explanation } = useOpenLine()
  if (!line || !explanation) return null
  return (
    <PrintSheet
      heading={{
        title: concert?.title || open.tune.title,
        tune: open.tune.title,
        remark: concert?.remark ?? '',
      }}
      {...(concert?.fingering ? { fingering: concert.fingering } : {})}
      analysis={open.written}
      line={line}
      explanation={explanation}
      stretch={open.stretch}
      degrees={view.degrees}
      articulation={view.articulation}
    />
  )
}
