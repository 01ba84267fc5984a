import fc from 'fast-check'
import { FEELS } from '../src/theory/rhythm/feel.ts'
import { knownMeters, readMeter } from '../src/theory/rhythm/meter.ts'
import type { Chart } from '../src/tune/chart/chart.ts'
import { readChart } from '../src/tune/chart/read.ts'

/** What a chart says, without the breaks of its lines and without comments. */
export const formOf = (chart: Chart) => ({
  ...{ title: chart.title, key: chart.key, tempo: chart.tempo, feel: chart.feel, pickup: chart.pickup },
  order: chart.order,
  bars: chart.bars.map(({ meter, section, chords }) => ({
    ...{ meter, section },
    chords: chords.map(({ start, chord }) => `${start} ${chord.symbol}`),
  })),
  signs: chart.written.map(({ repeatStart, repeatEnd, ending }) => ({ repeatStart, repeatEnd, ending })),
})

/** Charts of every kind of repeat, ending and change of meter. */
export const FORMS: readonly (readonly [string, string])[] = [
  ['plain', '| Dm7 | G7 | Cmaj7 | % |'],
  ['repeats and endings', '[A] |: Dm7 | 1. G7 | Cmaj7 :| 2. Db7 | Cmaj7 |\n[B] | Fm7 | Bb7 |'],
  ['an ending that no repeat ends', '|: Dm7 | 1,2. G7 :| 3. Cmaj7 | % |'],
  ['three times', '|: Dm7 | G7 x3 :| Cmaj7 |'],
  ['repeats next to each other', '|: Dm7 | G7 :|: Cmaj7 | A7 :|'],
  ['changes of meter and beats', '| Dm7:3 G7 | (3/4) Cmaj7 | Am7:2 D7:1 | (4/4) N.C. |'],
]

/** A form with a title, a key, a tempo, a feel and a pickup. */
export const withHead = (bars: string): string =>
  `title: Weir Lane\nkey: C major\ntempo: 132\nfeel: bossa\npickup: 1\n${bars}`

const bar = fc.tuple(
  fc.constantFrom('Dm7', 'G7', 'Cmaj7', 'Bb7b9', 'F#m7b5', 'A/C#', 'N.C.'),
  fc.option(fc.constantFrom('Ebm6', 'D13', 'E7alt')),
  fc.constantFrom('|', '|', '|', ':|', 'section'),
)

/** Charts of one to twelve bars, in any meter and feel, with repeats and sections in any place where they can be read. */
export const anyChart: fc.Arbitrary<Chart> = fc
  .tuple(
    fc.array(bar, { minLength: 1, maxLength: 12 }),
    fc.constantFrom(...knownMeters()),
    fc.constantFrom(...FEELS),
  )
  .map(([bars, meter, feel]) => {
    const odd = readMeter(meter)!.beats % 2 === 1
    const text = bars.map(([first, second, close], at) => {
      const chords = second === null || odd ? first : `${first} ${second}`
      if (close === 'section') return `${at > 0 ? '|' : ''}\n[Part ${at}]\n| ${chords}`
      return `${at === 0 ? '|: ' : ''}${chords} ${at === bars.length - 1 ? '|' : close}`
    })
    return readChart(`title: Weir Lane\nkey: F minor\ntime: ${meter}\nfeel: ${feel}\n${text.join(' ')} |`)
  })
  .filter((read) => read.ok)
  .map((read) => {
    if (!read.ok) throw new Error('filtered')
    return read.value
  })
