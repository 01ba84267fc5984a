import { readFileSync } from 'node:fs'
import { readChordSymbol } from '@eager-contour/core'
import chordSymbol from 'chord-symbol/lib/chord-symbol.js'
import { Bench } from 'tinybench'
import { Chord } from 'tonal'
import type { Row } from './table.ts'
import { milliseconds } from './table.ts'

/** Reading the chord spellings that all three read, in one run: core with spelled tones, tonal, chord-symbol. */
export const benchSymbols = async (): Promise<readonly Row[]> => {
  const parse = chordSymbol.chordParserFactory()
  const spellings = readFileSync(
    new URL('../../core/test/reference/chord-spellings.tsv', import.meta.url),
    'utf8',
  )
    .split('\n')
    .filter((row) => row !== '' && !row.startsWith('#'))
    .map((row) => row.split('\t')[0]!)
    .filter((symbol) => !Chord.get(symbol).empty && !parse(symbol).error?.length)
  const bench = new Bench({ time: 600, warmupTime: 200 })
  bench
    .add('core', () => {
      for (const symbol of spellings) readChordSymbol(symbol)
    })
    .add('tonal', () => {
      for (const symbol of spellings) Chord.get(symbol)
    })
    .add('chord-symbol', () => {
      for (const symbol of spellings) parse(symbol)
    })
  await bench.run()
  const time = (name: string) => {
    const { result } = bench.tasks.find((task) => task.name === name)!
    if (!result || !('latency' in result)) throw new Error(`${name} was not measured`)
    return result.latency.p50
  }
  return ['tonal', 'chord-symbol'].map((peer) => ({
    what: `read ${spellings.length} chord symbols`,
    ours: milliseconds(time('core')),
    peer: `${peer} ${milliseconds(time(peer))}`,
    ratio: `${(time(peer) / time('core')).toFixed(1)} times as fast`,
    limit: peer === 'tonal' ? '5 times as fast' : '',
  }))
}
