import { type Instrument, noteName, readNoteName } from '@eager-contour/core'

const plainSigns = (word: string): string => word.replaceAll('♭', 'b').replaceAll('♯', '#')

/** The words of a search as the runs are stored: the name of a key is at concert pitch there, and read by the player's instrument. */
export const storedWords = (search: string, { written }: Instrument): string =>
  search
    .trim()
    .split(/\s+/)
    .map((word) => {
      const key = readNoteName(plainSigns(word))
      return key === undefined ? plainSigns(word) : noteName(key - written.fifths)
    })
    .join(' ')
