import { type Fifths, fifthsOf, noteName } from '../../theory/pitch/fifths.ts'
import { type Key, transposeKey } from '../../theory/pitch/key.ts'
import { type Chart, transposeChart } from './chart.ts'
import { readChart } from './read.ts'

/** A common form to start a new tune from. */
export interface FormRow {
  readonly id: string
  readonly name: string
  readonly mode: Key['mode']
  /** The changes in C major or C minor, as chart text. */
  readonly changes: string
}

const II_V_I = '| Dm7 | G7 | Cmaj7 | % |'
const MINOR_II_V_I = '| Dm7b5 | G7b9 | Cm6 | % |'

/**
 * Common practice, no source.
 *
 * @example FORMS[0].name // 'blues, three chords'
 */
export const FORMS: readonly FormRow[] = [
  {
    id: 'blues-plain',
    name: 'blues, three chords',
    mode: 'major',
    changes: '| C7 | % | % | % |\n| F7 | % | C7 | % |\n| G7 | F7 | C7 | G7 |',
  },
  {
    id: 'blues-quick',
    name: 'blues with ii–V',
    mode: 'major',
    changes: '| C7 | F7 | C7 | Gm7 C7 |\n| F7 | F#dim7 | C7 | Em7b5 A7b9 |\n| Dm7 | G7 | C7 A7b9 | Dm7 G7 |',
  },
  {
    id: 'blues-major',
    name: 'blues with major sevenths',
    mode: 'major',
    changes:
      '| Cmaj7 | Bm7b5 E7b9 | Am7 D7 | Gm7 C7 |\n| Fmaj7 | Fm7 Bb7 | Em7 A7 | Ebm7 Ab7 |\n| Dm7 | G7 | Em7 A7 | Dm7 G7 |',
  },
  {
    id: 'blues-minor',
    name: 'minor blues',
    mode: 'minor',
    changes: '| Cm6 | % | % | C7b9 |\n| Fm7 | % | Cm6 | % |\n| Ab7 | G7b9 | Cm6 | G7b9 |',
  },
  {
    id: 'dominant-bridge',
    name: 'AABA with a bridge of dominants',
    mode: 'major',
    changes:
      '[A]\n|: Cmaj7 A7b9 | Dm7 G7 | Em7 A7b9 | Dm7 G7 |\n| Gm7 C7 | Fmaj7 Fm6 | Em7 A7b9 |1. Dm7 G7 :|2. Dm7 G7 |\n[B]\n| E7 | % | A7 | % |\n| D7 | % | G7 | % |\n[A]\n| Cmaj7 A7b9 | Dm7 G7 | Em7 A7b9 | Dm7 G7 |\n| Gm7 C7 | Fmaj7 Fm6 | Dm7 G7 | Cmaj7 |',
  },
  { id: 'ii-V-I', name: 'ii–V–I', mode: 'major', changes: II_V_I },
  { id: 'minor-ii-V-i', name: 'minor ii–V–i', mode: 'minor', changes: MINOR_II_V_I },
  {
    id: 'ii-V-I-VI',
    name: 'ii–V–I–VI, round and round',
    mode: 'major',
    changes: '|: Dm7 | G7 | Cmaj7 | A7b9 x4 :|',
  },
  {
    id: 'eight-bars',
    name: 'eight bars I ii V iii VI ii V I',
    mode: 'major',
    changes: '| Cmaj7 | Dm7 G7 | Em7 | A7b9 |\n| Dm7 | G7 | Cmaj7 | % |',
  },
  { id: 'turnaround', name: 'turnaround I–VI–ii–V', mode: 'major', changes: '|: Cmaj7 A7b9 | Dm7 G7 x4 :|' },
  {
    id: 'turnaround-iii',
    name: 'turnaround iii–VI–ii–V',
    mode: 'major',
    changes: '|: Em7 A7b9 | Dm7 G7 x4 :|',
  },
]

/**
 * Orders in which players go through the twelve keys, as steps on the line of fifths from each key to the next.
 *
 * @example Object.keys(KEY_ORDERS) // ['fourths', 'half-steps', 'whole-steps']
 */
export const KEY_ORDERS: Readonly<Record<string, { readonly name: string; readonly step: Fifths }>> = {
  fourths: { name: 'by fourths', step: -1 },
  'half-steps': { name: 'down by half steps', step: 5 },
  'whole-steps': { name: 'by whole steps, both sets', step: -2 },
}

const WHOLE_TONE_ROUND = 6

const chartOfForm = (form: FormRow): Chart => {
  const outcome = readChart(`key: C ${form.mode}\n${form.changes}`)
  if (!outcome.ok) throw new Error(`the form ${form.id} cannot be read`)
  return outcome.value
}

const inKey = (chart: Chart, tonic: string): Chart => transposeChart(chart, fifthsOf(tonic))

/**
 * A common form in a key; undefined for a form that isn't in the table.
 *
 * @example chartFromForm('blues-plain', 'Bb').bars[4].chords[0].chord.symbol // 'Eb7'
 */
export const chartFromForm = (id: string, tonic: string): Chart | undefined => {
  const form = FORMS.find((row) => row.id === id)
  return form && { ...inKey(chartOfForm(form), tonic), title: '', form: form.name }
}

/**
 * A form through all twelve keys in an order, each key once, starting from a tonic; undefined for a form or order
 * that isn't in the tables.
 *
 * @example formInAllKeys('blues-plain', 'C', 'fourths').bars.length // 144
 */
export const formInAllKeys = (id: string, tonic: string, order: string): Chart | undefined => {
  const form = FORMS.find((row) => row.id === id)
  const row = KEY_ORDERS[order]
  if (!form || !row) return undefined
  const chart = chartOfForm(form)
  const parts = keysInOrder({ tonic, mode: form.mode }, row.step).map((key) => inKey(chart, key.tonic))
  const written = parts.flatMap((part, at) =>
    part.written.map((one, bar) =>
      bar === 0
        ? {
            ...one,
            bar: {
              ...one.bar,
              section: noteName(fifthsOf(keysInOrder({ tonic, mode: form.mode }, row.step)[at]!.tonic)),
            },
          }
        : one,
    ),
  )
  const orders = parts.flatMap((part, at) =>
    part.order.map(
      (place) => place + parts.slice(0, at).reduce((sum, before) => sum + before.written.length, 0),
    ),
  )
  return {
    ...parts[0]!,
    title: '',
    form: `${form.name}, all keys ${row.name}`,
    written,
    order: orders,
    bars: orders.map((place) => written[place]!.bar),
  }
}

const keysInOrder = (first: Key, step: Fifths): readonly Key[] => {
  const keys: Key[] = []
  let key = first
  for (let count = 0; count < 12; count += 1) {
    keys.push(key)
    const rounds = step === -2 && count === WHOLE_TONE_ROUND - 1
    key = transposeKey(key, rounds ? step + 5 : step)
  }
  return keys
}
