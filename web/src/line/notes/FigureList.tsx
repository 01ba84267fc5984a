import {
  type Analysis,
  alternativeFigures,
  type FittingFigure,
  type Line,
  repitchLine,
} from '@eager-contour/core'
import { useMemo } from 'react'
import { placeWords } from '../../notation/labels.ts'

const MOST = 14

interface FigureListProps {
  readonly analysis: Analysis
  readonly line: Line
  readonly selected: number
  /** A line to show in outline. */
  readonly onOutline: (line: Line | undefined) => void
  /** The new pitches, as written, by index. */
  readonly onTake: (pitches: ReadonlyMap<number, number>) => void
}

/** Other figures from the selected note to the next strong one, named; each is shown in outline while pointed at. */
export const FigureList = ({ analysis, line, selected, onOutline, onTake }: FigureListProps) => {
  const ways = useMemo(() => alternativeFigures(analysis, line, selected), [analysis, line, selected])
  if (!ways) return null
  const pitchesOf = ({ notes }: FittingFigure) => new Map(notes.map((midi, at) => [selected + 1 + at, midi]))
  return (
    <details className="mt-1">
      <summary className="min-h-10 cursor-pointer py-2 font-semibold">
        Other figures to {placeWords(analysis, line.notes[ways.to]!.start)}
      </summary>
      <ul>
        {ways.figures.slice(0, MOST).map((figure) => {
          const pitches = pitchesOf(figure)
          const show = () => onOutline(repitchLine(analysis, line, pitches))
          return (
            <li key={figure.notes.join(' ')}>
              <button
                type="button"
                className="w-full rounded-lg px-1 py-1.5 text-left text-sm hover:bg-chosen"
                onPointerEnter={show}
                onPointerLeave={() => onOutline(undefined)}
                onFocus={show}
                onBlur={() => onOutline(undefined)}
                onClick={() => {
                  onOutline(undefined)
                  onTake(pitches)
                }}
              >
                {nameOf(figure)}
              </button>
            </li>
          )
        })}
      </ul>
    </details>
  )
}

const PLAIN = ['none', 'straight into the target']

const nameOf = ({ leaves, arrives }: FittingFigure): string =>
  [leaves, arrives].filter((name) => !PLAIN.includes(name)).join(', then ') || 'straight into the target'
