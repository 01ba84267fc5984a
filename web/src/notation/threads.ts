import { type ChordSpan, chordPitchClasses } from '@eager-contour/core'

/** A guide tone's movement into the next chord: from and to, as MIDI numbers. */
export interface Thread {
  readonly from: number
  readonly to: number
}

/** The movement of a chord's guide tones into those of the next, by step or staying, within the pitches shown. */
export const threadsBetween = (
  from: ChordSpan,
  to: ChordSpan,
  guides: (span: ChordSpan) => readonly number[],
  low: number,
  high: number,
): readonly Thread[] => {
  const shown = (span: ChordSpan) => {
    const classes = guides(span)
    return Array.from({ length: high - low + 1 }, (_, at) => low + at).filter((midi) =>
      classes.includes(midi % 12),
    )
  }
  const targets = shown(to)
  return shown(from).flatMap((midi) => {
    const near = targets.filter((target) => Math.abs(target - midi) <= 2)
    const least = Math.min(...near.map((target) => Math.abs(target - midi)))
    return near
      .filter((target) => Math.abs(target - midi) === least)
      .map((target) => ({ from: midi, to: target }))
  })
}

/** The pitch classes of tones of a chord, by their degrees. */
export const classesOf = (span: ChordSpan, degrees: readonly string[]): readonly number[] => {
  const classes = chordPitchClasses(span.chord)
  return span.chord.tones.flatMap((tone, at) => (degrees.includes(tone.degree) ? [classes[at]!] : []))
}
