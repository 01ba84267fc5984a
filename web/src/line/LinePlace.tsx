import {
  bandEvents,
  barStarts,
  explainLine,
  type Line,
  repitchLine,
  spellNotes,
  withStretchFrom,
} from '@eager-contour/core'
import { type KeyboardEvent, useCallback, useMemo, useState } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { Link, useSearchParams } from 'react-router'
import { useSettings } from '../app/settings.ts'
import { useAppDispatch, useAppSelector } from '../app/store.ts'
import { useLinesQuery } from '../data/api.ts'
import { newId } from '../data/ids.ts'
import { post } from '../data/outbox.ts'
import { Button } from '../parts/Button.tsx'
import { Empty, Notice } from '../parts/Notice.tsx'
import { spelledFor } from '../parts/names.ts'
import { tempoSet } from '../sound/playSlice.ts'
import { TEMPO_STEP, TransportBar } from '../sound/TransportBar.tsx'
import { type Sound, usePlay, useTuneTempo } from '../sound/usePlay.ts'
import { barsText, useOpenTune } from '../tune/useTune.ts'
import { BriefPanel, COLUMN } from './BriefPanel.tsx'
import { saveMidi, saveMusicXml } from './download.ts'
import { FigureList } from './FigureList.tsx'
import { KeptLines } from './KeptLines.tsx'
import { Legend } from './Legend.tsx'
import { goBack, goForward, lineKept, lineWritten, selectCanGoBack, selectCanGoForward } from './lineSlice.ts'
import { NotePanel } from './NotePanel.tsx'
import { NoteTools, useNoteKeys } from './NoteTools.tsx'
import type { NoteTool } from './noteEdits.ts'
import { OtherLines } from './OtherLines.tsx'
import { ReviewPanel } from './ReviewPanel.tsx'
import { Systems } from './Systems.tsx'
import { useAutosave } from './useAutosave.ts'
import { useContour } from './useContour.ts'
import { type OtherLine, useDesk } from './useDesk.ts'
import { useTrial } from './useTrial.ts'

interface Place {
  readonly from: number
  readonly to: number
}

/** Which of the other lines stands on the desk. */
const chosenOther = (others: readonly OtherLine[], line: Line | undefined): number | undefined => {
  const at = others.findIndex(({ line: other }) => other.notes === line?.notes)
  return at < 0 ? undefined : at
}

/** The band's parts and the line, to be turned off and on. */
const PARTS = [
  { part: 'line', name: 'line' },
  { part: 'bass', name: 'bass' },
  { part: 'comp', name: 'piano' },
  { part: 'drums', name: 'drums' },
] as const

/** The workbench: brief on the left, the line on terrain and staff, what a note does on the right, play and keep below. */
export const LinePlace = () => {
  const open = useOpenTune()
  const { tune, sounding, written, stretch } = open
  const dispatch = useAppDispatch()
  const { of, spelling } = useSettings()
  const desk = useDesk(open)
  const tempo = useAppSelector((state) => state.play.tempo)
  const canGoBack = useAppSelector(selectCanGoBack)
  const canGoForward = useAppSelector(selectCanGoForward)
  /** The note that was chosen, and the one under the pointer. */
  const [selected, setSelected] = useState<number>()
  const [hovered, setHovered] = useState<number>()
  const [legend, setLegend] = useState(false)
  const [title, setTitle] = useState('')
  const [params] = useSearchParams()
  const { data: kept = [] } = useLinesQuery(tune.id)

  const concert: Line | undefined = desk.line
  const line = useMemo(
    () =>
      concert &&
      spelledFor(
        spelling,
        spellNotes(
          written,
          concert.notes.map((note) => ({
            start: note.start,
            duration: note.duration,
            midi: note.midi + of.written.semitones,
          })),
        ),
      ),
    [concert, written, of, spelling],
  )
  const explanation = useMemo(() => line && explainLine(written, line), [written, line])
  const [pointed, setPointed] = useState<Place>()
  /** The line with a figure that is looked at. */
  const [figure, setFigure] = useState<Line>()
  const { reviewed, trying, mended, setTried } = useTrial(sounding, written, line, desk.wish, of)
  const heard = mended ?? concert
  const sound = useMemo<Sound>(
    () => ({
      name: heard?.notes.map((note) => `${note.start}:${note.midi}`).join(' ') ?? '',
      events: (swing) => bandEvents(sounding, stretch, heard, swing),
    }),
    [sounding, stretch, heard],
  )
  const play = usePlay(sounding, stretch, sound)
  useTuneTempo(tune.id, sounding.chart.tempo)

  const keep = async () => {
    if (!desk.line) return
    const id = desk.line.id ?? newId('line')
    const name = title.trim() || desk.line.title || `Line ${kept.length + 1}, ${barsText(desk.line.stretch)}`
    dispatch(lineKept({ id, title: name }))
    setTitle('')
    await post(dispatch, {
      entity: id,
      path: `lines/${id}`,
      title: name,
      body: {
        revision: desk.line.revision,
        tune: tune.id,
        title: name,
        stretch: desk.line.stretch,
        notes: desk.line.notes,
      },
    })
  }
  const { contour, drawing, onDraw, onBend, startDrawing } = useContour(written, stretch, desk, of)
  const onEdit = useCallback(
    ({ edit }: NoteTool) => {
      if (selected === undefined || !desk.line) return
      const { notes } = edit(sounding, desk.line, selected)
      if (notes === desk.line.notes || notes.length === 0) return
      dispatch(lineWritten({ ...desk.line, notes }))
      setSelected(Math.min(selected, notes.length - 1))
    },
    [selected, desk.line, sounding, dispatch],
  )
  useNoteKeys(selected !== undefined && line !== undefined, onEdit)
  useAutosave(tune.id, desk.line)
  useHotkeys('space', play.toggle, { preventDefault: true, enableOnFormTags: false })
  useHotkeys('bracketleft', () => dispatch(tempoSet(tempo - TEMPO_STEP)), [tempo])
  useHotkeys('bracketright', () => dispatch(tempoSet(tempo + TEMPO_STEP)), [tempo])
  useHotkeys('z, mod+z', () => canGoBack && dispatch(goBack()), [canGoBack])
  useHotkeys('shift+z, mod+shift+z', () => canGoForward && dispatch(goForward()), [canGoForward])
  // By what the key writes, not where it lies: layouts differ.
  useHotkeys('*', (event) => event.key === '?' && setLegend(true))

  const step = (event: KeyboardEvent) => {
    const by = { ArrowRight: 1, ArrowLeft: -1 }[event.key]
    if (by === undefined || event.shiftKey || selected === undefined || !line) return
    const next = Math.min(line.notes.length - 1, Math.max(0, selected + by))
    setSelected(next)
    document.querySelector<SVGElement>(`[data-note="${next}"]`)?.focus()
    event.preventDefault()
  }
  return (
    <div className="flex grow flex-col">
      <div className="grid grow lg:grid-cols-[14.25rem_minmax(0,1fr)_16rem]">
        <BriefPanel desk={desk} drawing={drawing} onDrawing={startDrawing} />
        <section aria-label="The line" className="min-w-0 bg-sheet px-3 pt-2" onKeyDown={step}>
          {desk.problem && <Notice urgent>{desk.problem}</Notice>}
          {desk.others.length > 0 && (
            <OtherLines
              others={desk.others}
              current={chosenOther(desk.others, concert)}
              stretch={stretch}
              starts={barStarts(sounding.chart).slice(stretch.from, stretch.to + 2)}
              onChoose={({ line: other }) =>
                dispatch(
                  lineWritten({
                    notes: other.notes,
                    stretch,
                    seed: desk.line?.seed ?? 1,
                    title: '',
                    revision: 0,
                  }),
                )
              }
              onTakeBar={({ line: other }, bar) => {
                if (!desk.line) return
                const [start, end] = barStarts(sounding.chart).slice(
                  stretch.from + bar,
                  stretch.from + bar + 2,
                )
                const { notes } = withStretchFrom(sounding, desk.line, other, start!, end!)
                dispatch(lineWritten({ ...desk.line, notes }))
              }}
              onClose={desk.stopComparing}
            />
          )}
          {line && explanation ? (
            <Systems
              analysis={written}
              line={line}
              explanation={explanation}
              stretch={stretch}
              selected={hovered ?? selected}
              onSelect={setSelected}
              onHover={setHovered}
              pointed={pointed}
              outline={figure ?? trying?.mend?.line}
              contour={contour}
              drawing={drawing}
              onDraw={onDraw}
              onBend={onBend}
            />
          ) : (
            <div className="px-4">
              <Empty>
                No line yet over {barsText(stretch)}. Choose the bars above, and have one written: chord tones
                on the strong beats, and a way from each to the next.
              </Empty>
              <Button look="main" onClick={desk.another} disabled={desk.busy}>
                Write a line
              </Button>
            </div>
          )}
        </section>
        <aside className={`${COLUMN} space-y-5`} aria-label="About the line">
          {line && explanation && (
            <div>
              <NotePanel
                analysis={written}
                line={line}
                explanation={explanation}
                selected={hovered ?? selected}
              />
              {selected !== undefined && (
                <FigureList
                  analysis={written}
                  line={line}
                  selected={selected}
                  onOutline={setFigure}
                  onTake={(pitches) => {
                    if (!desk.line) return
                    const sounded = new Map(
                      [...pitches].map(([at, midi]) => [at, midi - of.written.semitones] as const),
                    )
                    const { notes } = repitchLine(sounding, desk.line, sounded)
                    dispatch(lineWritten({ ...desk.line, notes }))
                  }}
                />
              )}
              {selected !== undefined && <NoteTools onEdit={onEdit} />}
            </div>
          )}
          {line && reviewed && (
            <ReviewPanel
              review={reviewed.review}
              trying={trying}
              playing={play.playing}
              onPoint={setPointed}
              onTry={setTried}
              onHear={play.toggle}
              onTake={() => {
                if (mended && desk.line) dispatch(lineWritten({ ...desk.line, notes: mended.notes }))
                setTried(undefined)
                setPointed(undefined)
              }}
            />
          )}
          <KeptLines lines={kept} current={desk.line?.id} onOpen={desk.open} />
        </aside>
      </div>
      <TransportBar play={play} parts={PARTS}>
        <span className="text-soft" role="status">
          {desk.busy ? 'Writing …' : (desk.line?.title ?? '')}
        </span>
        <Button onClick={() => setLegend(true)} look="quiet">
          Keys
        </Button>
        {line && desk.line && (
          <>
            <Button
              look="quiet"
              onClick={() => saveMusicXml(desk.line?.title || tune.title, written, line, stretch, of)}
            >
              MusicXML
            </Button>
            <Button
              look="quiet"
              onClick={() => saveMidi(desk.line?.title || tune.title, sounding, desk.line!, stretch, tempo)}
            >
              MIDI
            </Button>
            <Button onClick={() => dispatch(goBack())} disabled={!canGoBack}>
              Back
            </Button>
            <Button onClick={desk.another} disabled={desk.busy}>
              Another
            </Button>
            <Button onClick={desk.compare} disabled={desk.busy}>
              Eight more
            </Button>
            <input
              aria-label="Title of the line"
              placeholder={desk.line.title || 'Title'}
              value={title}
              onChange={(event) => setTitle(event.target.value)}
              className="min-h-11 w-24 rounded-full border border-soft bg-sheet px-3"
            />
            <Button look="main" onClick={() => void keep()}>
              Keep
            </Button>
            {desk.line.id !== undefined && (
              <Link
                to={`/stage/${tune.id}?${new URLSearchParams({ bars: params.get('bars') ?? `${stretch.from + 1}-${stretch.to + 1}`, rung: 'your-line', line: desk.line.id })}`}
                className="underline underline-offset-4"
              >
                Drill it
              </Link>
            )}
          </>
        )}
      </TransportBar>
      <Legend open={legend} onOpenChange={setLegend} />
    </div>
  )
}
