import { PHRASE_BAR, rungOf, wordReason } from '@eager-contour/core'
import { useState } from 'react'
import { Link } from 'react-router'
import type { KnownPhrase } from '../practice/knownPhrases.ts'
import { stageAddress } from '../practice/stageAddress.ts'
import { Button } from '../ui/Button.tsx'
import { type TitledPlace, usePlaces } from './usePlaces.ts'

/** The rungs that drill a phrase. */
const DRILLS = [
  ['phrase-keys', 'in twelve keys'],
  ['by-ear', 'by ear'],
] as const

/** Places that are shown at first. */
const FIRST = 6

/** Every place of every tune over whose chords a phrase fits, best first and why, with the way there. */
export const PhrasePlaces = ({ known }: { readonly known: KnownPhrase }) => {
  const places = usePlaces(known.phrase)
  const [all, setAll] = useState(false)
  const last = known.phrase.notes.at(-1)
  const length = Math.max(1, Math.ceil((last ? last.at + last.duration : 0) / PHRASE_BAR))
  return (
    <section aria-labelledby="places" aria-busy={!places} className="mt-4 border-t border-rule pt-3">
      <h3 id="places" className="text-2xl">
        Where it fits
      </h3>
      {!places && <p className="text-soft">Looking through your tunes …</p>}
      {places?.length === 0 && <p className="text-soft">Over no chords of your tunes.</p>}
      {places && places.length > 0 && (
        <ul className="mt-1">
          {places.slice(0, all ? undefined : FIRST).map((place) => (
            <PlaceRow
              key={`${place.tune} ${place.bar}`}
              {...{ place, known }}
              to={Math.min(place.bars, place.bar + length)}
            />
          ))}
        </ul>
      )}
      {places && places.length > FIRST && !all && (
        <Button onClick={() => setAll(true)}>All {places.length} places</Button>
      )}
    </section>
  )
}

interface PlaceRowProps {
  readonly place: TitledPlace
  readonly known: KnownPhrase
  /** Its last bar, from 1. */
  readonly to: number
}

const PlaceRow = ({ place: { tune, title, bar, why }, known, to }: PlaceRowProps) => (
  <li className="flex flex-wrap items-center gap-x-3 gap-y-1 border-t border-rule py-1.5">
    <Link
      to={`/tunes/${tune}/line?bars=${bar + 1}-${to}`}
      className="inline-flex min-h-9 items-center text-lg font-semibold underline underline-offset-4"
    >
      {title}, bar {bar + 1}
    </Link>
    <span className="text-soft">{wordReason(why)}</span>
    <span className="ml-auto flex gap-3">
      {DRILLS.map(([rung, name]) => (
        <Link
          key={rung}
          to={stageAddress({
            tune,
            rung,
            stretch: { from: bar, to: to - 1 },
            tempo: rungOf(rung).tempo.from,
            line: known.id,
            practice: { keys: 'fourths' },
          })}
          className="underline underline-offset-4"
          aria-label={`Drill it ${name} over bar ${bar + 1} of ${title}`}
        >
          {name}
        </Link>
      ))}
    </span>
  </li>
)
