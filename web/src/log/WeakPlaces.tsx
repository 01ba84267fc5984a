import type { TallyAnswer } from '@eager-contour/contract'
import {
  type ChordStyle,
  changeExample,
  degreeName,
  RUNGS,
  type RungId,
  readChordSymbol,
  rungOf,
  type TallyKind,
} from '@eager-contour/core'
import { useState } from 'react'
import { Link } from 'react-router'
import { useTalliesQuery } from '../data/api.ts'
import { dayOf } from '../practice/session.ts'
import { stageAddress } from '../practice/stageAddress.ts'
import { useSettings } from '../settings/settings.ts'
import { barsText } from '../tune/useTune.ts'
import { writtenKey } from '../tune/written.ts'
import { chordText } from '../ui/ChordSymbol.tsx'
import { SegmentedControl } from '../ui/SegmentedControl.tsx'
import { LEAST_NOTES, timingWords, type WeakPlace, weakPlaces } from './weakPlaces.ts'

const KINDS: readonly { readonly value: TallyKind; readonly label: string }[] = [
  { value: 'change', label: 'changes' },
  { value: 'degree', label: 'degrees' },
  { value: 'key', label: 'keys' },
  { value: 'rung', label: 'rungs' },
  { value: 'beat', label: 'beats' },
]
const MOST = 4
/** What is drilled where a rung needs a line or a phrase of its own. */
const PLAIN_RUNG: RungId = 'outline-up'

interface WeakPlacesProps {
  readonly titles: ReadonlyMap<string, string>
}

/** What goes worst in the last four weeks, with its trend; each is made an exercise with a tap. */
export const WeakPlaces = ({ titles }: WeakPlacesProps) => {
  const { data: tallies } = useTalliesQuery(dayOf(new Date()))
  const [kind, setKind] = useState<TallyKind>('change')
  if (!tallies || tallies.length === 0) return null
  const weak = weakPlaces(tallies, kind, MOST)
  return (
    <section aria-label="Weak places" className="min-w-0">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 className="text-2xl">Weak places</h2>
        <SegmentedControl label="" name="Weak places by" value={kind} options={KINDS} onChange={setKind} />
      </div>
      <p className="text-soft">The last four weeks, against your average.</p>
      {weak.length === 0 ? (
        <p className="py-3 text-lg">Nothing is under your average with {LEAST_NOTES} notes or more.</p>
      ) : (
        <ul className="mt-2">
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
  const name = nameOf(place, chordStyle, (key) => writtenKey(key, instrument))
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
          <rect width={percent} height={8} rx={2} fill="var(--madder)" />
          <rect x={average - 0.7} width={1.4} height={8} fill="var(--ink)" />
        </svg>
      </span>
      {title === undefined ? (
        <span className="w-28 text-soft">tune deleted</span>
      ) : (
        <Link
          to={practiseAddress(place)}
          aria-label={`Practise ${name} in ${title}, ${barsText(last.stretch)}`}
          className="inline-flex min-h-11 w-28 items-center justify-center rounded-full border border-ink px-4 font-semibold"
        >
          Practise
        </Link>
      )}
    </li>
  )
}

/** Where it was played last, at the rung's lowest tempo. */
const practiseAddress = ({ kind, name, last }: WeakPlace): string => {
  const { tune, stretch, key } = last
  const wanted = kind === 'rung' ? name : last.rung
  const known = RUNGS.find(({ id, needs }) => id === wanted && needs === undefined)?.id ?? PLAIN_RUNG
  return stageAddress({ tune, rung: known, stretch, tempo: rungOf(known).tempo.from, key: key.split(' ')[0] })
}

const symbolText = (symbol: string, style: ChordStyle): string => {
  const chord = readChordSymbol(symbol)
  return chord.ok ? chordText(chord.value, style) : symbol
}

/** What is weak in words: “Dm7 to G7”, “♭9”, “E♭ major”, “beat 2 and”. */
const nameOf = (
  { kind, name }: Pick<TallyAnswer, 'kind' | 'name'>,
  style: ChordStyle,
  keyName: (key: string) => string,
): string => {
  switch (kind) {
    case 'change': {
      const example = changeExample(name)
      return example ? example.map((symbol) => symbolText(symbol, style)).join(' to ') : name
    }
    case 'degree':
      return `the ${degreeName(name as never)}`
    case 'key':
      return keyName(name)
    case 'rung':
      return RUNGS.find(({ id }) => id === name)?.name ?? name
    case 'beat':
      return name.startsWith('inside') ? `inside beat ${name.split(' ')[1]}` : `beat ${name}`
  }
}
