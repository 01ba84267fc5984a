import { analyseChart, phraseFits, QUARTER, readChart, rungOf } from '@eager-contour/core'
import { useMemo } from 'react'
import { Link } from 'react-router'
import { useTunesQuery } from '../data/api.ts'
import type { KnownPhrase } from '../practice/knownPhrases.ts'
import { stageAddress } from '../practice/stageAddress.ts'

/** The rungs that drill a phrase. */
const DRILLS = [
  ['phrase-keys', 'in twelve keys'],
  ['by-ear', 'by ear'],
] as const

/** Every place of every tune over whose chords a phrase fits, with the way there. */
export const PhrasePlaces = ({ known }: { readonly known: KnownPhrase }) => {
  const { id: phraseId, phrase } = known
  const { data: tunes = [] } = useTunesQuery()
  const places = useMemo(
    () =>
      tunes.flatMap(({ id, title, chart }) => {
        const read = readChart(chart)
        if (!read.ok) return []
        const bars = phraseFits(analyseChart(read.value), phrase)
        return bars.length === 0 ? [] : [{ id, title, bars, last: read.value.bars.length }]
      }),
    [tunes, phrase],
  )
  const last = phrase.notes.at(-1)
  const length = Math.max(1, Math.ceil((last ? last.at + last.duration : 0) / (4 * QUARTER)))
  return (
    <section aria-labelledby="places" className="mt-4 border-t border-rule pt-3">
      <h3 id="places" className="text-2xl">
        Where it fits
      </h3>
      {places.length === 0 ? (
        <p className="text-soft">Over no chords of your tunes.</p>
      ) : (
        <ul className="mt-1">
          {places
            .toSorted((a, b) => b.bars.length - a.bars.length)
            .map(({ id, title, bars, last }) => (
              <li key={id} className="flex flex-wrap items-center gap-2 border-t border-rule py-1.5">
                <span className="text-lg font-semibold">{title}</span>
                {bars.map((bar) => (
                  <Link
                    key={bar}
                    to={`/tunes/${id}/line?bars=${bar + 1}-${Math.min(last, bar + length)}`}
                    className="inline-flex min-h-9 items-center rounded-full border border-soft px-3"
                  >
                    bar {bar + 1}
                  </Link>
                ))}
                {DRILLS.map(([rung, name]) => (
                  <Link
                    key={rung}
                    to={stageAddress({
                      tune: id,
                      rung,
                      stretch: { from: bars[0]!, to: Math.min(last, bars[0]! + length) - 1 },
                      tempo: rungOf(rung).tempo.from,
                      line: phraseId,
                      practice: { keys: 'fourths' },
                    })}
                    className="underline underline-offset-4 first-of-type:ml-auto"
                    aria-label={`Drill it ${name} over bar ${bars[0]! + 1} of ${title}`}
                  >
                    {name}
                  </Link>
                ))}
              </li>
            ))}
        </ul>
      )}
    </section>
  )
}
