import { CRITERION_IDS, type Criterion, type Finding, type Review, wordReason } from '@eager-contour/core'
import { useSettings } from '../../settings/settings.ts'
import { Button } from '../../ui/Button.tsx'

const NAMES: Readonly<Record<Criterion, string>> = {
  harmony: 'harmony',
  resolution: 'resolution',
  connection: 'voice leading',
  rhythm: 'rhythm',
  phrasing: 'phrases and space',
  direction: 'direction',
  idea: 'what comes back',
  register: 'register',
  ending: 'endings',
  wish: 'your brief',
}
/** What is said of a line whose strength is a criterion. */
const STRENGTHS: Readonly<Record<Criterion, string>> = {
  harmony: 'its notes tell the chords',
  resolution: 'what is outside comes home',
  connection: 'it walks from chord to chord by step',
  rhythm: 'its rhythm is never the same twice',
  phrasing: 'phrases with room between them',
  direction: 'it goes somewhere, and turns where it should',
  idea: 'an idea that comes back',
  register: 'a wide range with one high point',
  ending: 'it comes to rest well',
  wish: 'it does what the brief asks',
}
const MOST_SHOWN = 8

interface ReviewPanelProps {
  readonly review: Review
  /** The finding whose fix is being tried. */
  readonly trying: Finding | undefined
  readonly playing: boolean
  readonly onPoint: (place: { readonly from: number; readonly to: number } | undefined) => void
  readonly onTry: (finding: Finding | undefined) => void
  readonly onHear: () => void
  readonly onTake: (finding: Finding) => void
}

/** The review: a score, its criteria, and each finding with its fix. */
export const ReviewPanel = ({
  review,
  trying,
  playing,
  onPoint,
  onTry,
  onHear,
  onTake,
}: ReviewPanelProps) => {
  const { chordStyle } = useSettings()
  return (
    <section aria-labelledby="review" data-testid="review">
      <h2 id="review" className="flex items-baseline justify-between text-xl">
        Review
        {review.judged && (
          <span className="text-4xl">
            {Math.round(review.score)}
            <span className="sr-only"> of 100</span>
          </span>
        )}
      </h2>
      {review.judged ? (
        review.strength && <p className="text-soft">Its strength: {STRENGTHS[review.strength]}.</p>
      ) : (
        <p className="text-soft">No score: it takes four bars and a dozen notes to tell.</p>
      )}
      <dl className="my-2 grid grid-cols-[auto_1fr_auto] items-center gap-x-2 text-sm">
        {CRITERION_IDS.filter((id) => review.judged && review.scores[id] < 99.5).map((id) => (
          <div key={id} className="contents">
            <dt>{NAMES[id]}</dt>
            <dd aria-hidden="true" className="h-1.5 rounded bg-rule">
              <div className="h-full rounded bg-soft" style={{ width: `${review.scores[id]}%` }} />
            </dd>
            <dd className="text-right">{Math.round(review.scores[id])}</dd>
          </div>
        ))}
      </dl>
      <ul>
        {review.findings.slice(0, MOST_SHOWN).map((finding) => (
          <li key={`${finding.why.rule} ${finding.from} ${finding.to}`} className="border-t border-rule py-2">
            <button
              type="button"
              className="w-full text-left"
              onPointerEnter={() => onPoint(finding)}
              onPointerLeave={() => onPoint(undefined)}
              onFocus={() => onPoint(finding)}
              onBlur={() => onPoint(undefined)}
              onClick={() => onPoint(finding)}
            >
              <span className="font-semibold">Bar {finding.bar + 1}</span>{' '}
              {wordReason(finding.why, chordStyle)}
            </button>
            {finding.fix &&
              (trying === finding ? (
                <div className="mt-1" role="group" aria-label="The fix">
                  <span className="text-lichen">
                    {Math.round(review.score)} → {Math.round(finding.fix.score)}
                  </span>
                  <Button look="quiet" onClick={onHear}>
                    {playing ? 'Stop' : 'Hear it'}
                  </Button>
                  <Button look="quiet" onClick={() => onTake(finding)}>
                    Accept
                  </Button>
                  <Button look="quiet" onClick={() => onTry(undefined)}>
                    Dismiss
                  </Button>
                </div>
              ) : (
                <Button look="quiet" onClick={() => onTry(finding)}>
                  Try a fix
                </Button>
              ))}
          </li>
        ))}
        {review.findings.length > MOST_SHOWN && (
          <li className="text-soft">and {review.findings.length - MOST_SHOWN} more</li>
        )}
        {review.praises.map(({ why, bar, from, to }) => (
          <li key={why.rule} className="border-t border-rule py-2 text-soft">
            <button
              type="button"
              className="w-full text-left"
              onPointerEnter={() => onPoint({ from, to })}
              onPointerLeave={() => onPoint(undefined)}
              onFocus={() => onPoint({ from, to })}
              onBlur={() => onPoint(undefined)}
            >
              <span className="font-semibold">Bar {bar + 1}</span> {wordReason(why, chordStyle)}
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}
