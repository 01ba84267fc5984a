import { describe, expect, it } from 'vitest'
import { check } from './check.ts'
import { LineBody } from './records/line.ts'
import { SettingsBody } from './records/settings.ts'

const line = {
  revision: 0,
  edit: 'edit-0001',
  tune: 'tune-0001',
  title: 'x',
  stretch: { from: 0, to: 3 },
  notes: [{ start: 0, duration: 1, midi: 60, spelling: 'C4' }],
}
const problems = (value: unknown) => {
  const outcome = check(LineBody, value)
  return outcome.ok ? [] : outcome.problems.map(({ args }) => args[0])
}

describe('check', () => {
  it('gives back a body that keeps to the contract', () => {
    expect(check(LineBody, line)).toMatchObject({ ok: true, value: line })
  })

  it('names the field that does not, however deep', () => {
    expect(problems({ ...line, notes: [{ ...line.notes[0], spelling: 'H4' }] })).toEqual(['notes.0.spelling'])
    expect(problems({ ...line, stretch: { from: -1, to: 3 } })).toEqual(['stretch.from'])
    expect(problems({ ...line, surprise: 1 })).toEqual(['surprise'])
    expect(problems(null)).toEqual([''])
    expect(problems('text')).toEqual([''])
  })

  it('refuses what is deeper or has more fields than any body, at once and in one sentence', () => {
    const deep = (levels: number): unknown => (levels === 0 ? 1 : { inside: deep(levels - 1) })
    const wide = Object.fromEntries(Array.from({ length: 65 }, (_, at) => [`field${at}`, at]))
    const why = { ok: false, problems: [{ args: ['', 'Too many fields, or too deep.'] }] }
    expect(check(LineBody, { ...line, surprise: deep(9) })).toMatchObject(why)
    expect(check(LineBody, { ...line, surprise: wide })).toMatchObject(why)
    expect(problems({ ...line, surprise: deep(7) })).toEqual(['surprise'])
  })

  it('keeps the marks of a verdict in order', () => {
    const leasts = (close: number, solid: number, moveOn: number) =>
      check(SettingsBody, { revision: 0, edit: 'edit-0001', grading: { leasts: { close, solid, moveOn } } })
    expect(leasts(70, 85, 95).ok).toBe(true)
    expect(leasts(70, 70, 95)).toMatchObject({
      ok: false,
      problems: [{ args: ['grading.leasts.solid', 'Higher than 70.'] }],
    })
    expect(leasts(70, 85, 80)).toMatchObject({
      problems: [{ args: ['grading.leasts.moveOn', 'Higher than 85.'] }],
    })
  })

  it('is not fooled by a prototype', () => {
    expect(problems(JSON.parse(`{"__proto__":{"x":1},${JSON.stringify(line).slice(1)}`))).toEqual([])
    expect(
      check(SettingsBody, {
        revision: 0,
        edit: 'edit-0001',
        instrument: '../x',
        look: 'day',
        chordStyle: 'signs',
        scaleNames: 'mode',
        player: '',
      }).ok,
    ).toBe(false)
  })
})
