import {
  type Analysis,
  type Exercise,
  type Grade,
  limitReasons,
  type MarkId,
  moveReasons,
  type Take,
  tuningFromRun,
  wordReason,
} from '@eager-contour/core'
import type { ReactNode } from 'react'
import { useSettings } from '../../settings/settings.ts'
import { Button } from '../../ui/Button.tsx'
import { chordText } from '../../ui/ChordSymbol.tsx'
import { VerdictMark } from '../../ui/VerdictMark.tsx'
import { MARK_DESCRIPTIONS } from '../../ui/verdicts.ts'
import type { NextStepProposal } from './useNextStep.ts'

interface ResultProps {
  readonly analysis: Analysis
  readonly exercise: Exercise
  readonly grade: Grade
  /** How many notes were told otherwise while they were played. */
  readonly changed: number
  readonly take: Take | undefined
  /** Milliseconds of latency that were estimated from the run and taken off. */
  readonly estimatedMs: number | undefined
  readonly next: NextStepProposal | undefined
  /** What hears the wrong notes one by one. */
  readonly wrongNotes: ReactNode
  readonly onHear: () => void
  /** Opens what was played as a line; of a free run only. */
  readonly onOpenLine?: (() => void) | undefined
}

const barsSay = (bars: readonly number[] | undefined): string =>
  !bars || bars.length === 0
    ? ''
    : `bar${bars.length > 1 ? 's' : ''} ${bars.map((bar) => bar + 1).join(', ')}`

/**
 * Verdict, the proposed step with its reason, each mark with the bars where it lost points, the weakest bar and
 * change.
 */
export const Result = ({
  analysis,
  exercise,
  grade,
  changed,
  take,
  estimatedMs,
  next,
  wrongNotes,
  onHear,
  onOpenLine,
}: ResultProps) => {
  const marks = Object.entries(grade.marks) as readonly [MarkId, number][]
  const many = marks.length > 4
  return (
    <section aria-label="Result" role="status">
      <div className="flex flex-wrap items-end justify-between gap-x-8 gap-y-3">
        <div className="min-w-0">
          <div className="font-head text-6xl font-bold [&_svg]:size-12">
            <VerdictMark verdict={grade.verdict} />
          </div>
          {next && <p className="mt-2 max-w-[42rem] text-2xl">{wordReason(next.why)}</p>}
        </div>
        <dl className={many ? 'flex flex-wrap gap-x-6' : 'flex flex-wrap gap-x-10'}>
          {marks.map(([mark, value]) => (
            <div key={mark} className={many ? 'max-w-26' : 'max-w-36'}>
              <dt className={many ? 'flex h-15 items-end leading-5 text-soft' : 'text-lg text-soft'}>
                {MARK_DESCRIPTIONS[mark]}
              </dt>
              <dd
                className={`font-head font-bold tabular-nums max-sm:text-4xl ${many ? 'text-5xl' : 'text-6xl'}`}
              >
                {value}
              </dd>
              <dd data-behind={mark} className="min-h-6 text-soft">
                {barsSay(grade.causes[mark])}
              </dd>
            </div>
          ))}
        </dl>
      </div>
      <div className="flex flex-wrap items-center gap-x-3 text-lg text-soft">
        <Said analysis={analysis} exercise={exercise} grade={grade} changed={changed} />
        <Heard take={take} estimatedMs={estimatedMs} />
        <Button look="quiet" onClick={onHear}>
          {exercise.free ? 'Hear it again' : 'Play my take over the exercise'}
        </Button>
        {onOpenLine && (
          <Button look="quiet" onClick={onOpenLine}>
            Open in Line
          </Button>
        )}
        {wrongNotes}
      </div>
    </section>
  )
}

/** What the run tells about how it was heard: a latency that was taken off, an instrument tuned otherwise. */
const Heard = ({ take, estimatedMs }: Pick<ResultProps, 'take' | 'estimatedMs'>) => {
  const tuning = take?.source === 'microphone' ? tuningFromRun(take) : undefined
  return (
    <>
      {estimatedMs !== undefined && (
        <span>
          All notes came {estimatedMs} ms late: taken as the microphone’s latency, and taken off. The check of
          the microphone measures it.
        </span>
      )}
      {tuning !== undefined && (
        <span>
          You are tuned to A = {tuning} Hz, and A = {take?.tuningHz} Hz is set: the check of the microphone
          sets it.
        </span>
      )}
    </>
  )
}

const Said = ({
  analysis,
  exercise,
  grade,
  changed,
}: Pick<ResultProps, 'analysis' | 'exercise' | 'grade' | 'changed'>) => {
  const { chordStyle } = useSettings()
  const count = (verdict: string) =>
    grade.judged.filter((one) => one.verdict === verdict && !one.forgiven).length
  const forgiven = grade.judged.filter((one) => one.forgiven && one.forgiven !== 'repeated').length
  const { weakestBar: weak, weakestChange: change } = grade
  const symbol = (index: number) => chordText(analysis.spans[index]!.chord, chordStyle)
  const where =
    weak === undefined
      ? 'Every bar is right.'
      : `Weakest: bar ${weak + 1}${change ? `, and the change ${symbol(change.from)} to ${symbol(change.to)}` : ''}.`
  return (
    <span>
      {exercise.free
        ? `${grade.judged.length} notes played.`
        : `${exercise.expected.length} notes expected: ${count('wrong')} wrong, ${count('missed')} missed, ${count('extra')} extra.`}{' '}
      {where}
      {[...limitReasons(grade), ...moveReasons(exercise, grade)].map((why) => (
        <span key={JSON.stringify(why)}> {wordReason(why)}</span>
      ))}
      {forgiven > 0 && (
        <span>
          {' '}
          {forgiven === 1 ? 'A grace note or bounce' : `${forgiven} grace notes and bounces`} cost nothing.
        </span>
      )}
      {changed > 0 && (
        <span>
          {' '}
          {changed === 1 ? 'One note was' : `${changed} notes were`} told otherwise while you played: the
          whole take counts.
        </span>
      )}
    </span>
  )
}
