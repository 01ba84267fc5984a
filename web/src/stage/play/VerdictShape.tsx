import type { NoteVerdict } from '@eager-contour/core'
import { VERDICT_COLOURS } from '../../ui/verdicts.ts'

interface VerdictShapeProps {
  /** Undefined while the note is still to come. */
  readonly verdict: NoteVerdict | undefined
  readonly cx: number
  readonly cy: number
  /** Where a wrong note's cross is. */
  readonly wrongY: number
}

/** A note's verdict by shape and colour, some 20 pixels high, in an SVG picture. */
export const VerdictShape = ({ verdict, cx, cy, wrongY }: VerdictShapeProps) => {
  if (verdict === undefined)
    return <circle cx={cx} cy={cy} r={8} fill="none" stroke="var(--soft)" strokeWidth={2.5} />
  const colour = VERDICT_COLOURS[verdict]
  if (verdict === 'right') return <circle cx={cx} cy={cy} r={9.5} fill={colour} />
  if (verdict === 'missed')
    return (
      <circle cx={cx} cy={cy} r={8} fill="none" stroke={colour} strokeWidth={2.5} strokeDasharray="3 4" />
    )
  if (verdict === 'wrong') {
    return (
      <g stroke={colour} strokeWidth={3.5} fill="none">
        <circle cx={cx} cy={cy} r={8} strokeWidth={2} />
        <path d={`M${cx - 6},${wrongY - 6} l12,12 m-12,0 l12,-12`} />
      </g>
    )
  }
  const way = verdict === 'early' ? -1 : 1
  return (
    <g fill={colour} stroke={colour} strokeWidth={3}>
      <circle cx={cx} cy={cy} r={8} />
      <path
        d={`M${cx + way * 8},${cy} h${way * 10} m${-way * 5},-5 l${way * 5},5 l${-way * 5},5`}
        fill="none"
      />
    </g>
  )
}
