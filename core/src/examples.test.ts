import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import * as core from './index.ts'
import * as line from './line/index.ts'
import * as outcome from './outcome/index.ts'
import type { Outcome } from './outcome/outcome.ts'
import * as practice from './practice/index.ts'
import * as random from './random/index.ts'
import * as theory from './theory/index.ts'
import * as tune from './tune/index.ts'
import * as wording from './wording/index.ts'

const groups = { ...outcome, ...random, ...theory, ...tune, ...line, ...practice, ...wording, ...core }

const value = <T>(outcome: Outcome<T>): T => {
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.problems))
  return outcome.value
}

/** What the examples speak of: a tune of four bars, a line over it, an exercise and a run of it. */
const sample = () => {
  const chart = value(core.readChart('title: Weir\nkey: C major\ntempo: 120\n\n[A] | Dm7 | G7 | Cmaj7 | % |'))
  const analysis = core.analyseChart(chart)
  const stretch = { from: 0, to: 3 }
  const [dm7, g7, cmaj7] = analysis.spans.map(({ chord }) => chord)
  const quarters = [62, 65, 69, 72, 71, 67, 65, 62, 64].map((midi, at) => ({
    start: at * 480,
    duration: 480,
    midi,
  }))
  const trumpet = core.instrumentOf('trumpet')
  const exercise = value(core.makeExercise({ rung: 'roots', stretch, tempo: 120 }, analysis, trumpet))
  const written = core.spellNotes(analysis, quarters)
  return {
    value,
    chart,
    analysis,
    stretch,
    dm7,
    g7,
    cmaj7,
    line: written,
    phrase: core.phraseFrom(analysis, written, 0, 8),
    trumpet,
    instrument: trumpet,
    range: trumpet.range,
    exercise,
    take: core.simulatedTake(exercise, core.perfectPlayer),
    played: core.simulatePlayer(exercise, core.perfectPlayer),
    grade: value(
      core.gradeTake(exercise, { ...core.simulatedTake(exercise, core.perfectPlayer), notes: [] }),
    ),
    part: { name: 'trumpet', clef: 'treble', passages: [{ chart, line: written, stretch }] },
    voices: Object.fromEntries(
      ['line', 'bass', 'comp', 'drums', 'click'].map((part, channel) => [
        part,
        { name: part, channel, program: 0 },
      ]),
    ),
  }
}

interface Example {
  readonly of: string
  readonly code: string
  /** What it gives, as code; a remark in words, or nothing, for one that only has to run. */
  readonly gives: string | undefined
}

const SOURCE = import.meta.dirname

/** The docstring before each exported value, and that value's name. */
const DOCUMENTED = /\/\*\*((?:(?!\*\/)[\s\S])*)\*\/\s*export (?:const|function\*?|class) (\w+)/g

const examplesIn = (file: string): readonly Example[] =>
  [...readFileSync(join(SOURCE, file), 'utf8').matchAll(DOCUMENTED)].flatMap(([, doc = '', of = '']) =>
    doc
      .split('\n')
      .map((row) => row.replace(/^\s*\*? ?/, ''))
      .join('\n')
      .split('@example')
      .slice(1)
      .map((text) => {
        const [code = '', gives] = text.split(/(?:^|\s)\/\/ /m)
        return { of, code: code.trim(), gives: gives?.trim() }
      }),
  )

const examples = readdirSync(SOURCE, { recursive: true, encoding: 'utf8' })
  .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts'))
  .flatMap(examplesIn)
  .filter(({ of }) => of in groups)

const scope: Readonly<Record<string, unknown>> = { ...groups, ...sample() }
const run = (code: string): unknown =>
  new Function(...Object.keys(scope), `return (${code})`)(...Object.values(scope))

/** Rounds as the examples do. */
const rounded = (given: unknown): unknown =>
  JSON.parse(
    JSON.stringify(given, (_key, one) => (typeof one === 'number' ? Math.round(one * 1000) / 1000 : one)) ??
      'null',
  )

describe('the examples in the docstrings', () => {
  it('are there for every value that core exports', () => {
    const without = Object.keys(groups).filter((name) => !examples.some(({ of }) => of === name))
    expect(without).toEqual([])
  })

  it.each(examples)('$of: $code', ({ code, gives }) => {
    const given = run(code)
    if (gives !== undefined) expect(rounded(given)).toEqual(rounded(run(gives)))
  })
})
