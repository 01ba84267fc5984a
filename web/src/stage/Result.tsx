import type { Exercise, Grade } from '@eager-contour/core'
import { VerdictMark } from '../parts/VerdictMark.tsx'

const SAYS: Readonly<Record<Grade['verdict'], string>> = {
  again: 'A mark is under 70. Once more, slower if need be.',
  nearly: 'Every mark is at least 70. Once more.',
  holds: 'Every mark is at least 85. Twice running, and the tempo rises.',
  'moves on': 'It holds. Go on to the next tempo or rung.',
}

/** Verdict, marks and the weakest bar. */
export const Result = ({ grade, exercise }: { readonly grade: Grade; readonly exercise: Exercise }) => {
  const wrong = grade.judged.filter(({ verdict }) => verdict === 'wrong').length
  const missed = grade.judged.filter(({ verdict }) => verdict === 'missed').length
  const extra = grade.judged.filter(({ verdict }) => verdict === 'extra').length
  return (
    <section
      aria-label="Result"
      role="status"
      className="flex flex-wrap items-end justify-between gap-x-12 gap-y-3"
    >
      <div>
        <div className="text-6xl">
          <span className="font-head text-6xl font-bold [&_svg]:size-12">
            <VerdictMark verdict={grade.verdict} />
          </span>
        </div>
        <p className="mt-2 text-xl">{SAYS[grade.verdict]}</p>
        <p className="text-lg text-soft">
          {exercise.expected.length} notes asked: {wrong} wrong, {missed} missed, {extra} too many
          {grade.weakestBar === undefined
            ? '. Every bar is right.'
            : `. Weakest: bar ${grade.weakestBar + 1}.`}
        </p>
      </div>
      <dl className="flex gap-10 max-sm:gap-6">
        {(['notes', 'time', 'flow'] as const).map((mark) => (
          <div key={mark}>
            <dt className="text-lg text-soft">{mark}</dt>
            <dd className="font-head text-6xl font-bold tabular-nums max-sm:text-4xl">{grade.marks[mark]}</dd>
          </div>
        ))}
      </dl>
    </section>
  )
}
