import { describe, expect, it } from 'vitest'
import { analysed } from '../../test/changes.ts'
import { openingDevice } from '../cost/prices.ts'
import { recovers } from '../explain/equals.ts'
import { explainLine } from '../explain/explain.ts'
import { CLOSINGS, type DeviceId } from '../figures/figures.ts'
import { instrumentOf } from '../instrument/instrument.ts'
import { spellNotes } from '../line/spell.ts'
import type { Brief } from './brief.ts'
import { notesOf } from './compose.ts'
import { freshSearch } from './edges.ts'
import { anchorsOf } from './plan.ts'
import { pitchesOf, solve } from './search.ts'
import { fillTable } from './table.ts'

const TUNES = [
  'key: Db major\n| Ebm7 | Ab7 | Dbmaj7 | Gbmaj7 | Cm7b5 | F7b9 | Bbm6 | Ebm7 Ab7 |',
  'key: F major\n| F7 | Bb7 | F7 | Cm7 F7 | Bb7 | Bdim7 | F7 | D7 | Gm7 | C7 |',
  'key: C minor\n| Cm6 | Dm7b5 G7alt | Cm6 | Fm7 Bb7 | Ebmaj7 | Abmaj7 | Dm7b5 | G7b9 |',
]
const { range } = instrumentOf('concert')

/** The notes of a line by the device that made each, in their order. */
const made = (text: string, seed: number) => {
  const analysis = analysed(text)
  const stretch = { from: 0, to: 7 }
  const brief: Brief = { stretch, seed, count: 1, range, breathBars: 4 }
  const anchors = anchorsOf(analysis, stretch)
  const search = freshSearch(anchors, 8 * 1920, brief, fillTable(brief))
  const { edges } = solve(
    search,
    anchors.map(({ ground }) => pitchesOf(ground, range)),
  )!
  const line = spellNotes(analysis, notesOf(edges, anchors, search.end))
  const devices = edges.flatMap(({ kind, notes, opening, closing }): readonly DeviceId[] => {
    if (kind === 'end' || opening === undefined || closing === undefined) return ['chordTone']
    const arriving = CLOSINGS[closing]!
    const left = notes.length - arriving.steps.length
    return ['chordTone', ...notes.map((_, at) => (at < left ? openingDevice(opening) : arriving.device))]
  })
  return { devices, notes: explainLine(analysis, line).notes }
}

describe('explaining what was composed', () => {
  it('recovers the device of at least 97 % of the notes, or one that is the same to a reader', () => {
    let all = 0
    let found = 0
    const lost: string[] = []
    for (const text of TUNES)
      for (let seed = 0; seed < 8; seed += 1) {
        const { devices, notes } = made(text, seed)
        expect(devices).toHaveLength(notes.length)
        notes.forEach((reading, at) => {
          all += 1
          if (recovers(devices[at]!, reading)) found += 1
          else lost.push(`${devices[at]} read as ${reading.role} ${reading.device ?? ''}`)
        })
      }
    expect(found / all, lost.join('\n')).toBeGreaterThanOrEqual(0.97)
  })

  it('would notice: another device does not pass', () => {
    const { notes } = made(TUNES[0]!, 1)
    const foreign = notes.filter(({ role }) => role === 'approach' || role === 'enclosure')
    expect(foreign.length).toBeGreaterThan(3)
    for (const reading of foreign) {
      expect(recovers('skip', reading)).toBe(false)
      expect(recovers('cell', reading)).toBe(false)
    }
  })
})
