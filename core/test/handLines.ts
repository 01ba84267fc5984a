import { readFileSync } from 'node:fs'
import type { Line, LineNote } from '../src/line/notes/line.ts'
import { readPitch } from '../src/theory/pitch/pitch.ts'
import { EIGHTH, QUARTER } from '../src/theory/rhythm/ticks.ts'
import type { Analysis } from '../src/tune/analysis/analysis.ts'
import { analysed } from './changes.ts'

/** A line written by hand over four bars: see reference/hand-lines.txt. */
export interface HandLine {
  /** The hand that wrote it: bebop, lyrical, blues, first. */
  readonly hand: string
  /** Its changes as a chart's text. */
  readonly changes: string
  readonly analysis: Analysis
  readonly line: Line
}

/** All lines of the reference file, in its order. */
export const handLines = (
  text = readFileSync(new URL('./reference/hand-lines.txt', import.meta.url), 'utf8'),
): readonly HandLine[] =>
  text
    .split(/^## /m)
    .slice(1)
    .flatMap((section) => {
      const hand = section.split('\n', 1)[0]!
      return section
        .slice(hand.length)
        .trim()
        .split(/\n\s*\n/)
        .map((block) => handLineOf(hand, block))
    })

const handLineOf = (hand: string, block: string): HandLine => {
  const rows = block.split('\n')
  const changes = rows.slice(0, -1).join('\n')
  return { hand, changes, analysis: analysed(changes), line: lineOfText(rows.at(-1)!) }
}

/** Ticks of a token by its ending: an eighth, X_ a quarter, X. a dotted quarter, X__ a half. */
const ENDINGS = { __: 2 * QUARTER, _: QUARTER, '.': QUARTER + EIGHTH, '': EIGHTH } as const

/** A line from tokens such as 'r_ F4 (A4 C5 E5) G5_': see the head of the reference file. */
export const lineOfText = (text: string): Line => {
  const notes: LineNote[] = []
  let tick = 0
  let inTriplet = false
  for (const [, open, name, ending, close] of text.matchAll(/(\()?(r|[A-G][#b]*\d)(__|_|\.|)(\))?/g)) {
    inTriplet ||= open !== undefined
    const duration = inTriplet ? QUARTER / 3 : ENDINGS[ending as keyof typeof ENDINGS]
    if (name !== 'r') notes.push({ start: tick, duration, midi: readPitch(name!)!.midi, spelling: name! })
    tick += duration
    if (close) inTriplet = false
  }
  return { notes }
}
