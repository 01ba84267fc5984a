import type { CellState, RunVerdict } from '@eager-contour/core'

const SHAPES: Readonly<Record<RunVerdict, { readonly colour: string; readonly path: string }>> = {
  again: { colour: 'var(--madder)', path: 'M-5,-5 L5,5 M-5,5 L5,-5' },
  close: { colour: 'var(--saffron)', path: 'M-6,3 A6,6 0 0 1 6,3' },
  solid: { colour: 'var(--lichen)', path: 'M-6,0 L-2,5 L6,-5' },
  'move on': { colour: 'var(--lichen)', path: 'M-6,4 L0,-5 L6,4 M0,-5 L0,7' },
}

/** A verdict's shape alone, a hollow circle for "not tried", a filled half-moon for "not due", a broken circle for "fading". */
export const StateMark = ({ state, size = 22 }: { readonly state: CellState; readonly size?: number }) => (
  <svg width={size} height={size} viewBox="-9 -9 18 18" aria-hidden="true">
    {state === 'not tried' && <circle r={3} fill="none" stroke="var(--faint)" strokeWidth={1.6} />}
    {state === 'not due' && <path d="M4,-6 A7,7 0 1 0 6,4 A6,6 0 0 1 4,-6 Z" fill="var(--heather)" />}
    {state === 'fading' && (
      <circle r={6} fill="none" stroke="var(--saffron)" strokeWidth={2.2} strokeDasharray="2.5 2.5" />
    )}
    {state !== 'not tried' && state !== 'not due' && state !== 'fading' && (
      <path
        d={SHAPES[state].path}
        fill="none"
        stroke={SHAPES[state].colour}
        strokeWidth={2.6}
        strokeLinecap="round"
      />
    )}
  </svg>
)

/** A verdict by shape, colour and word. */
export const VerdictMark = ({ verdict }: { readonly verdict: RunVerdict }) => (
  <span className="inline-flex items-center gap-1.5 font-semibold whitespace-nowrap">
    <StateMark state={verdict} size={18} />
    {verdict}
  </span>
)
