import { sameShape } from '@eager-contour/core'
import { useDeferredValue, useMemo } from 'react'
import { Link } from 'react-router'
import type { KnownPhrase } from '../practice/knownPhrases.ts'

/** Phrases of the same shape that are named. */
const MOST_RELATIVES = 6
const NONE: readonly KnownPhrase[] = []

interface RelativesProps {
  readonly known: KnownPhrase
  readonly phrases: readonly KnownPhrase[]
}

/** Phrases of the same shape, besides the one it was made from and those made from it; looked for when the rest is drawn. */
export const Relatives = ({ known, phrases }: RelativesProps) => {
  const among = useDeferredValue(phrases, NONE)
  const relatives = useMemo(() => {
    const { id: own, phrase, own: stored } = known
    const others = among.filter(
      ({ id, own: other }) => id !== own && id !== stored?.parent && other?.parent !== own,
    )
    return sameShape(phrase, others).slice(0, MOST_RELATIVES)
  }, [known, among])
  return <PhraseLinks name="The same shape is in" phrases={relatives} />
}

/** Other phrases by name; nothing if there are none. */
export const PhraseLinks = ({
  name,
  phrases,
}: {
  readonly name: string
  readonly phrases: readonly KnownPhrase[]
}) =>
  phrases.length === 0 ? null : (
    <p className="mt-3">
      {name}:{' '}
      {phrases.map(({ id, title }) => (
        <Link key={id} to={`/vocabulary/${id}`} className="mr-3 underline underline-offset-4">
          {title}
        </Link>
      ))}
    </p>
  )
