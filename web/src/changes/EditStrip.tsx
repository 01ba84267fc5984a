import {
  barWords,
  type Chart,
  chordParts,
  type Fifths,
  meterName,
  moveBar,
  type Outcome,
  type Problem,
  readChordSymbol,
  transposeChart,
  withSigns,
  withWord,
  wordReason,
} from '@eager-contour/core'
import { type KeyboardEvent, memo, useMemo, useRef, useState } from 'react'
import { useSettings } from '../settings/settings.ts'
import { ChordSymbol } from '../ui/ChordSymbol.tsx'
import { ShownRow } from '../ui/ShownRow.tsx'
import { useWidth } from '../ui/useWidth.ts'
import { BarPlace, MovingBars, SectionHandle } from './movingBars.tsx'
import { editRows, storedWords } from './views.ts'

interface EditStripProps {
  /** The chart as it is shown, and what the editor contains now, which is changed: showing it may take a moment. */
  readonly chart: Chart
  readonly current: () => Chart | undefined
  /** How it is shown: steps on the line of fifths from concert. */
  readonly view: Fifths
  readonly onChange: (chart: Chart) => void
  /** The bar being edited. */
  readonly chosen: number
  readonly onChoose: (bar: number) => void
}

/** A form with more lines scrolls on its own. */
const MOST_LINES = 8
const LONG = 'max-h-[40vh] overflow-y-auto'
const ROW_HEIGHT = 64

const sameMeter = (a: Chart['meter'], b: Chart['meter']) => a.beats === b.beats && a.unit === b.unit

/** The form, bar by bar as written: type a chord, Tab to the next, drag a bar to move it. */
export const EditStrip = memo(
  ({ chart, current: newest, view, onChange, chosen, onChoose }: EditStripProps) => {
    const current = () => newest() ?? chart
    const shown = useMemo(() => transposeChart(chart, view), [chart, view])
    const [problem, setProblem] = useState<Problem>()
    const strip = useRef<HTMLDivElement>(null)
    const { bars: row, large } = editRows(chart, useWidth(strip))
    const settle = (outcome: Outcome<Chart>): boolean => {
      setProblem(outcome.ok ? undefined : outcome.problems[0])
      if (outcome.ok) onChange(outcome.value)
      return outcome.ok
    }
    const cell = (at: number) => {
      const written = shown.written[at]!
      const { bar, repeatStart, repeatEnd, ending } = written
      const before = shown.written[at - 1]
      const startsEnding = ending && (before?.ending?.join() !== ending.join() || before.repeatEnd)
      return (
        <BarPlace
          key={at}
          at={at}
          chosen={at === chosen}
          opens={repeatStart === true}
          closes={repeatEnd !== undefined}
          onChoose={onChoose}
        >
          <div className="absolute inset-x-1 top-0 flex gap-1.5 text-xs text-soft">
            {bar.section !== undefined && <SectionHandle at={at} name={bar.section} chosen={at === chosen} />}
            {startsEnding && <span className="border-t border-l border-soft px-1">{ending.join(', ')}.</span>}
            {(at === 0 ? !sameMeter(bar.meter, chart.meter) : !sameMeter(bar.meter, before!.bar.meter)) && (
              <span>{meterName(bar.meter)}</span>
            )}
            {repeatEnd !== undefined && repeatEnd > 2 && <span className="ml-auto">{repeatEnd} times</span>}
          </div>
          {barWords(written).map((word, place) => (
            <WordCell
              key={place}
              word={word}
              label={`Bar ${at + 1}, chord ${place + 1}`}
              large={large}
              onFocus={() => onChoose(at)}
              onWrite={(text) => settle(withWord(current(), at, place, storedWords(text, view)))}
              onMove={(by) => {
                const to = Math.min(chart.written.length - 1, Math.max(0, at + by))
                onChange(moveBar(current(), at, to))
                onChoose(to)
                requestAnimationFrame(() =>
                  document.querySelector<HTMLInputElement>(`[data-written="${to}"] input`)?.focus(),
                )
              }}
            />
          ))}
        </BarPlace>
      )
    }
    const lines = Array.from({ length: Math.ceil(chart.written.length / row) }, (_, line) =>
      Array.from({ length: Math.min(row, chart.written.length - line * row) }, (_bar, at) => line * row + at),
    )
    const long = lines.length > MOST_LINES
    return (
      <div ref={strip}>
        <MovingBars chart={chart} current={current} onChange={onChange} onChoose={onChoose}>
          <div role="group" aria-label="The form, bar by bar" className={long ? LONG : ''}>
            {lines.map((bars) => (
              <ShownRow key={bars[0]} height={ROW_HEIGHT}>
                <div className="mb-2 grid" style={{ gridTemplateColumns: `repeat(${row}, minmax(0, 1fr))` }}>
                  {bars.map(cell)}
                </div>
              </ShownRow>
            ))}
          </div>
        </MovingBars>
        <p role="status" className={`mt-1 min-h-6 ${problem ? 'text-madder' : 'text-soft'}`}>
          {problem
            ? `${wordReason(problem)}${problem.fix === undefined ? '' : ` Nearest: ${[problem.fix, ...(problem.others ?? [])].map(withSigns).join(', ')}.`} The bar is unchanged.`
            : 'Type a chord, then Tab to the next. Two chords split the bar; Dm7:3 lasts 3 beats; % repeats the bar before. Alt + arrows move a bar.'}
        </p>
      </div>
    )
  },
)

interface WordCellProps {
  readonly word: string
  readonly label: string
  readonly large: boolean
  readonly onFocus: () => void
  /** False if it can't be read. */
  readonly onWrite: (text: string) => boolean
  readonly onMove: (by: number) => void
}

/** One chord of a bar: typeset until it has the focus, then as typed. */
const WordCell = ({ word, label, large, onFocus, onWrite, onMove }: WordCellProps) => {
  const { chordStyle } = useSettings()
  const [focused, setFocused] = useState(false)
  // Undefined until the player types: a bar that is moved under the focus is shown as it is then, and written by nobody.
  const [typed, setTyped] = useState<string>()
  const [symbol = word, beats] = word.split(':')
  const outcome = readChordSymbol(symbol)
  const commit = () => {
    if (typed !== undefined && typed.trim() !== word) onWrite(typed)
    setTyped(undefined)
  }
  const onKey = (event: KeyboardEvent<HTMLInputElement>) => {
    const by = { ArrowLeft: -1, ArrowRight: 1 }[event.key]
    if (event.key === 'Enter') event.currentTarget.blur()
    else if (event.key === 'Escape') {
      setTyped(undefined)
      requestAnimationFrame(() => (document.activeElement as HTMLElement | null)?.blur())
    } else if (event.altKey && by !== undefined) {
      event.preventDefault()
      commit()
      onMove(by)
    }
  }
  return (
    <span className="relative min-w-0 grow">
      {!focused && (
        <span
          aria-hidden="true"
          className="pointer-events-none absolute inset-0 flex items-center overflow-hidden px-1"
        >
          {outcome.ok && chordParts(outcome.value, chordStyle) ? (
            <ChordSymbol
              chord={outcome.value}
              style={chordStyle}
              className={large ? 'text-2xl' : 'text-lg'}
            />
          ) : (
            <span className={large ? 'text-2xl' : 'text-lg'}>{symbol}</span>
          )}
          {beats !== undefined && <span className="ml-1 text-xs text-soft">{beats} beats</span>}
        </span>
      )}
      <input
        aria-label={label}
        value={typed ?? word}
        spellCheck={false}
        autoComplete="off"
        onFocus={(event) => {
          setFocused(true)
          onFocus()
          event.currentTarget.select()
        }}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => {
          setFocused(false)
          commit()
        }}
        onKeyDown={onKey}
        className={`h-full w-full rounded bg-transparent px-1 font-head font-bold ${large ? 'text-xl' : 'text-base'} ${focused ? '' : 'text-transparent'}`}
      />
    </span>
  )
}
