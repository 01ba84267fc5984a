import type { PhraseAnswer } from '@eager-contour/contract'
import { type Analysis, degreeName, phraseFits } from '@eager-contour/core'
import { useMemo } from 'react'
import { usePhrasesQuery } from '../../data/api.ts'
import { Button } from '../../ui/Button.tsx'

interface PhraseListProps {
  readonly sounding: Analysis
  readonly onUse: (phrase: PhraseAnswer, bar: number) => void
  readonly onRemove: (phrase: PhraseAnswer) => void
}

/** The saved phrases, in degrees, with the bars of this tune where each fits. */
export const PhraseList = ({ sounding, onUse, onRemove }: PhraseListProps) => {
  const { data: phrases = [] } = usePhrasesQuery()
  const fits = useMemo(() => phrases.map((phrase) => phraseFits(sounding, phrase)), [phrases, sounding])
  return (
    <section aria-labelledby="phrases">
      <h2 id="phrases" className="mb-1 text-xl">
        Phrases
      </h2>
      {phrases.length === 0 && <p className="text-soft">None yet. Select notes and save them as a phrase.</p>}
      <ul>
        {phrases.map((phrase, at) => (
          <li key={phrase.id} className="border-t border-rule py-2">
            <div className="flex items-start justify-between">
              <span className="font-semibold">{phrase.title}</span>
              <Button look="quiet" aria-label={`Delete: ${phrase.title}`} onClick={() => onRemove(phrase)}>
                ×
              </Button>
            </div>
            <div className="text-sm">{phrase.notes.map(({ degree }) => degreeName(degree)).join(' ')}</div>
            <div className="flex flex-wrap items-center gap-1 text-sm text-soft">
              {fits[at]!.length === 0 ? 'fits nowhere in this tune' : 'insert in bar'}
              {fits[at]!.map((bar) => (
                <button
                  key={bar}
                  type="button"
                  aria-label={`Insert in bar ${bar + 1}: ${phrase.title}`}
                  className="min-h-8 min-w-8 rounded-lg border border-rule text-ink hover:bg-chosen"
                  onClick={() => onUse(phrase, bar)}
                >
                  {bar + 1}
                </button>
              ))}
            </div>
          </li>
        ))}
      </ul>
    </section>
  )
}
