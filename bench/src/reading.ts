import { analyseChart, readChart } from '@eager-contour/core'
import { median, milliseconds, type Row } from './table.ts'

/** Sixteen bars with one and two chords a bar and four changes of key. */
const SIXTEEN = `| Cmaj7 A7b9 | Dm7 G7 | Em7b5 A7 | Dm7 G7 |
| Gm7 C7 | Fmaj7 Bb7 | Em7 A7 | Dm7 G7 |
| Ebm7 Ab7 | Dbmaj7 | G#m7b5 C#7 | F#m6 |
| Fm7 Bb7 | Ebmaj7 | Am7b5 D7b9 | Gm7 C7 |
`
const ROUNDS = 41
const WARM = 300
const LIMIT_MS = 5
const LENGTHS = [16, 64, 256, 1024] as const
/** Texts on which a careless reader would take quadratic time. */
const HOSTILE: readonly (readonly [string, (size: number) => string])[] = [
  ['blanks in a bar', (size) => `|: C${' '.repeat(size)}x3 :|`],
  ['strokes', (size) => '|'.repeat(size)],
  ['endings without a repeat', (size) => '| 2. C '.repeat(size / 7)],
  ['one long word', (size) => `| C${'('.repeat(size)} |`],
]

const timed = (work: () => void, rounds: number): number =>
  median(
    Array.from({ length: rounds }, () => {
      const start = performance.now()
      work()
      return performance.now() - start
    }),
  )

/** Reading and analysing charts of 16 to 1,024 bars, and reading texts that are made to be slow. */
export const benchReading = (): readonly Row[] => {
  const both = (text: string) => {
    const outcome = readChart(text)
    if (!outcome.ok) throw new Error('the chart of the benchmark cannot be read')
    analyseChart(outcome.value)
  }
  for (let round = 0; round < WARM; round += 1) both(SIXTEEN.repeat(4))
  const times = new Map(
    LENGTHS.map((bars) => [
      bars,
      timed(() => both(`key: C major\n${SIXTEEN.repeat(bars / 16)}`), bars > 256 ? 9 : ROUNDS),
    ]),
  )
  const aBar = (bars: (typeof LENGTHS)[number]) => times.get(bars)! / bars
  const lengths = LENGTHS.map((bars) => ({
    what: `read and analyse ${bars} bars`,
    ours: milliseconds(times.get(bars)!),
    peer: `${milliseconds(aBar(bars))} a bar`,
    ratio: `${(aBar(bars) / aBar(16)).toFixed(2)} of 16 bars’ time a bar`,
    limit: bars === 64 ? `${LIMIT_MS} ms` : '',
  }))
  const hostile = HOSTILE.map(([what, make]) => {
    const [small, large] = [make(100_000), make(400_000)]
    timed(() => readChart(small), 3)
    const [one, four] = [timed(() => readChart(small), 9), timed(() => readChart(large), 9)]
    return {
      what: `read 400 kB of ${what}`,
      ours: milliseconds(four),
      peer: `100 kB ${milliseconds(one)}`,
      ratio: `${(four / one).toFixed(1)} times 100 kB`,
      limit: '4 is linear',
    }
  })
  return [...lengths, ...hostile]
}
