import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { readChordSymbol } from '@eager-contour/core'
import chordSymbol from 'chord-symbol/lib/chord-symbol.js'
import { Chord } from 'tonal'
import type { Row } from './table.ts'
import { milliseconds } from './table.ts'

const WARM = 15
const ROUNDS = 41
/** How many times all spellings are read in one turn. */
const TIMES = 20

/** Reading the chord spellings that all three read, in one run: core with spelled tones, tonal, chord-symbol. */
export const benchSymbols = (): readonly Row[] => {
  const parse = chordSymbol.chordParserFactory()
  const spellings = readFileSync(join(process.cwd(), 'core/test/reference/chord-spellings.tsv'), 'utf8')
    .split('\n')
    .filter((row) => row !== '' && !row.startsWith('#'))
    .map((row) => row.split('\t')[0]!)
    .filter((symbol) => !Chord.get(symbol).empty && !parse(symbol).error?.length)
  const readers = {
    core: () => {
      for (const symbol of spellings) readChordSymbol(symbol)
    },
    tonal: () => {
      for (const symbol of spellings) Chord.get(symbol)
    },
    'chord-symbol': () => {
      for (const symbol of spellings) parse(symbol)
    },
  }
  const taken = new Map<string, number[]>()
  // In turns, so that other load on the machine affects all of them.
  for (let round = 0; round < WARM + ROUNDS; round += 1)
    for (const [name, read] of Object.entries(readers)) {
      const times = name === 'chord-symbol' ? 1 : TIMES
      const start = performance.now()
      for (let time = 0; time < times; time += 1) read()
      if (round >= WARM) taken.set(name, [...(taken.get(name) ?? []), (performance.now() - start) / times])
    }
  const time = (name: string) => {
    const sorted = [...taken.get(name)!].sort((a, b) => a - b)
    return sorted[Math.floor(sorted.length / 2)]!
  }
  return ['tonal', 'chord-symbol'].map((peer) => ({
    what: `read ${spellings.length} chord symbols`,
    ours: milliseconds(time('core')),
    peer: `${peer} ${milliseconds(time(peer))}`,
    ratio: `${(time(peer) / time('core')).toFixed(1)} times as fast`,
    limit: peer === 'tonal' ? '5 times as fast' : '',
  }))
}
