import type { RuleOf } from '../outcome/reasons.ts'
import type { Sentences } from './sentence.ts'

/** Rungs that play what the player has saved: why there is nothing to play. */
const EMPTY: Readonly<Record<string, string>> = {
  'your-line': 'The line has no notes in this stretch.',
  'phrase-keys': 'No phrase is chosen.',
  'phrase-place': 'No phrase is chosen.',
  'by-ear': 'No phrase is chosen.',
}

/** "bar 3", "bars 3, 4 and 9". */
const inBars = (bars: readonly number[]): string =>
  bars.length <= 1 ? `bar ${bars.join()}` : `bars ${bars.slice(0, -1).join(', ')} and ${bars.at(-1)}`

/** “today”, “yesterday”, “9 days ago”. */
const agoOf = (days: number): string => (days === 0 ? 'today' : days === 1 ? 'yesterday' : `${days} days ago`)

/** Where bars don't matter. */
const NO_BAR = Number.POSITIVE_INFINITY

/** A time off the clock in words: "a bar late", "half a beat early", "1.2 beats late". */
const offClock = (beats: number, barBeats: number): string => {
  const size = Math.abs(beats)
  const way = beats < 0 ? 'early' : 'late'
  const whole = Math.round(size)
  const near = Math.abs(size - whole) <= 0.2 && whole > 0
  if (near && whole % barBeats === 0) {
    const bars = whole / barBeats
    return bars === 1 ? `a bar ${way}` : `${bars} bars ${way}`
  }
  if (near) return whole === 1 ? `a beat ${way}` : `${whole} beats ${way}`
  return Math.abs(size - 0.5) <= 0.1 ? `half a beat ${way}` : `${size.toFixed(1)} beats ${way}`
}

/** Why an exercise can't be made, why a take can't be graded and where it left the clock, and what to play next. */
/** Why a player moves on. */
const whyOn = (least: number | undefined): string =>
  least === undefined ? 'Solid at the top tempo' : `Every mark is at least ${least}`

export const PRACTICE_SENTENCES: Sentences<RuleOf<'exercise' | 'next' | 'take' | 'move' | 'limit' | 'plan'>> =
  {
    'plan.warmUp': () => 'Warm-up: one that you know, at its slowest tempo.',
    'plan.longTones': () => 'Long tones: each root slowly, with your best sound.',
    'plan.own': () => 'Your own choice.',
    'plan.weak': (what, percent) => `Weakest in four weeks: ${what}, ${percent} of 100 right.`,
    'plan.due': (days) => `Solid ${agoOf(days)}: time to bring it back.`,
    'plan.fading': (days) => `Fading: last played ${agoOf(days)}.`,
    'plan.again': (days) => `Not solid ${agoOf(days)}: play it again.`,
    'plan.first': () => 'The first rung of the ladder.',
    'plan.newKey': (keys, rung) => `New key: ${rung} is solid in ${keys === 1 ? 'one key' : `${keys} keys`}.`,
    'plan.newRung': (rung) => `New: the next rung of the ladder, ${rung}.`,
    'plan.play': () => 'To finish, improvise a chorus.',
    'limit.allowed': (...bars) => `Notes that are not allowed: ${inBars(bars)}.`,
    'limit.atChanges': (...bars) => `No note sounds at the change: ${inBars(bars)}.`,
    'limit.perBar': (...bars) => `More notes than one, or none: ${inBars(bars)}.`,
    'limit.perChord': (...bars) => `Too many different notes over a chord: ${inBars(bars)}.`,
    'limit.region': (...bars) => `Outside the small region: ${inBars(bars)}.`,
    'limit.near': (...bars) => `Too far from the note before: ${inBars(bars)}.`,
    'limit.shortest': (...bars) => `Notes too short: ${inBars(bars)}.`,
    'limit.unbroken': (...bars) => `Places without a note: ${inBars(bars)}.`,
    'limit.perBeat': (...bars) => `Too few notes in a beat: ${inBars(bars)}.`,
    'limit.longTones': (...bars) => `Long notes that are no chord tones: ${inBars(bars)}.`,
    'limit.alterations': (...bars) => `Dominants without an alteration: ${inBars(bars)}.`,
    'limit.outside': (...bars) => `No stretch outside in the four bars that begin at ${inBars(bars)}.`,
    'limit.ornaments': (...bars) =>
      `No enclosure, approach or arpeggio in the two bars that begin at ${inBars(bars)}.`,
    'limit.phrase': (...bars) => `The phrase is not whole: ${inBars(bars)}.`,
    'take.note': (note) => `The time or the pitch of note ${note} is no number: the take can’t be graded.`,
    'take.exercise': () =>
      'The exercise of this take can’t be made again: it is damaged, or its tune no longer has these bars.',
    'take.latency': () => 'The latency is no number: the take can’t be graded.',
    'move.swapped': (bar) => `Two notes of bar ${bar} came in the other order.`,
    'move.stopped': (bar, beats) => `You stopped in bar ${bar} and went on ${offClock(beats, NO_BAR)}.`,
    'move.back': (bar) => `You went back to bar ${bar}.`,
    'move.displaced': (bar, beats, barBeats) => `From bar ${bar} on all is ${offClock(beats, barBeats)}.`,
    'move.rejoined': (bar) => `You were back with the band in bar ${bar}.`,
    'next.bar': (bar) => `The trouble is in bar ${bar}: play that bar alone, from the one before.`,
    'next.slower': (tempo, below) => `A mark is below ${below}: try it at ${tempo}.`,
    'next.again': (below) =>
      `A mark is below ${below}, and this is the slowest tempo: play it again, bar by bar.`,
    'next.close': (least) => `Every mark is at least ${least}: play it again until it is solid.`,
    'next.solid': () => 'Solid. Play it again: two in a row raise the tempo.',
    'next.faster': (tempo) => `Solid twice in a row: up to ${tempo}.`,
    'next.key': (least) => `${whyOn(least)}: try the next key.`,
    'next.rung': (name, least) => `${whyOn(least)}, and this was the last key: try the next rung, ${name}.`,
    'next.up': (tempo) => `Solid: up to ${tempo}.`,
    'next.down': (tempo) => `Not solid yet: down to ${tempo}.`,
    'next.piece': (from, to) => (from === to ? `On to bar ${from}.` : `On to bars ${from} to ${to}.`),
    'next.part': (name) => `Now ${name}.`,
    'next.keyAfter': () => 'On to the next key.',
    'next.list': (title, at, all) => `Next in the list, ${at} of ${all}: ${title}.`,
    'next.listDone': (title) => `That was the last one in ${title}. Back to the ladder.`,
    'next.nothingHeard': () => 'Nothing was heard: play it again.',
    'next.block': (name) => `Next in today’s session: ${name}.`,
    'next.blockAgain': (minutes) =>
      `Once more: this block has ${minutes} ${minutes === 1 ? 'minute' : 'minutes'}.`,
    'next.sessionDone': () => 'That was the last block of the session.',
    'next.done': (least) => `${whyOn(least)}, in the last key of the last rung.`,
    'exercise.empty': (rung) => EMPTY[rung] ?? 'There is no chord to play in this stretch.',
    'exercise.order': (text) =>
      `“${text}” can’t be read as an order of degrees. Write 2 to 16 of them, as 5 3 7 1; 9 is the 2 an octave up.`,
    'exercise.phraseNowhere': (...bars) =>
      bars.length === 0
        ? 'The phrase doesn’t fit anywhere in this tune: its chords don’t occur.'
        : `The phrase doesn’t fit in these bars; in this tune it can start in ${bars.length === 1 ? 'bar' : 'bars'} ${bars.join(', ')}.`,
  }
