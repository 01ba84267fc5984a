import {
  type Board,
  barStarts,
  type Chart,
  type Fingered,
  type Fingering,
  type Line,
} from '@eager-contour/core'
import { range } from 'd3-array'

/** Frets that a drawing has at least, so that hands of all bars look alike. */
const LEAST_FRETS = 5
const FRET_WIDTH = 34
const STRING_GAP = 18
const LEFT = 34
const TOP = 14
const DOT = 8

interface NecksProps {
  readonly board: Board
  readonly fingering: Fingering
  readonly line: Line
  readonly chart: Chart
}

/** The neck, bar by bar: where each finger goes. */
export const Necks = ({ board, fingering, line, chart }: NecksProps) => {
  const starts = barStarts(chart)
  return (
    <ol className="mt-2 flex flex-wrap gap-x-6 gap-y-3" aria-label="The neck, bar by bar">
      {chart.bars.map((_, bar) => {
        const inBar = line.notes.flatMap(({ start }, at) =>
          start >= starts[bar]! && start < starts[bar + 1]! ? [fingering.notes[at]!] : [],
        )
        return inBar.length === 0 ? null : (
          <li key={starts[bar]}>
            <Neck board={board} places={inBar} name={`Bar ${bar + 1}`} />
          </li>
        )
      })}
    </ol>
  )
}

/** Each place once, in the order in which they are played. */
const distinct = (places: readonly Fingered[]): readonly Fingered[] => [
  ...new Map(places.map((place) => [`${place.string} ${place.fret}`, place])).values(),
]

const Neck = ({
  board,
  places,
  name,
}: {
  readonly board: Board
  readonly places: readonly Fingered[]
  readonly name: string
}) => {
  const count = board.strings.length
  const held = places.filter(({ fret }) => fret > 0)
  const fretted = held.map(({ fret }) => fret)
  // The drawing begins where the hand is, or stretches back to.
  const low = held.length === 0 ? 1 : Math.min(...fretted, ...held.map(({ position }) => position))
  const high = Math.max(low + LEAST_FRETS - 1, ...fretted)
  const frets = range(low, high + 1)
  const yOf = (string: number) => TOP + (count - 1 - string) * STRING_GAP
  const xOf = (fret: number) => (fret === 0 ? LEFT - 12 : LEFT + (fret - low + 0.5) * FRET_WIDTH)
  const [width, bottom] = [LEFT + frets.length * FRET_WIDTH + 8, yOf(0)]
  const words = distinct(places).map(
    ({ string, fret, finger }) =>
      `string ${count - string} ${fret === 0 ? 'open' : `fret ${fret}, finger ${finger}`}`,
  )
  return (
    <figure>
      <figcaption className="text-soft">
        {name}
        {fretted.length > 0 && `, from fret ${low}`}
      </figcaption>
      <svg
        role="img"
        aria-label={`${name}: ${words.join('; ')}`}
        width={width}
        height={bottom + 30}
        data-testid="neck"
      >
        {board.strings.map((open, string) => (
          <line
            key={open}
            x1={LEFT}
            x2={width - 8}
            y1={yOf(string)}
            y2={yOf(string)}
            className="stroke-ink"
            strokeWidth={1 + (count - string) * 0.25}
          />
        ))}
        {[...frets, high + 1].map((fret, at) => (
          <line
            key={fret}
            x1={LEFT + at * FRET_WIDTH}
            x2={LEFT + at * FRET_WIDTH}
            y1={TOP}
            y2={bottom}
            className="stroke-soft"
            strokeWidth={fret === 1 ? 4 : 1}
          />
        ))}
        {frets.map((fret) => (
          <text key={fret} x={xOf(fret)} y={bottom + 24} textAnchor="middle" className="fill-soft text-sm">
            {fret}
          </text>
        ))}
        {distinct(places).map(({ string, fret, finger }) =>
          fret === 0 ? (
            <circle
              key={`${string} 0`}
              cx={xOf(0)}
              cy={yOf(string)}
              r={DOT - 2}
              className="fill-none stroke-ink"
              strokeWidth={2}
            />
          ) : (
            <g key={`${string} ${fret}`}>
              <circle cx={xOf(fret)} cy={yOf(string)} r={DOT} className="fill-ink" />
              <text
                x={xOf(fret)}
                y={yOf(string) + 4.5}
                textAnchor="middle"
                className="fill-on-ink font-semibold text-xs"
              >
                {finger}
              </text>
            </g>
          ),
        )}
      </svg>
    </figure>
  )
}
