import type { PhraseAnswer } from '@eager-contour/contract'
import { degreeName, type Phrase, type PhrasePlace, phraseFits, placesOf } from '@eager-contour/core'
import { type ReactNode, useMemo } from 'react'
import { Link } from 'react-router'
import { type KnownPhrase, useKnownPhrases } from '../../practice/knownPhrases.ts'
import { useSettings } from '../../settings/settings.ts'
import type { OpenTune } from '../../tune/useTune.ts'
import { Button } from '../../ui/Button.tsx'
import { PhraseHandle } from './PhraseDragging.tsx'

/** Phrases of the player's own that are listed; all of them are in Vocabulary. */
const MOST = 40

interface PhraseListProps {
  readonly open: Pick<OpenTune, 'sounding' | 'stretch'>
  readonly onUse: (phrase: Phrase, bar: number) => void
  /** Shows what a phrase in a bar would be; without one, nothing. */
  readonly onTry: (phrase?: Phrase, bar?: number) => void
  readonly onRemove: (phrase: PhraseAnswer) => void
}

/** A phrase with the places where it fits, best first. */
interface Fitting {
  readonly known: KnownPhrase
  readonly places: readonly PhrasePlace[]
}

/** The player's own phrases that fit this tune, and those that ship and fit the open bars; best first. */
export const PhraseList = ({ open: { sounding, stretch }, onRemove, ...actions }: PhraseListProps) => {
  const phrases = useKnownPhrases()
  const { range } = useSettings().instrument
  const { own, shown, shipped } = useMemo(() => {
    const placed = (known: KnownPhrase): Fitting => ({
      known,
      places: placesOf(sounding, known.phrase, range),
    })
    const isHere = (bar: number) => bar >= stretch.from && bar <= stretch.to
    const fitting = phrases
      .map((known) => ({ known, bars: phraseFits(sounding, known.phrase) }))
      .filter(({ known, bars }) => (known.own ? bars.length > 0 : bars.some(isHere)))
      .map(({ known }) => known)
    const own = fitting.filter((known) => known.own)
    return {
      own,
      shown: own.slice(0, MOST).map(placed),
      shipped: fitting
        .filter((known) => !known.own)
        .map(placed)
        .map(({ known, places }) => ({ known, places: places.filter(({ bar }) => isHere(bar)) }))
        .sort((a, b) => a.places[0]!.penalty - b.places[0]!.penalty),
    }
  }, [phrases, sounding, range, stretch])
  const all = phrases.filter((known) => known.own).length
  return (
    <section aria-labelledby="phrases">
      <h2 id="phrases" className="mb-1 text-xl">
        Phrases
      </h2>
      {all === 0 && <p className="text-soft">None yet. Select notes and save them as a phrase.</p>}
      <ul>
        {shown.map((one) => (
          <Item key={one.known.id} {...one} {...actions}>
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
      {all > shown.length && (
        <p className="text-soft">
          {all - shown.length} more of yours
          {own.length === shown.length ? ', which fit nowhere in this tune,' : ''} in{' '}
          <Link to="/vocabulary" className="underline underline-offset-4">
            Vocabulary
          </Link>
        </p>
      )}
      {shipped.length > 0 && (
        <details className="mt-2">
          <summary className="min-h-9 cursor-pointer">
            {shipped.length} from the vocabulary {shipped.length === 1 ? 'fits' : 'fit'} these bars
          </summary>
          <ul>
            {shipped.map((one) => (
              <Item key={one.known.id} {...one} {...actions} />
            ))}
          </ul>
        </details>
      )}
    </section>
  )
}

interface ItemProps extends Fitting, Pick<PhraseListProps, 'onUse' | 'onTry'> {
  readonly children?: ReactNode
}

const Item = ({ known, places, onUse, onTry, children }: ItemProps) => {
  const { id, title, phrase } = known
  return (
    <li className="border-t border-rule py-2">
      <div className="flex items-start justify-between">
        <PhraseHandle known={known} />
        <Link to={`/vocabulary/${id}`} className="grow py-1.5 font-semibold">
          {title}
        </Link>
        {children}
      </div>
      <div className="text-sm">{phrase.notes.map(({ degree }) => degreeName(degree)).join(' ')}</div>
      <div className="flex flex-wrap items-center gap-1 text-sm text-soft">
        insert in bar
        {places.map(({ bar }) => (
          <button
            key={bar}
            type="button"
            aria-label={`Insert in bar ${bar + 1}: ${title}`}
            className="min-h-8 min-w-8 rounded-lg border border-rule text-ink hover:bg-chosen"
            onPointerEnter={() => onTry(phrase, bar)}
            onPointerLeave={() => onTry()}
            onFocus={() => onTry(phrase, bar)}
            onBlur={() => onTry()}
            onClick={() => onUse(phrase, bar)}
          >
            {bar + 1}
          </button>
        ))}
      </div>
    </li>
  )
}
