import type { Line, Ticks } from '@eager-contour/core'
import type { SystemLayout } from '../layout.ts'

/** A wash behind the notes that are pointed at. */
export const Pointed = ({
  line,
  notes,
  place,
  layout,
  height,
}: {
  readonly line: Line
  readonly notes: readonly number[]
  readonly place: { readonly from: number; readonly to: number }
  readonly layout: SystemLayout
  readonly height: number
}) => {
  const inside = notes.filter((index) => index >= place.from && index <= place.to)
  if (inside.length === 0) return null
  const x1 = layout.xOf(line.notes[inside[0]!]!.start) - 15
  const x2 = layout.xOf(line.notes[inside.at(-1)!]!.start) + 15
  return (
    <rect
      data-testid="pointed"
      x={x1}
      y={0}
      width={x2 - x1}
      height={height}
      rx={8}
      fill="var(--saffron)"
      opacity={0.16}
    />
  )
}

/** The notes of another line that this one lacks, hollow, on a broken path with what stands beside them. */
export const Outline = ({
  line,
  other,
  layout,
  yOf,
}: {
  readonly line: Line
  readonly other: Line
  readonly layout: SystemLayout
  readonly yOf: (midi: number) => number
}) => {
  const here = new Set(line.notes.map(({ start, midi }) => `${start} ${midi}`))
  const isNew = (index: number) => {
    const note = other.notes[index]
    return note !== undefined && !here.has(`${note.start} ${note.midi}`)
  }
  const points = other.notes.flatMap((note, index) =>
    note.start >= layout.start &&
    note.start < layout.end &&
    (isNew(index) || isNew(index - 1) || isNew(index + 1))
      ? [{ x: layout.xOf(note.start), y: yOf(note.midi), fresh: isNew(index) }]
      : [],
  )
  return (
    <g data-testid="outline" className="pointer-events-none">
      <path
        d={points.map(({ x, y }, at) => `${at === 0 ? 'M' : 'L'}${x},${y}`).join(' ')}
        fill="none"
        stroke="var(--madder)"
        strokeWidth={1.8}
        strokeDasharray="5 4"
      />
      {points
        .filter(({ fresh }) => fresh)
        .map(({ x, y }) => (
          <circle
            key={`${x} ${y}`}
            cx={x}
            cy={y}
            r={7}
            fill="var(--sheet)"
            stroke="var(--madder)"
            strokeWidth={2.2}
          />
        ))}
    </g>
  )
}

/** A bracket over an enclosure that closes on its target. */
export const Bracket = ({ xs, ys }: { readonly xs: readonly number[]; readonly ys: readonly number[] }) => {
  const top = Math.min(...ys) - 17
  return (
    <path
      d={`M${xs[0]},${top + 6} V${top} H${xs[1]} V${ys.at(-1)! - 11}`}
      fill="none"
      stroke="var(--heather)"
      strokeWidth={1.6}
    />
  )
}

/** Around a selected note, and the one under the pointer. */
export const Ring = () => (
  <circle r={13} fill="none" stroke="var(--ink)" strokeWidth={2} className="pointer-events-none" />
)

/** Around a locked note. */
export const LockFrame = () => (
  <rect
    x={-10}
    y={-10}
    width={20}
    height={20}
    rx={3}
    fill="none"
    stroke="var(--ink)"
    strokeWidth={2}
    className="pointer-events-none"
  />
)

interface CaretProps {
  readonly tick: Ticks | undefined
  readonly layout: SystemLayout
  readonly height: number
}

/** Where the next typed note will be. */
export const Caret = ({ tick, layout, height }: CaretProps) => {
  if (tick === undefined || tick < layout.start || tick >= layout.end) return null
  const x = layout.xOf(tick)
  return <line data-testid="caret" x1={x} x2={x} y1={0} y2={height} stroke="var(--heather)" strokeWidth={3} />
}
