import type { ChromaticPlace } from '@eager-contour/core'
import { Choice, type ChoiceOption } from '../../ui/Choice.tsx'
import { LabelledSlider } from '../../ui/LabelledSlider.tsx'
import { type Preference, USUAL } from './briefs.ts'

/** How a solo is laid out: each a slider of its brief. */
const SLIDERS: readonly {
  readonly of: 'space' | 'phraseLength' | 'repeats' | 'colour'
  readonly label: string
  readonly description: string
  readonly words: readonly string[]
}[] = [
  {
    of: 'space',
    label: 'Space',
    description: 'Silence between the phrases.',
    words: ['little', 'usual', 'more', 'most'],
  },
  {
    of: 'phraseLength',
    label: 'Phrases',
    description: 'How long the phrases are.',
    words: ['short', 'usual', 'longer', 'longest'],
  },
  {
    of: 'repeats',
    label: 'What comes back',
    description: 'How much of the solo is its idea again: moved to another chord, answered, restated.',
    words: ['nothing', 'usual', 'more', 'most'],
  },
  {
    of: 'colour',
    label: 'Colour on strong beats',
    description: '9, 11, 13 and altered notes where a chord tone would stand.',
    words: ['none', 'usual', 'more', 'most'],
  },
]
const PLACES: readonly ChoiceOption<ChromaticPlace>[] = [
  { value: 'anywhere', label: 'anywhere', description: 'Wherever they lead somewhere.' },
  { value: 'dominants', label: 'over dominants', description: 'Only over dominant chords.' },
  { value: 'changes', label: 'into changes', description: 'Only where they lead into the next chord.' },
]
const TRIPLETS: readonly ChoiceOption<'usual' | 'one' | 'none'>[] = [
  { value: 'usual', label: 'as they come', description: 'One in every few bars.' },
  { value: 'one', label: 'exactly one', description: 'One beat of the whole line, and no other.' },
  { value: 'none', label: 'none', description: 'Eighths, quarters and longer notes only.' },
]

interface SoloSlidersProps {
  readonly preference: Preference
  readonly change: (part: Partial<Preference>) => void
}

/** How a solo is laid out: its silence, its phrases, what comes back, its colour. */
export const SoloSliders = ({ preference, change }: SoloSlidersProps) => (
  <>
    {SLIDERS.map(({ of, ...slider }) => (
      <LabelledSlider
        key={of}
        {...slider}
        value={preference[of] ?? USUAL}
        onChange={(value) => change({ [of]: value })}
      />
    ))}
    <Choice
      label="Chromatic turns"
      value={preference.chromaticPlace ?? 'anywhere'}
      options={PLACES}
      onChange={(chromaticPlace) => change({ chromaticPlace })}
    />
    <Choice
      label="Triplets"
      value={preference.triplets ?? 'usual'}
      options={TRIPLETS}
      onChange={(triplets) => change({ triplets: triplets === 'usual' ? undefined : triplets })}
    />
  </>
)
