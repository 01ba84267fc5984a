import { type Chord, type ChordStyle, chordParts, withSigns } from '@eager-contour/core'

/** A chord set as musicians set it: the root large, extensions raised, real signs. */
export const ChordSymbol = ({
  chord,
  style,
  className = '',
}: {
  readonly chord: Chord
  readonly style: ChordStyle
  readonly className?: string
}) => {
  const parts = chordParts(chord, style)
  const root = withSigns(parts.root)
  return (
    <span className={`font-head font-bold whitespace-nowrap ${className}`}>
      {root.slice(0, 1)}
      {root.length > 1 && (
        <span className="relative -top-[0.06em] mx-[0.07em] text-[0.86em] [-webkit-text-stroke:0.03em]">
          {root.slice(1)}
        </span>
      )}
      <span className="text-[0.82em]">{withSigns(parts.body)}</span>
      <sup className="relative tracking-[0.05em] -top-[0.28em] text-[0.68em] leading-none align-baseline">
        {withSigns(parts.raised)}
      </sup>
      {parts.bass !== undefined && <span className="text-[0.82em]">/{withSigns(parts.bass)}</span>}
    </span>
  )
}

/** The same as plain text, for labels and drawings. */
export const chordText = (chord: Chord, style: ChordStyle): string => {
  const parts = chordParts(chord, style)
  return (
    withSigns(parts.root) +
    withSigns(parts.body) +
    withSigns(parts.raised) +
    (parts.bass === undefined ? '' : `/${withSigns(parts.bass)}`)
  )
}
