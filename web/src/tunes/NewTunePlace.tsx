import { type Problem, readChart, wordReason } from '@eager-contour/core'
import { useEffect, useMemo, useRef, useState } from 'react'
import { useNavigate } from 'react-router'
import { useAppDispatch } from '../app/store.ts'
import { dropDraft, keepDraft, readDraft } from '../data/browserStore.ts'
import { newId } from '../data/ids.ts'
import { post } from '../data/outbox.ts'
import { Button } from '../parts/Button.tsx'

const DRAFT = 'new tune'
const FIRST_TEXT = 'title: \nkey: C major\ntime: 4/4\ntempo: 140\n\n| Dm7 | G7 | Cmaj7 | Fmaj7 |\n'

/** Writing a new tune's changes as text, read while it is typed; what is typed is kept in the browser at once. */
export const NewTunePlace = () => {
  const dispatch = useAppDispatch()
  const navigate = useNavigate()
  const area = useRef<HTMLTextAreaElement>(null)
  const [text, setText] = useState(FIRST_TEXT)
  useEffect(() => {
    void readDraft<string>(DRAFT).then((draft) => draft !== undefined && setText(draft))
  }, [])
  const outcome = useMemo(() => readChart(text), [text])
  const write = (next: string) => {
    setText(next)
    void keepDraft(DRAFT, next)
  }
  const goTo = (problem: Problem) => {
    const at = offsetOf(text, problem)
    area.current?.focus()
    area.current?.setSelectionRange(at, at + (problem.place?.length ?? 0))
  }
  const mend = (problem: Problem) => {
    const at = offsetOf(text, problem)
    const from =
      problem.rule === 'chord.unread'
        ? at - Math.max(0, String(problem.args[0]).length - String(problem.args[1]).length)
        : at
    const length =
      problem.rule === 'chord.unread' ? String(problem.args[0]).length : (problem.place?.length ?? 0)
    write(text.slice(0, from) + (problem.mend ?? '') + text.slice(from + length))
  }
  const keep = async () => {
    if (!outcome.ok) return
    const id = newId('tune')
    const title = outcome.value.title || 'Untitled'
    await post(dispatch, {
      entity: id,
      path: `tunes/${id}`,
      title,
      body: { revision: 0, title, chart: text },
    })
    await dropDraft(DRAFT)
    void navigate('/tunes')
  }
  return (
    <div className="mx-auto grid w-full max-w-6xl gap-8 px-5 py-4 md:grid-cols-[3fr_2fr]">
      <div>
        <h1 className="mb-3 text-4xl">New tune</h1>
        <label htmlFor="chart" className="text-soft">
          Changes at concert pitch: bars between strokes, chords of a bar apart by spaces, % for the bar
          before
        </label>
        <textarea
          id="chart"
          ref={area}
          value={text}
          onChange={(event) => write(event.target.value)}
          spellCheck={false}
          rows={18}
          className="mt-2 w-full rounded-lg border border-soft bg-sheet p-4 font-mono text-lg"
        />
        <Button look="main" disabled={!outcome.ok} onClick={() => void keep()}>
          Keep this tune
        </Button>
      </div>
      <div aria-live="polite">
        <h2 className="mt-2 mb-3 text-2xl">What is read</h2>
        {outcome.ok ? (
          <p className="text-lg">
            {outcome.value.bars.length} bars,{' '}
            {outcome.value.bars.reduce((sum, bar) => sum + bar.chords.length, 0)} chords. Nothing stands in
            the way.
          </p>
        ) : (
          <ul>
            {outcome.problems.map((problem) => (
              <li
                key={`${problem.rule} ${problem.place?.line} ${problem.place?.column}`}
                className="border-t border-rule py-3"
              >
                <button
                  type="button"
                  className="text-left underline underline-offset-4"
                  onClick={() => goTo(problem)}
                >
                  Line {problem.place?.line ?? 1}, column {problem.place?.column ?? 1}
                </button>
                <p>{wordReason(problem)}</p>
                {problem.mend && (
                  <Button look="quiet" onClick={() => mend(problem)}>{`Write ${problem.mend}`}</Button>
                )}
              </li>
            ))}
          </ul>
        )}
      </div>
    </div>
  )
}

/** Where in the text a problem's line and column are. */
const offsetOf = (text: string, { place }: Problem): number => {
  const lines = text.split('\n').slice(0, (place?.line ?? 1) - 1)
  return lines.reduce((sum, line) => sum + line.length + 1, 0) + (place?.column ?? 1) - 1
}
