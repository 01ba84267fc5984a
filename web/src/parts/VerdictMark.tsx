import type { RunVerdict } from '@eager-contour/core'

const SHAPES: Readonly<Record<RunVerdict, { readonly colour: string; readonly path: string }>> = {
  again: { colour: 'var(--madder)', path: 'M-5,-5 L5,5 M-5,5 L5,-5' },
  nearly: { colour: 'var(--saffron)', path: 'M-6,3 A6,6 0 0 1 6,3' },
  holds: { colour: 'var(--lichen)', path: 'M-6,0 L-2,5 L6,-5' },
  'moves on': { colour: 'var(--lichen)', path: 'M-6,4 L0,-5 L6,4 M0,-5 L0,7' },
}

/** A verdict by shape, colour and word. */
export const VerdictMark = ({ verdict }: { readonly verdict: RunVerdict }) => (
  <span className="inline-flex items-center gap-1.5 font-semibold whitespace-nowrap">
    <svg width={18} height={18} viewBox="-9 -9 18 18" aria-hidden="true">
      <path
        d={SHAPES[verdict].path}
        fill="none"
        stroke={SHAPES[verdict].colour}
        strokeWidth={2.6}
        strokeLinecap="round"
      />
    </svg>
    {verdict}
  </span>
)
