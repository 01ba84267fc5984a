import type { RunWithTakeAnswer } from '@eager-contour/contract'
import {
  type ExerciseInKey,
  type Grade,
  gradeTake,
  type MarkId,
  type Outcome,
  playedExercise,
  RUNGS,
  readKey,
  wordReason,
  writeTakeMidi,
} from '@eager-contour/core'
import { format } from 'date-fns'
import { useMemo } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { useHear } from '../audio/usePlay.ts'
import { useRunQuery } from '../data/api.ts'
import { playTakeOverExercise } from '../practice/result/overlay.ts'
import { RunPictures } from '../practice/result/RunPictures.tsx'
import { Told } from '../practice/result/Told.tsx'
import { WrongNotes } from '../practice/result/WrongNotes.tsx'
import { useSettings } from '../settings/settings.ts'
import { useGradeRules } from '../settings/useGradeRules.ts'
import { inTunesKey, type PlayedState } from '../tune/played.ts'
import { barsText, type OpenTune, useTune } from '../tune/useTune.ts'
import { writtenKey } from '../tune/written.ts'
import { Button } from '../ui/Button.tsx'
import { Notice, Waiting } from '../ui/Notice.tsx'
import { fileName, saveFile } from '../ui/saveFile.ts'
import { tellUndoable } from '../ui/tell.ts'
import { usePageTitle } from '../ui/usePageTitle.ts'
import { VerdictMark } from '../ui/VerdictMark.tsx'
import { MARK_DESCRIPTIONS } from '../ui/verdicts.ts'
import { RunWords } from './RunWords.tsx'
import { useRunEdits } from './useRunEdits.ts'

/** A run of the log: what was played, how it went, note by note. */
export const RunPage = () => {
  const { run: id = '' } = useParams()
  const { data: run, isError } = useRunQuery(id)
  const opened = useTune(run?.tune)
  if (isError)
    return (
      <div className="p-8">
        <Notice urgent>
          This run can’t be read: it isn’t there, or the server doesn’t answer.{' '}
          <Link to="/log" className="underline">
            Back to the log
          </Link>
        </Notice>
      </div>
    )
  if (!run || opened.state === 'waiting')
    return (
      <div className="p-8">
        <Waiting what="Opening the run" />
      </div>
    )
  return <OneRun key={run.id} run={run} open={opened.state === 'open' ? opened.open : undefined} />
}

interface OneRunProps {
  readonly run: RunWithTakeAnswer
  /** The tune; undefined if it was deleted or can't be read. */
  readonly open: OpenTune | undefined
}

const OneRun = ({ run, open }: OneRunProps) => {
  const { instrument } = useSettings()
  const edits = useRunEdits()
  const navigate = useNavigate()
  const name = RUNGS.find(({ id }) => id === run.rung)?.name ?? run.rung
  const title = `${name}, ${open?.tune.title ?? 'a deleted tune'}`
  usePageTitle(title)
  const onDelete = () => {
    edits.remove(run)
    void navigate('/log')
    tellUndoable(
      'The run was deleted.',
      () => edits.restore({ ...run, wordsRevision: run.wordsRevision + 1 }),
      'The run is back.',
    )
  }
  return (
    <div className="mx-auto w-full max-w-6xl px-5 pb-10">
      <p className="pt-4">
        <Link to="/log" className="underline">
          Log
        </Link>
      </p>
      <div className="flex flex-wrap items-end justify-between gap-x-8 gap-y-3 py-2">
        <div>
          <h1 className="text-4xl">{title}</h1>
          <p className="text-lg text-soft">
            {format(new Date(run.playedAt), 'd MMMM yyyy, HH:mm')} · {barsText(run.stretch)} in{' '}
            {writtenKey(run.key, instrument)} at {run.tempo}
            {run.state === 'abandoned' ? ' · abandoned' : ''}
            {run.source === 'simulated' ? ' · played by the simulated player' : ''}
          </p>
        </div>
        <div className="flex flex-wrap gap-2">
          <Button
            onClick={() =>
              saveFile(fileName(title, 'mid'), 'audio/midi', writeTakeMidi(run.take, title).slice().buffer)
            }
          >
            MIDI
          </Button>
          <Button onClick={onDelete}>Delete</Button>
        </div>
      </div>
      <RunMarks run={run} />
      {open ? <PlayedNotes run={run} open={open} /> : <Notice>Its tune isn’t there any more.</Notice>}
      <div className="mt-4 max-w-2xl">
        <RunWords run={run} />
      </div>
    </div>
  )
}

const RunMarks = ({ run: { marks, verdict } }: { readonly run: RunWithTakeAnswer }) => (
  <div className="flex flex-wrap items-center gap-x-10 gap-y-2">
    <div className="font-head text-5xl font-bold [&_svg]:size-10">
      <VerdictMark verdict={verdict} />
    </div>
    <dl className="flex flex-wrap gap-x-8">
      {(Object.entries(marks) as readonly [MarkId, number][]).map(([mark, value]) => (
        <div key={mark}>
          <dt className="text-soft">{MARK_DESCRIPTIONS[mark]}</dt>
          <dd className="font-head text-4xl font-bold tabular-nums">{value}</dd>
        </div>
      ))}
    </dl>
  </div>
)

interface Played extends ExerciseInKey {
  readonly grade: Grade
}

/** The take over its exercise, which is made again from the tune as it is now. */
const usePlayed = (run: RunWithTakeAnswer, open: OpenTune): Outcome<Played> => {
  const { instrument, spelling } = useSettings()
  const [rules] = useGradeRules()
  return useMemo(() => {
    const made = playedExercise(open.sounding, run.take.exercise, readKey(run.key), instrument, spelling)
    if (!made.ok) return made
    const grade = gradeTake(made.value.exercise, run.take, rules)
    return grade.ok ? { ok: true, value: { ...made.value, grade: grade.value } } : grade
  }, [run, open.sounding, instrument, spelling, rules])
}

const PlayedNotes = ({ run, open }: { readonly run: RunWithTakeAnswer; readonly open: OpenTune }) => {
  const { instrument } = useSettings()
  const [rules] = useGradeRules()
  const hear = useHear()
  const navigate = useNavigate()
  const played = usePlayed(run, open)
  if (!played.ok) return <Notice>{played.problems.map((problem) => wordReason(problem)).join(' ')}</Notice>
  const { exercise, asRead, written, grade } = played.value
  const shift = instrument.written.semitones
  const asReadBy = grade.judged.map((one) =>
    one.midi === undefined ? one : { ...one, midi: one.midi + shift },
  )
  const openLine = () => {
    if (!grade.line) return
    const state: PlayedState = { played: inTunesKey(open, exercise.key, grade.line) }
    const { from, to } = run.stretch
    void navigate(`/tunes/${open.tune.id}/line?bars=${from + 1}-${to + 1}`, { state })
  }
  return (
    <>
      {!sameMarks(grade.marks, run.marks) && (
        <Notice>
          The tune or your settings have changed since: over the tune as it is now, the notes below are judged
          otherwise than they were.
        </Notice>
      )}
      <div className="my-2 flex flex-wrap items-center gap-x-3 text-lg text-soft">
        <Told analysis={written} exercise={exercise} grade={grade} changed={0} />
        <Button look="quiet" onClick={() => hear(playTakeOverExercise(exercise, run.take))}>
          {exercise.free ? 'Hear it' : 'Play my take over the exercise'}
        </Button>
        {grade.line && grade.line.notes.length > 0 && (
          <Button look="quiet" onClick={openLine}>
            Open in Line
          </Button>
        )}
        {!exercise.free && (
          <WrongNotes analysis={written} exercise={asRead} judged={asReadBy} shift={shift} hear={hear} />
        )}
      </div>
      <RunPictures
        analysis={written}
        exercise={asRead}
        grade={{ ...grade, judged: asReadBy }}
        shift={shift}
        rules={rules}
      />
    </>
  )
}

const sameMarks = (a: Grade['marks'], b: Grade['marks']): boolean =>
  (Object.keys({ ...a, ...b }) as readonly MarkId[]).every((mark) => a[mark] === b[mark])
