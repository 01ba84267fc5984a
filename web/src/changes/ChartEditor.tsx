import { isolateHistory, redo, undo } from '@codemirror/commands'
import { type Diagnostic, setDiagnostics } from '@codemirror/lint'
import { EditorState } from '@codemirror/state'
import { EditorView } from '@codemirror/view'
import { wordReason } from '@eager-contour/core'
import { minimalSetup } from 'codemirror'
import { useEffect, useRef } from 'react'
import { type Fix, fixesOf, offsetOf } from './fixes.ts'
import { readText } from './reading.ts'
import type { Incoming } from './useChartText.ts'

interface ChartEditorProps {
  readonly incoming: Incoming
  readonly label: string
  readonly onChange: (text: string) => void
  /** A position to go to: a new object each time. */
  readonly goTo: Fix | undefined
  /** Undo and redo from outside the editor: one history for everything that changes the text. */
  readonly history: { current: History | undefined }
}

export interface History {
  readonly undo: () => void
  readonly redo: () => void
}

const look = EditorView.theme({
  '&': {
    backgroundColor: 'var(--sheet)',
    color: 'var(--ink)',
    border: '1px solid var(--soft)',
    borderRadius: '0.5rem',
    fontSize: '1.15rem',
  },
  '&.cm-focused': { outline: '3px solid var(--heather)', outlineOffset: '2px' },
  '.cm-content': {
    fontFamily: 'ui-monospace, monospace',
    padding: '0.9rem',
    caretColor: 'var(--ink)',
    minHeight: '15rem',
  },
  '.cm-cursor': { borderLeftColor: 'var(--ink)', borderLeftWidth: '2px' },
  '.cm-selectionBackground': { backgroundColor: 'var(--ledge) !important' },
  '.cm-tooltip': { backgroundColor: 'var(--ground)', color: 'var(--ink)', border: '1px solid var(--soft)' },
  '.cm-diagnosticAction': { backgroundColor: 'var(--ink)', color: 'var(--on-ink)' },
})

/** Pixels under the caret that stay free when the page is scrolled to it: the page's foot lies there. */
const FOOT = 112

/** Each problem of the chart at its place, with its fix. */
const diagnostics = (view: EditorView): readonly Diagnostic[] => {
  const text = view.state.doc.toString()
  const outcome = readText(text)
  if (outcome.ok) return []
  return outcome.problems.map((problem) => {
    const from = Math.min(offsetOf(text, problem), text.length)
    const fixes = fixesOf(text, problem)
    return {
      from,
      to: Math.min(text.length, from + (problem.place?.length ?? 1)),
      severity: 'error' as const,
      message: wordReason(problem),
      actions: fixes.map((fix) => ({
        name: `Change to ${fix.insert}`,
        apply: (editor: EditorView) => editor.dispatch({ changes: fix }),
      })),
    }
  })
}

/** Marks every problem immediately: the marks are there before the next frame. */
const mark = (view: EditorView): void => view.dispatch(setDiagnostics(view.state, diagnostics(view)))

/** The single part in which two texts differ. */
const difference = (before: string, after: string): { from: number; to: number; insert: string } => {
  let head = 0
  while (head < before.length && before[head] === after[head]) head += 1
  let tail = 0
  while (
    tail < Math.min(before.length, after.length) - head &&
    before[before.length - 1 - tail] === after[after.length - 1 - tail]
  )
    tail += 1
  return { from: head, to: before.length - tail, insert: after.slice(head, after.length - tail) }
}

/** The chart's text, read while it is typed. Undo and redo belong to the editor. */
export const ChartEditor = ({ incoming, label, onChange, goTo, history }: ChartEditorProps) => {
  const host = useRef<HTMLDivElement>(null)
  const view = useRef<EditorView>(undefined)
  const report = useRef(onChange)
  report.current = onChange
  const first = useRef(incoming.text)
  useEffect(() => {
    const editor = new EditorView({
      parent: host.current!,
      dispatchTransactions: (transactions, view) => {
        view.update(transactions)
        if (!transactions.some(({ docChanged }) => docChanged)) return
        mark(view)
        report.current(view.state.doc.toString())
      },
      state: EditorState.create({
        doc: first.current,
        extensions: [
          minimalSetup,
          look,
          EditorView.lineWrapping,
          EditorView.scrollMargins.of(() => ({ bottom: FOOT })),
          EditorView.contentAttributes.of({ 'aria-label': label, spellcheck: 'false' }),
        ],
      }),
    })
    view.current = editor
    mark(editor)
    history.current = { undo: () => undo(editor), redo: () => redo(editor) }
    return () => {
      history.current = undefined
      editor.destroy()
    }
  }, [label, history])
  useEffect(() => {
    const editor = view.current
    const now = editor?.state.doc.toString()
    if (!editor || now === incoming.text) return
    editor.dispatch({
      changes: difference(now!, incoming.text),
      annotations: isolateHistory.of('full'),
    })
  }, [incoming])
  useEffect(() => {
    if (!goTo || !view.current) return
    view.current.focus()
    view.current.dispatch({ selection: { anchor: goTo.from, head: goTo.to }, scrollIntoView: true })
  }, [goTo])
  return <div ref={host} />
}
