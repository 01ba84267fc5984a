import { barStarts, type ChartBar, type ChordStyle, type Stretch } from '@eager-contour/core'
import {
  type KeyboardEvent,
  memo,
  type PointerEvent,
  useCallback,
  useEffect,
  useLayoutEffect,
  useMemo,
  useRef,
} from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { useSettings } from '../../settings/settings.ts'
import type { OpenTune } from '../../tune/useTune.ts'
import { ChordSymbol, chordText } from '../../ui/ChordSymbol.tsx'
import { useWindowSize } from '../../ui/useWindowSize.ts'
import { useStripCursor } from './useStripCursor.ts'

/** A window narrower than this shows a strip of few bars in a row, which scrolls. */
const NARROW = 640
const FEW = 4

/** Bars per row: rows of equal length, as in the form. */
const barsARow = (count: number, width: number): number =>
  width < NARROW
    ? Math.min(count, FEW)
    : count <= 12
      ? count
      : ([16, 12, 10, 8].find((row) => count % row === 0 && count / row <= 4 && (count > 16 || row === 8)) ??
        16)

/** A tune with more bars scrolls in its strip. */
const LONG_TUNE = 96

/** The whole form: every bar with its chords, sections and key regions; drag or Shift+arrows choose the stretch. */
export const FormStrip = ({ open }: { readonly open: OpenTune }) => {
  const { chart, spans, readings } = open.written
  const { chordStyle } = useSettings()
  const { stretch, setStretch } = open
  const drag = useRef<number | undefined>(undefined)
  const cursor = useRef<HTMLDivElement>(null)
  const grid = useRef<HTMLDivElement>(null)
  const starts = useMemo(() => barStarts(chart), [chart])
  const bandOf = useMemo(
    () =>
      keyBands(
        spans.map(({ bar }) => bar),
        readings.map(({ key }) => `${key.tonic} ${key.mode}`),
      ),
    [spans, readings],
  )
  const { width } = useWindowSize()
  const row = barsARow(chart.bars.length, width)

  useStripCursor(grid, cursor, starts)
  useEffect(() => {
    // In a strip that scrolls the stretch is in sight, however many bars are in a row.
    void row
    const cell = grid.current?.children[stretch.from] as HTMLElement | undefined
    const frame = grid.current?.parentElement
    if (!cell || !frame) return
    const isSeen = cell.offsetTop >= frame.scrollTop && cell.offsetTop < frame.scrollTop + frame.clientHeight
    if (!isSeen) frame.scrollTop = cell.offsetTop
  }, [stretch.from, row])

  const onKey = useStretchKeys(stretch, setStretch, chart.bars.length)
  const dragTo = (event: PointerEvent<HTMLDivElement>) => {
    if (drag.current === undefined) return
    const bar = barUnder(event.clientX, event.clientY)
    if (bar !== undefined) setStretch(ordered(drag.current, bar))
  }
  return (
    <div
      className={`relative mx-5 max-sm:mx-3 max-sm:max-h-[9.5rem] max-sm:overflow-y-auto ${chart.bars.length > LONG_TUNE ? 'max-h-[30vh] overflow-y-auto' : ''}`}
    >
      <div
        ref={grid}
        role="listbox"
        aria-label="Form: bars of the tune"
        aria-multiselectable="true"
        tabIndex={0}
        onKeyDown={onKey}
        onPointerDown={(event) => {
          const bar = barUnder(event.clientX, event.clientY)
          if (bar === undefined) return
          drag.current = event.shiftKey ? stretch.from : bar
          setStretch(ordered(drag.current, bar))
        }}
        onPointerMove={dragTo}
        onPointerUp={() => {
          drag.current = undefined
        }}
        className="grid touch-none gap-y-1 select-none max-sm:touch-pan-y"
        style={{ gridTemplateColumns: `repeat(${row}, minmax(0, 1fr))` }}
      >
        {chart.bars.map((bar, index) => (
          <BarCell
            key={index}
            bar={bar}
            index={index}
            chosen={index >= stretch.from && index <= stretch.to}
            even={bandOf[index]! % 2 === 0}
            small={row > 12}
            style={chordStyle}
          />
        ))}
      </div>
      <div
        ref={cursor}
        data-testid="strip-cursor"
        className="pointer-events-none absolute top-0 left-0 hidden w-0.5 bg-madder will-change-transform"
      />
    </div>
  )
}

interface BarCellProps {
  readonly bar: ChartBar
  readonly index: number
  readonly chosen: boolean
  /** Key regions alternate between two shades. */
  readonly even: boolean
  readonly small: boolean
  readonly style: ChordStyle
}

/** One bar of the strip; redrawn only when something in it changes. */
const BarCell = memo(({ bar, index, chosen, even, small, style }: BarCellProps) => (
  <div
    data-bar={index}
    role="option"
    tabIndex={-1}
    aria-selected={chosen}
    aria-label={`Bar ${index + 1}: ${bar.chords.map(({ chord }) => chordText(chord, style)).join(', ')}`}
    className={`relative flex min-h-9 flex-wrap items-center gap-x-1.5 border-l border-rule px-1.5 pb-1.5 leading-tight ${chosen ? 'bg-chosen' : ''}`}
  >
    {bar.section !== undefined && (
      // In a narrow cell it has a line of its own, over the chords.
      <span
        className={`text-xs text-soft ${small ? 'w-full pt-0.5 leading-none' : 'absolute top-0 right-1'}`}
      >
        {bar.section}
      </span>
    )}
    {bar.chords.map(({ chord }, at) => (
      <ChordSymbol
        key={at}
        chord={chord}
        style={style}
        className={small ? (bar.chords.length > 1 ? 'text-sm' : 'text-base') : 'text-lg'}
      />
    ))}
    <span
      className={`absolute inset-x-0 bottom-0 ${chosen ? 'h-1.5' : 'h-1'} ${even ? 'bg-ledge-guide' : 'bg-ledge'} ${chosen ? 'brightness-75' : ''}`}
    />
  </div>
))

const ordered = (a: number, b: number): Stretch => ({ from: Math.min(a, b), to: Math.max(a, b) })

const barUnder = (x: number, y: number): number | undefined => {
  const cell = document.elementFromPoint(x, y)?.closest<HTMLElement>('[data-bar]')
  return cell ? Number(cell.dataset.bar) : undefined
}

/** Numbers each bar's key region: a new number wherever the key changes. */
const keyBands = (bars: readonly number[], keys: readonly string[]): readonly number[] => {
  const bands: number[] = []
  let band = 0
  keys.forEach((key, at) => {
    if (at > 0 && key !== keys[at - 1]) band += 1
    bands[bars[at]!] ??= band
  })
  return bands
}

/** Away from any control, Shift and the arrows change the stretch from anywhere on the page. */
const isOnSomething = ({ target }: globalThis.KeyboardEvent): boolean =>
  target instanceof Element && !target.matches('body, html, h1')

const useStretchKeys = (stretch: Stretch, setStretch: (stretch: Stretch) => void, bars: number) => {
  /** The stretch that was asked for last: keys may come faster than the page is drawn. */
  const asked = useRef(stretch)
  useLayoutEffect(() => {
    asked.current = stretch
  }, [stretch])
  const change = useCallback(
    (event: { readonly key: string; readonly shiftKey: boolean; preventDefault: () => void }) => {
      const step = { ArrowRight: 1, ArrowLeft: -1 }[event.key]
      if (step === undefined) return
      event.preventDefault()
      const { from, to } = asked.current
      const next = event.shiftKey
        ? { from, to: Math.min(bars - 1, Math.max(from, to + step)) }
        : { from: from + step, to: to + step }
      if (next.from < 0 || next.to >= bars) return
      asked.current = next
      setStretch(next)
    },
    [setStretch, bars],
  )
  useHotkeys('shift+right, shift+left', change, { ignoreEventWhen: isOnSomething }, [change])
  return (event: KeyboardEvent) => change(event)
}
