import type { DemoData } from '@eager-contour/contract'
import {
  type Analysis,
  analyseChart,
  barStarts,
  type Chart,
  composeLines,
  type ExerciseSpec,
  gradeTake,
  instrumentOf,
  type LadderRun,
  type Line,
  makeExercise,
  nextTempo,
  phraseFrom,
  type RungId,
  randomFrom,
  readChart,
  rungOf,
  type Stretch,
  simulatedTake,
  transposeChart,
} from '@eager-contour/core'
import { DEMO_TUNES } from './tunes.ts'

const DAY_MS = 86_400_000
const WEEKS = 11
const INSTRUMENT = instrumentOf('flugelhorn')

/** What the player worked on: from which day, on which tune and bars, and how many sessions a week. */
interface Thread {
  readonly tune: string
  readonly rung: RungId
  readonly stretch: Stretch
  readonly fromDay: number
  readonly everyDays: number
  /** Steps on the line of fifths from the tune's own key. */
  readonly shift?: number
}

/** The first four bars of Breakwater are where the ladder is climbed: rung after rung, then from key to key. */
const CLIMB = { tune: 'tune-breakwater', stretch: { from: 0, to: 3 } } as const
const RUNGS_CLIMBED: readonly (readonly [rung: RungId, fromDay: number, everyDays: number])[] = [
  ['roots', 1, 9],
  ['thirds', 6, 8],
  ['triads', 12, 7],
  ['outline-down', 18, 6],
  ['to-the-9', 25, 6],
  ['nearest-join', 33, 7],
  ['guide-tones', 38, 5],
  ['from-below', 46, 6],
  ['enclosures', 55, 5],
  ['chord-scales', 64, 4],
]
const KEYS_CLIMBED: readonly (readonly [rung: RungId, shift: number, fromDay: number])[] = [
  ['outline-up', -1, 30],
  ['outline-up', -2, 35],
  ['outline-up', -3, 41],
  ['outline-up', -4, 52],
  ['outline-up', 1, 60],
  ['thirds', -1, 28],
  ['thirds', -2, 36],
  ['thirds', -3, 50],
  ['to-the-9', -1, 48],
  ['guide-tones', -1, 58],
  ['guide-tones', -2, 68],
]

const THREADS: readonly Thread[] = [
  ...RUNGS_CLIMBED.map(([rung, fromDay, everyDays]): Thread => ({ ...CLIMB, rung, fromDay, everyDays })),
  ...KEYS_CLIMBED.map(([rung, shift, fromDay]): Thread => ({ ...CLIMB, rung, shift, fromDay, everyDays: 8 })),
  { tune: 'tune-breakwater', rung: 'outline-up', stretch: { from: 0, to: 3 }, fromDay: 0, everyDays: 3 },
  {
    tune: 'tune-lamplighters-round',
    rung: 'outline-up',
    stretch: { from: 0, to: 11 },
    fromDay: 9,
    everyDays: 5,
  },
  { tune: 'tune-breakwater', rung: 'your-line', stretch: { from: 0, to: 3 }, fromDay: 21, everyDays: 4 },
  { tune: 'tune-salt-stairs', rung: 'outline-up', stretch: { from: 0, to: 7 }, fromDay: 33, everyDays: 4 },
  { tune: 'tune-gannet-waltz', rung: 'outline-up', stretch: { from: 0, to: 7 }, fromDay: 47, everyDays: 6 },
  { tune: 'tune-salt-stairs', rung: 'your-line', stretch: { from: 0, to: 7 }, fromDay: 58, everyDays: 3 },
]

const LINES: readonly {
  readonly tune: string
  readonly title: string
  readonly stretch: Stretch
  readonly seed: number
  readonly remark?: string
  readonly tags?: readonly string[]
}[] = [
  {
    tune: 'tune-breakwater',
    title: 'First way over the wall',
    stretch: { from: 0, to: 3 },
    seed: 11,
    remark: 'Breathe before bar 3. The F at the end wants to be long.',
    tags: ['opener', 'eighths'],
  },
  {
    tune: 'tune-breakwater',
    title: 'Back along the beach',
    stretch: { from: 8, to: 15 },
    seed: 4,
    tags: ['second half'],
  },
  { tune: 'tune-salt-stairs', title: 'Going down wet', stretch: { from: 0, to: 7 }, seed: 6 },
  { tune: 'tune-lamplighters-round', title: 'One chorus, plain', stretch: { from: 0, to: 11 }, seed: 9 },
]

const lineId = (index: number): string => `line-demo-${index + 1}`

const chartOf = (tune: string): Chart => {
  const outcome = readChart(DEMO_TUNES.find(({ id }) => id === tune)!.chart)
  if (!outcome.ok)
    throw new Error(`the demo tune ${tune} cannot be read: ${JSON.stringify(outcome.problems)}`)
  return outcome.value
}

/**
 * The demo: tunes, composed lines, and eleven weeks of practice that end at `now`, played by the simulated player,
 * who gets steadier with each session of a thread and is set back by a higher tempo, and graded by the real grader.
 */
export const makeDemo = (now: Date): DemoData => {
  const analyses = new Map(DEMO_TUNES.map(({ id }) => [id, analyseChart(chartOf(id))]))
  const lines = LINES.map(({ tune, title, stretch, seed, remark, tags }, index) => ({
    id: lineId(index),
    tune,
    title,
    stretch,
    notes: composed(analyses.get(tune)!, stretch, seed).notes,
    remark: remark ?? '',
    tags: tags ?? [],
  }))
  const analysisFor = ({ tune, shift = 0 }: Thread): Analysis =>
    shift === 0 ? analyses.get(tune)! : analyseChart(transposeChart(chartOf(tune), shift))
  const runs = THREADS.flatMap((thread, index) => threadRuns(thread, index, analysisFor(thread), lines, now))
  return {
    tunes: DEMO_TUNES,
    lines,
    phrases: [phraseOf(analyses.get(lines[0]!.tune)!, lines[0]!)],
    runs: runs.sort((a, b) => a.playedAt.localeCompare(b.playedAt)),
    settings: {
      instrument: 'flugelhorn',
      look: 'day',
      chordStyle: 'signs',
      scaleNames: 'mode',
      player: 'Odile Marrable',
    },
  }
}

const composed = (analysis: Analysis, stretch: Stretch, seed: number): Line =>
  composeLines(analysis, {
    stretch,
    seed,
    count: 1,
    range: INSTRUMENT.range,
    breathBars: 4,
    rhythm: 'triplets',
  }).lines[0]!.line

/** The first two bars of a line: its ii and V. */
const phraseOf = (analysis: Analysis, { notes }: DemoLine): DemoData['phrases'][number] => {
  const third = barStarts(analysis.chart)[2]!
  const last = notes.findLastIndex(({ start }) => start < third)
  return {
    id: 'phrase-demo-1',
    title: 'Over the wall, two bars',
    ...phraseFrom(analysis, { notes }, 0, last)!,
  }
}

type DemoLine = DemoData['lines'][number]
type DemoRun = DemoData['runs'][number]

const threadRuns = (
  thread: Thread,
  index: number,
  analysis: Analysis,
  lines: readonly DemoLine[],
  now: Date,
): readonly DemoRun[] => {
  const random = randomFrom(101 + index * 17)
  const line =
    thread.rung === 'your-line'
      ? lines.find(({ tune, stretch }) => tune === thread.tune && stretch.from === thread.stretch.from)
      : undefined
  const start = now.getTime() - WEEKS * 7 * DAY_MS
  const runs: DemoRun[] = []
  const ladder: LadderRun[] = []
  let session = 0
  for (let day = thread.fromDay; day < WEEKS * 7; day += thread.everyDays) {
    if (random() < 0.15) continue
    session += 1
    const minute = 18 * 60 + Math.floor(random() * 150)
    const tries = 1 + Math.floor(random() * 3)
    for (let attempt = 0; attempt < tries; attempt += 1) {
      const playedAt = new Date(
        Math.floor((start + day * DAY_MS) / DAY_MS) * DAY_MS + (minute + attempt * 4) * 60_000,
      )
      if (playedAt > now) continue
      const run = playRun(thread, line, analysis, ladder, {
        session,
        attempt,
        seed: Math.floor(random() * 1e6),
      })
      ladder.push({ tempo: run.tempo, verdict: run.verdict })
      runs.push({ ...run, id: `run-demo-${index + 1}-${runs.length + 1}`, playedAt: playedAt.toISOString() })
    }
  }
  return runs
}

interface Occasion {
  readonly session: number
  readonly attempt: number
  readonly seed: number
}

/**
 * Errors become fewer with every session and slightly more with the tempo; the second try of an evening goes better.
 */
const playRun = (
  thread: Thread,
  line: DemoLine | undefined,
  analysis: Analysis,
  ladder: readonly LadderRun[],
  occasion: Occasion,
): Omit<DemoRun, 'id' | 'playedAt'> => {
  const tempo = nextTempo(rungOf(thread.rung), ladder)
  const spec: ExerciseSpec = {
    rung: thread.rung,
    stretch: thread.stretch,
    tempo,
    ...(line ? { line: { notes: line.notes } } : {}),
  }
  const outcome = makeExercise(spec, analysis, INSTRUMENT)
  if (!outcome.ok) throw new Error(`the demo exercise cannot be made: ${JSON.stringify(outcome.problems)}`)
  const errorRate = Math.max(
    0.015,
    0.42 * 0.74 ** occasion.session + (tempo / 180) * 0.05 - occasion.attempt * 0.015,
  )
  const simulated = simulatedTake(outcome.value, {
    seed: occasion.seed,
    errorRate,
    spreadMs: (60_000 / tempo) * (0.032 + 0.07 * 0.82 ** occasion.session),
  })
  // The demo’s player is made up, but plays a horn into MIDI, as far as the log knows.
  const take = { ...simulated, source: 'midi' as const }
  const graded = gradeTake(outcome.value, take)
  if (!graded.ok) throw new Error(`the demo take cannot be graded: ${JSON.stringify(graded.problems)}`)
  const grade = graded.value
  const { key } = outcome.value
  return {
    tune: thread.tune,
    rung: thread.rung,
    key: `${key.tonic} ${key.mode}`,
    stretch: thread.stretch,
    tempo,
    state: 'finished',
    verdict: grade.verdict,
    marks: grade.marks,
    ...(grade.weakestBar === undefined ? {} : { weakestBar: grade.weakestBar }),
    ...(line ? { line: line.id } : {}),
    take: rounded(take),
  }
}

const rounded = <T extends DemoRun['take']>(take: T): T => ({
  ...take,
  notes: take.notes.map((note) => ({
    ...note,
    onsetMs: Math.round(note.onsetMs * 10) / 10,
    durationMs: Math.round(note.durationMs),
  })),
})
