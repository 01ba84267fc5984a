import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { analysed } from '../../../test/changes.ts'
import { readPitch } from '../../theory/pitch/pitch.ts'
import { EIGHTH } from '../../theory/rhythm/ticks.ts'
import { figuresFor } from './figuresFor.ts'

const pitch = (name: string) => readPitch(name)!.midi
const analysis = analysed('key: Db major\n| Ebm7 | Ab7 | Dbmaj7 | Gbmaj7 |')
const BAR = 8 * EIGHTH

describe('figuresFor', () => {
  it('lists what leads from the ♭7 of a dominant into the 3 of its I', () => {
    const found = figuresFor(
      analysis,
      { midi: pitch('Gb4'), tick: BAR + 4 * EIGHTH },
      { midi: pitch('F4'), tick: 2 * BAR },
      3,
    )
    const sounds = found.map(({ notes }) => notes.join(' '))
    expect(new Set(sounds).size).toBe(sounds.length)
    expect(found).toContainEqual({
      notes: ['Eb4', 'Gb4', 'E4'].map(pitch),
      leaves: 'chord tone down',
      arrives: 'enclosure, above then below',
      devices: ['arpeggio', 'enclosure'],
    })
  })

  it('counts runs out, over a whole bar too', () => {
    const run = figuresFor(
      analysis,
      { midi: pitch('Ab4'), tick: BAR },
      { midi: pitch('Ab3'), tick: 2 * BAR - EIGHTH },
      7,
      { devices: ['halfStepRun'] },
    )
    expect(run.map(({ notes }) => notes)).toContainEqual(
      ['G4', 'Gb4', 'F4', 'Eb4', 'Db4', 'C4', 'Bb3'].map(pitch),
    )
  })

  it('keeps to the devices of the brief', () => {
    const found = figuresFor(analysis, { midi: pitch('Bb4'), tick: 0 }, { midi: pitch('C5'), tick: BAR }, 3, {
      devices: ['arpeggio', 'below'],
    })
    expect(found.length).toBeGreaterThan(0)
    for (const { devices } of found)
      for (const device of devices) expect(['arpeggio', 'below']).toContain(device)
  })

  it('fills exactly the slots and never repeats a note, whatever is asked', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 90 }),
        fc.integer({ min: 40, max: 90 }),
        fc.integer({ min: -1, max: 9 }),
        (from, to, slots) => {
          for (const { notes } of figuresFor(
            analysis,
            { midi: from, tick: 0 },
            { midi: to, tick: BAR },
            slots,
          )) {
            expect(notes).toHaveLength(slots)
            const path = [from, ...notes, to]
            path.slice(1).forEach((midi, at) => {
              expect(midi).not.toBe(path[at])
            })
          }
        },
      ),
      { numRuns: 60 },
    )
    expect(figuresFor(analysed('| N.C. |'), { midi: 60, tick: 0 }, { midi: 62, tick: 960 }, 3)).toEqual([])
  })
})
