import type { Analysis, ChordStyle, Exercise } from '@eager-contour/core'
import { useEffect, useState } from 'react'
import { ChordSymbol } from '../parts/ChordSymbol.tsx'

interface NowNextProps {
  readonly analysis: Analysis
  readonly exercise: Exercise
  readonly position: () => number | undefined
  readonly style: ChordStyle
}

/** The chord that sounds and the one that comes, large; while counting in, the beat. */
export const NowNext = ({ analysis, exercise, position, style }: NowNextProps) => {
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
  const counting =
    tick !== undefined && tick < 0 ? Math.floor((tick + exercise.countIn) / 480) + 1 : undefined
  return (
    <div className="grid grid-cols-[3fr_2fr] items-end gap-6">
      <div>
        <div className="text-xl text-soft">
          {counting === undefined ? 'now' : counting > 0 ? `count-in: ${counting}` : 'count-in'}
        </div>
        {now && (
          <ChordSymbol
            chord={now.chord}
            style={style}
            className="text-[clamp(4.5rem,12vw,9.5rem)] leading-[1.1]"
          />
        )}
      </div>
      <div>
        <div className="text-xl text-soft">next</div>
        <div className="text-[clamp(2rem,6.2vw,5rem)] leading-[1.15] text-soft">
          {next ? <ChordSymbol chord={next.chord} style={style} /> : <span className="text-4xl">end</span>}
        </div>
      </div>
    </div>
  )
}
