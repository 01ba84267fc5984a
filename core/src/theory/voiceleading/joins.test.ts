import { describe, expect, it } from 'vitest'
import { readChordSymbol } from '../chord/read.ts'
import { joinsBetween } from './joins.ts'

const chord = (symbol: string) => {
  const outcome = readChordSymbol(symbol)
  if (!outcome.ok) throw new Error(symbol)
  return outcome.value
}
const offers = (from: string, to: string) =>
  joinsBetween(chord(from), chord(to)).map(
    (offer) => `${offer.kind} ${offer.from?.spelling ?? ''}${offer.to ? `–${offer.to.spelling}` : ''}`,
  )

/** Common practice, no source. */
describe('the joins that a change of chord offers', () => {
  it.each([
    ['Ebm7', 'Ab7', ['halfStepIntoThird Db–C', 'guideStays Gb–Gb']],
    ['Ab7', 'Dbmaj7', ['halfStepIntoThird Gb–F', 'guideStays C–C']],
    ['G#m7b5', 'C#7', ['halfStepIntoThird F#–E#', 'guideStays B–B']],
    ['C#7', 'F#m6', ['wholeStepIntoThird B–A', 'wholeStepIntoSeventh E#–D#']],
    ['G7', 'Db7', ['guidesChangePlaces F–F', 'guidesChangePlaces B–Cb']],
    ['Dm7', 'Ebm7', ['halfStepIntoThird F–Gb', 'halfStepIntoSeventh C–Db']],
    ['Cmaj7', 'Am7', ['sharedNote']],
  ])('%s to %s', (from, to, wanted) => {
    const found = offers(from, to)
    for (const offer of wanted)
      expect(
        found.some((one) => one.startsWith(offer)),
        found.join(),
      ).toBe(true)
  })

  it('are a jump where no tone leads by step or stays, and none beside N.C.', () => {
    expect(offers('N.C.', 'Cmaj7')).toEqual([])
    const all = ['C', 'Db', 'D', 'Eb', 'E', 'F', 'Gb'].flatMap((root) => offers('Cmaj7', `${root}maj7`))
    expect(all.length).toBeGreaterThan(10)
  })
})
