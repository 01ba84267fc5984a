import { type Analysis, type ChordStyle, type Exercise, withSigns } from '@eager-contour/core'
import { useEffect, useState } from 'react'
import { ChordSymbol } from '../parts/ChordSymbol.tsx'
import { keyWords } from '../tune/written.ts'

interface NowNextProps {
  readonly analysis: Analysis
  readonly exercise: Exercise
  readonly position: () => number | undefined
  readonly style: ChordStyle
  /** Chord symbols, numerals and the key, or the key alone. */
  readonly shown?: 'chords' | 'numerals' | 'key'
}

/** The chord that sounds and the one that comes, large; while counting in, the beat. */
export const NowNext = ({ analysis, exercise, position, style, shown = 'chords' }: NowNextProps) => {
  const [tick, setTick] = useState<number>()
  useEffect(() => {
    const timer = setInterval(() => setTick(position()), 50)
    return () => clearInterval(timer)
  }, [position])
  const { from, to } = exercise.spec.stretch
  const spans = analysis.spans.filter((span) => span.bar >= from && span.bar <= to)
  const first = spans[0]?.start ?? 0
  const at = tick === undefined || tick < 0 ? -1 : spans.findLastIndex((span) => span.start - first <= tick)
  const now = spans[Math.max(0, at)]
  const next = spans[Math.max(0, at) + 1]
  const key = analysis.chart.key ?? analysis.readings[now?.index ?? 0]?.key
  const keyName = key ? keyWords(key) : ''
  const counting =
    tick !== undefined && tick < 0 ? Math.floor((tick + exercise.countIn) / 480) + 1 : undefined
  return (
    <div className="grid grid-cols-[3fr_2fr] items-end gap-6">
      <div>
        <div className="text-xl text-soft">
          {counting === undefined ? 'now' : counting > 0 ? `count-in: ${counting}` : 'count-in'}
        </div>
        <div className="text-[clamp(4.5rem,12vw,9.5rem)] leading-[1.1]">
          {shown === 'key' && <span className="font-head font-bold">{keyName}</span>}
          {shown === 'numerals' && now && (
            <span className="font-head font-bold">{withSigns(analysis.readings[now.index]!.numeral)}</span>
          )}
          {shown === 'chords' && now && <ChordSymbol chord={now.chord} style={style} />}
        </div>
      </div>
      <div>
        <div className="text-xl text-soft">{shown === 'chords' ? 'next' : `in ${keyName}`}</div>
        <div className="text-[clamp(2rem,6.2vw,5rem)] leading-[1.15] text-soft">
          {shown === 'numerals' && next && withSigns(analysis.readings[next.index]!.numeral)}
          {shown === 'chords' &&
            (next ? <ChordSymbol chord={next.chord} style={style} /> : <span className="text-4xl">end</span>)}
        </div>
      </div>
    </div>
  )
}
