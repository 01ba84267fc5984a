import { bandEvents, barStarts, type Line } from '@eager-contour/core'
import { type KeyboardEvent, useMemo, useState } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { Link, useSearchParams } from 'react-router'
import { selectPlay, tempoSet } from '../audio/playSlice.ts'
import { TEMPO_STEP, TransportBar } from '../audio/TransportBar.tsx'
import { useMix } from '../audio/useMix.ts'
import { type Sound, usePlay, useTuneTempo } from '../audio/usePlay.ts'
import { useLinesQuery } from '../data/api.ts'
import { PrintSheet } from '../notation/PrintSheet.tsx'
import { useView } from '../notation/useView.ts'
import { useSettings } from '../settings/settings.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { barsText, useOpenTune } from '../tune/useTune.ts'
import { Button } from '../ui/Button.tsx'
import { Empty, Notice } from '../ui/Notice.tsx'
import { BriefPanel } from './brief/BriefPanel.tsx'
import { useContour } from './brief/useContour.ts'
import { redo, selectCanRedo, selectCanUndo, undo } from './editor/editorSlice.ts'
import { useAutosave } from './editor/useAutosave.ts'
import { type OtherLine, useEditor } from './editor/useEditor.ts'
import { useWorkbench } from './editor/useWorkbench.ts'
import { EntryPanel } from './entry/EntryPanel.tsx'
import { useEntry } from './entry/useEntry.ts'
import { FilesMenu } from './files/FilesMenu.tsx'
import { MoveMenu } from './files/MoveMenu.tsx'
import { useFiles } from './files/useFiles.ts'
import { useNoteKeys } from './notes/NoteTools.tsx'
import { useTrial } from './review/useTrial.ts'
import { type NoteRange, SideColumn } from './SideColumn.tsx'
import { OtherLines } from './saved/OtherLines.tsx'
import { Systems } from './view/Systems.tsx'
import { ViewBar } from './view/ViewBar.tsx'

/** Which of the alternatives is in the editor. */
const chosenOther = (others: readonly OtherLine[], line: Line | undefined): number | undefined => {
  const at = others.findIndex(({ line: other }) => other.notes === line?.notes)
  return at < 0 ? undefined : at
}

/** The band's parts and the line, which can be muted. */
const PARTS = [
  { part: 'line', name: 'line' },
  { part: 'bass', name: 'bass' },
  { part: 'comp', name: 'chords' },
  { part: 'drums', name: 'drums' },
] as const
/** Keys that keep working after a choice with radio buttons. */
const ON_RADIOS = { enableOnFormTags: ['radio'] } as const
const NO_LINE: Line = { notes: [] }
const NONE: readonly number[] = []

/**
 * The Line page: brief on the left, the line on terrain and staff, the note and review on the right, playback and
 * saving below.
 */
export const LinePage = () => {
  const open = useOpenTune()
  const { tune, sounding, written, stretch } = open
  const dispatch = useAppDispatch()
  const { instrument } = useSettings()
  const editor = useEditor(open)
  const { data: saved = [] } = useLinesQuery(tune.id)
  const bench = useWorkbench(open, editor, saved.length)
  const { concert, line, explanation, selection } = bench
  const [view, onView] = useView()
  const mix = useMix()
  const tempo = useAppSelector(selectPlay).tempo
  const canUndo = useAppSelector(selectCanUndo)
  const canRedo = useAppSelector(selectCanRedo)
  const [hovered, setHovered] = useState<number>()
  const [writing, setWriting] = useState(false)
  const [pointed, setPointed] = useState<NoteRange>()
  /** The line with the figure being pointed at. */
  const [figure, setFigure] = useState<Line>()
  const [params] = useSearchParams()

  const trial = useTrial(sounding, written, line, editor.preference, instrument)
  const heard = trial.fixedLine ?? concert
  const { click, voicing, lineOctave } = mix
  const sound = useMemo<Sound>(
    () => ({
      name: heard?.notes.map((note) => `${note.start}:${note.midi}`).join(' ') ?? '',
      events: (swing) => bandEvents(sounding, stretch, heard, { swing, click, voicing, lineOctave }),
    }),
    [sounding, stretch, heard, click, voicing, lineOctave],
  )
  const play = usePlay(sounding, stretch, sound)
  useTuneTempo(tune.id, sounding.chart.tempo)
  const title = concert?.title || tune.title
  const files = useFiles(
    line &&
      concert && { title, sounding, written, line: concert, part: line, stretch, instrument, mix, tempo },
    { sounding, stretch, onRead: bench.onRead },
  )
  const entry = useEntry({
    analysis: sounding,
    stretch,
    instrument,
    mix,
    tempo,
    line: concert ?? NO_LINE,
    onLine: bench.write,
  })
  const {
    contour,
    drawing,
    onDraw,
    onBend,
    startDrawing: toggleDrawing,
  } = useContour(written, stretch, editor, instrument)

  useNoteKeys(selection.at !== undefined && line !== undefined, bench.onEdit, bench.onLock)
  useAutosave(tune.id, concert)
  useHotkeys('space', play.toggle, { preventDefault: true, enableOnFormTags: false })
  useHotkeys('bracketleft', () => dispatch(tempoSet(tempo - TEMPO_STEP)), ON_RADIOS, [tempo])
  useHotkeys('bracketright', () => dispatch(tempoSet(tempo + TEMPO_STEP)), ON_RADIOS, [tempo])
  useHotkeys('z, mod+z', () => canUndo && dispatch(undo()), ON_RADIOS, [canUndo])
  useHotkeys('shift+z, mod+shift+z', () => canRedo && dispatch(redo()), ON_RADIOS, [canRedo])
  // By the character, not by the key's position: keyboard layouts differ.

  const step = (event: KeyboardEvent) => {
    if (!line || !(event.target as Element).hasAttribute('data-note')) return
    if (event.key === 'a' && (event.ctrlKey || event.metaKey)) {
      selection.all(line.notes.length)
      event.preventDefault()
    }
    const by = { ArrowRight: 1, ArrowLeft: -1 }[event.key]
    if (by === undefined || event.altKey || selection.at === undefined) return
    const next = Math.min(line.notes.length - 1, Math.max(0, selection.at + by))
    selection.choose(next, event.shiftKey)
    document.querySelector<SVGElement>(`[data-note="${next}"]`)?.focus()
    event.preventDefault()
    event.stopPropagation()
  }
  return (
    <div className="flex grow flex-col">
      <div className="grid grow lg:grid-cols-[14.25rem_minmax(0,1fr)_16rem]">
        <BriefPanel
          preference={editor.preference}
          briefs={editor.briefs}
          hasLine={editor.line !== undefined}
          hasContour={editor.contour.length > 0}
          actions={editor.actions}
          drawing={drawing}
          onDrawing={toggleDrawing}
        />
        <section aria-label="The line" className="min-w-0 bg-sheet px-3 pt-2" onKeyDown={step}>
          <ViewBar view={view} onView={onView}>
            <Button look="quiet" aria-pressed={writing} onClick={() => setWriting((on) => !on)}>
              Write by hand
            </Button>
            {concert && (
              <MoveMenu
                key={`${concert.stretch.from}`}
                sounding={sounding}
                line={concert}
                stretch={concert.stretch}
                onMove={bench.onMove}
              />
            )}
          </ViewBar>
          {editor.problem && <Notice urgent>{editor.problem}</Notice>}
          {editor.others.length > 0 && (
            <OtherLines
              others={editor.others}
              current={chosenOther(editor.others, concert)}
              stretch={stretch}
              starts={barStarts(sounding.chart).slice(stretch.from, stretch.to + 2)}
              onChoose={bench.onOther}
              onTakeBar={bench.onTakeBar}
              onClose={editor.actions.stopComparing}
            />
          )}
          {(line && explanation) || writing ? (
            <Systems
              analysis={written}
              line={line ?? NO_LINE}
              explanation={explanation ?? NOTHING_EXPLAINED}
              stretch={stretch}
              view={view}
              selection={selection}
              hovered={hovered}
              onHover={setHovered}
              onDrag={bench.onDrag}
              locked={concert?.locked ?? NONE}
              caret={writing && entry.state === 'steps' ? entry.caret : undefined}
              pointed={pointed}
              outline={figure ?? trial.trying?.fix?.line}
              contour={contour}
              drawing={drawing}
              onDraw={onDraw}
              onBend={onBend}
            />
          ) : (
            <div className="px-4">
              <Empty>
                No line yet over {barsText(stretch)}. Choose bars above and write one: chord tones on the
                strong beats, connected by steps, arpeggios and approach notes. Or write it by hand.
              </Empty>
              <Button look="main" onClick={editor.actions.another} disabled={editor.busy}>
                Write a line
              </Button>
            </div>
          )}
        </section>
        <SideColumn
          open={open}
          editor={editor}
          bench={bench}
          trial={trial}
          saved={saved}
          playing={play.playing}
          hovered={hovered}
          onHear={play.toggle}
          onPoint={setPointed}
          onOutline={setFigure}
        />
      </div>
      <div className="sticky bottom-0 z-10">
        {writing && (
          <EntryPanel
            analysis={written}
            instrument={instrument}
            entry={entry}
            onClose={() => setWriting(false)}
          />
        )}
        <TransportBar play={play} parts={PARTS} feel={sounding.chart.feel}>
          <span className="text-soft" role="status">
            {editor.busy ? 'Composing …' : ''}
          </span>
          <FilesMenu {...files} />
          {line && concert && (
            <>
              <Button onClick={() => dispatch(undo())} disabled={!canUndo}>
                Undo
              </Button>
              <Button onClick={editor.actions.another} disabled={editor.busy}>
                Another
              </Button>
              <Button onClick={editor.actions.compare} disabled={editor.busy}>
                Show eight
              </Button>
              <Button look="main" onClick={bench.keep}>
                Save
              </Button>
              {concert.id !== undefined && (
                <Link
                  to={`/stage/${tune.id}?${new URLSearchParams({ bars: params.get('bars') ?? `${stretch.from + 1}-${stretch.to + 1}`, rung: 'your-line', line: concert.id })}`}
                  className="px-2 underline underline-offset-4"
                >
                  Drill it
                </Link>
              )}
            </>
          )}
        </TransportBar>
      </div>
      {line && explanation && (
        <PrintSheet
          title={title}
          tune={tune.title}
          remark={concert?.remark ?? ''}
          analysis={written}
          line={line}
          explanation={explanation}
          stretch={stretch}
          view={view}
        />
      )}
    </div>
  )
}

const NOTHING_EXPLAINED = { notes: [], devices: [], joins: [], bars: [] }
