import type { ChromaticPlace } from '@eager-contour/core'
import { Choice, type ChoiceOption } from '../../ui/Choice.tsx'
import { LabelledSlider } from '../../ui/LabelledSlider.tsx'
import { type Preference, USUAL } from './briefs.ts'

const SPACES = ['little', 'usual', 'more', 'most'] as const
const LENGTHS = ['short', 'usual', 'longer', 'longest'] as const
const COLOURS = ['none', 'usual', 'more', 'most'] as const
const PLACES: readonly ChoiceOption<ChromaticPlace>[] = [
  { value: 'anywhere', label: 'anywhere', description: 'Wherever they lead somewhere.' },
  { value: 'dominants', label: 'over dominants', description: 'Only over dominant chords.' },
  { value: 'changes', label: 'into changes', description: 'Only where they lead into the next chord.' },
]
const RETURNS = ['nothing', 'usual', 'more', 'most'] as const

/** How a solo is laid out: its silence, its phrases, what comes back. */
export const SoloSliders = ({
  preference,
  change,
}: {
  readonly preference: Preference
  readonly change: (part: Partial<Preference>) => void
}) => (
  <>
    <LabelledSlider
      label="Space"
      description="Silence between the phrases."
      value={preference.space ?? USUAL}
      words={SPACES}
      onChange={(space) => change({ space })}
    />
    <LabelledSlider
      label="Phrases"
      description="How long the phrases are."
      value={preference.phraseLength ?? USUAL}
      words={LENGTHS}
      onChange={(phraseLength) => change({ phraseLength })}
    />
    <LabelledSlider
      label="What comes back"
      description="How much of the solo is its idea again: moved to another chord, answered, restated."
      value={preference.repeats ?? USUAL}
      words={RETURNS}
      onChange={(repeats) => change({ repeats })}
    />
    <LabelledSlider
      label="Colour on strong beats"
      description="9, 11, 13 and altered notes where a chord tone would stand."
      value={preference.colour ?? USUAL}
      words={COLOURS}
      onChange={(colour) => change({ colour })}
    />
    <Choice
      label="Chromatic turns"
      value={preference.chromaticPlace ?? 'anywhere'}
      options={PLACES}
      onChange={(chromaticPlace) => change({ chromaticPlace })}
    />
  </>
)
