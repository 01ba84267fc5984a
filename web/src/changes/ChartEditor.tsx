import { type Diagnostic, linter } from '@codemirror/lint'
import { EditorState } from '@codemirror/state'
import { EditorView } from '@codemirror/view'
import { readChart, wordReason } from '@eager-contour/core'
import { minimalSetup } from 'codemirror'
import { useEffect, useRef } from 'react'
import { type Mend, mendOf, offsetOf } from './mending.ts'

interface ChartEditorProps {
  readonly text: string
  readonly label: string
  readonly onChange: (text: string) => void
  /** A place to go to: a new object each time. */
  readonly goTo: Mend | undefined
}

const LINT_DELAY_MS = 150

const look = EditorView.theme({
  '&': {
    backgroundColor: 'var(--sheet)',
    color: 'var(--ink)',
    border: '1px solid var(--soft)',
    borderRadius: '0.5rem',
    fontSize: '1.15rem',
  },
  '.cm-content': {
    fontFamily: 'ui-monospace, monospace',
    padding: '0.9rem',
    caretColor: 'var(--ink)',
    minHeight: '22rem',
  },
  '.cm-cursor': { borderLeftColor: 'var(--ink)', borderLeftWidth: '2px' },
  '.cm-selectionBackground': { backgroundColor: 'var(--ledge) !important' },
  '.cm-tooltip': { backgroundColor: 'var(--ground)', color: 'var(--ink)', border: '1px solid var(--soft)' },
  '.cm-diagnosticAction': { backgroundColor: 'var(--ink)', color: 'var(--on-ink)' },
})

/** Each problem of the chart at its place, with its mend. */
const diagnostics = (view: EditorView): readonly Diagnostic[] => {
  const text = view.state.doc.toString()
  const outcome = readChart(text)
  if (outcome.ok) return []
  return outcome.problems.map((problem) => {
    const from = Math.min(offsetOf(text, problem), text.length)
    const mend = mendOf(text, problem)
    return {
      from,
      to: Math.min(text.length, from + (problem.place?.length ?? 1)),
      severity: 'error' as const,
      message: wordReason(problem),
      ...(mend
        ? {
            actions: [
              {
                name: `Write ${mend.insert}`,
                apply: (editor: EditorView) => editor.dispatch({ changes: mend }),
              },
            ],
          }
        : {}),
    }
  })
}

/** The chart's text, read while it is typed. Undo and redo belong to the editor. */
export const ChartEditor = ({ text, label, onChange, goTo }: ChartEditorProps) => {
  const host = useRef<HTMLDivElement>(null)
  const view = useRef<EditorView>(undefined)
  const report = useRef(onChange)
  report.current = onChange
  const first = useRef(text)
  useEffect(() => {
    const editor = new EditorView({
      parent: host.current!,
      state: EditorState.create({
        doc: first.current,
        extensions: [
          minimalSetup,
          look,
          EditorView.lineWrapping,
          EditorView.contentAttributes.of({ 'aria-label': label, spellcheck: 'false' }),
          linter((current) => diagnostics(current), { delay: LINT_DELAY_MS }),
          EditorView.updateListener.of((update) => {
            if (update.docChanged) report.current(update.state.doc.toString())
          }),
        ],
      }),
    })
    view.current = editor
    return () => editor.destroy()
  }, [label])
  useEffect(() => {
    const editor = view.current
    const now = editor?.state.doc.toString()
    if (editor && now !== text) editor.dispatch({ changes: { from: 0, to: now!.length, insert: text } })
  }, [text])
  useEffect(() => {
    if (!goTo || !view.current) return
    view.current.focus()
    view.current.dispatch({ selection: { anchor: goTo.from, head: goTo.to }, scrollIntoView: true })
  }, [goTo])
  return <div ref={host} />
}
