import { err, type Outcome, ok, type Problem } from '../../outcome/outcome.ts'
import type { Chord } from '../../theory/chord/chord.ts'
import { type Fifths, noteName } from '../../theory/pitch/fifths.ts'
import type { Key } from '../../theory/pitch/key.ts'
import type { Feel } from '../../theory/rhythm/feel.ts'
import { barTicks, beatTicks, COMMON_TIME, type Meter, readMeter } from '../../theory/rhythm/meter.ts'
import { QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'
import {
  type Chart,
  type ChartBar,
  type ChartChord,
  type NotatedBar,
  transposeChart,
} from '../../tune/chart/chart.ts'
import { playingOrder } from '../../tune/chart/order.ts'
import { LONGEST_TUNE } from '../../tune/chart/read.ts'
import { chordOfHarmony } from './readHarmony.ts'
import { child, childNumber, childrenOf, childText, readXml, type XmlElement } from './xml.ts'

/** A chord at its place in a measure, in ticks from the measure's start. */
interface Placed {
  readonly at: Ticks
  readonly chord: Chord
}

interface Reading {
  meter: Meter
  divisions: number
  key: Key | undefined
  tempo: number | undefined
  feel: Feel
  /** Steps on the line of fifths from the written to the sounding pitch. */
  sounding: Fifths
  chord: Chord
  ending: readonly number[] | undefined
  readonly problems: Problem[]
}

const NO_CHORD: Chord = { symbol: 'N.C.', root: '', tones: [] }
const USUAL_TEMPO = 140
/** Words over the staff that name a feel. */
const FEEL_WORDS: readonly (readonly [Feel, RegExp])[] = [
  ['bossa', /bossa/i],
  ['straight', /straight|even|latin/i],
  ['ballad', /ballad/i],
  ['swing', /swing/i],
]

/**
 * The changes in a MusicXML score (partwise, as text): the part with the most chord symbols, at concert pitch, with
 * its repeats, endings, sections (rehearsal marks), meters, key and tempo. A problem says what is missing or damaged,
 * in which bar or on which line; then nothing is read.
 *
 * @example value(readMusicXmlChart(writeMusicXml('Weir', [{ ...trumpet, chart }]))).bars.length // 4
 */
export const readMusicXmlChart = (text: string): Outcome<Chart> => {
  const outcome = readXml(text)
  if (!outcome.ok) return outcome
  const root = outcome.value
  if (root.name === 'score-timewise')
    return err({ rule: 'import.timewise', args: [], place: { line: 1, column: 1 } })
  if (root.name !== 'score-partwise')
    return err({ rule: 'import.notMusicXml', args: [], place: { line: 1, column: 1 } })
  const parts = childrenOf(root, 'part')
  const symbols = (part: XmlElement) =>
    childrenOf(part, 'measure').reduce((sum, measure) => sum + childrenOf(measure, 'harmony').length, 0)
  const part = parts.reduce<XmlElement | undefined>(
    (best, other) => (best && symbols(best) >= symbols(other) ? best : other),
    undefined,
  )
  if (!part || symbols(part) === 0)
    return err({ rule: 'import.noHarmony', args: [], place: { line: 1, column: 1 } })
  const measures = childrenOf(part, 'measure')
  if (measures.length > LONGEST_TUNE)
    return err({
      rule: 'chart.tooLong',
      args: [measures.length, LONGEST_TUNE],
      place: { bar: LONGEST_TUNE + 1, line: 1, column: 1 },
    })
  return chartOf(measures, titleOf(root))
}

const titleOf = (root: XmlElement): string => {
  const work = child(root, 'work')
  const title = (work && childText(work, 'work-title')) || childText(root, 'movement-title') || ''
  return title.replace(/[\r\n]+/g, ' ').replace(/\/\//g, '/')
}

const chartOf = (measures: readonly XmlElement[], title: string): Outcome<Chart> => {
  const reading: Reading = {
    meter: COMMON_TIME,
    divisions: 1,
    key: undefined,
    tempo: undefined,
    feel: 'swing',
    sounding: 0,
    chord: NO_CHORD,
    ending: undefined,
    problems: [],
  }
  let pickup = 0
  let first: Meter | undefined
  const written: NotatedBar[] = []
  measures.forEach((measure, at) => {
    const read = readMeasure(measure, at, reading)
    first ??= reading.meter
    if (at === 0 && measures.length > 1 && isPickup(measure, read.length, reading.meter)) {
      pickup = Math.floor(read.length / beatTicks(reading.meter))
      if (read.placed.length > 0) reading.chord = read.placed.at(-1)!.chord
      return
    }
    written.push(notated(read, reading))
  })
  if (reading.problems.length > 0) return err(...reading.problems)
  const order = playingOrder(written, LONGEST_TUNE)
  const chart: Chart = {
    title,
    ...(reading.key ? { key: reading.key } : {}),
    meter: first ?? COMMON_TIME,
    tempo: reading.tempo ?? USUAL_TEMPO,
    feel: reading.feel,
    form: '',
    pickup,
    written,
    order,
    bars: order.map((bar) => written[bar]!.bar),
  }
  return ok(reading.sounding === 0 ? chart : transposeChart(chart, reading.sounding))
}

const isPickup = (measure: XmlElement, length: Ticks, meter: Meter): boolean =>
  (measure.attributes.implicit === 'yes' || measure.attributes.number === '0') &&
  length > 0 &&
  length < barTicks(meter)

interface Measure {
  readonly placed: readonly Placed[]
  readonly length: Ticks
  readonly section: string | undefined
  readonly repeatStart: boolean
  readonly repeatEnd: number | undefined
  readonly ending: readonly number[] | undefined
}

const readMeasure = (measure: XmlElement, at: number, reading: Reading): Measure => {
  const placed: Placed[] = []
  let position = 0
  let length = 0
  let section: string | undefined
  let repeatStart = false
  let repeatEnd: number | undefined
  let endingOver = false
  const ticks = (divisions: number) => (divisions / reading.divisions) * QUARTER
  for (const element of measure.children) {
    const duration = ticks(childNumber(element, 'duration') ?? 0)
    switch (element.name) {
      case 'attributes':
        readAttributes(element, at, reading)
        break
      case 'note':
        if (!child(element, 'chord') && !child(element, 'grace')) position += duration
        break
      case 'backup':
        position = Math.max(0, position - duration)
        break
      case 'forward':
        position += duration
        break
      case 'harmony': {
        const chord = chordOfHarmony(element)
        if (chord) placed.push({ at: position + ticks(childNumber(element, 'offset') ?? 0), chord })
        else
          reading.problems.push({
            rule: 'import.harmony',
            args: [childText(element, 'kind') ?? ''],
            place: { bar: at + 1, line: 1, column: 1 },
          })
        break
      }
      case 'direction':
      case 'sound':
        section = readDirection(element, reading) ?? section
        break
      case 'barline': {
        const repeat = child(element, 'repeat')
        if (repeat?.attributes.direction === 'forward') repeatStart = true
        if (repeat?.attributes.direction === 'backward') repeatEnd = Number(repeat.attributes.times) || 2
        const ending = child(element, 'ending')
        if (ending?.attributes.type === 'start') reading.ending = passesIn(ending.attributes.number)
        else if (ending) endingOver = true
        break
      }
      default:
    }
    length = Math.max(length, position)
  }
  const ending = reading.ending
  if (endingOver) reading.ending = undefined
  return { placed, length, section, repeatStart, repeatEnd, ending }
}

const passesIn = (text: string | undefined): readonly number[] => {
  const passes = (text ?? '1')
    .split(/[^\d]+/)
    .map(Number)
    .filter((pass) => pass > 0 && pass < 10)
  return passes.length > 0 ? passes : [1]
}

const readAttributes = (attributes: XmlElement, at: number, reading: Reading): void => {
  const divisions = childNumber(attributes, 'divisions')
  if (divisions !== undefined && divisions > 0) reading.divisions = divisions
  const key = child(attributes, 'key')
  const fifths = key && childNumber(key, 'fifths')
  if (key && fifths !== undefined && Math.abs(fifths) <= 7 && !reading.key) {
    const mode = childText(key, 'mode') === 'minor' ? 'minor' : 'major'
    reading.key = { tonic: noteName(mode === 'minor' ? fifths + 3 : fifths), mode }
  }
  const time = child(attributes, 'time')
  if (time) {
    const text = `${childText(time, 'beats') ?? '4'}/${childText(time, 'beat-type') ?? '4'}`
    const meter = readMeter(text)
    if (meter) reading.meter = meter
    else
      reading.problems.push({
        rule: 'chart.time',
        args: [text],
        place: { bar: at + 1, line: 1, column: 1 },
      })
  }
  const transpose = child(attributes, 'transpose')
  if (transpose)
    reading.sounding = fifthsBetween(
      childNumber(transpose, 'chromatic') ?? 0,
      childNumber(transpose, 'diatonic'),
    )
}

/** The steps on the line of fifths for a number of half steps and, if given, of letters. */
const fifthsBetween = (chromatic: number, diatonic: number | undefined): Fifths => {
  const near = ((((chromatic * 7) % 12) + 18) % 12) - 6
  if (diatonic === undefined) return near
  const letters = (fifths: Fifths) => (((fifths * 4) % 7) + 7) % 7
  const wanted = ((diatonic % 7) + 7) % 7
  return [near, near - 12, near + 12].find((fifths) => letters(fifths) === wanted) ?? near
}

/** Tempo and feel go into the reading; the rehearsal mark is returned. */
const readDirection = (element: XmlElement, reading: Reading): string | undefined => {
  const sound = element.name === 'sound' ? element : child(element, 'sound')
  const types = childrenOf(element, 'direction-type')
  const metronome = types.flatMap((type) => childrenOf(type, 'metronome'))[0]
  const tempo = Number(
    sound?.attributes.tempo ?? (metronome && childText(metronome, 'per-minute')) ?? Number.NaN,
  )
  if (tempo >= 20 && tempo <= 400) reading.tempo ??= Math.round(tempo)
  const words = types.flatMap((type) => childrenOf(type, 'words')).map(({ text }) => text)
  const feel = FEEL_WORDS.find(([, word]) => words.some((text) => word.test(text)))
  // Words say more than how it is played back (MusicXML 4.0, swing).
  const played = sound && child(sound, 'swing')
  if (feel) reading.feel = feel[0]
  else if (played) reading.feel = child(played, 'straight') ? 'straight' : 'swing'
  const mark = types.flatMap((type) => childrenOf(type, 'rehearsal'))[0]
  return mark?.text.replace(/[[\]\r\n]/g, '').trim() || undefined
}

/** Chords are on half beats in a chart. */
const gridOf = (meter: Meter): Ticks => beatTicks(meter) / 2

const notated = (measure: Measure, reading: Reading): NotatedBar => {
  const { meter } = reading
  const end = barTicks(meter)
  const grid = gridOf(meter)
  const starts = new Map<Ticks, Chord>()
  for (const { at, chord } of measure.placed) {
    const start = Math.round(at / grid) * grid
    if (start >= 0 && start < end) starts.set(start, chord)
  }
  if (!starts.has(0)) starts.set(0, reading.chord)
  const ordered = [...starts].sort(([a], [b]) => a - b)
  reading.chord = ordered.at(-1)![1]
  const chords = ordered.map(
    ([start, chord], at): ChartChord => ({ chord, start, duration: (ordered[at + 1]?.[0] ?? end) - start }),
  )
  const bar: ChartBar = {
    meter,
    chords,
    ...(measure.section === undefined ? {} : { section: measure.section }),
  }
  return {
    bar,
    ...(measure.repeatStart ? { repeatStart: true as const } : {}),
    ...(measure.repeatEnd === undefined ? {} : { repeatEnd: measure.repeatEnd }),
    ...(measure.ending ? { ending: measure.ending } : {}),
  }
}
