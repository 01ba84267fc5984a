import { err, type Outcome, ok } from '../../outcome/outcome.ts'
import { reason } from '../../outcome/reasons.ts'
import type { Key } from '../../theory/pitch/key.ts'
import { FEELS, type Feel } from '../../theory/rhythm/feel.ts'
import { beatTicks, readMeter } from '../../theory/rhythm/meter.ts'
import { QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'
import type { Chart } from '../../tune/chart/chart.ts'
import { readChart } from '../../tune/chart/read.ts'
import { type FileLine, oneVoice } from '../voice.ts'
import { readKeyField, readLength, readMeterField, signatureOf, WHOLE } from './fields.ts'
import { type AbcToken, abcTokens } from './tokens.ts'

/** A note of a tune in ABC, as it sounds. */
interface AbcNote {
  readonly start: Ticks
  readonly end: Ticks
  readonly midi: number
  /** 'Fb4'. */
  readonly written: string
}

interface AbcBar {
  readonly start: Ticks
  length: Ticks
  /** '4/4', and the whole length of a bar by it. */
  readonly meter: string
  readonly full: Ticks
  readonly chords: { readonly at: Ticks; readonly symbol: string }[]
  readonly section?: string
  readonly repeatStart?: true
  repeatEnd?: number
  /** The passes on which it is played, where it belongs to an ending: '1,2'. */
  readonly ending?: string
}

interface AbcTune {
  readonly title: string
  readonly key: Key | undefined
  readonly meter: string
  readonly tempo: number | undefined
  /** The tune's kind, from the field R: 'swing'. */
  readonly rhythm: string
  readonly notes: readonly AbcNote[]
  readonly bars: readonly AbcBar[]
}

const LETTERS: Readonly<Record<string, number>> = { C: 0, D: 2, E: 4, F: 5, G: 7, A: 9, B: 11 }
const SIGNS: Readonly<Record<string, number>> = { '^^': 2, '^': 1, '=': 0, _: -1, __: -2 }

/** Notes of a tuplet in the time of how many (ABC standard 2.1, section 4.13); undefined where the meter says. */
const TUPLETS: Readonly<Record<number, number | undefined>> = { 2: 3, 3: 2, 4: 3, 6: 2, 8: 3 }

type BarToken = Extract<AbcToken, { kind: 'bar' }>

/** Where reading is, in the first voice. */
interface State {
  unit: Ticks
  meter: string
  signature: ReadonlyMap<string, number>
  /** Accidentals of the bar, by letter and octave. */
  accidentals: Map<string, number>
  at: Ticks
  /** Notes of a tuplet that are still to come, and what they are multiplied by. */
  tuplet: { left: number; readonly by: number }
  /** What a broken rhythm leaves the next note. */
  broken: number
  /** Whether the notes before are tied on, by pitch. */
  readonly tied: Set<number>
}

/**
 * Reads a tune in ABC: its first voice, the highest of notes struck together, as it is written (repeats are not played out).
 * Source: the ABC music standard 2.1 (2011), from memory.
 */
const readAbc = (text: string): Outcome<AbcTune> => {
  const state: State = {
    ...{ unit: 0, meter: '4/4', signature: signatureOf(0), accidentals: new Map(), at: 0 },
    ...{ tuplet: { left: 0, by: 1 }, broken: 1, tied: new Set() },
  }
  const head: { title: string; key: AbcTune['key']; tempo: number | undefined; rhythm: string } = {
    ...{ title: '', key: undefined, tempo: undefined, rhythm: '' },
  }
  /** What the next bar begins with. */
  let opening: Pick<AbcBar, 'section' | 'repeatStart'> = {}
  let ending: string | undefined
  const notes: { start: Ticks; end: Ticks; midi: number; written: string }[] = []
  const bars: AbcBar[] = []
  let wrong: string | undefined
  const fullBar = () => readLength(state.meter) ?? WHOLE
  const openBar = () => {
    state.accidentals = new Map()
    bars.push({ start: state.at, length: 0, meter: state.meter, full: fullBar(), chords: [] })
  }
  /** The bar that is open, with what was read of its repeats and its section; they are told at its first note or chord. */
  const marked = () => {
    const bar = bars.at(-1)
    if (!bar || bar.length > 0 || bar.chords.length > 0) return bar
    const told = { ...bar, ...opening, ...(ending === undefined ? {} : { ending }) }
    opening = {}
    bars[bars.length - 1] = told
    return told
  }
  const closeBar = ({ repeatStart, repeatEnd, endsEnding }: BarToken) => {
    const last = bars.findLast(({ length }) => length > 0)
    if (repeatEnd > 0 && last) last.repeatEnd = repeatEnd
    if (repeatEnd > 0 || endsEnding) ending = undefined
    if (repeatStart) opening = { ...opening, repeatStart: true }
    if (bars.at(-1)!.length > 0) openBar()
  }
  const field = (letter: string, value: string): void => {
    if (letter === 'T' && head.title === '') head.title = value.trim()
    if (letter === 'M') {
      state.meter = readMeterField(value) ?? state.meter
      const full = fullBar()
      const bar = bars.at(-1)
      if (bar && bar.start === state.at) bars[bars.length - 1] = { ...bar, meter: state.meter, full }
    }
    if (letter === 'R' && head.rhythm === '') head.rhythm = value.trim()
    if (letter === 'P' && bars.length > 0)
      opening = { ...opening, section: value.replace(/[[\]]/g, '').trim() }
    if (letter === 'L') state.unit = readLength(value) ?? state.unit
    if (letter === 'Q') head.tempo = Number(/(\d+)\s*$/.exec(value)?.[1]) || head.tempo
    if (letter === 'K') {
      const read = readKeyField(value)
      if (!read) {
        wrong ??= `K:${value.trim()}`
        return
      }
      head.key ??= read.key
      state.signature = signatureOf(read.fifths)
      // Without L: a sixteenth in short meters, else an eighth (ABC standard 2.1, section 3.1.7).
      if (state.unit === 0) state.unit = fullBar() < 0.75 * WHOLE ? WHOLE / 16 : WHOLE / 8
      if (bars.length === 0) openBar()
    }
  }
  const pitchOf = (sign: string | undefined, letter: string, marks: string) => {
    const upper = letter.toUpperCase()
    const up = (letter === upper ? 0 : 1) + marks.split("'").length - marks.split(',').length
    const place = `${upper}${up}`
    if (sign !== undefined) state.accidentals.set(place, SIGNS[sign]!)
    const altered = state.accidentals.get(place) ?? state.signature.get(upper) ?? 0
    const written = `${upper}${(altered < 0 ? 'b' : '#').repeat(Math.abs(altered))}${4 + up}`
    return { midi: 60 + 12 * up + LETTERS[upper]! + altered, written }
  }
  const lasts = (length: number): Ticks => {
    const inTuplet = state.tuplet.left > 0 ? state.tuplet.by : 1
    if (state.tuplet.left > 0) state.tuplet.left -= 1
    const ticks = state.unit * length * inTuplet * state.broken
    state.broken = 1
    return ticks
  }
  const advance = (ticks: Ticks) => {
    state.at += ticks
    const bar = marked()
    if (bar) bar.length += ticks
  }
  for (const token of abcTokens(text)) {
    if (token.kind === 'field') field(token.letter, token.value)
    else if (token.kind === 'wrong') wrong ??= token.text
    else if (bars.length === 0) continue
    else if (token.kind === 'bar') closeBar(token)
    else if (token.kind === 'ending') ending = token.passes || undefined
    else if (token.kind === 'chord') {
      marked()!.chords.push({ at: state.at - bars.at(-1)!.start, symbol: token.symbol })
    } else if (token.kind === 'tuplet') {
      const { notes: count } = token
      const inTime = token.inTime ?? TUPLETS[count] ?? (/^(6|9|12)\//.test(state.meter) ? 3 : 2)
      state.tuplet = { left: token.over ?? count, by: inTime / count }
    } else if (token.kind === 'broken') {
      // A dot for each mark on one side, as much less on the other; the note before has been read.
      const share = 2 - 0.5 ** token.marks
      const before = notes.at(-1)
      const [longer, shorter] = [share, 2 - share]
      const [now, next] = token.longFirst ? [longer, shorter] : [shorter, longer]
      if (before && before.end === state.at) {
        const length = before.end - before.start
        before.end = before.start + length * now
        advance(length * (now - 1))
        state.broken = next
      }
    } else if (token.kind === 'rest') {
      advance(token.bars === undefined ? lasts(token.length) : token.bars * fullBar())
      state.tied.clear()
    } else if (token.kind === 'notes') {
      const pitches = token.pitches.map(({ sign, letter, marks }) => pitchOf(sign, letter, marks))
      const { midi, written } = pitches.reduce((highest, one) => (one.midi > highest.midi ? one : highest))
      const ticks = lasts(token.length)
      const before = notes.at(-1)
      if (before && state.tied.has(midi) && before.midi === midi && before.end === state.at)
        before.end += ticks
      else notes.push({ start: state.at, end: state.at + ticks, midi, written })
      state.tied.clear()
      if (token.tie) state.tied.add(midi)
      advance(ticks)
    }
  }
  if (wrong !== undefined) return err(reason('import.abc', wrong))
  if (bars.length === 0) return err(reason('import.abc', 'K:'))
  return ok({
    ...head,
    meter: bars[0] ? meterOf(bars[0].full, state.meter) : state.meter,
    notes,
    bars: bars.filter(({ length }) => length > 0),
  })
}

/** The meter of the first bar in a chart's words. */
const meterOf = (full: Ticks, meter: string): string =>
  readLength(meter) === full ? meter : `${full / QUARTER}/4`

/** Ticks of the pickup with which a tune begins: a first bar that is too short, if there are more. */
const pickupOf = ({ bars: [first, second] }: AbcTune): Ticks =>
  first && second && first.length < first.full ? first.length : 0

/**
 * The notes of a tune in ABC, in ticks from its first bar: negative in a pickup.
 *
 * @example readAbcNotes('X:1\nL:1/8\nK:C\nCDEF GABc|').ok // true
 */
export const readAbcNotes = (text: string): Outcome<readonly AbcNote[]> => {
  const tune = readAbc(text)
  if (!tune.ok) return tune
  const pickup = pickupOf(tune.value)
  return ok(
    tune.value.notes.map(({ start, end, ...note }) => ({
      start: start - pickup,
      end: end - pickup,
      ...note,
    })),
  )
}

/**
 * The line in a tune in ABC: its first voice at concert pitch, in ticks from its first bar, on sixteenths and triplets.
 *
 * @example readAbcLine('X:1\nL:1/8\nK:C\nCDEF GABc|').ok // true
 */
export const readAbcLine = (text: string): Outcome<FileLine> => {
  const notes = readAbcNotes(text)
  return notes.ok ? oneVoice(notes.value, 'written') : notes
}

/**
 * The changes of a tune in ABC: its chord symbols, with its repeats, endings (section 4.8 of the standard), parts (P:) and
 * feel (R:).
 *
 * @example readAbcChart('X:1\nL:1/4\nK:C\n"Dm7"D2 "G7"D2|"Cmaj7"E4|]').ok // true
 */
export const readAbcChart = (text: string): Outcome<Chart> => {
  const read = readAbc(text)
  if (!read.ok) return read
  const { title, key, meter, tempo, rhythm } = read.value
  const pickup = pickupOf(read.value)
  const bars = withoutPickup(read.value.bars, pickup)
  if (bars.every(({ chords }) => chords.length === 0)) return err(reason('import.noHarmony'))
  const beatIn = (name: string): Ticks => {
    const known = readMeter(name)
    return known ? beatTicks(known) : WHOLE / Number(name.split('/')[1] ?? 4)
  }
  const rows = bars.map((bar, at) => {
    const section = bar.section ? `\n[${bar.section}]\n` : ''
    const startsEnding =
      bar.ending !== undefined && (bar.ending !== bars[at - 1]?.ending || bars[at - 1]?.repeatEnd)
    const time = at > 0 && bar.meter !== bars[at - 1]!.meter ? `(${bar.meter}) ` : ''
    const closing = !bar.repeatEnd ? '|' : bar.repeatEnd === 2 ? ':|' : `x${bar.repeatEnd} :|`
    const open = `|${bar.repeatStart ? ':' : ''} ${startsEnding ? `${bar.ending}. ` : ''}`
    return `${section}${open}${time}${chordsText(bar, at, beatIn(bar.meter))} ${closing}`
  })
  const head = [
    title && `title: ${title}`,
    key && `key: ${key.tonic} ${key.mode}`,
    `time: ${meter}`,
    tempo && `tempo: ${tempo}`,
    FEELS.includes(rhythm as Feel) && `feel: ${rhythm}`,
    pickup > 0 && `pickup: ${Math.ceil(pickup / beatIn(meter))}`,
  ]
  return readChart(`${head.filter(Boolean).join('\n')}\n\n${rows.join(' ').replaceAll('| |', '|')}`)
}

/** The bars after a pickup; what stands before the pickup holds for the first of them. */
const withoutPickup = (bars: readonly AbcBar[], pickup: Ticks): readonly AbcBar[] => {
  const [before, first, ...rest] = bars
  if (pickup === 0 || !before || !first) return bars
  const { section, repeatStart } = { ...before, ...first }
  return [
    { ...first, ...(section === undefined ? {} : { section }), ...(repeatStart ? { repeatStart } : {}) },
    ...rest,
  ]
}

/** A bar's chords as a chart has them. */
const chordsText = ({ chords, full }: AbcBar, at: number, beat: Ticks): string => {
  const [first] = chords
  if (!first) return at === 0 ? 'N.C.' : '%'
  if (chords.length === 1) return first.symbol
  return chords
    .map(({ at: from, symbol }, place) => {
      const start = place === 0 ? 0 : from
      return `${symbol}:${((chords[place + 1]?.at ?? full) - start) / beat}`
    })
    .join(' ')
}

/**
 * Whether a text is a tune in ABC: it has a number and a key.
 *
 * @example isAbc('X:1\nK:C\nCDE') // true
 */
export const isAbc = (text: string): boolean => /^X:\s*\d/m.test(text) && /^K:/m.test(text)
