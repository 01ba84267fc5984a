import { phraseFits } from '@eager-contour/core'
import { useMemo } from 'react'
import { useKnownPhrases } from '../../practice/knownPhrases.ts'
import { useOpenTune } from '../../tune/useTune.ts'
import { Choice } from '../../ui/Choice.tsx'
import type { Preference } from './briefs.ts'
import { cellsOf, MUSTS, mustOf } from './mustHave.ts'

interface MustIncludeProps {
  readonly preference: Preference
  readonly change: (part: Partial<Preference>) => void
}

/** What a line has to include: a cell, or a phrase of the vocabulary whose chords are in the open bars. */
export const MustInclude = ({ preference, change }: MustIncludeProps) => {
  const { sounding, stretch } = useOpenTune()
  const phrases = useKnownPhrases()
  const isSolo = (preference.rhythm ?? 'solo') === 'solo'
  const fitting = useMemo(
    () =>
      isSolo
        ? phrases.filter(({ phrase }) =>
            phraseFits(sounding, phrase).some((bar) => bar >= stretch.from && bar <= stretch.to),
          )
        : [],
    [isSolo, phrases, sounding, stretch],
  )
  const [wanted] = preference.vocabulary ?? []
  const chosen = useMemo(() => {
    const text = wanted && JSON.stringify(wanted.phrase)
    return phrases.find(({ phrase }) => text === JSON.stringify(phrase))
  }, [wanted, phrases])
  const offered = chosen && !fitting.includes(chosen) ? [chosen, ...fitting] : fitting
  return (
    <Choice
      label="Must include"
      value={chosen?.id ?? mustOf(preference)}
      options={[
        ...MUSTS,
        ...offered.map(({ id, title, use }) => ({
          value: id,
          label: `${title} (${use})`,
          description: 'The whole phrase, where its chords are; what comes after may take it up.',
        })),
      ]}
      onChange={(value) => {
        const known = phrases.find(({ id }) => id === value)
        change({
          cells: known ? [] : cellsOf(value),
          vocabulary: known ? [{ phrase: known.phrase, must: true }] : [],
        })
      }}
    />
  )
}
