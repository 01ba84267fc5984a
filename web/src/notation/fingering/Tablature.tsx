import type { Board, Line } from '@eager-contour/core'
import type { SystemLayout } from '../layout.ts'
import type { LineFingering } from './useFingering.ts'

const TOP = 10
/** Pixels from line to line, and the size of a number where there is room for it and where notes are close to each other. */
const NEAR = { gap: 15, size: 15, small: 11 } as const
/** To be read from a music stand. */
const FAR = { gap: 17, size: 21, small: 17 } as const
const CLOSE = 20

/** How high a row of tablature is, in pixels. */
export const tablatureHeight = ({ strings }: Board, far = false): number =>
  (strings.length - 1) * (far ? FAR : NEAR).gap + 2 * TOP

interface TablatureProps {
  /** Undefined for instruments without a fingerboard. */
  readonly fingered: LineFingering | undefined
  readonly line: Line
  readonly layout: SystemLayout
  /** Large, to be read from a music stand. */
  readonly far?: boolean
}

/** A row of tablature: a line for each string, the highest on top, and the fret of each note where it stands on the staff. */
export const Tablature = ({ fingered, line, layout, far = false }: TablatureProps) => {
  const { board, fingering } = fingered ?? {}
  if (!board || !fingering) return null
  const count = board.strings.length
  const sizes = far ? FAR : NEAR
  const yOf = (string: number) => TOP + (count - 1 - string) * sizes.gap
  const shown = line.notes.flatMap(({ start }, at) =>
    start >= layout.start && start < layout.end
      ? [{ at, x: layout.xOf(start), ...fingering.notes[at]! }]
      : [],
  )
  const words = shown.map(
    ({ string, fret }) => `string ${count - string} ${fret === 0 ? 'open' : `fret ${fret}`}`,
  )
  const bottom = yOf(0)
  const isClose = shown.some(({ x }, at) => at > 0 && x - shown[at - 1]!.x < CLOSE)
  const size = isClose ? sizes.small : sizes.size
  const halfWidth = (fret: number) => size * (fret > 9 ? 0.62 : 0.4)
  return (
    <svg
      role="img"
      aria-label={`Tablature: ${words.join(', ')}`}
      width={layout.width}
      height={tablatureHeight(board, far)}
      className="block max-w-full"
      data-testid="tablature"
    >
      {board.strings.map((open, string) => (
        <line key={open} x1={4} x2={layout.width} y1={yOf(string)} y2={yOf(string)} className="stroke-soft" />
      ))}
      {Array.from({ length: layout.to - layout.from + 2 }, (_, at) => (
        <line
          key={layout.from + at}
          x1={at === layout.to - layout.from + 1 ? layout.width - 1 : layout.barX(layout.from + at)}
          x2={at === layout.to - layout.from + 1 ? layout.width - 1 : layout.barX(layout.from + at)}
          y1={TOP}
          y2={bottom}
          className="stroke-soft"
        />
      ))}
      {shown.map(({ at, x, string, fret }) => (
        <rect
          key={at}
          x={x - halfWidth(fret)}
          y={yOf(string) - size / 2}
          width={2 * halfWidth(fret)}
          height={size}
          className="fill-sheet"
        />
      ))}
      {shown.map(({ at, x, string, fret }) => (
        <text
          key={at}
          data-tab-note={at}
          x={x}
          y={yOf(string) + size / 3}
          textAnchor="middle"
          className="fill-ink font-semibold"
          style={{ fontSize: size }}
        >
          {fret}
        </text>
      ))}
    </svg>
  )
}
