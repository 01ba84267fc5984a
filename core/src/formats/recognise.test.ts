import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { analysed, eighths } from '../../test/changes.ts'
import { instrumentOf } from '../theory/instrument/instrument.ts'
import { writeChart } from '../tune/chart/write.ts'
import { writeAbc } from './abc/write.ts'
import { writeMidi } from './midi/write.ts'
import { writeMusicXml } from './musicxml/write.ts'
import { recogniseFile } from './recognise.ts'

const { chart } = analysed('key: F major\n| Gm7 | C7 | Fmaj7 | % |')
const line = eighths('D5 C5 Bb4 A4 G4')
const stretch = { from: 0, to: 3 }
const part = { ...instrumentOf('concert'), passages: [{ chart, line, stretch }] }
const xml = writeMusicXml('Weir', [part])

describe('recogniseFile', () => {
  it.each([
    ['midi', writeMidi(chart, line, stretch), 0, 5],
    ['musicxml', strToU8(xml), 4, 5],
    ['musicxml', zipSync({ 'score.xml': strToU8(xml) }), 4, 5],
    ['abc', strToU8(writeAbc(chart, line, stretch)), 4, 5],
    ['chart', strToU8(writeChart(chart)), 4, 0],
    ['chart', strToU8('| Dm7 G7 | C |'), 2, 0],
    ['archive', zipSync({ 'library.json': strToU8('{}') }), 0, 0],
    ['unknown', strToU8('a letter to a friend'), 0, 0],
    ['unknown', strToU8('a table | of things | bought'), 0, 0],
    ['unknown', strToU8('<html><body/></html>'), 0, 0],
    ['unknown', new Uint8Array(), 0, 0],
  ] as const)('tells a file of the kind %s by what is in it', (kind, bytes, bars, notes) => {
    expect(recogniseFile(bytes)).toEqual({ kind, bars, notes })
  })
})
