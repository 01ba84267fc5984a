import { type Analysis, type Explanation, explainLine, type Line, wordReason } from '@eager-contour/core'
import { type KeyboardEvent, type ReactNode, useMemo } from 'react'
import { NoteTable } from '../notation/NoteTable.tsx'
import type { View } from '../notation/useView.ts'
import { useSettings } from '../settings/settings.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { barsText } from '../tune/useTune.ts'
import { Button } from '../ui/Button.tsx'
import { Empty, Notice } from '../ui/Notice.tsx'
import { useStable } from '../ui/useStable.ts'
import { useContour, useContourActions } from './brief/useContour.ts'
import {
  allChosen,
  anotherAsked,
  noteChosen,
  noteFocused,
  noteHovered,
  selectComposing,
  selectEditor,
} from './editor/editorSlice.ts'
import { useOpenLine } from './editor/openLine.ts'
import { useNoteEdits } from './notes/useNoteEdits.ts'
import { OtherLines } from './saved/OtherLines.tsx'
import { Systems } from './view/Systems.tsx'

interface LineSheetProps {
  readonly view: View
  /** Whether notes are entered by hand, and where the next one will be. */
  readonly writing: boolean
  readonly caret: number | undefined
  /** A line to show in outline. */
  readonly outline: Line | undefined
  readonly playing: boolean
  readonly onHear: () => void
  /** Above the line: the view and what a page adds. */
  readonly children: ReactNode
}

const NO_LINE: Line = { notes: [] }

/** The line on terrain and staff, its alternatives above it; or how to begin one. */
export const LineSheet = ({ view, writing, caret, outline, playing, onHear, children }: LineSheetProps) => {
  const { open, line, explanation } = useOpenLine()
  const nothing = useMemo(() => explainLine(open.written, NO_LINE), [open.written])
  const unmet = useAppSelector((state) => selectEditor(state).unmet)
  const { chordStyle } = useSettings()
  const step = useNoteSteps(line)
  const problem = unmet.map((why) => wordReason(why, chordStyle)).join(' ')
  return (
    <section aria-label="The line" className="min-w-0 bg-sheet px-3 pt-2" onKeyDown={step}>
      {children}
      {problem !== '' && <Notice urgent>{problem}</Notice>}
      <OtherLines playing={playing} onHear={onHear} />
      {(line && explanation) || writing ? (
        <LineSystems
          analysis={open.written}
          line={line ?? NO_LINE}
          explanation={explanation ?? nothing}
          view={view}
          caret={caret}
          outline={outline}
        />
      ) : (
        <NoLineYet />
      )}
      {view.table && line && explanation && (
        <NoteTable analysis={explanation.changes} line={line} explanation={explanation} />
      )}
    </section>
  )
}

/** The arrow keys move from note to note; with Shift the selection follows. */
const useNoteSteps = (line: Line | undefined) => {
  const { selection } = useOpenLine()
  const dispatch = useAppDispatch()
  return (event: KeyboardEvent) => {
    if (!line || !(event.target as Element).hasAttribute('data-note')) return
    if (event.key === 'a' && (event.ctrlKey || event.metaKey)) {
      dispatch(allChosen(line.notes.length))
      event.preventDefault()
    }
    const by = { ArrowRight: 1, ArrowLeft: -1 }[event.key]
    if (by === undefined || event.altKey || selection.at === undefined) return
    const index = Math.min(line.notes.length - 1, Math.max(0, selection.at + by))
    dispatch(noteChosen({ index, extend: event.shiftKey }))
    document.querySelector<SVGElement>(`[data-note="${index}"]`)?.focus()
    event.preventDefault()
    event.stopPropagation()
  }
}

interface LineSystemsProps extends Pick<LineSheetProps, 'view' | 'caret' | 'outline'> {
  readonly analysis: Analysis
  readonly line: Line
  readonly explanation: Explanation
}

const NONE: readonly number[] = []

/** The systems with what stands out in them, and what pointer and keys do there. */
const LineSystems = ({ caret, outline, ...shown }: LineSystemsProps) => {
  const { open, concert, selection } = useOpenLine()
  const dispatch = useAppDispatch()
  const { hovered, pointed, outline: figure } = useAppSelector(selectEditor)
  const contour = useContour()
  const { onDraw, onBend } = useContourActions()
  const { onDrag } = useNoteEdits()
  const locked = concert?.locked ?? NONE
  const marks = useMemo(
    () => ({ selection, hovered, locked, caret, pointed, outline: figure ?? outline }),
    [selection, hovered, locked, caret, pointed, figure, outline],
  )
  const actions = useStable({
    onHover: (index: number | undefined) => void dispatch(noteHovered(index)),
    onChoose: (index: number, extend: boolean) => void dispatch(noteChosen({ index, extend })),
    onFocus: (index: number) => void dispatch(noteFocused(index)),
    onDrag,
    onDraw,
    onBend,
  })
  return <Systems {...shown} stretch={open.stretch} marks={marks} contour={contour} actions={actions} />
}

const NoLineYet = () => {
  const { stretch } = useOpenLine().open
  const dispatch = useAppDispatch()
  const composing = useAppSelector(selectComposing)
  return (
    <div className="px-4">
      <Empty>
        No line yet over {barsText(stretch)}. Choose bars above and write one: chord tones on the strong
        beats, connected by steps, arpeggios and approach notes. Or write it by hand.
      </Empty>
      <Button look="main" onClick={() => dispatch(anotherAsked())} disabled={composing}>
        Write a line
      </Button>
    </div>
  )
}
