import type { Exercise, Judged } from '@eager-contour/core'
import { median } from 'd3-array'
import { scaleLinear } from 'd3-scale'
import { useRef } from 'react'
import { useWidth } from '../../ui/useWidth.ts'
import { VERDICT_COLOURS } from '../../ui/verdicts.ts'

const HEIGHT = 88
const MIDDLE = 44
/** In a picture narrower than this (pixels) the strokes are thinner. */
const NARROW = 600
/** Milliseconds from the middle to the edge. */
const EDGE_MS = 150
const yOf = scaleLinear([-EDGE_MS, EDGE_MS], [MIDDLE - 36, MIDDLE + 36]).clamp(true)

interface TimingPictureProps {
  readonly exercise: Exercise
  readonly judged: readonly Judged[]
  /** The largest shown deviation, in milliseconds. */
  readonly onTimeMs: number
}

/** How early (above the line) or late (below it) each note came, from the first to the last. */
export const TimingPicture = ({ judged, ...shown }: TimingPictureProps) => {
  const timed = judged.filter(({ offMs, expected }) => offMs !== undefined && expected !== undefined)
  return timed.length === 0 ? null : <TimedNotes {...shown} timed={timed} />
}

interface TimedNotesProps extends Omit<TimingPictureProps, 'judged'> {
  readonly timed: readonly Judged[]
}

const TimedNotes = ({ exercise, timed, onTimeMs }: TimedNotesProps) => {
  const host = useRef<HTMLElement>(null)
  const width = useWidth(host)
  const usual = Math.round(median(timed, ({ offMs }) => offMs) ?? 0)
  const xOf = scaleLinear([Math.min(0, exercise.expected[0]?.start ?? 0), exercise.length], [70, width - 20])
  const description =
    Math.abs(usual) < 5
      ? 'on the beat'
      : `${Math.abs(usual)} ms ${usual < 0 ? 'ahead of' : 'behind'} the beat`
  return (
    <figure ref={host} className="mt-2">
      <figcaption className="text-lg">
        On average <strong>{description}</strong>.
      </figcaption>
      <svg
        viewBox={`0 0 ${width} ${HEIGHT}`}
        className="w-full"
        role="img"
        aria-label={`How early or late each note came: on average ${description}`}
        data-testid="timing"
      >
        <rect
          x={60}
          width={Math.max(0, width - 60)}
          y={yOf(-onTimeMs)}
          height={yOf(onTimeMs) - yOf(-onTimeMs)}
          fill="var(--ledge)"
        />
        <line x1={60} x2={width} y1={MIDDLE} y2={MIDDLE} stroke="var(--soft)" strokeWidth={2} />
        <text x={0} y={18} fontSize={18} fill="var(--soft)">
          early
        </text>
        <text x={0} y={HEIGHT - 6} fontSize={18} fill="var(--soft)">
          late
        </text>
        {timed.map(({ offMs, expected, verdict }) => (
          <line
            key={expected}
            x1={xOf(exercise.expected[expected!]!.start)}
            x2={xOf(exercise.expected[expected!]!.start)}
            y1={MIDDLE}
            y2={yOf(offMs!)}
            stroke={VERDICT_COLOURS[verdict]}
            strokeWidth={width < NARROW ? 4 : 7}
            strokeLinecap="round"
          />
        ))}
      </svg>
    </figure>
  )
}
