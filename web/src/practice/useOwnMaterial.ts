import type { LineAnswer } from '@eager-contour/contract'
import { type ExerciseSpec, phraseFits, type RungId, rungOf } from '@eager-contour/core'
import { useMemo, useState } from 'react'
import { useLinesQuery } from '../data/api.ts'
import type { OpenTune } from '../tune/useTune.ts'
import { useKnownPhrases } from './knownPhrases.ts'

/** The material that a rung can play over the open bars: the player's own lines, own phrases and those that ship. */
export interface OwnMaterial {
  /** Its kind; undefined for rungs that need nothing. */
  readonly name: 'Line' | 'Phrase' | 'Cell' | undefined
  readonly choices: readonly { readonly id: string; readonly title: string }[]
  readonly chosen: string | undefined
  readonly choose: (id: string) => void
  /** Its part of the exercise. */
  readonly spec: Pick<ExerciseSpec, 'line' | 'phrase'>
  /** Why there is nothing to play. */
  readonly missing: string | undefined
}

const NO_LINE = 'No saved line in these bars. Write one in Line and save it.'
const NO_PHRASE = 'No saved phrase fits this tune. Select notes of a line in Line and save them as a phrase.'

const overlaps = (line: LineAnswer, stretch: OpenTune['stretch']): boolean =>
  line.stretch.from <= stretch.to && line.stretch.to >= stretch.from

/** The lines or phrases that a rung can play here, and which of them is chosen. */
export const useOwnMaterial = ({ tune, stretch, sounding }: OpenTune, rung: RungId): OwnMaterial => {
  const { needs, takesCell } = rungOf(rung)
  const { data: lines = [] } = useLinesQuery(tune.id)
  const phrases = useKnownPhrases()
  const [wanted, choose] = useState<string>()
  const fitting = useMemo(
    () => phrases.filter(({ phrase }) => phraseFits(sounding, phrase).length > 0),
    [phrases, sounding],
  )
  if (needs === 'line') {
    const choices = lines.filter((line) => overlaps(line, stretch))
    const line = choices.find(({ id }) => id === wanted) ?? choices[0]
    return {
      name: 'Line',
      choices,
      chosen: line?.id,
      choose,
      spec: line ? { line: { notes: line.notes } } : {},
      missing: line ? undefined : NO_LINE,
    }
  }
  if (needs === 'phrase') {
    const phrase = fitting.find(({ id }) => id === wanted) ?? fitting[0]
    return {
      name: 'Phrase',
      choices: fitting,
      chosen: phrase?.id,
      choose,
      spec: phrase ? { phrase: phrase.phrase } : {},
      missing: phrase ? undefined : NO_PHRASE,
    }
  }
  if (takesCell) {
    const cells = phrases.filter(({ phrase }) => phrase.chords.length === 1)
    const cell = cells.find(({ id }) => id === wanted)
    return {
      name: 'Cell',
      choices: [{ id: '', title: 'as chosen above' }, ...cells],
      chosen: cell?.id,
      choose,
      spec: cell ? { phrase: cell.phrase } : {},
      missing: undefined,
    }
  }
  return { name: undefined, choices: [], chosen: undefined, choose, spec: {}, missing: undefined }
}
