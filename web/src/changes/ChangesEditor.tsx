import { type Chart, type Outcome, wordReason, writeChart } from '@eager-contour/core'
import { type ReactNode, useCallback, useDeferredValue, useRef, useState } from 'react'
import { useSettings } from '../settings/settings.ts'
import { keyWords } from '../tune/written.ts'
import { Button } from '../ui/Button.tsx'
import { counted } from '../ui/counted.ts'
import { BarTools } from './BarTools.tsx'
import { ChartEditor, type History } from './ChartEditor.tsx'
import { EditStrip } from './EditStrip.tsx'
import { applyFix, type Fix, fixesOf, offsetOf } from './fixes.ts'
import { readText } from './reading.ts'
import type { Incoming } from './useChartText.ts'
import { ViewChoice, viewOf } from './ViewChoice.tsx'
import type { View } from './views.ts'

interface ChangesEditorProps {
  readonly text: string
  readonly outcome: Outcome<Chart>
  readonly incoming: Incoming
  /** What was written outside the editor, and what is typed in it. */
  readonly onWrite: (text: string) => void
  readonly onTyped: (text: string) => void
  /** At the bottom: actions for the whole chart. */
  readonly children: ReactNode
  /** Above the check: ways to start. */
  readonly tools?: ReactNode
}

const HOW =
  'The chart as text, at concert pitch: separate bars with |, % repeats the bar before, |: and :| are repeats, 1. and 2. endings'

/** One chart in two synchronised forms: bar by bar above, as text below; each problem at its place with its fixes. */
export const ChangesEditor = ({
  text,
  outcome,
  incoming,
  onWrite,
  onTyped,
  children,
  tools,
}: ChangesEditorProps) => {
  const { instrument } = useSettings()
  const ownView = viewOf(instrument.name, instrument.written.fifths)
  const [goTo, setGoTo] = useState<Fix>()
  const [view, setView] = useState<View>()
  const [bar, setBar] = useState(0)
  const history = useRef<History>(undefined)
  const shown = view ?? ownView
  // The strip may lag behind fast typing; the text and its marks never do.
  const latest = outcome.ok ? outcome.value : undefined
  const chart = useDeferredValue(latest)
  // Bars are changed in what the editor contains at this moment: what is drawn may be one click behind.
  const content = useRef(text)
  const typed = (next: string) => {
    content.current = next
    onTyped(next)
  }
  const current = useCallback((): Chart | undefined => {
    const now = readText(content.current)
    return now.ok ? now.value : undefined
  }, [])
  const write = useCallback(
    (next: Chart) => {
      content.current = writeChart(next)
      onWrite(content.current)
    },
    [onWrite],
  )
  const chosen = chart ? Math.min(bar, chart.written.length - 1) : 0
  return (
    <div className="w-full">
      {chart ? (
        <>
          <EditStrip
            chart={chart}
            current={current}
            view={shown.fifths}
            onChange={write}
            chosen={chosen}
            onChoose={setBar}
          />
          <BarTools
            chart={latest ?? chart}
            bar={Math.min(chosen, (latest ?? chart).written.length - 1)}
            current={current}
            onChange={write}
            onChoose={setBar}
            onUndo={() => history.current?.undo()}
            onRedo={() => history.current?.redo()}
          />
        </>
      ) : (
        <p className="text-lg">The bars appear here once the text below can be read.</p>
      )}
      <div className="mt-4 grid gap-x-8 gap-y-4 md:grid-cols-[3fr_2fr]">
        <div className="min-w-0">
          <p className="mb-2 text-soft">{HOW}</p>
          <ChartEditor incoming={incoming} label={HOW} onChange={typed} goTo={goTo} history={history} />
        </div>
        <div>
          {chart && (
            <ViewChoice
              chart={chart}
              instrument={ownView}
              view={shown}
              onView={setView}
              onWrite={(next) => {
                write(next)
                setView(undefined)
              }}
            />
          )}
          {tools}
          <h2 className="mt-4 mb-3 text-2xl">Check</h2>
          <div aria-live="polite">
            {chart ? (
              <p className="text-lg">
                {counted(chart.bars.length, 'bar')}, {counted(chords(chart), 'chord')}
                {chart.written.length === chart.bars.length
                  ? ''
                  : `, ${counted(chart.written.length, 'bar')} as written`}
                {chart.key ? `, ${keyWords(chart.key)}` : ', no key given'} at concert pitch. No problems
                found.
              </p>
            ) : (
              !outcome.ok && (
                <ul>
                  {outcome.problems.slice(0, MOST_SHOWN).map((problem) => {
                    const from = offsetOf(text, problem)
                    return (
                      <li
                        key={`${problem.rule} ${problem.place?.line} ${problem.place?.column}`}
                        className="border-t border-rule py-3"
                      >
                        <button
                          type="button"
                          className="text-left underline underline-offset-4"
                          onClick={() =>
                            setGoTo({ from, to: from + (problem.place?.length ?? 0), insert: '' })
                          }
                        >
                          Line {problem.place?.line ?? 1}, column {problem.place?.column ?? 1}
                        </button>
                        <p>{wordReason(problem)}</p>
                        {fixesOf(text, problem).map((fix) => (
                          <Button
                            key={fix.insert}
                            look="quiet"
                            onClick={() => onWrite(applyFix(text, fix))}
                          >{`Change to ${fix.insert}`}</Button>
                        ))}
                      </li>
                    )
                  })}
                  {outcome.problems.length > MOST_SHOWN && (
                    <li className="text-soft">and {outcome.problems.length - MOST_SHOWN} more</li>
                  )}
                </ul>
              )
            )}
          </div>
        </div>
      </div>
      <div className="sticky bottom-[var(--band,0px)] mt-3 flex flex-wrap items-center gap-3 border-t border-rule bg-sheet py-2.5">
        {children}
      </div>
    </div>
  )
}

const MOST_SHOWN = 12

const chords = (chart: Chart): number => chart.bars.reduce((sum, bar) => sum + bar.chords.length, 0)
