import type { PhraseAnswer } from '@eager-contour/contract'
import {
  type ChordKind,
  PHRASE_FAMILIES,
  PHRASE_USES,
  type Phrase,
  type PhraseFamily,
  SHIPPED_PHRASES,
} from '@eager-contour/core'
import { useMemo } from 'react'
import { usePhrasesQuery } from '../data/api.ts'

/** A phrase of the vocabulary: one that ships, or the player's own. */
export interface KnownPhrase {
  readonly id: string
  readonly title: string
  readonly phrase: Phrase
  /** What it is made of, the most telling first. */
  readonly families: readonly PhraseFamily[]
  /** What it is used for, in words; the chords' kinds where no use is known. */
  readonly use: string
  /** 1 to 3; undefined for the player's own. */
  readonly grade: number | undefined
  /** As it is stored, if it is the player's own. */
  readonly own: PhraseAnswer | undefined
}

/** A kind of chord as its symbol names it. */
export const KIND_NAMES: Readonly<Record<ChordKind, string>> = {
  major: 'maj7',
  minor: 'm7',
  tonicMinor: 'm6',
  dominant: '7',
  sus: 'sus',
  halfDiminished: 'ø',
  diminished: '°',
  augmented: 'aug',
  none: 'N.C.',
}

/** The kinds of a phrase's chords in words: "m7 7 maj7". */
const kindsOf = ({ chords }: Phrase): string => chords.map(({ kind }) => KIND_NAMES[kind]).join(' ')

/** What each family is called. */
export const FAMILY_NAMES: ReadonlyMap<PhraseFamily, string> = new Map(
  PHRASE_FAMILIES.map(({ id, name }) => [id, name]),
)

const SHIPPED: readonly KnownPhrase[] = SHIPPED_PHRASES.map(({ id, name, phrase, families, use, grade }) => ({
  id,
  title: name,
  phrase,
  families,
  use: PHRASE_USES[use],
  grade,
  own: undefined,
}))

/** The player's own phrases, newest first, then those that ship; only these while the own ones are loading. */
export const useKnownPhrases = (): readonly KnownPhrase[] => {
  const { data } = usePhrasesQuery()
  return useMemo(() => {
    const own = (data ?? []).map((answer): KnownPhrase => {
      const phrase = { notes: answer.notes, chords: answer.chords }
      return {
        id: answer.id,
        title: answer.title,
        phrase,
        families: answer.families ?? [],
        use: answer.use ? PHRASE_USES[answer.use] : kindsOf(phrase),
        grade: undefined,
        own: answer,
      }
    })
    return [...own, ...SHIPPED]
  }, [data])
}
