import { noteName, withSigns } from '@eager-contour/core'
import { type PointerEvent, useRef } from 'react'

interface KeysProps {
  /** Lowest and highest key, as the player's instrument reads them. */
  readonly low: number
  readonly high: number
  readonly flats: boolean
  readonly sounding: ReadonlySet<number>
  /** Low, beside other things. */
  readonly compact?: boolean
  readonly onPress: (midi: number) => void
  readonly onRelease: (midi: number) => void
}

const BLACK = [1, 3, 6, 8, 10]
const isBlack = (midi: number): boolean => BLACK.includes(midi % 12)
const NATURALS: Readonly<Record<number, number>> = { 0: 0, 2: 2, 4: 4, 5: -1, 7: 1, 9: 3, 11: 5 }
const nameOf = (midi: number, flats: boolean): string =>
  withSigns(
    noteName(NATURALS[midi % 12] ?? (NATURALS[(midi + (flats ? 1 : 11)) % 12] ?? 0) + (flats ? -7 : 7)),
  )

/** Keys on the screen: pressed by pointer, by touch (several at once), or by Enter and Space. */
export const Keys = ({ low, high, flats, sounding, compact = false, onPress, onRelease }: KeysProps) => {
  const pressed = useRef(new Map<number, number>())
  const from = isBlack(low) ? low - 1 : low
  const to = isBlack(high) ? high + 1 : high
  const keys = Array.from({ length: to - from + 1 }, (_, at) => from + at)
  const whites = keys.filter((midi) => !isBlack(midi))
  const width = 100 / whites.length
  const down = (event: PointerEvent, midi: number) => {
    event.preventDefault()
    pressed.current.set(event.pointerId, midi)
    onPress(midi)
  }
  const up = (event: PointerEvent) => {
    const midi = pressed.current.get(event.pointerId)
    pressed.current.delete(event.pointerId)
    if (midi !== undefined) onRelease(midi)
  }
  return (
    <div
      className={`relative touch-none select-none ${compact ? 'h-20' : 'h-32'}`}
      role="group"
      aria-label="Keys"
      onPointerUp={up}
      onPointerCancel={up}
      onPointerLeave={up}
    >
      {[...whites, ...keys.filter(isBlack)].map((midi) => {
        const black = isBlack(midi)
        const left = (whites.filter((white) => white < midi).length - (black ? 0.3 : 0)) * width
        const lit = sounding.has(midi)
        return (
          <button
            key={midi}
            type="button"
            tabIndex={-1}
            aria-label={`${nameOf(midi, flats)}${Math.floor(midi / 12) - 1}`}
            onPointerDown={(event) => down(event, midi)}
            className={`absolute top-0 flex items-end justify-center rounded-b-md border border-rule pb-1 text-sm ${black ? 'z-10 h-[60%] bg-key-sharp text-on-key-sharp' : 'h-full bg-key text-on-key'} ${lit ? 'border-4 border-lichen' : ''}`}
            style={{ left: `${left}%`, width: `${black ? width * 0.6 : width}%` }}
          >
            {nameOf(midi, flats)}
          </button>
        )
      })}
    </div>
  )
}
