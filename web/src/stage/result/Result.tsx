import { type Analysis, type Exercise, type Grade, type MarkId, wordReason } from '@eager-contour/core'
import type { ReactNode } from 'react'
import { Told } from '../../practice/result/Told.tsx'
import { Button } from '../../ui/Button.tsx'
import { VerdictMark } from '../../ui/VerdictMark.tsx'
import { MARK_DESCRIPTIONS } from '../../ui/verdicts.ts'
import { Heard, type HeardProps } from './Heard.tsx'
import type { NextStepProposal } from './useNextStep.ts'

interface ResultProps {
  readonly analysis: Analysis
  readonly exercise: Exercise
  readonly grade: Grade
  /** How it was heard. */
  readonly heard: HeardProps
  readonly next: NextStepProposal | undefined
  /** What else can be done with what was played. */
  readonly children: ReactNode
  readonly onHear: () => void
}

const barsSay = (bars: readonly number[] | undefined): string =>
  !bars || bars.length === 0
    ? ''
    : `bar${bars.length > 1 ? 's' : ''} ${bars.map((bar) => bar + 1).join(', ')}`

/**
 * Verdict, the proposed step with its reason, each mark with the bars where it lost points, the weakest bar and
 * change.
 */
export const Result = ({ analysis, exercise, grade, heard, next, children, onHear }: ResultProps) => {
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
        <Told analysis={analysis} exercise={exercise} grade={grade} changed={heard.run.changed} />
        <Heard {...heard} />
        <Button look="quiet" onClick={onHear}>
          {exercise.free ? 'Hear it again' : 'Play my take over the exercise'}
        </Button>
        {children}
      </div>
    </section>
  )
}
