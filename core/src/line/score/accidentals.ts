import type { WrittenEvent } from './written.ts'

/** How much a key signature alters a letter, in half steps. */
const signatureAlter = (signature: number, letter: string): number => {
  const sharps = 'FCGDAEB'
  if (signature > 0) return sharps.indexOf(letter) < signature ? 1 : 0
  return sharps.indexOf(letter) >= 7 + signature ? -1 : 0
}

type Pitch = NonNullable<WrittenEvent['pitch']>

const placeOf = ({ letter, octave }: Pitch): string => letter + octave

/** What the accidentals of a bar leave in the reader's eye: each altered place of the staff with its last alteration. */
const leftOver = (events: readonly WrittenEvent[]): ReadonlyMap<string, number> =>
  new Map(events.flatMap(({ pitch }) => (pitch ? [[placeOf(pitch), pitch.alter] as const] : [])))

/**
 * The accidentals of a bar: where the signature and the bar don't say them already; and courtesy accidentals, where the reader
 * may still have another one in mind: of the same place in the bar before, or of the same letter in another octave in this bar
 * (common practice, no source).
 *
 * @param before the events of the bar before; none at the start
 */
export const withAccidentals = (
  events: readonly WrittenEvent[],
  signature: number,
  before: readonly WrittenEvent[] = [],
): readonly WrittenEvent[] => {
  const inForce = new Map<string, number>()
  const inMind = new Map(leftOver(before))
  return events.map((event) => {
    const { pitch } = event
    if (!pitch) return event
    const { letter, alter } = pitch
    const place = placeOf(pitch)
    const known = inForce.get(place) ?? signatureAlter(signature, letter)
    const otherOctave = [...inForce].some(
      ([other, altered]) => other !== place && other.startsWith(letter) && altered !== alter,
    )
    const isDoubtful = (inMind.get(place) ?? alter) !== alter || (!inForce.has(place) && otherOctave)
    inMind.delete(place)
    if (event.tiedFrom) return event
    if (known !== alter) {
      inForce.set(place, alter)
      return { ...event, accidental: alter }
    }
    if (!isDoubtful) return event
    inForce.set(place, alter)
    return { ...event, accidental: alter, courtesy: true as const }
  })
}
