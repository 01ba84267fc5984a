import { type Key, RUNGS, type RungId, rungOf, wordReason } from '@eager-contour/core'
import { useMemo } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { useLinesQuery, usePhrasesQuery } from '../data/api.ts'
import { useKnownPhrases } from '../practice/knownPhrases.ts'
import { practiceOf } from '../practice/stageAddress.ts'
import { useMadeExercise } from '../practice/useMadeExercise.ts'
import { useSoloist } from '../practice/useSoloist.ts'
import { useSettings } from '../settings/settings.ts'
import { type OpenTune, useTune } from '../tune/useTune.ts'
import { Notice, Waiting } from '../ui/Notice.tsx'
import { useNextStep } from './result/useNextStep.ts'
import { Stage } from './Stage.tsx'

/** Why a tune can't be played. */
const WHY_NOT = {
  lost: 'Tune not found.',
  unread: 'Some of the tune’s changes can’t be read. Fix them in Changes first.',
  unreachable:
    'Can’t load the tune from the server. Nothing is lost; reload the page when the server is back.',
} as const

/** The stage: reads from the address what is to be played. */
export const StagePage = () => {
  const { tune: id } = useParams()
  const opened = useTune(id)
  const { known } = useSettings()
  return (
    <div className="night min-h-screen bg-ground text-ink">
      {opened.state === 'waiting' && (
        <div className="p-8">
          <Waiting what="Loading" />
        </div>
      )}
      {opened.state !== 'waiting' && opened.state !== 'open' && (
        <main className="p-8">
          <Notice urgent>
            {WHY_NOT[opened.state]}{' '}
            <Link to="/tunes" className="underline">
              All tunes
            </Link>
          </Notice>
        </main>
      )}
      {opened.state === 'open' && known && <Reader open={opened.open} />}
    </div>
  )
}

/** The key that an address asks for by its tonic (concert pitch), in the tune's own mode. */
const keyOf = ({ sounding }: OpenTune, tonic: string | null): Key | undefined => {
  const own = sounding.chart.key
  return own && tonic && /^[A-G][b#]?$/.test(tonic) ? { ...own, tonic } : undefined
}

const Reader = ({ open }: { readonly open: OpenTune }) => {
  const { chordStyle } = useSettings()
  const [params] = useSearchParams()
  const key = keyOf(open, params.get('key'))
  const variant = Number(params.get('variant')) || 0
  const lineId = params.get('line')
  const { loops = 1, trade = false, turns } = practiceOf(params)
  const soloist = useSoloist(open, turns)
  const order = params.get('order') ?? undefined
  const propose = useNextStep(open, lineId ?? undefined)
  const { data: lines } = useLinesQuery(open.tune.id)
  const phrases = useKnownPhrases()
  const { isLoading: loading } = usePhrasesQuery()
  const rung = RUNGS.some(({ id }) => id === params.get('rung'))
    ? (params.get('rung') as RungId)
    : 'outline-up'
  const tempo = Math.min(
    320,
    Math.max(30, Number(params.get('tempo')) || Math.min(open.sounding.chart.tempo, rungOf(rung).tempo.from)),
  )
  const { needs, takesCell } = rungOf(rung)
  const line = needs === 'line' ? lines?.find(({ id }) => id === lineId) : undefined
  const phrase = needs === 'phrase' || takesCell ? phrases.find(({ id }) => id === lineId) : undefined
  const made = useMadeExercise(open, key, {
    rung,
    variant,
    stretch: open.stretch,
    tempo,
    ...(order === undefined ? {} : { order }),
    ...(loops > 1 || trade ? { loop: { passes: loops, trade } } : {}),
    ...(soloist ? { turns: soloist } : {}),
    ...(line ? { line: { notes: line.notes } } : {}),
    ...(phrase ? { phrase: phrase.phrase } : {}),
  })
  const inKey = useMemo<OpenTune>(
    () => (made.ok ? { ...open, sounding: made.value.sounding, written: made.value.written } : open),
    [made, open],
  )
  const asksPhrase = needs === 'phrase' || (takesCell !== undefined && lineId !== null)
  if ((needs === 'line' && !lines) || (asksPhrase && !phrase && loading))
    return (
      <div className="p-8">
        <Waiting what={`Loading the ${needs ?? 'cell'}`} />
      </div>
    )
  if (turns !== undefined && !soloist)
    return (
      <div className="p-8">
        <Waiting what="Calling the soloist" />
      </div>
    )
  if (!made.ok) {
    return (
      <main className="p-8">
        <Notice urgent>
          {made.problems.map((problem) => wordReason(problem, chordStyle)).join(' ')}{' '}
          <Link to={`/tunes/${open.tune.id}/drills`} className="underline">
            Back to Drills
          </Link>
        </Notice>
      </main>
    )
  }
  return (
    <Stage
      // Another exercise is another stage.
      key={params.toString()}
      propose={propose}
      open={inKey}
      exercise={made.value.exercise}
      written={made.value.asRead}
      line={(line ?? phrase)?.id}
      title={(line ?? phrase)?.title ?? titleOf(rung, variant)}
      byItself={practiceOf(params).byItself === true}
      // What is answered by ear isn't shown.
      hide={Math.min(4, Math.max(rungOf(rung).byEar ? 2 : 1, Number(params.get('hide')) || 1))}
    />
  )
}

/** The rung's name, and its variant unless it is the default. */
const titleOf = (rung: RungId, variant: number): string => {
  const { name, variants } = rungOf(rung)
  return variant > 0 && variants[variant] ? `${name}, ${variants[variant].name}` : name
}
