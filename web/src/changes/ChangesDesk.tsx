import { type Chart, type Outcome, wordReason } from '@eager-contour/core'
import { type ReactNode, useState } from 'react'
import { Button } from '../parts/Button.tsx'
import { keyWords } from '../tune/written.ts'
import { ChartEditor } from './ChartEditor.tsx'
import { applyMend, type Mend, mendOf, offsetOf } from './mending.ts'

interface ChangesDeskProps {
  readonly text: string
  readonly outcome: Outcome<Chart>
  readonly onChange: (text: string) => void
  /** Beneath the editor: what can be done with the text. */
  readonly children: ReactNode
  /** Above what is read: ways to begin or to change the whole. */
  readonly tools: ReactNode
}

const HOW =
  'Changes at concert pitch: bars between strokes, chords of a bar apart by spaces, % for the bar before, |: and :| for repeats, 1. and 2. for endings'

/** The text on the left, what is read of it on the right, each problem with its place and its mend. */
export const ChangesDesk = ({ text, outcome, onChange, children, tools }: ChangesDeskProps) => {
  const [goTo, setGoTo] = useState<Mend>()
  return (
    <div className="grid w-full gap-8 md:grid-cols-[3fr_2fr]">
      <div className="min-w-0">
        <p className="mb-2 text-soft">{HOW}</p>
        <ChartEditor text={text} label={HOW} onChange={onChange} goTo={goTo} />
        <div className="mt-3 flex flex-wrap items-center gap-3">{children}</div>
      </div>
      <div>
        {tools}
        <h2 className="mt-4 mb-3 text-2xl">What is read</h2>
        <div aria-live="polite">
          {outcome.ok ? (
            <p className="text-lg">
              {count(outcome.value.bars.length, 'bar')}, {count(chords(outcome.value), 'chord')}
              {outcome.value.written.length === outcome.value.bars.length
                ? ''
                : `, ${count(outcome.value.written.length, 'bar')} as written`}
              {outcome.value.key ? `, ${keyWords(outcome.value.key)}` : ', no key named'}. Nothing stands in
              the way.
            </p>
          ) : (
            <ul>
              {outcome.problems.map((problem) => {
                const mend = mendOf(text, problem)
                const from = offsetOf(text, problem)
                return (
                  <li
                    key={`${problem.rule} ${problem.place?.line} ${problem.place?.column}`}
                    className="border-t border-rule py-3"
                  >
                    <button
                      type="button"
                      className="text-left underline underline-offset-4"
                      onClick={() => setGoTo({ from, to: from + (problem.place?.length ?? 0), insert: '' })}
                    >
                      Line {problem.place?.line ?? 1}, column {problem.place?.column ?? 1}
                    </button>
                    <p>{wordReason(problem)}</p>
                    {mend && (
                      <Button
                        look="quiet"
                        onClick={() => onChange(applyMend(text, mend))}
                      >{`Write ${mend.insert}`}</Button>
                    )}
                  </li>
                )
              })}
            </ul>
          )}
        </div>
      </div>
    </div>
  )
}

const count = (number: number, what: string): string => `${number} ${what}${number === 1 ? '' : 's'}`
const chords = (chart: Chart): number => chart.bars.reduce((sum, bar) => sum + bar.chords.length, 0)
