import type { ChordSpan, ChordStyle, Explanation } from '@eager-contour/core'
import { ChordSymbol } from '../ui/ChordSymbol.tsx'

interface PlayedChordProps {
  readonly span: ChordSpan
  readonly explanation: Pick<Explanation, 'substitutes'>
  readonly style: ChordStyle
  readonly className?: string
}

/** A chord as it is written, and in parentheses the one that the line plays in its place. */
export const PlayedChord = ({ span, explanation, style, className = '' }: PlayedChordProps) => {
  const other = explanation.substitutes.find(({ index }) => index === span.index)
  return (
    <>
      <ChordSymbol chord={span.chord} style={style} className={className} />
      {other && (
        <span className="ml-1 text-base text-soft" data-testid="substitute">
          (<ChordSymbol chord={other.chord} style={style} />)
        </span>
      )}
    </>
  )
}
