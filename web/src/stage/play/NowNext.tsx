import {
  type Analysis,
  type ChordStyle,
  type Exercise,
  msToTicks,
  QUARTER,
  withSigns,
} from '@eager-contour/core'
import { useEffect, useMemo, useState } from 'react'
import { keyWords } from '../../tune/written.ts'
import { ChordSymbol } from '../../ui/ChordSymbol.tsx'
import { LOOK_MS } from './looking.ts'

interface NowNextProps {
  readonly analysis: Analysis
  readonly exercise: Exercise
  readonly position: () => number | undefined
  readonly style: ChordStyle
  /** Chord symbols, numerals and the key, or the key alone. */
  readonly shown?: 'chords' | 'numerals' | 'key'
  /** Where the staff below shows the chords too. */
  readonly small?: boolean
}

/** The sizes of the current and the next chord. */
const SIZES = {
  large: {
    now: 'text-[clamp(4.5rem,12vw,9.5rem)] leading-[1.1]',
    next: 'text-[clamp(2rem,6.2vw,5rem)] leading-[1.15]',
  },
  small: { now: 'text-6xl leading-[1.1]', next: 'text-4xl leading-[1.15]' },
} as const
/** The label before the chord, not above it. */
const ROW = 'flex items-baseline gap-4'

/**
 * How long before it sounds a chord is shown: the player sees it in time, and drawing is finished when the note is
 * judged.
 */
const AHEAD_MS = 100

/** The current and the next chord, large; during the count-in, the beat. */
export const NowNext = ({
  analysis,
  exercise,
  position,
  style,
  shown = 'chords',
  small = false,
}: NowNextProps) => {
  const size = SIZES[small ? 'small' : 'large']
  const spans = useMemo(() => {
    const { from, to } = exercise.spec.stretch
    return analysis.spans.filter((span) => span.bar >= from && span.bar <= to)
  }, [analysis, exercise])
  const [at, setAt] = useState(-1)
  const [counting, setCounting] = useState<number>()
  useEffect(() => {
    const first = spans[0]?.start ?? 0
    const ahead = msToTicks(AHEAD_MS, exercise.spec.tempo)
    // Redrawn only when the chord or the beat of the count-in changes.
    const timer = setInterval(() => {
      const at = position()
      const tick = at === undefined ? undefined : at + ahead
      const before = tick === undefined || tick < 0
      setAt(before ? -1 : spans.findLastIndex((span) => span.start - first <= tick))
      setCounting(
        tick !== undefined && before ? Math.floor((tick + exercise.countIn) / QUARTER) + 1 : undefined,
      )
    }, LOOK_MS)
    return () => clearInterval(timer)
  }, [position, spans, exercise])
  const now = spans[Math.max(0, at)]
  const next = spans[Math.max(0, at) + 1]
  const key = analysis.chart.key ?? analysis.readings[now?.index ?? 0]?.key
  const keyName = key ? keyWords(key) : ''
  return (
    <div className="grid grid-cols-[3fr_2fr] items-end gap-6">
      <div className={small ? ROW : ''}>
        <div className="text-xl text-soft">
          {counting === undefined ? 'now' : counting > 0 ? `count-in: ${counting}` : 'count-in'}
        </div>
        <div className={size.now}>
          {shown === 'key' && <span className="font-head font-bold">{keyName}</span>}
          {shown === 'numerals' && now && (
            <span className="font-head font-bold">{withSigns(analysis.readings[now.index]!.numeral)}</span>
          )}
          {shown === 'chords' && now && <ChordSymbol chord={now.chord} style={style} />}
        </div>
      </div>
      <div className={small ? ROW : ''}>
        <div className="text-xl text-soft">{shown === 'chords' ? 'next' : `in ${keyName}`}</div>
        <div className={`${size.next} text-soft`}>
          {shown === 'numerals' && next && withSigns(analysis.readings[next.index]!.numeral)}
          {shown === 'chords' &&
            (next ? <ChordSymbol chord={next.chord} style={style} /> : <span className="text-4xl">end</span>)}
        </div>
      </div>
    </div>
  )
}
