import { mkdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { parseArgs } from 'node:util'
import {
  type Analysis,
  analyseChart,
  type Brief,
  type ComposedLine,
  CRITERION_IDS,
  composeLines,
  type Degree,
  type DeviceId,
  degreeName,
  deviceName,
  explainLine,
  INSTRUMENTS,
  instrumentOf,
  type Line,
  readChart,
  reviewLine,
  roleName,
  type Stretch,
  SUBSTITUTIONS,
  type Weight,
  withSigns,
  wordReason,
  writeMidi,
  writeMusicXml,
} from '@eager-contour/core'

const USAGE = `npm run lines -- chart.txt [options]

Writes lines over a chart, explains each note, reviews them, and writes MIDI and MusicXML.

  --bars 1-8            the stretch                      --count 2       how many lines
  --seed 7              another seed, other lines        --out folder    where the files go (lines-out)
  --instrument trumpet  ${INSTRUMENTS.map(({ id }) => id).join(' ')}
  --approach both       key chords both                  --two-five apart  apart five two
  --substitution backdoor  ${SUBSTITUTIONS.map(({ id }) => id).join(' ')}
  --school both         figures halfSteps both           --chromatic sometimes  never rarely sometimes often
  --rhythm solo         solo eighths triplets sixteenths mixed syncopated sparse
  --motif               repeats the rhythm of the first two bars
  --breath 4            bars before a rest at the latest     --new-register  after each breath
  --first 3             first degree                     --landing R     last degree
  --cell 3-R-b7         a cell that it may use             --must 3-R      one that must
  --devices enclosure=often,scale=never                  --why           a sentence for every note
`
const WORDS: readonly string[] = ['never', 'rarely', 'sometimes', 'often']

const stop = (message: string): never => {
  console.error(`${message}\n\n${USAGE}`)
  process.exit(1)
}

const { values: options, positionals } = parseArgs({
  allowPositionals: true,
  options: {
    bars: { type: 'string' },
    count: { type: 'string', default: '1' },
    seed: { type: 'string', default: '1' },
    out: { type: 'string', default: 'lines-out' },
    instrument: { type: 'string', default: 'concert' },
    approach: { type: 'string' },
    'two-five': { type: 'string' },
    substitution: { type: 'string' },
    school: { type: 'string' },
    chromatic: { type: 'string' },
    rhythm: { type: 'string' },
    motif: { type: 'boolean' },
    breath: { type: 'string', default: '4' },
    'new-register': { type: 'boolean' },
    first: { type: 'string' },
    landing: { type: 'string' },
    cell: { type: 'string', multiple: true },
    must: { type: 'string', multiple: true },
    devices: { type: 'string' },
    why: { type: 'boolean' },
  },
})

const weightOf = (word: string): Weight => {
  const weight = WORDS.indexOf(word)
  return (weight < 0 ? stop(`“${word}” is none of ${WORDS.join(', ')}.`) : weight) as Weight
}

/** An option that is one of some words, or none. */
const oneOf = <Word extends string>(name: string, given: string | undefined, words: readonly Word[]) =>
  given === undefined
    ? {}
    : words.includes(given as Word)
      ? { [name]: given as Word }
      : stop(`“${given}” is none of ${words.join(', ')}.`)

const numberOf = (name: string, text: string): number =>
  Number.isFinite(Number(text)) ? Number(text) : stop(`--${name} ${text} is no number.`)

const stretchOf = (bars: number): Stretch => {
  if (options.bars === undefined) return { from: 0, to: bars - 1 }
  const [from = 1, to = from] = options.bars.split('-').map((bar) => numberOf('bars', bar))
  return { from: from - 1, to: to - 1 }
}

const cellsOf = (cells: readonly string[] | undefined, must: boolean) =>
  (cells ?? []).map((cell) => ({ degrees: cell.split('-') as Degree[], must }))

const devicesOf = (): Partial<Record<DeviceId, Weight>> =>
  Object.fromEntries(
    (options.devices ?? '')
      .split(',')
      .filter(Boolean)
      .map((pair) => {
        const [device = '', word = ''] = pair.split('=')
        return [device, weightOf(word)]
      }),
  )

const briefFor = (stretch: Stretch): Brief =>
  ({
    stretch,
    seed: numberOf('seed', options.seed),
    count: numberOf('count', options.count),
    range: instrumentOf(options.instrument).range,
    breathBars: Math.min(4, Math.max(1, numberOf('breath', options.breath))),
    devices: devicesOf(),
    cells: [...cellsOf(options.cell, false), ...cellsOf(options.must, true)],
    ...oneOf('approach', options.approach, ['key', 'chords', 'both']),
    ...oneOf('twoFive', options['two-five'], ['apart', 'five', 'two']),
    ...oneOf(
      'substitution',
      options.substitution,
      SUBSTITUTIONS.map(({ id }) => id),
    ),
    ...oneOf('school', options.school, ['figures', 'halfSteps', 'both']),
    ...oneOf('rhythm', options.rhythm, [
      'solo',
      'eighths',
      'triplets',
      'sixteenths',
      'mixed',
      'syncopated',
      'sparse',
    ]),
    ...(options.chromatic === undefined ? {} : { chromatic: weightOf(options.chromatic) }),
    ...(options.motif ? { motif: true } : {}),
    ...(options['new-register'] ? { newRegister: true } : {}),
    ...(options.first === undefined ? {} : { first: { degree: options.first as Degree } }),
    ...(options.landing === undefined ? {} : { landing: { degree: options.landing as Degree } }),
  }) as Brief

/** Each bar: its chords, then for each note its name, its degree and what it does. */
const printNotes = (analysis: Analysis, line: Line, stretch: Stretch): void => {
  const { notes } = explainLine(analysis, line)
  for (let bar = stretch.from; bar <= stretch.to; bar += 1) {
    const spans = analysis.spans.filter((span) => span.bar === bar)
    const inBar = line.notes.flatMap((note, index) => {
      const within = note.start >= spans[0]!.start && note.start < spans.at(-1)!.end
      return within ? [{ note, reading: notes[index]! }] : []
    })
    const width = (text: string) => text.padEnd(11)
    console.log(
      `\n${String(bar + 1).padStart(3)}  ${spans.map(({ chord }) => withSigns(chord.symbol)).join('  ')}`,
    )
    console.log(`     ${inBar.map(({ note }) => width(withSigns(note.spelling))).join('')}`)
    console.log(`     ${inBar.map(({ reading }) => width(degreeName(reading.degree))).join('')}`)
    console.log(
      `     ${inBar.map(({ reading }) => width(roleName(reading.role).replace(/ (note|tone)$/, ''))).join('')}`,
    )
    console.log(
      `     ${inBar.map(({ reading }) => width(reading.device ? deviceName(reading.device).slice(0, 10) : '·')).join('')}`,
    )
    if (options.why)
      for (const { note, reading } of inBar)
        console.log(`       ${withSigns(note.spelling).padEnd(5)} ${wordReason(reading.why)}`)
  }
}

const printReview = (analysis: Analysis, line: Line): void => {
  const { findings, praises, scores, score } = reviewLine(analysis, line, {
    range: instrumentOf(options.instrument).range,
  })
  console.log(`\nScore ${score.toFixed(0)} of 100`)
  console.log(`  ${CRITERION_IDS.map((id) => `${id} ${scores[id].toFixed(0)}`).join('  ')}`)
  for (const { bar, why } of praises) console.log(`  + bar ${bar + 1}: ${wordReason(why)}`)
  for (const { bar, why, fix } of findings)
    console.log(
      `  − bar ${bar + 1}: ${wordReason(why)}${fix ? ` (a fix would score ${fix.score.toFixed(0)})` : ''}`,
    )
}

const writeFiles = (analysis: Analysis, line: Line, stretch: Stretch, number: number): void => {
  mkdirSync(options.out, { recursive: true })
  const { chart } = analysis
  const name = `${(chart.title || 'line').toLowerCase().replaceAll(/[^a-z0-9]+/g, '-')}-${number}`
  const instrument = instrumentOf(options.instrument)
  writeFileSync(join(options.out, `${name}.mid`), writeMidi(chart, line, stretch))
  writeFileSync(
    join(options.out, `${name}.musicxml`),
    writeMusicXml(`${chart.title || 'Line'} ${number}`, [
      { name: instrument.name, clef: instrument.clef, passages: [{ chart, line, stretch }] },
    ]),
  )
  console.log(`\nWritten: ${join(options.out, name)}.mid and .musicxml, at concert pitch`)
}

const chartOf = (file: string): Analysis => {
  let text: string
  try {
    text = readFileSync(file, 'utf8')
  } catch {
    return stop(`${file} cannot be read.`)
  }
  const outcome = readChart(text)
  if (outcome.ok) return analyseChart(outcome.value)
  for (const problem of outcome.problems)
    console.error(
      `${file}:${problem.place?.line ?? '?'}:${problem.place?.column ?? '?'} ${wordReason(problem)}`,
    )
  process.exit(1)
}

const [file] = positionals
const analysis = file === undefined ? stop('Which chart?') : chartOf(file)
const stretch = stretchOf(analysis.chart.bars.length)
if (!(stretch.from >= 0 && stretch.to < analysis.chart.bars.length && stretch.from <= stretch.to))
  stop(`The tune has bars 1 to ${analysis.chart.bars.length}.`)
const { lines, unmet } = composeLines(analysis, briefFor(stretch))
for (const wanting of unmet) console.log(`! ${wordReason(wanting)}`)
lines.forEach(({ line, missed, cost }: ComposedLine, at) => {
  console.log(`\n=== line ${at + 1} of ${lines.length}, cost ${cost.toFixed(1)} ===`)
  for (const wanting of missed) console.log(`! ${wordReason(wanting)}`)
  printNotes(analysis, line, stretch)
  printReview(analysis, line)
  writeFiles(analysis, line, stretch, at + 1)
})
