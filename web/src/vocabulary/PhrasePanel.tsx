import type { PhraseAnswer } from '@eager-contour/contract'
import {
  familiesOf,
  homeOf,
  keysOfMode,
  type Phrase,
  TONICS_BY_FOURTHS,
  withSigns,
  wordReason,
} from '@eager-contour/core'
import { useMemo, useState } from 'react'
import { Link } from 'react-router'
import { useHearKey } from '../audio/useHearKey.ts'
import { LEAST } from '../notation/fingering/useFingering.ts'
import { FAMILY_NAMES, type KnownPhrase } from '../practice/knownPhrases.ts'
import { usePhraseEdits } from '../practice/usePhraseEdits.ts'
import { useSettings } from '../settings/settings.ts'
import { Button } from '../ui/Button.tsx'
import { Check } from '../ui/Check.tsx'
import { Notice } from '../ui/Notice.tsx'
import { StateMark } from '../ui/VerdictMark.tsx'
import { beyondRange, useHearPhrase, useShown } from './inKey.ts'
import { OwnPhrase } from './OwnPhrase.tsx'
import { PhraseChanges } from './PhraseChanges.tsx'
import { PhraseFiles } from './PhraseFiles.tsx'
import { PhrasePicture, useExplained } from './PhrasePicture.tsx'
import { PhrasePlaces } from './PhrasePlaces.tsx'
import { PhraseLinks, Relatives } from './Relatives.tsx'
import { usePhraseStates } from './usePhraseStates.ts'

interface PhrasePanelProps {
  readonly known: KnownPhrase
  readonly phrases: readonly KnownPhrase[]
  readonly onDelete: (phrase: PhraseAnswer) => void
}

/** A phrase: in any key, heard, explained note by note, changed, and where it fits. */
export const PhrasePanel = ({ known, phrases, onDelete }: PhrasePanelProps) => {
  const { instrument, chordStyle } = useSettings()
  const [tonic, setTonic] = useState(0)
  const [terrain, setTerrain] = useState(true)
  const { phrase, own } = known
  const shown = useShown(phrase, tonic)
  // Those kept before families were are read when they are opened.
  const families = useMemo(
    () => (known.families.length > 0 ? known.families : familiesOf(phrase)),
    [known.families, phrase],
  )
  const explanation = useExplained(shown)
  const hear = useHearPhrase(tonic)
  useHearKey(() => hear(phrase))
  const edits = usePhraseEdits()
  const states = usePhraseStates(known)
  const parent = own?.parent ? phrases.find(({ id }) => id === own.parent) : undefined
  const children = useMemo(() => phrases.filter((one) => one.own?.parent === known.id), [phrases, known.id])
  const { mode } = homeOf(phrase)
  /** A key by its name, as the instrument reads it. */
  const nameOf = (one: number) =>
    withSigns(keysOfMode(mode)[(one + instrument.written.semitones + 120) % 12]!.tonic)
  return (
    <>
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 className="text-3xl">{known.title}</h2>
        <div className="flex items-center gap-2">
          <Check label="terrain" checked={terrain} onChange={setTerrain} />
          <PhraseFiles known={known} tonic={tonic} />
          <Button look="main" onClick={() => hear(phrase)}>
            Hear it
          </Button>
        </div>
      </div>
      <p className="text-lg text-soft">
        {known.use}
        {` · ${families.map((id) => FAMILY_NAMES.get(id)).join(', ')}`}
        {known.grade !== undefined && ` · grade ${known.grade}`}
        {own?.source && ` · ${own.source}`}
        {parent && (
          <>
            {' '}
            · made from{' '}
            <Link to={`/vocabulary/${parent.id}`} className="underline underline-offset-4">
              {parent.title}
            </Link>
          </>
        )}
      </p>
      <div role="radiogroup" aria-label="Key" className="my-3 flex flex-wrap gap-1">
        {TONICS_BY_FOURTHS.map((one) => {
          return (
            <button
              key={one}
              type="button"
              role="radio"
              aria-checked={one === tonic}
              onClick={() => setTonic(one)}
              className="inline-flex min-h-11 min-w-12 items-center justify-center gap-1 rounded-full border border-soft px-2 text-lg aria-checked:bg-ink aria-checked:text-on-ink"
            >
              {nameOf(one)}
              {states[one]!.runs > 0 && (
                <span className="rounded-full bg-sheet">
                  <StateMark state={states[one]!.state} size={20} />
                  <span className="sr-only">, {states[one]!.state}</span>
                </span>
              )}
            </button>
          )
        })}
      </div>
      <TooWide phrase={phrase} tonic={tonic} name={nameOf} />
      <PhrasePicture
        shown={shown}
        terrain={terrain}
        {...(own
          ? {
              fingering: {
                wish: own.fingering ?? LEAST,
                onWish: (wish) => edits.describe(own, { fingering: wish }),
              },
            }
          : {})}
      />
      <details className="mb-3">
        <summary className="min-h-9 cursor-pointer text-lg">Every note and its reason</summary>
        <ol className="mt-1 list-decimal pl-8">
          {explanation.notes.map((note) => (
            <li key={note.index}>
              <b>{withSigns(shown.line.notes[note.index]!.spelling.replace(/-?\d+$/, ''))}</b>{' '}
              {wordReason(note.why, chordStyle)}
            </li>
          ))}
        </ol>
      </details>
      {own && <OwnPhrase phrase={own} onDelete={() => onDelete(own)} />}
      <PhraseChanges known={known} tonic={tonic} hear={hear} />
      <PhraseLinks name="Made from it" phrases={children} />
      <Relatives known={known} phrases={phrases} />
      <PhrasePlaces known={known} />
    </>
  )
}

interface TooWideProps {
  readonly phrase: Phrase
  readonly tonic: number
  /** A key's name, as the instrument reads it. */
  readonly name: (tonic: number) => string
}

/** The first note that the instrument doesn't have in a key, and the nearest key in which it has all of them. */
const TooWide = ({ phrase, tonic, name }: TooWideProps) => {
  const { instrument } = useSettings()
  const at = beyondRange(phrase, tonic, instrument)
  if (at === undefined) return null
  const other = NEAREST.map((by) => (tonic + by + 12) % 12).find(
    (one) => beyondRange(phrase, one, instrument) === undefined,
  )
  return (
    <Notice>
      Note {at + 1} is beyond the range of a {instrument.name} in this key.{' '}
      {other === undefined ? 'No key has all of it.' : `In ${name(other)} all of it can be played.`}
    </Notice>
  )
}

/** Half steps away, near ones first. */
const NEAREST: readonly number[] = [1, -1, 2, -2, 3, -3, 4, -4, 5, -5, 6]
