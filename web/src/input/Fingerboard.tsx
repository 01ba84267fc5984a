import type { ReactNode } from 'react'
import type { BoardProps } from './Keys.tsx'
import { nameOnKey } from './keyNames.ts'
import { usePressing } from './usePressing.ts'

interface FingerboardProps extends BoardProps {
  /** The open strings as the instrument reads them, lowest first. */
  readonly strings: readonly number[]
  /** Shown under the open strings, where no fret is numbered. */
  readonly children?: ReactNode
}

/** Frets shown after the open string. */
const FRETS = 15
/** Frets with a dot on the wood. */
const DOTS = [3, 5, 7, 9, 12, 15]
/** The [strings, frets] that an arrow key moves; the highest string is on top. */
const STEPS = { ArrowLeft: [0, -1], ArrowRight: [0, 1], ArrowUp: [1, 0], ArrowDown: [-1, 0] } as const

/** Sounding; expected or comfortable; and the rest of the wood. */
const colourOf = (sounds: boolean, inRange: boolean): string => {
  if (sounds) return 'bg-lichen text-on-ink'
  return inRange ? 'bg-key text-on-key' : 'bg-ground text-soft'
}

/** A fingerboard on the screen: a row for each string, the highest on top, a button for each fret. */
export const Fingerboard = ({
  strings,
  range,
  flats,
  sounding,
  compact = false,
  onPress,
  onRelease,
  children,
}: FingerboardProps) => {
  const { low, high } = range
  const { board, note } = usePressing({
    first: '0.0',
    next: (place, arrow) => {
      const [string, fret] = place.split('.').map(Number) as [number, number]
      const [to, at] = [string + STEPS[arrow][0], fret + STEPS[arrow][1]]
      return to in strings && at >= 0 && at <= FRETS ? `${to}.${at}` : undefined
    },
    onPress,
    onRelease,
  })
  const frets = Array.from({ length: FRETS + 1 }, (_, fret) => fret)
  return (
    <div {...board} className="touch-none select-none" role="group" aria-label="Fingerboard">
      {[...strings.keys()].reverse().map((string) => (
        <div key={string} className="flex">
          {frets.map((fret) => {
            const midi = strings[string]! + fret
            return (
              <button
                key={fret}
                type="button"
                aria-label={`${nameOnKey(midi, flats)}${Math.floor(midi / 12) - 1}, string ${strings.length - string}, ${fret === 0 ? 'open' : `fret ${fret}`}`}
                {...note(`${string}.${fret}`, midi)}
                className={`grow basis-0 border-rule text-center text-sm leading-none ${compact ? 'h-5' : 'h-6'} ${fret === 0 ? 'border-r-4' : 'border-r'} border-b ${colourOf(sounding.has(midi), midi >= low && midi <= high)}`}
              >
                {nameOnKey(midi, flats)}
              </button>
            )
          })}
        </div>
      ))}
      <div className="flex text-sm text-soft">
        {frets.map((fret) => (
          <span key={fret} className="grow basis-0 text-center">
            {fret === 0 ? children : DOTS.includes(fret) ? fret : ''}
          </span>
        ))}
      </div>
    </div>
  )
}
