import { describe, expect, it } from 'vitest'
import { analysed } from '../../../test/changes.ts'
import { lineOfText } from '../../../test/handLines.ts'
import { wordContrast } from '../../wording/contrasts.ts'
import { composeLines } from '../compose/compose.ts'
import { contrastsOf } from './contrast.ts'

const TUNE = analysed('key: C major\n| Dm7 | G7 | Cmaj7 | Cmaj7 |')

describe('what sets lines apart', () => {
  it('tells an arpeggio from a scale, written by hand', () => {
    const arpeggio = lineOfText(
      'D4 F4 A4 C5 E5 C5 A4 F4 | G4 B4 D5 F5 D5 B4 G4 F4 | E4 G4 B4 D5 B4 G4 E4__ | r__ r__',
    )
    const scale = lineOfText(
      'D4 E4 F4 G4 A4 G4 F4 E4 | D4 E4 F4 G4 A4 G4 F4 D4 | E4 F4 G4 A4 B4 A4 G4__ | r__ r__',
    )
    const [first, second] = contrastsOf(TUNE, [arpeggio, scale]).map((found) =>
      found.map(({ measure, more }) => ({ measure, more })),
    )
    expect(first).toContainEqual({ measure: 'steps', more: false })
    expect(second).toContainEqual({ measure: 'steps', more: true })
    expect(contrastsOf(TUNE, [scale]).flat()).toEqual([])
    expect(contrastsOf(TUNE, [scale, scale]).flat()).toEqual([])
  })

  it('tells briefs that ask for opposite things apart, and words it', () => {
    const range = { low: 54, comfortLow: 58, comfortHigh: 79, high: 84 }
    const line = (devices: object, more: object = {}) =>
      composeLines(TUNE, {
        stretch: { from: 0, to: 3 },
        seed: 2,
        count: 1,
        range,
        breathBars: 4,
        devices,
        ...more,
      }).lines[0]!.line
    const contrasts = contrastsOf(TUNE, [
      line({ arpeggio: 3, skip: 3, scale: 0, scaleRun: 0 }),
      line({ arpeggio: 0, skip: 0, scale: 3, scaleRun: 3 }),
    ])
    expect(contrasts.every((found) => found.length > 0)).toBe(true)
    expect(wordContrast({ measure: 'steps', more: false, here: 41.2, others: 66 })).toBe(
      'Fewer steps: 41 % of its intervals, elsewhere 66 %.',
    )
  })
})
