import { describe, expect, it } from 'vitest'
import { halfStepsOfKey } from './computerKeys.ts'

describe('halfStepsOfKey', () => {
  it('rises by half steps in a row and by fourths from row to row', () => {
    expect(['KeyZ', 'KeyX', 'KeyC'].map(halfStepsOfKey)).toEqual([0, 1, 2])
    expect(['KeyZ', 'KeyA', 'KeyQ', 'Digit1'].map(halfStepsOfKey)).toEqual([0, 5, 10, 15])
  })

  it('reaches every half step of two octaves though K is no note', () => {
    const codes = ['ZXCVBNM', 'ASDFGHJKL', 'QWERTYUIOP']
      .flatMap((row) => [...row].map((letter) => `Key${letter}`))
      .concat(
        ['Comma', 'Period', 'Slash', 'Semicolon'],
        [...'1234567890'].map((digit) => `Digit${digit}`),
      )
    const reached = new Set(codes.map(halfStepsOfKey))
    for (let step = 0; step <= 24; step += 1) expect(reached.has(step)).toBe(true)
    expect(halfStepsOfKey('KeyK')).toBeUndefined()
    expect(halfStepsOfKey('')).toBeUndefined()
  })
})
