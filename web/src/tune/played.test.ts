import { expect, it } from 'vitest'
import { inTunesKey, playedIn } from './played.ts'
import type { OpenTune } from './useTune.ts'

const open = { tune: { chart: 'key: Db major\n| Ebm7 | Ab7 | Dbmaj7 |' } } as OpenTune
const line = { notes: [{ start: 0, duration: 240, midi: 60, spelling: 'C4' }] }
const midis = (tonic: string, mode: 'major' | 'minor' = 'major') =>
  inTunesKey(open, { tonic, mode }, line).map(({ midi }) => midi)

it('moves what was played in another key the nearest way into the tune’s own', () => {
  expect(midis('Db')).toEqual([60])
  expect(midis('C')).toEqual([61])
  expect(midis('Eb')).toEqual([58])
  expect(midis('G')).toEqual([66])
  expect(midis('Ab')).toEqual([65])
  const noKey = { tune: { chart: '| Ebm7 |' } } as OpenTune
  expect(inTunesKey(noKey, { tonic: 'C', mode: 'major' }, line)).toBe(line.notes)
})

it('reads notes from an address’s state, and nothing from any other state', () => {
  expect(playedIn({ played: line.notes })).toBe(line.notes)
  for (const other of [null, undefined, 'x', {}, { from: 'map' }]) expect(playedIn(other)).toBeUndefined()
})
