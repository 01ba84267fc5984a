import { describe, expect, it } from 'vitest'
import { analysed, eighths } from '../../../test/changes.ts'
import { CHARTS } from '../../../test/charts.ts'
import { graded } from '../../../test/graded.ts'
import { type Phrase, phraseFrom } from '../../line/phrases/phrase.ts'
import { instrumentOf } from '../../theory/instrument/instrument.ts'
import { msToTicks, ticksToMs } from '../../theory/rhythm/ticks.ts'
import { wordReason } from '../../wording/words.ts'
import type { Exercise } from '../drill/exercise.ts'
import type { FreeMark } from '../drill/limits.ts'
import { makeExercise } from '../drill/make.ts'
import { limitsOf, RUNGS, type RungId, rungOf } from '../drill/rungs.ts'
import type { PlayedNote, Take } from '../listen/take.ts'
import { perfectPlayer, simulatedTake } from '../simulate/player.ts'
import { limitReasons } from './gradeReasons.ts'
import { advanceGrade, gradeStep, startGrade } from './live.ts'
import type { Grade, MarkId } from './marks.ts'

const CHANGES = '| Dm7 | G7 | Cmaj7 | A7b9 | Dm7 G7 | Em7 A7 | Dm7 G7 | C6 |'
const MINOR = '| Cm7b5 | F7b9 | Bbm6 | Bbm6 | Ebm7 | Ab7 | Dbmaj7 | F7b9 |'
const phraseOver = (changes: string, notes: string): Phrase => {
  const line = eighths(notes)
  return phraseFrom(analysed(changes), line, 0, line.notes.length - 1)!
}
const FREE = RUNGS.filter(({ kind }) => kind === 'free').flatMap(({ id, variants }) =>
  variants.map((_, variant) => [id, variant] as const),
)

/** Over a ii–V in major, and over one in minor: what rungs that need a phrase play. */
const PHRASES: Readonly<Record<string, Phrase>> = {
  [CHANGES]: phraseOver('| Dm7 | G7 | Cmaj7 |', 'F4 E4 D4 C4 B4 C5 A4 B4 G4 F4 E4'),
  [MINOR]: phraseOver('| Cm7b5 | F7b9 | Bbm6 |', 'Eb4 D4 C4 Bb4 A4 C5 Gb4 F4 Eb4 C4 D4'),
}

const exerciseOf = (rung: RungId, variant = 0, changes = CHANGES, head = 'key: C major\n'): Exercise => {
  const made = makeExercise(
    {
      rung,
      variant,
      stretch: { from: 0, to: 7 },
      tempo: rungOf(rung).tempo.from,
      ...(rungOf(rung).needs ? { phrase: PHRASES[changes]! } : {}),
    },
    analysed(`title: Changes\n${head}time: 4/4\n\n${changes}`),
    instrumentOf('trumpet'),
  )
  if (!made.ok) throw new Error(`${rung} has no exercise`)
  return made.value
}
const exampleOf = (exercise: Exercise): Take => simulatedTake(exercise, perfectPlayer)
const played = (exercise: Exercise, notes: readonly PlayedNote[]) =>
  graded(exercise, { ...exampleOf(exercise), notes })

describe('free rungs', () => {
  it.each(FREE)(
    '%s (%i): its example keeps its limits, in major and in minor, and moves on',
    (rung, variant) => {
      for (const [changes, head] of [
        [CHANGES, 'key: C major\n'],
        [MINOR, 'key: Bb minor\n'],
      ] as const) {
        const exercise = exerciseOf(rung, variant, changes, head)
        const { marks, verdict } = graded(exercise, exampleOf(exercise))
        expect(Object.keys(marks)).toEqual(['limits', ...(limitsOf(rung, variant)!.marks ?? [])])
        expect({ marks, verdict }).toEqual({ marks: expect.anything(), verdict: 'move on' })
      }
    },
  )

  it.each(FREE)('%s (%i): its example moves on over every chart, in 3/4 and in 5/4 too', (rung, variant) => {
    const others = [
      'key: C minor\ntime: 5/4\n| Cm7 | F7 | Bbmaj7 | Ebmaj7 | Am7b5 | D7b9 | Gm6 | G7b9 |',
      'key: D minor\n| Dm7 | % | % | % | Ebm7 | % | Dm7 | % |',
      'key: G major\n| G7 | G7 | C7 | C7 | G7 | G7 | D7 | G7 |',
    ]
    for (const text of [...CHARTS, ...others]) {
      const made = makeExercise(
        {
          rung,
          variant,
          stretch: { from: 0, to: 7 },
          tempo: rungOf(rung).tempo.from,
          ...(rungOf(rung).needs ? { phrase: PHRASES[CHANGES]! } : {}),
        },
        analysed(text),
        instrumentOf('trumpet'),
      )
      // A phrase has no place over some charts.
      if (!made.ok) {
        expect(made.problems[0]!.rule).toBe('exercise.phraseNowhere')
        continue
      }
      const { verdict, marks, limits } = graded(made.value, exampleOf(made.value))
      expect({ text, marks, limits, verdict }).toMatchObject({ verdict: 'move on' })
    }
  })

  it.each(FREE)('%s (%i): nothing played has no marks and is played again', (rung, variant) => {
    const { marks, verdict } = played(exerciseOf(rung, variant), [])
    expect(Math.max(...Object.values(marks))).toBe(0)
    expect(verdict).toBe('again')
  })

  it('judges each note at once as it does at the end', () => {
    const exercise = exerciseOf('chord-tones')
    const take = exampleOf(exercise)
    const notes = take.notes.map((note, at) => (at % 3 === 0 ? { ...note, midi: note.midi + 1 } : note))
    const live = notes.reduce(
      (state, note) => gradeStep(advanceGrade(state, note.onsetMs), note),
      startGrade(exercise),
    )
    expect(live.judged).toEqual(played(exercise, notes).judged)
    expect(live.judged.some(({ verdict }) => verdict === 'wrong')).toBe(true)
  })
})

describe('a phrase in its place', () => {
  const exercise = exerciseOf('phrase-place')
  const example = exampleOf(exercise).notes
  const length = PHRASES[CHANGES]!.notes.length
  it('may be in any octave, and is missed where it is left out', () => {
    const lower = example.map((note, at) => (at < length ? { ...note, midi: note.midi - 12 } : note))
    expect(played(exercise, lower).marks.limits).toBe(100)
    const without = exerciseOf('chord-tones')
    const plain = graded(exercise, { ...exampleOf(exercise), notes: exampleOf(without).notes })
    expect(plain.marks.limits).toBeLessThan(70)
    expect(plain.causes.limits).toContain(0)
  })
  it('is no leave for its notes anywhere else: they are outside there', () => {
    const { judged } = played(
      exercise,
      example.map((note, at) =>
        at === length ? { ...note, midi: exercise.free!.example[at]!.midi + 1 } : note,
      ),
    )
    expect(judged.map(({ verdict }) => verdict).indexOf('wrong')).toBe(length)
  })
})

/** A note with its place in ticks from the first beat, swing and all left aside: the examples are even. */
type Change = (exercise: Exercise, notes: readonly PlayedNote[]) => readonly PlayedNote[]

const change =
  (fits: (tick: number, at: number, exercise: Exercise) => boolean, by: number): Change =>
  (exercise, notes) =>
    notes.map((note, at) =>
      fits(exercise.free!.example[at]!.start, at, exercise) ? { ...note, midi: note.midi + by } : note,
    )
const chordStarts = ({ free }: Exercise, at: number): boolean =>
  at > 0 && free!.example[at]!.chord !== free!.example[at - 1]!.chord
const endsPhrase = ({ free }: Exercise, at: number): boolean => {
  const [note, next] = [free!.example[at]!, free!.example[at + 1]]
  return !next || next.start > note.start + note.duration
}

/**
 * What breaks which limit, and which other marks fall with it because they look at the same notes (common practice, no
 * source): notes that are not allowed are no chord tones, no joins and no landings either; a wrong note where a chord
 * begins is no join; and so on. Every mark that is not named has to stay as it was.
 */
const BREACHES: readonly {
  readonly name: string
  readonly rung: RungId
  readonly breach: Change
  readonly loses: MarkId
  readonly implies?: readonly MarkId[]
}[] = [
  {
    name: 'every note half a step too high',
    rung: 'chord-tones',
    breach: change(() => true, 1),
    loses: 'limits',
    implies: ['strong'],
  },
  {
    name: 'notes between the beats half a step too high',
    rung: 'chord-tones',
    breach: change((tick) => tick % 480 !== 0, 1),
    loses: 'limits',
  },
  {
    name: 'no note at the changes',
    rung: 'roots-own',
    breach: (exercise, notes) =>
      notes.map((note, at) =>
        exercise.free!.example[at]!.start % 1920 === 0
          ? { ...note, onsetMs: note.onsetMs + ticksToMs(240, exercise.spec.tempo), durationMs: 100 }
          : { ...note, durationMs: 100 },
      ),
    loses: 'limits',
  },
  {
    name: 'two notes in every bar',
    rung: 'one-a-bar',
    breach: (exercise, notes) =>
      notes.flatMap((note) => [
        { ...note, durationMs: ticksToMs(400, exercise.spec.tempo) },
        {
          ...note,
          onsetMs: note.onsetMs + ticksToMs(480, exercise.spec.tempo),
          durationMs: ticksToMs(400, exercise.spec.tempo),
        },
      ]),
    loses: 'limits',
  },
  {
    name: 'an octave up in every second bar',
    rung: 'small-set',
    breach: change((tick) => Math.floor(tick / 1920) % 2 === 1, 12),
    loses: 'limits',
  },
  {
    name: 'leaps of a ninth',
    rung: 'one-a-bar',
    breach: change((_, at) => at % 2 === 1, 12),
    loses: 'limits',
  },
  {
    name: 'short notes',
    rung: 'nearest-path',
    breach: (exercise, notes) =>
      notes.map((note) => ({ ...note, durationMs: ticksToMs(400, exercise.spec.tempo) })),
    loses: 'limits',
  },
  {
    name: 'every fourth note left out',
    rung: 'unbroken',
    breach: (_, notes) => notes.filter((_, at) => at % 4 !== 3),
    loses: 'limits',
    implies: ['joins'],
  },
  {
    name: 'half of the notes',
    rung: 'sixteenths',
    breach: (_, notes) => notes.filter((_, at) => at % 2 === 0),
    loses: 'limits',
    implies: ['home'],
  },
  {
    name: 'the second half of the phrase a third higher',
    rung: 'phrase-place',
    breach: change((tick) => tick >= 1920 && tick < 3 * 1920, 4),
    loses: 'limits',
  },
  {
    name: 'no alteration',
    rung: 'altered-path',
    breach: (exercise, notes) => {
      // The third of each dominant and the fifth of what follows: held notes of the key.
      const plain = exerciseOf('nearest-path')
      return exercise.free === undefined ? notes : exampleOf(plain).notes
    },
    loses: 'limits',
  },
  {
    name: 'scale notes on strong beats',
    rung: 'one-key-free',
    breach: (exercise, notes) => {
      const later = exercise.free!.example
      // A step up along the line: what stands between the beats comes on them.
      return notes.map((note, at) => ({ ...note, midi: later[at + 1]?.midi ?? note.midi }))
    },
    loses: 'strong',
    implies: ['limits'],
  },
  {
    name: 'an octave away at every change',
    rung: 'chorus',
    breach: change((_, at, exercise) => chordStarts(exercise, at) && !endsPhrase(exercise, at), 12),
    loses: 'joins',
    implies: ['variety'],
  },
  {
    name: 'outside notes that nothing brings home',
    rung: 'chorus',
    breach: (exercise, notes) =>
      notes.map((note, at) => {
        const tick = exercise.free!.example[at]!.start
        if (tick % 480 === 0 || endsPhrase(exercise, at) || chordStarts(exercise, at + 1)) return note
        // The tritone of the chord's own fifth, two octaves from what follows.
        return { ...note, midi: note.midi - 25 }
      }),
    loses: 'home',
    implies: ['variety', 'joins'],
  },
  {
    name: 'no breath',
    rung: 'speak',
    breach: (exercise, notes) =>
      notes.map((note, at) => ({
        ...note,
        durationMs:
          (notes[at + 1]?.onsetMs ?? ticksToMs(exercise.length, exercise.spec.tempo)) - note.onsetMs - 5,
      })),
    loses: 'space',
  },
  {
    name: 'phrases that end on the 7',
    rung: 'speak',
    breach: (exercise, notes) =>
      notes.map((note, at) => {
        if (!endsPhrase(exercise, at)) return note
        const { degree } = exercise.free!.example[at]!
        const down = { R: -1, '3': 1, b3: 2, '5': 2 }[degree as 'R'] ?? 0
        return { ...note, midi: note.midi + down }
      }),
    loses: 'landing',
    implies: ['home'],
  },
]

describe('what the rungs ask, in their words', () => {
  const withNotes = (exercise: Exercise, change: (notes: readonly PlayedNote[]) => readonly PlayedNote[]) =>
    played(exercise, change(exampleOf(exercise).notes))
  const told = (grade: Grade) => limitReasons(grade).map((why) => wordReason(why))

  it('side-slip: one passing note is not outside, three in a row and home by step are', () => {
    const exercise = exerciseOf('out-home')
    const outside = graded(exercise, exampleOf(exercise))
    expect(outside).toMatchObject({ marks: { limits: 100, home: 100 }, limits: [] })
    const stretches = exercise.free!.example.filter(({ start }) => start < 4 * 1920)
    expect(stretches.length).toBeGreaterThan(16)
    // Only the first note of each stretch outside is left as it was.
    const { judged } = graded(exerciseOf('chord-tones'), exampleOf(exercise))
    const foreign = new Set(judged.flatMap(({ verdict, played: at }) => (verdict === 'wrong' ? [at!] : [])))
    const passing = withNotes(exercise, (notes) =>
      notes.map((note, at) =>
        foreign.has(at) && foreign.has(at - 1) ? { ...note, midi: notes[at - 2]?.midi ?? note.midi } : note,
      ),
    )
    expect(passing.marks.limits).toBeLessThan(70)
    expect(told(passing)[0]).toMatch(/^No stretch outside in the four bars that begin at bar/)
  })

  it('path, decorated: a plain path has no ornament, and is told where', () => {
    const exercise = exerciseOf('path-decorated')
    const plain = withNotes(exercise, (notes) => notes.filter((_, at) => at % 8 === 0))
    expect(told(plain)).toContain(
      'No enclosure, approach or arpeggio in the two bars that begin at bars 1, 3, 5 and 7.',
    )
  })

  it('one note a bar: silence in the last two bars is what is asked, a hole before them is not', () => {
    const exercise = exerciseOf('one-a-bar')
    const notes = exampleOf(exercise).notes
    expect(played(exercise, notes.slice(0, 6)).marks.limits).toBe(100)
    const hole = played(exercise, [...notes.slice(0, 2), ...notes.slice(3)])
    expect(told(hole)[0]).toBe('More notes than one, or none: bar 3.')
  })

  it.each(FREE)('%s (%i): its text mentions every mark that it asks', (rung, variant) => {
    const WORDS: Readonly<Record<FreeMark, RegExp>> = {
      strong: /strong beats/,
      joins: /join|by step/,
      home: /home|resolved|back by step|outside notes/,
      space: /rest|space/,
      variety: /alike|variety/,
      landing: /landing/,
    }
    for (const mark of limitsOf(rung, variant)!.marks ?? []) expect(rungOf(rung).asks).toMatch(WORDS[mark])
  })

  it('joins over a repeated chord count as held: a modal tune asks none', () => {
    const exercise = exerciseOf('unbroken', 0, '| Dm7 | Dm7 | Dm7 | Dm7 | Dm7 | Dm7 | Dm7 | Dm7 |')
    const leaps = withNotes(exercise, (notes) =>
      notes.map((note, at) => ({ ...note, midi: note.midi + (at % 2 === 0 ? 0 : 12) })),
    )
    expect(leaps.marks.joins).toBe(100)
  })
})

describe('a line made to break one limit', () => {
  it.each(BREACHES)(
    '$rung: $name loses $loses, and only what it implies',
    ({ rung, breach, loses, implies = [] }) => {
      const exercise = exerciseOf(rung)
      const take = exampleOf(exercise)
      const [before, after] = [graded(exercise, take), played(exercise, breach(exercise, take.notes))]
      expect(after.marks[loses]!).toBeLessThan(85)
      expect(after.marks[loses]!).toBeLessThan(before.marks[loses]!)
      for (const [mark, value] of Object.entries(before.marks) as [MarkId, number][])
        if (mark !== loses && !implies.includes(mark))
          expect([mark, after.marks[mark]]).toEqual([mark, value])
      // The mark points at the bars behind it.
      expect(after.causes[loses]!.length).toBeGreaterThan(0)
      expect(before.causes[loses]).toEqual([])
    },
  )

  it('loses variety where one bar comes over and over', () => {
    const exercise = exerciseOf('speak', 0, '| Dm7 | Dm7 | Dm7 | Dm7 | Dm7 | Dm7 | Dm7 | Dm7 |')
    const bar = ticksToMs(1920, exercise.spec.tempo)
    const first = exampleOf(exercise).notes.filter(
      ({ onsetMs }) => msToTicks(onsetMs, exercise.spec.tempo) < 1900 - 480,
    )
    const notes = Array.from({ length: 8 }, (_, at) =>
      first.map((note) => ({ ...note, onsetMs: note.onsetMs + at * bar })),
    ).flat()
    const { marks, causes } = played(exercise, notes)
    expect(marks.variety).toBe(25)
    expect(causes.variety).toEqual([2, 3, 4, 5, 6, 7])
  })
})
