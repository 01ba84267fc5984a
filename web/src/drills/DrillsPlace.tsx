import type { LineAnswer, RunAnswer } from '@eager-contour/contract'
import { nextTempo, RUNGS, type RungRow } from '@eager-contour/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { useLinesQuery, useRunsQuery } from '../data/api.ts'
import { Empty } from '../parts/Notice.tsx'
import { VerdictMark } from '../parts/VerdictMark.tsx'
import { barsText, useOpenTune } from '../tune/useTune.ts'

/** The rungs that there are for this stretch, with how the last runs went and the tempo that comes next. */
export const DrillsPlace = () => {
  const { tune, stretch } = useOpenTune()
  const { data: runs = [] } = useRunsQuery()
  const { data: lines = [] } = useLinesQuery(tune.id)
  const here = runs.filter(
    (run) =>
      run.tune === tune.id &&
      run.stretch.from === stretch.from &&
      run.stretch.to === stretch.to &&
      run.state === 'finished',
  )
  return (
    <div className="grow bg-sheet px-5 pt-5 pb-10">
      <h2 className="text-2xl">Drills over {barsText(stretch)}</h2>
      <ul className="mt-3 max-w-5xl">
        {RUNGS.map((rung) => (
          <RungItem
            key={rung.id}
            rung={rung}
            runs={here.filter((run) => run.rung === rung.id)}
            lines={lines}
            tune={tune.id}
            bars={`${stretch.from + 1}-${stretch.to + 1}`}
          />
        ))}
      </ul>
    </div>
  )
}

interface RungItemProps {
  readonly rung: RungRow
  readonly runs: readonly RunAnswer[]
  readonly lines: readonly LineAnswer[]
  readonly tune: string
  readonly bars: string
}

const RungItem = ({ rung, runs, lines, tune, bars }: RungItemProps) => {
  const fitting = lines.filter((line) => overlaps(line, bars))
  const [line, setLine] = useState<string>()
  const chosen = line ?? fitting[0]?.id
  const needsLine = rung.id === 'your-line'
  const oldestFirst = [...runs].reverse()
  const tempo = nextTempo(rung, oldestFirst)
  const last = runs[0]
  return (
    <li className="grid items-center gap-4 border-t border-rule py-5 md:grid-cols-[1fr_auto_auto]">
      <div>
        <h3 className="text-2xl">{rung.name}</h3>
        <p className="text-soft">
          Grade {rung.grade}, {rung.gradeName}: {rung.asks}
        </p>
        {needsLine && fitting.length > 0 && (
          <label className="mt-2 block">
            Line{' '}
            <select
              value={chosen}
              onChange={(event) => setLine(event.target.value)}
              className="min-h-10 rounded-xl border border-soft bg-sheet px-2"
            >
              {fitting.map(({ id, title }) => (
                <option key={id} value={id}>
                  {title}
                </option>
              ))}
            </select>
          </label>
        )}
        {needsLine && fitting.length === 0 && (
          <Empty>No kept line lies in these bars. Write one in Line and keep it.</Empty>
        )}
      </div>
      <div>
        {last ? (
          <>
            <VerdictMark verdict={last.verdict} />{' '}
            <span className="text-soft">
              at {last.tempo}, {runs.length === 1 ? 'one run' : `${runs.length} runs`}
            </span>
          </>
        ) : (
          <span className="text-soft">not tried</span>
        )}
      </div>
      {(!needsLine || chosen !== undefined) && (
        <Link
          to={`/stage/${tune}?${new URLSearchParams({ bars, rung: rung.id, tempo: String(tempo), ...(needsLine ? { line: chosen! } : {}) })}`}
          className="inline-flex min-h-12 items-center rounded-full bg-ink px-6 text-lg font-semibold text-on-ink"
        >
          Play at {tempo}
        </Link>
      )}
    </li>
  )
}

const overlaps = (line: LineAnswer, bars: string): boolean => {
  const [from = 1, to = 1] = bars.split('-').map(Number)
  return line.stretch.from <= to - 1 && line.stretch.to >= from - 1
}
