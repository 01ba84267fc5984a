import type { Role } from '@eager-contour/core'
import type { ReactNode } from 'react'

/** The colour of each role; its shape is the first distinction. */
export const ROLE_COLOURS: Readonly<Record<Role, string>> = {
  guide: 'var(--madder)',
  chord: 'var(--lichen)',
  approach: 'var(--saffron)',
  enclosure: 'var(--heather)',
  outside: 'var(--heather)',
  delay: 'var(--saffron)',
  anticipation: 'var(--saffron)',
  neighbour: 'var(--ink)',
  passing: 'var(--ink)',
  scale: 'var(--ink)',
  tension: 'var(--ink)',
}

const R = 5.5
const OPEN = <circle r={R - 0.5} fill="var(--sheet)" stroke="var(--ink)" strokeWidth={1.8} />

interface MarkProps {
  readonly role: Role
  /** 1 when the target is above, -1 when it is below. */
  readonly lean: 1 | -1
}

const SHAPES: Readonly<Record<Role, (lean: 1 | -1) => ReactNode>> = {
  guide: () => (
    <>
      <circle r={R + 3} fill="var(--sheet)" stroke={ROLE_COLOURS.guide} strokeWidth={1.8} />
      <circle r={R} fill={ROLE_COLOURS.guide} />
    </>
  ),
  chord: () => <circle r={R} fill={ROLE_COLOURS.chord} />,
  scale: () => OPEN,
  passing: () => OPEN,
  neighbour: () => OPEN,
  tension: () => (
    <>
      {OPEN}
      <line x1={-R - 3} x2={R + 3} y1={-R - 3} y2={-R - 3} stroke="var(--ink)" strokeWidth={2} />
    </>
  ),
  approach: (lean) => (
    <path
      d={`M-5,${lean * 5} L6,${-lean * 2.5} L-2,${-lean * 5} Z`}
      fill={ROLE_COLOURS.approach}
      stroke={ROLE_COLOURS.approach}
      strokeLinejoin="round"
    />
  ),
  enclosure: (lean) => (
    <path
      d={`M5,${-lean * 5} L-4,${-lean * 5} L-4,${lean * 5} L5,${lean * 5}`}
      fill="var(--sheet)"
      stroke={ROLE_COLOURS.enclosure}
      strokeWidth={2.6}
    />
  ),
  delay: () => (
    <path d="M-6,-5 L-6,1 A5,5 0 0 0 4,1 L4,-2" fill="none" stroke={ROLE_COLOURS.delay} strokeWidth={2.6} />
  ),
  anticipation: () => (
    <path
      d="M6,-5 L6,1 A5,5 0 0 1 -4,1 L-4,-2"
      fill="none"
      stroke={ROLE_COLOURS.anticipation}
      strokeWidth={2.6}
    />
  ),
  outside: () => <path d="M-5,-5 L5,5 M-5,5 L5,-5" stroke={ROLE_COLOURS.outside} strokeWidth={2.6} />,
}

/** The sign of a role, drawn around 0,0. */
export const RoleMark = ({ role, lean }: MarkProps) => <g>{SHAPES[role](lean)}</g>
