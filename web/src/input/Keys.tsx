import { nameOnKey } from './keyNames.ts'
import { usePressing } from './usePressing.ts'

export interface BoardProps {
  /** Lowest and highest note, as the player's instrument reads them. */
  readonly range: { readonly low: number; readonly high: number }
  readonly flats: boolean
  readonly sounding: ReadonlySet<number>
  /** Low, to fit beside other things. */
  readonly compact?: boolean
  /** A note, at a moment of the page. */
  readonly onPress: (midi: number, atMs: number) => void
  readonly onRelease: (midi: number, atMs: number) => void
}

const BLACK = [1, 3, 6, 8, 10]
const isBlack = (midi: number): boolean => BLACK.includes(midi % 12)
const STEPS = { ArrowLeft: -1, ArrowRight: 1, ArrowDown: -12, ArrowUp: 12 } as const

/** Keys on the screen; arrow keys move by half steps and by octaves. */
export const Keys = ({ range, flats, sounding, compact = false, onPress, onRelease }: BoardProps) => {
  const { low, high } = range
  const from = isBlack(low) ? low - 1 : low
  const to = isBlack(high) ? high + 1 : high
  const { board, note } = usePressing({
    first: String(from),
    next: (place, arrow) => {
      const there = Number(place) + STEPS[arrow]
      return there < from || there > to ? undefined : String(there)
    },
    onPress,
    onRelease,
  })
  const keys = Array.from({ length: to - from + 1 }, (_, at) => from + at)
  const whites = keys.filter((midi) => !isBlack(midi))
  const width = 100 / whites.length
  return (
    <div
      {...board}
      className={`relative touch-none select-none ${compact ? 'h-20' : 'h-32'}`}
      role="group"
      aria-label="Keys"
    >
      {[...whites, ...keys.filter(isBlack)].map((midi) => {
        const black = isBlack(midi)
        const left = (whites.filter((white) => white < midi).length - (black ? 0.3 : 0)) * width
        const lit = sounding.has(midi)
        return (
          <button
            key={midi}
            type="button"
            aria-label={`${nameOnKey(midi, flats)}${Math.floor(midi / 12) - 1}`}
            {...note(String(midi), midi)}
            className={`absolute top-0 flex items-end justify-center rounded-b-md border border-rule pb-1 text-sm ${black ? 'z-10 h-[60%] bg-key-sharp text-on-key-sharp' : 'h-full bg-key text-on-key'} ${lit ? 'border-4 border-lichen' : ''}`}
            style={{ left: `${left}%`, width: `${black ? width * 0.6 : width}%` }}
          >
            {nameOnKey(midi, flats)}
          </button>
        )
      })}
    </div>
  )
}
