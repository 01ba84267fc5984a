import { type Analysis, type ChordSpan, fifthsOf, noteName, SCALES } from '@eager-contour/core'
import { useNoteText } from '../settings/names.ts'
import { useSettings } from '../settings/settings.ts'

/** The scale of a chord as the player names scales: by its mode, or by its parent key. */
export const useScaleText = (analysis: Analysis): ((span: ChordSpan) => string) => {
  const { scaleNames } = useSettings()
  const noteText = useNoteText()
  return (span) => {
    const { scale } = analysis.readings[span.index]!
    if (span.chord.tones.length === 0) return ''
    const { parent, name } = SCALES[scale]
    return scaleNames === 'mode'
      ? `${noteText(span.chord.root)} ${name}`
      : `${noteText(noteName(fifthsOf(span.chord.root) + parent.fifths))} ${parent.name}`
  }
}
