import { degreeName, type Line, type NoteReading } from '@eager-contour/core'
import type { SystemLayout } from '../layout.ts'
import { ROLE_COLOURS, RoleMark } from '../marks.tsx'

interface NoteSignsProps {
  readonly line: Line
  /** The readings of the row's notes, in order. */
  readonly readings: readonly NoteReading[]
  readonly layout: SystemLayout
  readonly view: { readonly degrees: boolean; readonly roles: boolean }
  readonly hovered: number | undefined
  readonly onHover: (index: number | undefined) => void
}

/** Under the staff: each note's degree and the mark of its role. */
export const NoteSigns = ({ line, readings, layout, view, hovered, onHover }: NoteSignsProps) => {
  const xs = readings.map(({ index }) => layout.xOf(line.notes[index]!.start))
  const names = readings.map(({ degree }) => degreeName(degree))
  return (
    <svg width={layout.width} height={view.roles ? 38 : 22} className="block" aria-hidden="true">
      {readings.map((reading, at) => {
        const room = roomOf(names, xs, at, layout.width)
        const fill = ROLE_COLOURS[reading.role]
        return (
          <g
            key={reading.index}
            transform={`translate(${xs[at]} 0)`}
            onPointerEnter={() => onHover(reading.index)}
            onPointerLeave={() => onHover(undefined)}
          >
            {view.degrees && (
              <g data-testid="degree" fontSize={13.5} fontWeight={reading.role === 'guide' ? 800 : 600}>
                <text
                  y={15}
                  textAnchor="middle"
                  fill={fill}
                  textDecoration={reading.index === hovered ? 'underline' : ''}
                  {...(room.width && { textLength: room.width, lengthAdjust: 'spacingAndGlyphs' })}
                >
                  {names[at]}
                </text>
                {/* Counted from the coming chord: the degree stays centred, the arrow is to its right. */}
                {reading.ofComing && room.hasArrow && (
                  <text y={15} x={widthOf(names[at]!) / 2 + GAP} fill={fill}>
                    →
                  </text>
                )}
              </g>
            )}
            {view.roles && (
              <g transform={`translate(0 ${view.degrees ? 29 : 12}) scale(0.72)`}>
                <RoleMark role={reading.role} lean={leansDown(line, reading) ? -1 : 1} />
              </g>
            )}
          </g>
        )
      })}
    </svg>
  )
}

const leansDown = (line: Line, { index, target }: NoteReading): boolean =>
  target !== undefined && line.notes[target]!.midi < line.notes[index]!.midi

/** Pixels: a letter of a degree, the gap after a degree, and its arrow. */
const LETTER = 6.9
const GAP = 2.5
const ARROW = 14

const widthOf = (name: string): number => name.length * LETTER

/**
 * The room of a degree between its neighbours, and before the edge of the row: the width to which it is condensed where
 * it would run into one of them, and whether an arrow fits after it.
 */
const roomOf = (
  names: readonly string[],
  xs: readonly number[],
  at: number,
  edge: number,
): { readonly width: number | undefined; readonly hasArrow: boolean } => {
  const own = widthOf(names[at]!)
  // Two neighbours share the space between their middles by their widths.
  const share = (other: number): number =>
    names[other] === undefined
      ? own
      : ((Math.abs(xs[other]! - xs[at]!) - GAP) * 2 * own) / (own + widthOf(names[other]))
  const width = Math.min(share(at - 1), share(at + 1))
  const next = names[at + 1]
  const end = next === undefined ? edge : xs[at + 1]! - widthOf(next) / 2 - GAP
  return {
    width: width < own ? width : undefined,
    hasArrow: xs[at]! + own / 2 + GAP + ARROW <= end,
  }
}
