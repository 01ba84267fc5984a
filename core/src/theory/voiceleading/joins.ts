import { type Chord, type ChordTone, fourTones, guideTones } from '../chord/chord.ts'
import { fifthsOf, pitchClassOf } from '../pitch/fifths.ts'
import { changeBetween } from './change.ts'

type JoinKind =
  | 'halfStepIntoThird'
  | 'halfStepIntoSeventh'
  | 'guideStays'
  | 'guidesChangePlaces'
  | 'wholeStepIntoThird'
  | 'wholeStepIntoSeventh'
  | 'sharedNote'
  | 'jump'

/** One way to connect two chords: from a tone of the first to a tone of the next. */
export interface JoinOffer {
  readonly kind: JoinKind
  /** None for a leap: no tone of the first chord leads by step or stays. */
  readonly from?: ChordTone
  readonly to?: ChordTone
  /** Half steps from one to the other; negative: down. */
  readonly semitones: number
}

const THIRDS = ['3', 'b3', '4']
const SEVENTHS = ['7', 'b7', 'bb7', '6']

interface StepRow {
  readonly kind: JoinKind
  readonly size: number
  readonly targets: readonly string[]
}

/** Joins by step into a guide tone, the strongest first (common practice, no source). */
const STEPS: readonly StepRow[] = [
  { kind: 'halfStepIntoThird', size: 1, targets: THIRDS },
  { kind: 'halfStepIntoSeventh', size: 1, targets: SEVENTHS },
  { kind: 'wholeStepIntoThird', size: 2, targets: THIRDS },
  { kind: 'wholeStepIntoSeventh', size: 2, targets: SEVENTHS },
]

const classOf = (chord: Chord, tone: ChordTone): number =>
  (pitchClassOf(fifthsOf(chord.root)) + tone.semitones) % 12

/**
 * Every connection that a change of chord offers, strongest first; a leap if it offers none.
 *
 * @example joinsBetween(dm7, g7)[0].kind // 'halfStepIntoThird'
 */
export const joinsBetween = (from: Chord, to: Chord): readonly JoinOffer[] => {
  if (from.tones.length === 0 || to.tones.length === 0) return []
  const { intoGuides } = changeBetween(from, to)
  const guidesOf = (chord: Chord) => guideTones(chord)
  const staying = fourTones(from).flatMap((tone) =>
    fourTones(to)
      .filter((other) => classOf(from, tone) === classOf(to, other))
      .map((other) => ({ from: tone, to: other, semitones: 0 })),
  )
  const isGuide = (chord: Chord, tone: ChordTone) =>
    guidesOf(chord).some(({ degree }) => degree === tone.degree)
  const guides = staying.filter((join) => isGuide(from, join.from) && isGuide(to, join.to))
  const steps = STEPS.map(({ kind, size, targets }) =>
    intoGuides
      .filter(({ to: { degree }, semitones }) => Math.abs(semitones) === size && targets.includes(degree))
      .map((join) => ({ kind, ...join })),
  )
  const kept = guides.map((join) => ({
    kind: guides.length > 1 ? ('guidesChangePlaces' as const) : ('guideStays' as const),
    ...join,
  }))
  const shared = staying
    .filter((join) => !guides.includes(join))
    .map((join) => ({ kind: 'sharedNote' as const, ...join }))
  const offers: readonly JoinOffer[] = [
    ...steps.slice(0, 2).flat(),
    ...kept,
    ...steps.slice(2).flat(),
    ...shared,
  ]
  return offers.length > 0 ? offers : [{ kind: 'jump', semitones: 0 }]
}
