/** Converts what earlier versions of the application kept in the browser to the names used now. */

type Json = Readonly<Record<string, unknown>>

const isObject = (value: unknown): value is Json =>
  typeof value === 'object' && value !== null && !Array.isArray(value)

/** The object with a key renamed, if it has it. */
const renamed = (value: Json, from: string, to: string): Json => {
  if (!(from in value)) return value
  const { [from]: moved, ...rest } = value
  return { ...rest, [to]: moved }
}

const VERDICTS: Readonly<Record<string, string>> = {
  nearly: 'close',
  holds: 'solid',
  'moves on': 'move on',
}

const take = (value: unknown): unknown => (isObject(value) ? renamed(value, 'aside', 'ungradedNotes') : value)

const preference = (value: unknown): unknown =>
  isObject(value) ? renamed(value, 'road', 'substitution') : value

const leasts = (value: Json): Json =>
  renamed(renamed(renamed(value, 'nearly', 'close'), 'holds', 'solid'), 'movesOn', 'moveOn')

/** The body of a pending edit: a run's verdict and take, the settings' grading limits. */
export const upgradedBody = (body: Json): Json => {
  const { verdict, take: played, grading } = body
  return {
    ...body,
    ...(typeof verdict === 'string' ? { verdict: VERDICTS[verdict] ?? verdict } : {}),
    ...(played === undefined ? {} : { take: take(played) }),
    ...(isObject(grading) && isObject(grading.leasts)
      ? { grading: { ...grading, leasts: leasts(grading.leasts) } }
      : {}),
  }
}

/** A draft by its name: named briefs, the current preference, an interrupted run. */
export const upgradedDraft = (name: string, draft: unknown): unknown => {
  if (name === 'wish') return preference(draft)
  if (name === 'briefs' && Array.isArray(draft))
    return draft.map((brief) => {
      if (!isObject(brief)) return brief
      const named = renamed(brief, 'wish', 'preference')
      return { ...named, preference: preference(named.preference) }
    })
  if (name === 'run in hand' && isObject(draft)) return { ...draft, take: take(draft.take) }
  return draft
}
