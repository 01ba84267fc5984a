import {
  type Analysis,
  allowedOver,
  type ChordSpan,
  type limitsOf,
  pitchClass,
  type Stretch,
  spellNotes,
  withSigns,
} from '@eager-contour/core'

export interface AllowedNote {
  readonly midi: number
  readonly name: string
}

/** The notes in a range that a free rung allows over each chord; where all are allowed, the chord's own. */
export const allowedNotes = (
  analysis: Analysis,
  stretch: Stretch,
  limits: ReturnType<typeof limitsOf>,
  { low, high }: { readonly low: number; readonly high: number },
): readonly { readonly span: ChordSpan; readonly notes: readonly AllowedNote[] }[] => {
  const allowed = limits ? allowedOver(analysis, stretch, limits.notes) : []
  const tones = allowedOver(analysis, stretch, 'chordTones')
  const all = Array.from({ length: high - low + 1 }, (_, at) => low + at)
  return analysis.spans.map((span) => {
    const set = allowed[span.index]?.every(Boolean) ? tones[span.index] : allowed[span.index]
    const here = span.chord.tones.length === 0 ? [] : all.filter((midi) => set?.[pitchClass(midi)])
    const { notes } = spellNotes(
      analysis,
      here.map((midi, at) => ({ start: span.start + at, duration: 1, midi })),
    )
    return {
      span,
      notes: here.map((midi, at) => ({ midi, name: withSigns(notes[at]!.spelling.replace(/-?\d+$/, '')) })),
    }
  })
}
