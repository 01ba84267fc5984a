import type { Proof } from '@eager-contour/core'
import { useEffect, useState } from 'react'
import { analysisOf, engine } from '../../engine/engine.ts'
import { useAppSelector } from '../../store/store.ts'
import { selectComposedBrief } from '../editor/editorSlice.ts'
import { useOpenLine } from '../editor/openLine.ts'

/** What a line is paid for, in words, in the order in which it is shown. */
const TERMS: readonly (readonly [keyof Proof['terms'], string])[] = [
  ['pieces', 'its notes and figures'],
  ['joins', 'how they are joined'],
  ['plan', 'off its plan'],
  ['ends', 'how phrases begin and end'],
  ['seed', 'chance, so that each line is another'],
]

/** Why this line and no other: the plans that were tried, what it costs, and what the next best would have cost. */
export const ProofPanel = () => {
  const { open, concert } = useOpenLine()
  const brief = useAppSelector(selectComposedBrief)
  const [shown, setShown] = useState(false)
  const [proved, setProved] = useState<{ readonly brief: typeof brief; readonly proof: Proof | undefined }>()
  const { sounding } = open
  useEffect(() => {
    if (!shown || !brief) return
    let current = true
    void engine()
      .prove(analysisOf(sounding), brief)
      .then((proof) => current && setProved({ brief, proof }))
    return () => {
      current = false
    }
  }, [shown, brief, sounding])
  if (!brief || !concert) return null
  const known = proved?.brief === brief ? proved : undefined
  return (
    <details onToggle={({ currentTarget }) => setShown(currentTarget.open)}>
      <summary className="min-h-10 cursor-pointer py-2 font-semibold">Why this line</summary>
      {known ? (
        <ProofText proof={known.proof} now={concert.notes} />
      ) : (
        <p role="status" className="text-soft">
          Composing it again …
        </p>
      )}
    </details>
  )
}

const tenths = (cost: number): string => cost.toFixed(1)
const moreWords = (cost: number): string => (cost < 0.005 ? 'less than 0.01' : cost.toFixed(2))

interface ProofTextProps {
  readonly proof: Proof | undefined
  /** The line as it is now, at concert pitch. */
  readonly now: Proof['notes']
}

const ProofText = ({ proof, now }: ProofTextProps) => {
  if (!proof) return <p className="text-soft">This style tries no plans.</p>
  const { plans, cost, terms, more, notes } = proof
  const same =
    notes.length === now.length &&
    notes.every(({ start, midi }, at) => now[at]!.start === start && now[at]!.midi === midi)
  return (
    <div className="space-y-2 text-sm">
      {!same && (
        <p className="text-soft">You have changed it since: this is about the line as it was composed.</p>
      )}
      <p>
        {plans.length === 1
          ? 'One plan: the phrases are yours.'
          : `The best of ${plans.length} plans. Their scores: ${plans.map((score) => Math.round(score)).join(', ')}; one that misses something of the brief stands last.`}
      </p>
      <p>Under its plan no line costs less. It costs {tenths(cost)}:</p>
      <dl className="grid grid-cols-[1fr_auto] gap-x-3">
        {TERMS.map(([term, name]) => (
          <div key={term} className="contents">
            <dt>{name}</dt>
            <dd className="text-right tabular-nums">{tenths(terms[term])}</dd>
          </div>
        ))}
      </dl>
      <p>
        {more === undefined
          ? 'There is no other line under this plan.'
          : `The next best line would have cost ${moreWords(more)} more.`}
      </p>
    </div>
  )
}
