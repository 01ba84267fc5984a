import type { Contrast, MeasureId } from '../line/review/contrast.ts'

/** What a measure is called where a line has more of it, where it has less, and how its figure is read. */
const WORDS: Readonly<
  Record<
    MeasureId,
    { readonly more: string; readonly less: string; readonly figure: (value: number) => string }
  >
> = {
  arpeggios: {
    more: 'More arpeggios',
    less: 'Fewer arpeggios',
    figure: (value) => `${Math.round(value)} in eight bars`,
  },
  steps: {
    more: 'More steps',
    less: 'Fewer steps',
    figure: (value) => `${Math.round(value)} % of its intervals`,
  },
  runs: { more: 'More runs', less: 'Fewer runs', figure: (value) => `${Math.round(value)} in eight bars` },
  chromatic: {
    more: 'More notes outside the scale',
    less: 'Fewer notes outside the scale',
    figure: (value) => `${Math.round(value)} %`,
  },
  strongTones: {
    more: 'More chord tones on strong beats',
    less: 'More colour on strong beats',
    figure: (value) => `${Math.round(value)} % chord tones`,
  },
  enclosures: {
    more: 'More enclosures',
    less: 'Fewer enclosures',
    figure: (value) => `in ${Math.round(value)} % of its bars`,
  },
  density: { more: 'Denser', less: 'Sparser', figure: (value) => `${value.toFixed(1)} notes a bar` },
  silence: { more: 'More silence', less: 'Less silence', figure: (value) => `${Math.round(value)} %` },
  ideas: {
    more: 'More of it comes back',
    less: 'Less of it comes back',
    figure: (value) => `${Math.round(value)} % of its notes`,
  },
  range: {
    more: 'A wider range',
    less: 'A narrower range',
    figure: (value) => `${Math.round(value)} half steps`,
  },
}

/**
 * What sets a line apart, as a sentence.
 *
 * @example wordContrast({ measure: 'silence', more: true, here: 40, others: 20 }) // 'More silence: 40 %, elsewhere 20 %.'
 */
export const wordContrast = ({ measure, more, here, others }: Contrast): string => {
  const words = WORDS[measure]
  return `${more ? words.more : words.less}: ${words.figure(here)}, elsewhere ${shortened(words.figure(others))}.`
}

/** The figure alone: what it counts was said before. */
const shortened = (figure: string): string => /[\d.]+( %)?/.exec(figure)?.[0] ?? figure
