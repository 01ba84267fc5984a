import type { Contrast, MeasureId } from '../line/review/contrast.ts'

/** What a measure is called where a line has more or less of it, and how its figure is read. */
interface Words {
  readonly more: string
  readonly less: string
  readonly unit?: string
  /** What the figure counts, said once. */
  readonly of?: string
  readonly digits?: number
}

const WORDS: Readonly<Record<MeasureId, Words>> = {
  arpeggios: { more: 'More arpeggios', less: 'Fewer arpeggios', of: 'in eight bars' },
  steps: { more: 'More steps', less: 'Fewer steps', unit: ' %', of: 'of its intervals' },
  runs: { more: 'More runs', less: 'Fewer runs', of: 'in eight bars' },
  chromatic: { more: 'More notes outside the scale', less: 'Fewer notes outside the scale', unit: ' %' },
  strongTones: {
    more: 'More chord tones on strong beats',
    less: 'More colour on strong beats',
    unit: ' %',
    of: 'chord tones',
  },
  enclosures: { more: 'More enclosures', less: 'Fewer enclosures', unit: ' %', of: 'of its bars' },
  density: { more: 'Denser', less: 'Sparser', of: 'notes a bar', digits: 1 },
  silence: { more: 'More silence', less: 'Less silence', unit: ' %' },
  ideas: { more: 'More of it comes back', less: 'Less of it comes back', unit: ' %', of: 'of its notes' },
  range: { more: 'A wider range', less: 'A narrower range', of: 'half steps' },
}

/**
 * What sets a line apart, as a sentence.
 *
 * @example wordContrast({ measure: 'silence', more: true, here: 40, others: 20 }) // 'More silence: 40 %, elsewhere 20 %.'
 */
export const wordContrast = ({ measure, more, here, others }: Contrast): string => {
  const { more: rising, less: falling, unit = '', of, digits = 0 } = WORDS[measure]
  const figure = (value: number) => `${value.toFixed(digits)}${unit}`
  return `${more ? rising : falling}: ${figure(here)}${of ? ` ${of}` : ''}, elsewhere ${figure(others)}.`
}
