import {
  type Analysis,
  type Exercise,
  type Grade,
  limitReasons,
  moveReasons,
  wordReason,
} from '@eager-contour/core'
import { useSettings } from '../../settings/settings.ts'
import { chordText } from '../../ui/ChordSymbol.tsx'

interface ToldProps {
  readonly analysis: Analysis
  readonly exercise: Exercise
  readonly grade: Grade
  /** How many notes were told otherwise while they were played. */
  readonly changed: number
}

/** What happened in a run, in sentences: counts, the weakest place, limits that failed, moves off the clock. */
export const Told = ({ analysis, exercise, grade, changed }: ToldProps) => {
  const { chordStyle } = useSettings()
  const count = (verdict: string) =>
    grade.judged.filter((one) => one.verdict === verdict && !one.forgiven).length
  const forgiven = grade.judged.filter((one) => one.forgiven && one.forgiven !== 'repeated').length
  const { weakestBar: weak, weakestChange: change } = grade
  const symbol = (index: number) => chordText(analysis.spans[index]!.chord, chordStyle)
  const where =
    weak === undefined
      ? `Every ${count('extra') > 0 ? 'expected note' : 'bar'} is right.`
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
      {grade.isStraight && (
        <span> The file has even eighths and the tune swings: its time is graded by even eighths.</span>
      )}
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
