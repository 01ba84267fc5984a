import type { PhraseAnswer } from '@eager-contour/contract'
import { degreeName, type Phrase, phraseFits } from '@eager-contour/core'
import { type ReactNode, useMemo } from 'react'
import { Link } from 'react-router'
import { type KnownPhrase, useKnownPhrases } from '../../practice/knownPhrases.ts'
import type { OpenTune } from '../../tune/useTune.ts'
import { Button } from '../../ui/Button.tsx'

interface PhraseListProps {
  readonly open: Pick<OpenTune, 'sounding' | 'stretch'>
  readonly onUse: (phrase: Phrase, bar: number) => void
  readonly onRemove: (phrase: PhraseAnswer) => void
}

/** A phrase with the bars where it fits. */
interface Fitting {
  readonly known: KnownPhrase
  readonly bars: readonly number[]
}

/** The player's own phrases with the bars of this tune where each fits, and those that ship and fit the open bars. */
export const PhraseList = ({ open: { sounding, stretch }, onUse, onRemove }: PhraseListProps) => {
  const phrases = useKnownPhrases()
  const fits = useMemo(
    () => phrases.map((known): Fitting => ({ known, bars: phraseFits(sounding, known.phrase) })),
    [phrases, sounding],
  )
  const own = fits.filter(({ known }) => known.own)
  const shipped = fits
    .filter(({ known }) => !known.own)
    .map(({ known, bars }) => ({
      known,
      bars: bars.filter((bar) => bar >= stretch.from && bar <= stretch.to),
    }))
    .filter(({ bars }) => bars.length > 0)
  return (
    <section aria-labelledby="phrases">
      <h2 id="phrases" className="mb-1 text-xl">
        Phrases
      </h2>
      {own.length === 0 && <p className="text-soft">None yet. Select notes and save them as a phrase.</p>}
      <ul>
        {own.map((one) => (
          <Item key={one.known.id} {...one} onUse={onUse}>
            <Button
              look="quiet"
              aria-label={`Delete: ${one.known.title}`}
              onClick={() => one.known.own && onRemove(one.known.own)}
            >
              ×
            </Button>
          </Item>
        ))}
      </ul>
      {shipped.length > 0 && (
        <details className="mt-2">
          <summary className="min-h-9 cursor-pointer">
            {shipped.length} from the vocabulary {shipped.length === 1 ? 'fits' : 'fit'} these bars
          </summary>
          <ul>
            {shipped.map((one) => (
              <Item key={one.known.id} {...one} onUse={onUse} />
            ))}
          </ul>
        </details>
      )}
    </section>
  )
}

interface ItemProps extends Fitting {
  readonly onUse: PhraseListProps['onUse']
  readonly children?: ReactNode
}

const Item = ({ known: { id, title, phrase }, bars, onUse, children }: ItemProps) => (
  <li className="border-t border-rule py-2">
    <div className="flex items-start justify-between">
      <Link to={`/vocabulary/${id}`} className="font-semibold">
        {title}
      </Link>
      {children}
    </div>
    <div className="text-sm">{phrase.notes.map(({ degree }) => degreeName(degree)).join(' ')}</div>
    <div className="flex flex-wrap items-center gap-1 text-sm text-soft">
      {bars.length === 0 ? 'fits nowhere in this tune' : 'insert in bar'}
      {bars.map((bar) => (
        <button
          key={bar}
          type="button"
          aria-label={`Insert in bar ${bar + 1}: ${title}`}
          className="min-h-8 min-w-8 rounded-lg border border-rule text-ink hover:bg-chosen"
          onClick={() => onUse(phrase, bar)}
        >
          {bar + 1}
        </button>
      ))}
    </div>
  </li>
)
