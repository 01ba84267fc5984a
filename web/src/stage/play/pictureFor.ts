import type { Chart, Exercise } from '@eager-contour/core'
import { barsInRow } from './rows.ts'
import { ROOM_FOR_NAME } from './Trail.tsx'
import type { StageView } from './useStageView.ts'

/** A stretch up to this many bars is drawn as a trail of dots, if all its notes can be named. */
const SHORT = 4
/** Below this, in pixels, two rows of staff can't be read from afar. */
const LEAST = { width: 900, height: 640 } as const

/** Staff or dots: what the player chose, or else dots for short stretches and on small screens. */
export const pictureFor = (
  exercise: Pick<Exercise, 'expected' | 'spec'>,
  chart: Chart,
  { picture }: Pick<StageView, 'picture'>,
  window: { readonly width: number; readonly height: number },
): 'staff' | 'dots' => {
  if (exercise.expected.length === 0) return 'dots'
  if (picture !== 'auto') return picture
  if (window.width < LEAST.width || window.height < LEAST.height) return 'dots'
  const { from, to } = exercise.spec.stretch
  const bars = to - from + 1
  const room = { width: window.width, before: 0, note: ROOM_FOR_NAME }
  return bars <= SHORT && barsInRow(exercise, chart, room) >= bars ? 'dots' : 'staff'
}

/** Header, now and next, footer, and the board under the notes, in pixels. */
const BESIDE = { header: 60, nowNext: { staff: 96, dots: 220 }, footer: 116 } as const
const BOARDS = { none: 0, keys: 150, fingerboard: 200 } as const
const LEAST_HEIGHT = { staff: 340, dots: 240 } as const

/** The height of the notes' picture, in pixels, so that the stage fits a window of a height. */
export const heightFor = (window: number, picture: 'staff' | 'dots', board: keyof typeof BOARDS): number =>
  Math.max(
    LEAST_HEIGHT[picture],
    Math.min(620, window - BESIDE.header - BESIDE.nowNext[picture] - BESIDE.footer - BOARDS[board]),
  )
