/**
 * Degrees and note names with real signs: 'b9' as ♭9, 'Bb' as B♭, 'F##' as F𝄪.
 *
 * @example withSigns('Bbmaj7#11') // 'B♭maj7♯11'
 */
export const withSigns = (text: string): string =>
  text
    .replace(/##/g, '𝄪')
    .replace(/#/g, '♯')
    .replace(/([A-G])bb/g, '$1𝄫')
    .replace(/([A-G])b/g, '$1♭')
    .replace(/(^|[\s–(/])bb(?=\d|[IVXivx])/g, '$1♭♭')
    .replace(/(^|[\s–(/]|\d)b(?=\d|[IVXivx])/g, '$1♭')

/**
 * A degree as players say it.
 *
 * @example degreeName('#11') // '♯11'
 */
export const degreeName = (degree: string): string => (degree === 'bb7' ? '♭♭7' : withSigns(degree))

/**
 * Half steps in words.
 *
 * @example stepsInWords(-3) // 'minor third down'
 */
export const stepsInWords = (semitones: number): string => {
  const size = Math.abs(semitones)
  if (size === 0) return 'stays'
  const name =
    size === 1
      ? 'half step'
      : size === 2
        ? 'whole step'
        : size === 3
          ? 'minor third'
          : size === 4
            ? 'major third'
            : `${size} half steps`
  return `${name} ${semitones > 0 ? 'up' : 'down'}`
}
