import { rungOf, type TallyKind } from '@eager-contour/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { useTalliesQuery } from '../data/api.ts'
import { dayOf } from '../practice/session.ts'
import { stageAddress } from '../practice/stageAddress.ts'
import { weakName, weakRung } from '../practice/weakNames.ts'
import { allPlaces, LEAST_NOTES, timingWords, type WeakPlace, weakPlaces } from '../practice/weakPlaces.ts'
import { useSettings } from '../settings/settings.ts'
import { barsText } from '../tune/useTune.ts'
import { writtenKey } from '../tune/written.ts'
import { Button } from '../ui/Button.tsx'
import { buttonLook } from '../ui/looks.ts'
import { SegmentedControl } from '../ui/SegmentedControl.tsx'

const KINDS: readonly { readonly value: TallyKind; readonly label: string }[] = [
  { value: 'change', label: 'changes' },
  { value: 'degree', label: 'degrees' },
  { value: 'key', label: 'keys' },
  { value: 'rung', label: 'rungs' },
  { value: 'beat', label: 'beats' },
]
const MOST = 4

interface WeakPlacesProps {
  readonly titles: ReadonlyMap<string, string>
}

/** What goes worst in the last four weeks, with its trend; each is made an exercise with a tap. */
export const WeakPlaces = ({ titles }: WeakPlacesProps) => {
  const { data: tallies } = useTalliesQuery(dayOf(new Date()))
  const [kind, setKind] = useState<TallyKind>('change')
  const [all, setAll] = useState(false)
  if (!tallies || tallies.length === 0) return null
  const weak = all ? allPlaces(tallies, kind) : weakPlaces(tallies, kind, MOST)
  return (
    <section aria-label="Weak places" className="min-w-0">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 className="text-2xl">Weak places</h2>
        <SegmentedControl label="" name="Weak places by" value={kind} options={KINDS} onChange={setKind} />
      </div>
      <p className="text-soft">
        The last four weeks, against your average.{' '}
        <Button look="quiet" aria-pressed={all} onClick={() => setAll(!all)}>
          {all ? 'Weakest only' : 'Show all'}
        </Button>
      </p>
      {weak.length === 0 ? (
        <p className="py-3 text-lg">Nothing is under your average with {LEAST_NOTES} notes or more.</p>
      ) : (
        <ul className="mt-2 max-h-[32rem] overflow-y-auto">
          {weak.map((place) => (
            <WeakPlaceRow key={place.name} place={place} titles={titles} />
          ))}
        </ul>
      )}
    </section>
  )
}

const WeakPlaceRow = ({ place, titles }: WeakPlacesProps & { readonly place: WeakPlace }) => {
  const { instrument, chordStyle } = useSettings()
  const { percent, average, percentBefore, trend, notes, last } = place
  const name = weakName(place, chordStyle, (key) => writtenKey(key, instrument))
  const title = titles.get(last.tune)
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 border-t border-rule py-2">
      <span className="min-w-40 flex-1">
        <span className="block font-head text-2xl font-bold">{name}</span>
        <span className="block text-soft">
          {notes} notes, {timingWords(place)}
          {trend === undefined ? '' : `; ${trend} (${percentBefore} before)`}
        </span>
      </span>
      <span className="w-40">
        <span className="block text-lg tabular-nums">
          <b>{percent}</b> <span className="text-soft">of 100 right, average {average}</span>
        </span>
        <svg viewBox="0 0 100 8" preserveAspectRatio="none" className="h-2 w-full" aria-hidden="true">
          <rect width={100} height={8} rx={2} fill="var(--rule)" />
          <rect
            width={percent}
            height={8}
            rx={2}
            fill={percent < average ? 'var(--madder)' : 'var(--lichen)'}
          />
          <rect x={average - 0.7} width={1.4} height={8} fill="var(--ink)" />
        </svg>
      </span>
      {title === undefined ? (
        <span className="w-28 text-soft">tune deleted</span>
      ) : (
        <Link
          to={practiseAddress(place)}
          aria-label={`Practise ${name} in ${title}, ${barsText(last.stretch)}`}
          className={`${buttonLook()} w-28`}
        >
          Practise
        </Link>
      )}
    </li>
  )
}

/** Where it was played last, at the rung's lowest tempo. */
const practiseAddress = (place: WeakPlace): string => {
  const { tune, stretch, key } = place.last
  const rung = weakRung(place)
  return stageAddress({ tune, rung, stretch, tempo: rungOf(rung).tempo.from, key: key.split(' ')[0] })
}
