import { type Fifths, fifthsOf, noteName, pitchClassOf } from './fifths.ts'

/** A key by its tonic ('Eb') and mode. */
export interface Key {
  readonly tonic: string
  readonly mode: 'major' | 'minor'
}

/**
 * Sharps (positive) or flats (negative) of the key's signature.
 *
 * @example keySignature({ tonic: 'C', mode: 'minor' }) // -3
 */
export const keySignature = (key: Key): number => fifthsOf(key.tonic) - (key.mode === 'minor' ? 3 : 0)

export const sameKey = (a: Key, b: Key): boolean => a.tonic === b.tonic && a.mode === b.mode

/**
 * The key moved along the line of fifths, respelled where its signature would pass six accidentals.
 *
 * @example transposeKey({ tonic: 'C', mode: 'major' }, -3) // { tonic: 'Eb', mode: 'major' }
 */
export const transposeKey = (key: Key, by: Fifths): Key =>
  nearKey({ ...key, tonic: noteName(fifthsOf(key.tonic) + by) })

/** The same key with a signature of at most six flats or six sharps. */
const nearKey = (key: Key): Key => {
  const signature = keySignature(key)
  if (signature > 6) return { ...key, tonic: noteName(fifthsOf(key.tonic) - 12) }
  if (signature < -6) return { ...key, tonic: noteName(fifthsOf(key.tonic) + 12) }
  return key
}

/**
 * The twelve keys of a mode, tonics by pitch class from C, with the signatures that charts use.
 *
 * @example keysOfMode('major').slice(0, 4).map(({ tonic }) => tonic) // ['C', 'Db', 'D', 'Eb']
 */
export const keysOfMode = (mode: Key['mode']): readonly Key[] => {
  const range = mode === 'major' ? { from: -6, to: 5 } : { from: -3, to: 8 }
  const keys: Key[] = []
  for (let fifths = range.from; fifths <= range.to; fifths += 1)
    keys[pitchClassOf(fifths)] = { tonic: noteName(fifths), mode }
  return keys
}

/**
 * Reads 'Eb', 'Eb major', 'F# minor', 'C#m'; undefined for anything else.
 *
 * @example readKey('C#m') // { tonic: 'C#', mode: 'minor' }
 */
export const readKey = (text: string): Key | undefined => {
  const found = /^([A-G](?:b|#|♭|♯)?)\s*(major|maj|minor|min|m)?$/i.exec(text.trim())
  if (!found) return undefined
  const tonic = found[1]![0]!.toUpperCase() + found[1]!.slice(1).replace('♭', 'b').replace('♯', '#')
  const mode = found[2]?.toLowerCase()
  return { tonic, mode: mode === undefined || mode.startsWith('maj') ? 'major' : 'minor' }
}
