import { barsWith, phraseFits, type VocabularyRequest } from '@eager-contour/core'
import { useMemo } from 'react'
import { Link } from 'react-router'
import { type KnownPhrase, useKnownPhrases } from '../../practice/knownPhrases.ts'
import { useAppSelector } from '../../store/store.ts'
import { useOpenTune } from '../../tune/useTune.ts'
import { Button } from '../../ui/Button.tsx'
import { Choice } from '../../ui/Choice.tsx'
import { selectLine } from '../editor/editorSlice.ts'
import type { Preference } from './briefs.ts'

const NOTHING = 'nothing'

/** How often a phrase comes; 0 where it may come. */
const OFTEN = [
  { value: '0', label: 'may come' },
  { value: '1', label: 'once at least' },
  { value: '2', label: 'twice at least' },
  { value: '3', label: 'three times at least' },
] as const

interface VocabularyProps {
  readonly preference: Preference
  readonly change: (part: Partial<Preference>) => void
}

const textOf = ({ phrase }: { readonly phrase: VocabularyRequest['phrase'] }): string =>
  JSON.stringify(phrase)

/** The phrases of the vocabulary that a solo takes: those whose chords are in the open bars; how often, and where they came. */
export const Vocabulary = ({ preference, change }: VocabularyProps) => {
  const { sounding, stretch } = useOpenTune()
  const phrases = useKnownPhrases()
  const wanted = preference.vocabulary ?? []
  const taken = new Set(wanted.map(textOf))
  const fitting = useMemo(
    () =>
      phrases.filter(({ phrase }) =>
        phraseFits(sounding, phrase).some((bar) => bar >= stretch.from && bar <= stretch.to),
      ),
    [phrases, sounding, stretch],
  )
  const offered = fitting.filter((known) => !taken.has(textOf(known)))
  const set = (vocabulary: readonly VocabularyRequest[]) => change({ vocabulary })
  return (
    <fieldset className="min-w-0">
      <legend className="sr-only">Phrases of the vocabulary</legend>
      {wanted.map((one, at) => (
        <Taken
          key={textOf(one)}
          request={one}
          known={phrases.find((known) => textOf(known) === textOf(one))}
          onChange={(next) => set(next ? wanted.with(at, next) : wanted.filter((_, index) => index !== at))}
        />
      ))}
      <Choice
        label={wanted.length === 0 ? 'A phrase of the vocabulary' : 'Another phrase'}
        value={NOTHING}
        options={[
          { value: NOTHING, label: offered.length === 0 ? 'none fits these bars' : 'none' },
          ...offered.map(({ id, title, use }) => ({ value: id, label: `${title} (${use})` })),
        ]}
        onChange={(value) => {
          const known = phrases.find(({ id }) => id === value)
          if (known) set([...wanted, { phrase: known.phrase, must: true }])
        }}
      />
    </fieldset>
  )
}

interface TakenProps {
  readonly request: VocabularyRequest
  /** Undefined for one that was deleted since. */
  readonly known: KnownPhrase | undefined
  /** Without a request it is no longer taken. */
  readonly onChange: (request: VocabularyRequest | undefined) => void
}

/** A phrase that is taken: how often, and the bars in which the line has it. */
const Taken = ({ request, known, onChange }: TakenProps) => {
  const { sounding } = useOpenTune()
  const line = useAppSelector(selectLine)
  const bars = useMemo(
    () => (line ? barsWith(sounding, line, request.phrase).map((bar) => bar + 1) : []),
    [sounding, line, request.phrase],
  )
  const { must, times = 1 } = request
  const title = known?.title ?? 'A phrase that was deleted'
  return (
    <div className="border-t border-rule py-1">
      <div className="flex items-start justify-between">
        {known ? (
          <Link to={`/vocabulary/${known.id}`} className="font-semibold">
            {title}
          </Link>
        ) : (
          <span className="font-semibold">{title}</span>
        )}
        <Button look="quiet" aria-label={`Take out: ${title}`} onClick={() => onChange(undefined)}>
          ×
        </Button>
      </div>
      <Choice
        label="How often"
        value={String(must ? times : 0)}
        options={OFTEN}
        onChange={(value) =>
          onChange({
            phrase: request.phrase,
            must: value !== '0',
            ...(Number(value) > 1 ? { times: Number(value) } : {}),
          })
        }
      />
      <p role="status" className="text-sm text-soft">
        {bars.length === 0
          ? 'Not in this line.'
          : `In bar${bars.length === 1 ? '' : 's'} ${bars.join(', ')}.`}
      </p>
    </div>
  )
}
