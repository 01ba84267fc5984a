import { barStarts, type Line, type LineNote, withStretchFrom } from '@eager-contour/core'
import { extent } from 'd3-array'
import { scaleLinear } from 'd3-scale'
import { line as curve } from 'd3-shape'
import { selectPlay } from '../../audio/playSlice.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { Button } from '../../ui/Button.tsx'
import { type Alternative, alternativesSet, heardInTurn, selectEditor } from '../editor/editorSlice.ts'
import { lineReplaced } from '../editor/lineHistory.ts'
import { useOpenLine } from '../editor/openLine.ts'

const WIDTH = 150
const HEIGHT = 44
const MARGIN = 4

interface OtherLinesProps {
  readonly playing: boolean
  readonly onHear: () => void
}

/**
 * Alternatives as small contours, each with its score: they are heard one after the other, and one can be used whole, or
 * bar by bar.
 */
export const OtherLines = ({ playing, onHear }: OtherLinesProps) => {
  const { open, concert, write } = useOpenLine()
  const { sounding, stretch } = open
  const dispatch = useAppDispatch()
  const { alternatives: others, inTurn } = useAppSelector(selectEditor)
  const { pass } = useAppSelector(selectPlay)
  if (others.length === 0) return null
  /** Ticks at which each bar of the stretch starts, and the last one ends. */
  const starts = barStarts(sounding.chart).slice(stretch.from, stretch.to + 2)
  const choose = ({ line }: Alternative) =>
    dispatch(
      lineReplaced({
        notes: line.notes,
        stretch,
        seed: concert?.seed ?? 1,
        title: '',
        revision: 0,
        ...(concert?.locked ? { locked: concert.locked } : {}),
      }),
    )
  const takeBar = ({ line }: Alternative, bar: number) => {
    if (concert) write(withStretchFrom(sounding, concert, line, starts[bar]!, starts[bar + 1]!).notes)
  }
  const [start, end] = [starts[0]!, starts.at(-1)!]
  const [low = 60, high = 60] = extent(others.flatMap(({ line }) => line.notes.map(({ midi }) => midi)))
  const path = curve<LineNote>()
    .x(({ start: tick }) => xOf(tick))
    .y(({ midi }) => yOf(midi))
  const xOf = scaleLinear([start, end], [MARGIN, WIDTH - MARGIN])
  const yOf = scaleLinear([low, Math.max(high, low + 1)], [HEIGHT - MARGIN, MARGIN])
  return (
    <section aria-label="Alternatives" className="border-b border-rule pb-2">
      <ol className="flex flex-wrap gap-2">
        {others.map((other, at) => (
          <li key={`${other.brief ?? ''} ${nameOf(other.line)}`}>
            <button
              type="button"
              aria-pressed={other.line.notes === concert?.notes}
              onClick={() => choose(other)}
              className="block rounded-xl border border-rule px-2 pt-1 aria-pressed:border-2 aria-pressed:border-ink data-heard:border-2 data-heard:border-madder"
              {...(inTurn && playing && at === pass ? { 'data-heard': '' } : {})}
            >
              <span className="flex justify-between gap-3 text-sm">
                <span className="font-semibold">{other.brief ?? `Line ${at + 1}`}</span>
                <span className="text-soft">{Math.round(other.score)} of 100</span>
              </span>
              <svg width={WIDTH} height={HEIGHT} aria-hidden="true">
                {phrasesOf(other.line).map((notes) => (
                  <path
                    key={notes[0]!.start}
                    d={path([...notes]) ?? ''}
                    fill="none"
                    stroke="var(--ink)"
                    strokeWidth={1.6}
                    strokeLinecap="round"
                  />
                ))}
              </svg>
            </button>
            <div className="flex" role="group" aria-label={`Bars of line ${at + 1}`}>
              {starts.slice(0, -1).map((tick, bar) => (
                <button
                  key={tick}
                  type="button"
                  aria-label={`Use bar ${stretch.from + bar + 1} of line ${at + 1}`}
                  onClick={() => takeBar(other, bar)}
                  className="min-h-7 grow rounded text-sm text-soft hover:bg-chosen"
                >
                  {stretch.from + bar + 1}
                </button>
              ))}
            </div>
            {other.told && <p className="max-w-[11rem] text-sm text-soft">{other.told}</p>}
          </li>
        ))}
        <li className="flex flex-col self-center">
          <Button look="quiet" onClick={() => (inTurn && playing ? onHear() : dispatch(heardInTurn(true)))}>
            {inTurn && playing ? 'Stop' : 'Hear them in turn'}
          </Button>
          <Button look="quiet" onClick={() => dispatch(alternativesSet([]))}>
            Close
          </Button>
        </li>
      </ol>
    </section>
  )
}

const nameOf = (line: Line): string => line.notes.map(({ start, midi }) => `${start}:${midi}`).join(' ')

/** The line's notes in groups, a new one after each rest. */
const phrasesOf = ({ notes }: Line): readonly (readonly LineNote[])[] => {
  const phrases: LineNote[][] = []
  for (const [at, note] of notes.entries()) {
    const before = notes[at - 1]
    if (before && before.start + before.duration >= note.start) phrases.at(-1)!.push(note)
    else phrases.push([note])
  }
  return phrases
}
