import { noteName, withSigns } from '@eager-contour/core'

const NATURALS: Readonly<Record<number, number>> = { 0: 0, 2: 2, 4: 4, 5: -1, 7: 1, 9: 3, 11: 5 }

/** The label of a key or fret: the pitch class with a flat or a sharp. */
export const nameOnKey = (midi: number, flats: boolean): string =>
  withSigns(
    noteName(NATURALS[midi % 12] ?? (NATURALS[(midi + (flats ? 1 : 11)) % 12] ?? 0) + (flats ? -7 : 7)),
  )
