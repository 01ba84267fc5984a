import type { RuleOf } from '../outcome/reasons.ts'
import type { Sentences } from './sentence.ts'

/** Rungs that play what the player has saved: why there is nothing to play. */
const EMPTY: Readonly<Record<string, string>> = {
  'your-line': 'The line has no notes in this stretch.',
  'phrase-keys': 'No phrase is chosen.',
  'phrase-place': 'No phrase is chosen.',
}

/** Why an exercise can't be made, and what to play next. */
export const PRACTICE_SENTENCES: Sentences<RuleOf<'exercise' | 'next'>> = {
  'next.bar': (bar) => `The trouble is in bar ${bar}: play that bar alone, from the one before.`,
  'next.slower': (tempo) => `Below 70: try it at ${tempo}.`,
  'next.again': () => 'Below 70, and this is the slowest tempo: play it again, bar by bar.',
  'next.close': () => 'Every mark is at least 70: play it again until it is solid.',
  'next.solid': () => 'Solid. Play it again: two in a row raise the tempo.',
  'next.faster': (tempo) => `Solid twice in a row: up to ${tempo}.`,
  'next.key': () => 'Solid: try the next key.',
  'next.rung': (name) => `Solid in every key: try the next rung, ${name}.`,
  'next.up': (tempo) => `Solid: up to ${tempo}.`,
  'next.down': (tempo) => `Not solid yet: down to ${tempo}.`,
  'next.piece': (from, to) =>
    from === to ? `Solid: on to bar ${from}.` : `Solid: on to bars ${from} to ${to}.`,
  'next.list': (title, at, all) => `Next in the list, ${at} of ${all}: ${title}.`,
  'next.listDone': (title) => `That was the last one in ${title}. Back to the ladder.`,
  'next.done': () => 'Solid in every key, and this is the last rung.',
  'exercise.empty': (rung) => EMPTY[rung] ?? 'There is no chord to play in this stretch.',
  'exercise.phraseNowhere': (...bars) =>
    bars.length === 0
      ? 'The phrase doesn’t fit anywhere in this tune: its chords don’t occur.'
      : `The phrase doesn’t fit in these bars; in this tune it can start in ${bars.length === 1 ? 'bar' : 'bars'} ${bars.join(', ')}.`,
}
