import type { Problem } from '../../outcome/outcome.ts'
import { reason } from '../../outcome/reasons.ts'
import { readKey } from '../../theory/pitch/key.ts'
import { FEELS, type Feel } from '../../theory/rhythm/feel.ts'
import { COMMON_TIME, knownMeters, type Meter, readMeter } from '../../theory/rhythm/meter.ts'
import type { Chart } from './chart.ts'

/** The content of a chart's header lines. */
export interface Header {
  title: string
  key?: NonNullable<Chart['key']>
  meter: Meter
  tempo: number
  feel: Feel
  form: string
  pickup: number
}

export const emptyHeader = (): Header => ({
  title: '',
  meter: COMMON_TIME,
  tempo: 140,
  feel: 'swing',
  form: '',
  pickup: 0,
})

interface Field {
  /** False if the text can't be read. */
  readonly read: (header: Header, text: string) => boolean
  /** What is said about a value that can't be read; a title and a form can be any text. */
  readonly problem?: 'chart.key' | 'chart.time' | 'chart.tempo' | 'chart.feel' | 'chart.pickup'
  /** What to write instead. */
  readonly fix: string
}

const FIELDS: Readonly<Record<string, Field>> = {
  title: {
    read: (header, text) => {
      header.title = text
      return true
    },
    fix: '',
  },
  key: {
    problem: 'chart.key',
    read: (header, text) => {
      const key = readKey(text)
      if (key) header.key = key
      return key !== undefined
    },
    fix: 'Eb major',
  },
  time: {
    problem: 'chart.time',
    read: (header, text) => {
      const meter = readMeter(text)
      if (meter) header.meter = meter
      return meter !== undefined
    },
    fix: knownMeters()[0]!,
  },
  tempo: {
    problem: 'chart.tempo',
    read: (header, text) => {
      const tempo = Number(text)
      if (!(tempo >= 20 && tempo <= 400)) return false
      header.tempo = tempo
      return true
    },
    fix: '140',
  },
  feel: {
    problem: 'chart.feel',
    read: (header, text) => {
      const feel = FEELS.find((known) => known === text)
      if (feel) header.feel = feel
      return feel !== undefined
    },
    fix: 'swing',
  },
  form: {
    read: (header, text) => {
      header.form = text
      return true
    },
    fix: '',
  },
  pickup: {
    problem: 'chart.pickup',
    read: (header, text) => {
      const beats = Number(text)
      if (!(Number.isInteger(beats) && beats >= 0 && beats <= 11)) return false
      header.pickup = beats
      return true
    },
    fix: '1',
  },
}

const NAME = /^[A-Za-z]+$/

/** Reads a header line (a word and a colon, no |) into the header; returns whether it was one. */
export const readHeaderLine = (
  header: Header,
  written: string,
  line: number,
  problems: Problem[],
): boolean => {
  const colon = written.includes('|') ? -1 : written.indexOf(':')
  const name = written.slice(0, Math.max(0, colon)).trim()
  if (!NAME.test(name)) return false
  const value = written.slice(colon + 1).trim()
  // Not a name that every object has, such as `constructor`.
  const field = Object.hasOwn(FIELDS, name.toLowerCase()) ? FIELDS[name.toLowerCase()] : undefined
  const column = Math.max(1, written.lastIndexOf(field ? value : name) + 1)
  if (!field)
    problems.push({
      rule: 'chart.header',
      args: [name, Object.keys(FIELDS)],
      place: { line, column, length: name.length },
    })
  else if (!field.read(header, value) && field.problem)
    problems.push({
      ...reason(field.problem, value),
      place: { line, column, length: Math.max(1, value.length) },
      fix: field.fix,
    })
  return true
}
