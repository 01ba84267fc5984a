import type { SettingsAnswer } from '@eager-contour/contract'
import {
  analyseChart,
  type Exercise,
  type ExerciseSpec,
  type ExpectedNote,
  fifthsOf,
  type Instrument,
  makeExercise,
  RUNGS,
  type RungId,
  rungOf,
  spellNotes,
  transposeChart,
  wordReason,
} from '@eager-contour/core'
import { useMemo } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { useLinesQuery, usePhrasesQuery } from '../data/api.ts'
import { spelledFor } from '../settings/names.ts'
import { useSettings } from '../settings/settings.ts'
import { type OpenTune, useTune } from '../tune/useTune.ts'
import { transposedLine, writtenChart } from '../tune/written.ts'
import { Notice, Waiting } from '../ui/Notice.tsx'
import { useNextStep } from './result/useNextStep.ts'
import { Stage } from './Stage.tsx'

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
      {(opened.state === 'lost' || opened.state === 'unread' || opened.state === 'unreachable') && (
        <main className="p-8">
          <Notice urgent>
            This tune cannot be played just now.{' '}
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

/** The tune in another key (a tonic at concert pitch): as it sounds and as it is read. */
const inKey = (open: OpenTune, tonic: string | null, instrument: Instrument): OpenTune => {
  const own = open.sounding.chart.key?.tonic
  if (!tonic || !own || !/^[A-G][b#]?$/.test(tonic) || tonic === own) return open
  const sounding = transposeChart(open.sounding.chart, fifthsOf(tonic) - fifthsOf(own))
  return {
    ...open,
    sounding: analyseChart(sounding),
    written: analyseChart(writtenChart(sounding, instrument)),
  }
}

/** By how many fifths the tune is moved into a key. */
const movedBy = (open: OpenTune, tonic: string | null): number => {
  const own = open.sounding.chart.key?.tonic
  return tonic && own && /^[A-G][b#]?$/.test(tonic) ? fifthsOf(tonic) - fifthsOf(own) : 0
}

const Reader = ({ open: tune }: { readonly open: OpenTune }) => {
  const [params] = useSearchParams()
  const { instrument, spelling } = useSettings()
  const key = params.get('key')
  const open = useMemo(() => inKey(tune, key, instrument), [tune, key, instrument])
  const variant = Number(params.get('variant')) || 0
  const lineId = params.get('line')
  const propose = useNextStep(tune, lineId ?? undefined)
  const { data: lines } = useLinesQuery(open.tune.id)
  const { data: phrases } = usePhrasesQuery()
  const rung = RUNGS.some(({ id }) => id === params.get('rung'))
    ? (params.get('rung') as RungId)
    : 'outline-up'
  const tempo = Math.min(
    320,
    Math.max(30, Number(params.get('tempo')) || Math.min(open.sounding.chart.tempo, rungOf(rung).tempo.from)),
  )
  const { needs } = rungOf(rung)
  const line = needs === 'line' ? lines?.find(({ id }) => id === lineId) : undefined
  const phrase = needs === 'phrase' ? phrases?.find(({ id }) => id === lineId) : undefined
  const outcome = useMemo(() => {
    const spec: ExerciseSpec = {
      rung,
      variant,
      stretch: open.stretch,
      tempo,
      ...(line ? { line: transposedLine(line, movedBy(tune, key)) } : {}),
      ...(phrase ? { phrase: { notes: phrase.notes, chords: phrase.chords } } : {}),
    }
    return makeExercise(spec, open.sounding, instrument)
  }, [rung, variant, open.stretch, open.sounding, tempo, line, phrase, instrument, tune, key])
  const written = useMemo(
    () =>
      outcome.ok ? writtenExercise(outcome.value, open, instrument.written.semitones, spelling) : undefined,
    [outcome, open, instrument, spelling],
  )
  if ((needs === 'line' && !lines) || (needs === 'phrase' && !phrases))
    return (
      <div className="p-8">
        <Waiting what={`Loading the ${needs}`} />
      </div>
    )
  if (!outcome.ok || !written) {
    return (
      <main className="p-8">
        <Notice urgent>
          {outcome.ok ? '' : outcome.problems.map(wordReason).join(' ')}{' '}
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
      open={open}
      exercise={outcome.value}
      written={written}
      line={line?.id}
      title={(line ?? phrase)?.title ?? titleOf(rung, variant)}
      hide={Math.min(4, Math.max(1, Number(params.get('hide')) || 1))}
    />
  )
}

/** The rung's name, and which way it is played where that is not the usual one. */
const titleOf = (rung: RungId, variant: number): string => {
  const { name, variants } = rungOf(rung)
  return variant > 0 && variants[variant] ? `${name}, ${variants[variant].name}` : name
}

/** The exercise as the player's instrument reads it: for showing only. */
const writtenExercise = (
  exercise: Exercise,
  open: OpenTune,
  semitones: number,
  spelling: SettingsAnswer['spelling'],
): Exercise => {
  const start = open.written.spans.find(({ bar }) => bar === exercise.spec.stretch.from)!.start
  const asRead = (notes: readonly ExpectedNote[]): readonly ExpectedNote[] => {
    const spelled = spelledFor(
      spelling,
      spellNotes(
        open.written,
        notes.map((note) => ({
          start: note.start + start,
          duration: note.duration,
          midi: note.midi + semitones,
        })),
      ),
    )
    return notes.map((note, index) => ({
      ...note,
      midi: spelled.notes[index]!.midi,
      spelling: spelled.notes[index]!.spelling,
    }))
  }
  const { free } = exercise
  return {
    ...exercise,
    expected: asRead(exercise.expected),
    ...(free ? { free: { ...free, example: asRead(free.example) } } : {}),
  }
}
