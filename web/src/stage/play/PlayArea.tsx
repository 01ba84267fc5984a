import { type Exercise, type GradeRules, type Judged, QUARTER } from '@eager-contour/core'
import { useCallback } from 'react'
import { useNavigate } from 'react-router'
import { useHear } from '../../audio/usePlay.ts'
import { playTakeOverExercise } from '../../practice/result/overlay.ts'
import { RunPictures } from '../../practice/result/RunPictures.tsx'
import { WrongNotes } from '../../practice/result/WrongNotes.tsx'
import { useSettings } from '../../settings/settings.ts'
import { inTunesKey, type PlayedState } from '../../tune/played.ts'
import type { OpenTune } from '../../tune/useTune.ts'
import { Button } from '../../ui/Button.tsx'
import { KeepPhrase } from '../result/KeepPhrase.tsx'
import { NothingHeard } from '../result/NothingHeard.tsx'
import { Result } from '../result/Result.tsx'
import type { NextStepProposal } from '../result/useNextStep.ts'
import type { Run } from '../run/run.ts'
import { FreeTrail } from './FreeTrail.tsx'
import { HIDING } from './hiding.ts'
import { NowNext } from './NowNext.tsx'
import { ScrollingStaff } from './ScrollingStaff.tsx'
import { Trail } from './Trail.tsx'
import { usePass } from './usePass.ts'
import { VerdictList } from './VerdictList.tsx'

interface PlayAreaProps {
  readonly open: OpenTune
  readonly exercise: Exercise
  /** The exercise as the instrument reads it. */
  readonly written: Exercise
  readonly run: Run
  readonly rules: GradeRules
  /** How much is hidden, from 1: see HIDING. */
  readonly hidden: number
  readonly next: NextStepProposal | undefined
  readonly picture: 'staff' | 'dots'
  /** Milliseconds of clear tones below the instrument that the microphone heard. */
  readonly lowMs: number
  /** Beats by which the position on the staff is ahead of the band. */
  readonly ahead: number
  /** The height of the notes' picture in pixels, until the result is there. */
  readonly height: number
}

/** The exercise with the verdicts on it: current and next chord during a run, the result after it. */
export const PlayArea = ({
  open,
  exercise,
  written,
  run,
  rules,
  hidden,
  next,
  picture,
  lowMs,
  ahead,
  height,
}: PlayAreaProps) => {
  const { instrument, chordStyle } = useSettings()
  const hear = useHear()
  const navigate = useNavigate()
  const shift = instrument.written.semitones
  const { state, grade, take } = run
  const done = state === 'done'
  /** Over, and no note was heard in it. */
  const isSilent = done && take?.notes.length === 0
  const shown = usePass(written, run.judged, run.position, done)
  const { position } = shown
  const openLine = () => {
    if (!grade?.line) return
    const played: PlayedState = { played: inTunesKey(open, exercise.key, grade.line) }
    const { from, to } = open.stretch
    void navigate(`/tunes/${open.tune.id}/line?bars=${from + 1}-${to + 1}`, { state: played })
  }
  const reading = useCallback(() => {
    const at = position()
    return at === undefined ? undefined : at + ahead * QUARTER
  }, [position, ahead])
  const trail = {
    analysis: open.written,
    exercise: shown.exercise,
    judged: shifted(shown.judged, shift),
    position,
    style: chordStyle,
  }
  return (
    <>
      {isSilent ? (
        <NothingHeard />
      ) : done && grade ? (
        <Result
          analysis={open.written}
          grade={grade}
          exercise={exercise}
          next={next}
          heard={{ run, instrument, lowMs }}
          onHear={() => take && hear(playTakeOverExercise(exercise, take))}
        >
          {grade.line && grade.line.notes.length > 0 && (
            <>
              <Button look="quiet" onClick={openLine}>
                Open in Line
              </Button>
              <KeepPhrase
                analysis={open.sounding}
                stretch={exercise.spec.stretch}
                line={grade.line}
                tune={open.tune.title}
              />
            </>
          )}
          {!written.free && (
            <WrongNotes
              analysis={open.written}
              exercise={written}
              judged={shifted(run.judged, shift)}
              shift={shift}
              hear={hear}
            />
          )}
        </Result>
      ) : (
        <NowNext
          analysis={open.written}
          exercise={shown.exercise}
          position={position}
          style={chordStyle}
          small={picture === 'staff' && hidden === 1}
          shown={hidden >= 4 ? 'key' : hidden === 3 ? 'numerals' : 'chords'}
        />
      )}
      {written.free?.soloist && !done && (
        <p className="font-head text-6xl font-bold" role="status">
          {state !== 'playing' ? 'first it is played to you' : shown.listens ? 'listen' : 'your turn'}
        </p>
      )}
      {written.loop && (
        <p className={written.loop.answer && !done ? 'font-head text-6xl font-bold' : 'text-xl text-soft'}>
          {passWords(written.loop, shown, state)}
        </p>
      )}
      {hidden > 1 && !done && (
        <p className="mt-6 mb-4 text-2xl text-soft" role="status">
          {HIDING[hidden - 1]} · <kbd>Shift + H</kbd> shows more
          {run.judged.length > 0 && (
            <span className="mt-2 block text-4xl text-ink tabular-nums">{countsOf(run.judged)}</span>
          )}
        </p>
      )}
      {!done && <VerdictList analysis={open.written} exercise={shown.exercise} judged={shown.judged} />}
      {!isSilent && (
        <div className={hidden > 1 && !done ? 'sr-only' : 'mt-3'}>
          {written.free ? (
            <FreeTrail {...trail} height={done ? 200 : height} whole={done} />
          ) : done ? (
            <Trail {...trail} whole={{ weakestBar: grade?.weakestBar }} height={160} />
          ) : picture === 'staff' ? (
            <ScrollingStaff {...trail} position={reading} height={height} />
          ) : (
            <Trail {...trail} height={height} />
          )}
          {done && grade && (
            <RunPictures
              analysis={open.written}
              exercise={shown.exercise}
              grade={{ ...grade, judged: trail.judged }}
              shift={shift}
              rules={rules}
            />
          )}
        </div>
      )}
    </>
  )
}

/** Which pass it is, and whose turn. */
const passWords = (
  { passes, heard }: NonNullable<Exercise['loop']>,
  { pass, listens }: Pick<ReturnType<typeof usePass>, 'pass' | 'listens'>,
  state: Run['state'],
): string => {
  if (state === 'done') return passes > 1 ? 'The last pass' : ''
  const turn = state !== 'playing' ? 'first it is played to you' : listens ? 'listen' : 'your turn'
  return [passes > 1 && `Pass ${pass + 1} of ${passes}`, heard.length > 0 && turn].filter(Boolean).join(' · ')
}

/** The verdicts so far, counted, in words. */
const countsOf = (judged: readonly Judged[]): string =>
  (['right', 'early', 'late', 'wrong', 'missed', 'extra'] as const)
    .map((verdict) => [judged.filter((one) => one.verdict === verdict).length, verdict] as const)
    .filter(([count]) => count > 0)
    .map(([count, verdict]) => `${count} ${verdict}`)
    .join(' · ')

/** Verdicts with the played pitch as the instrument reads it. */
const shifted = (judged: readonly Judged[], shift: number) =>
  judged.map((one) => (one.midi === undefined ? one : { ...one, midi: one.midi + shift }))
