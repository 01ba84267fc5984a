import { useEffect, useRef } from 'react'
import { watchLevel } from './microphone.ts'

/** The quietest level shown, in decibels under full scale. */
const FLOOR_DB = -66

const shareOf = (level: number): number =>
  Math.min(1, Math.max(0, 1 - (20 * Math.log10(Math.max(level, 1e-6))) / FLOOR_DB))

/** The microphone level, and the silence threshold. */
export const LevelBar = ({ gate }: { readonly gate: number }) => {
  const bar = useRef<HTMLDivElement>(null)
  useEffect(
    () =>
      watchLevel((level) => {
        if (bar.current) bar.current.style.transform = `scaleX(${shareOf(level)})`
      }),
    [],
  )
  return (
    <div
      role="img"
      aria-label="Microphone level"
      className="relative h-4 w-40 overflow-hidden rounded-full border border-soft bg-sheet"
    >
      <div ref={bar} className="h-full origin-left bg-lichen" style={{ transform: 'scaleX(0)' }} />
      <div
        className="absolute inset-y-0 w-0.5 bg-ink"
        style={{ left: `${100 * shareOf(gate)}%` }}
        title="silence threshold"
      />
    </div>
  )
}
