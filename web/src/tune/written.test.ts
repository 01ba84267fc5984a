import { instrumentOf, readChart } from '@eager-contour/core'
import { describe, expect, it } from 'vitest'
import { keyWords, transposedLine, writtenChart, writtenKey } from './written.ts'

const outcome = readChart('key: Db major\n| Ebm7 | Ab7 | Dbmaj7 | Gm7b5/F |')
if (!outcome.ok) throw new Error('unread')
const symbols = (id: string) =>
  writtenChart(outcome.value, instrumentOf(id)).bars.flatMap(({ chords }) =>
    chords.map(({ chord }) => chord.symbol),
  )

describe('written for an instrument', () => {
  it.each([
    ['concert', 'Ebm7 Ab7 Dbmaj7 Gm7b5/F', 'D♭ major'],
    ['flugelhorn', 'Fm7 Bb7 Ebmaj7 Am7b5/G', 'E♭ major'],
    ['alto-sax', 'Cm7 F7 Bbmaj7 Em7b5/D', 'B♭ major'],
    ['tenor-sax', 'Fm7 Bb7 Ebmaj7 Am7b5/G', 'E♭ major'],
    ['guitar', 'Ebm7 Ab7 Dbmaj7 Gm7b5/F', 'D♭ major'],
  ])('%s reads %s in %s', (id, chords, key) => {
    expect(symbols(id).join(' ')).toBe(chords)
    expect(writtenKey('Db major', instrumentOf(id))).toBe(key)
  })

  it('leaves what is stored as it is', () => {
    const before = JSON.stringify(outcome.value)
    symbols('alto-sax')
    expect(JSON.stringify(outcome.value)).toBe(before)
    expect(keyWords({ tonic: 'F#', mode: 'minor' })).toBe('F♯ minor')
  })
})

describe('lineInKey', () => {
  it('moves by the nearest way: a fifth up is a fourth down (common practice, no source)', () => {
    const line = { notes: [{ start: 0, duration: 480, midi: 60, spelling: 'C4' }] }
    const to = (fifths: number) => transposedLine(line, fifths).notes[0]!.midi
    expect([to(0), to(1), to(-1), to(2), to(6), to(-5)]).toEqual([60, 55, 65, 62, 66, 61])
  })
})
