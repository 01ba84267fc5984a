import { describe, expect, it } from 'vitest'
import { analysed } from '../../../test/changes.ts'
import { instrumentOf } from '../../theory/instrument/instrument.ts'
import { anchorCost, endingCost } from '../cost/anchorCost.ts'
import { departureDevice, priceFor } from '../cost/prices.ts'
import { LINE_COSTS } from '../cost/terms.ts'
import { recovers } from '../explain/equals.ts'
import { explainLine } from '../explain/explain.ts'
import type { DeviceId } from '../figures/devices.ts'
import { APPROACH_FIGURES } from '../figures/figures.ts'
import { repitchLine, spellNotes } from '../notes/spell.ts'
import { costOfLine } from '../review/weigh.ts'
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

const FIGURES: readonly DeviceId[] = [
  'enclosure',
  'threeNoteEnclosure',
  'fourNoteEnclosure',
  'doubleChromatic',
  'turn',
]

/** The most that a pickup, which is no figure between two strong places, is weighed at. */
const PICKUP = 16

/** The notes of a line by the device that made each, in their order. */
const made = (text: string, seed: number) => {
  const analysis = analysed(text)
  const stretch = { from: 0, to: 7 }
  const brief: Brief = { stretch, seed, count: 1, range, breathBars: 4 }
  const anchors = anchorsOf(analysis, stretch)
  const search = freshSearch(anchors, 8 * 1920, brief, fillTable(brief))
  const { edges } = solve(
    search,
    anchors.map(({ harmony }) => pitchesOf(harmony, range)),
  )!
  const line = spellNotes(analysis, notesOf(edges, anchors, search.end))
  const devices = edges.flatMap(({ kind, notes, departure, approach }): readonly DeviceId[] => {
    if (kind === 'end' || departure === undefined || approach === undefined) return ['chordTone']
    const arriving = APPROACH_FIGURES[approach]!
    const left = notes.length - arriving.steps.length
    return ['chordTone', ...notes.map((_, at) => (at < left ? departureDevice(departure) : arriving.device))]
  })
  return { analysis, line, edges, anchors, devices, notes: explainLine(analysis, line).notes }
}

describe('weighing what was composed', () => {
  it('costs no more than as it was made: the cheapest reading is found without knowing how', () => {
    const price = priceFor({})
    for (const text of TUNES)
      for (let seed = 0; seed < 4; seed += 1) {
        const { analysis, line, edges, anchors } = made(text, seed)
        let asMade = 0
        edges.forEach((edge, at) => {
          const [here, next] = [anchors[at]!, anchors[at + 1]]
          asMade += anchorCost(here.harmony, edge.anchor, here.change)
          if (edge.kind !== 'figure') asMade += endingCost(here.harmony, edge.anchor)
          if (edge.kind === 'breath') asMade += LINE_COSTS.breath
          if (!next || edge.kind !== 'figure') return
          const { beat, afterBeat } = here
          const place = {
            ...{ length: next.tick - here.tick, beat, afterBeat },
            ...{ here: here.harmony, there: next.harmony, change: next.change },
          }
          const fill = { notes: edge.notes, departure: edge.departure!, approach: edge.approach! }
          const cell = { kind: 'eighths' as const, onsets: edge.onsets, cost: 0 }
          asMade += price(place, cell, fill, edge.anchor, edges[at + 1]!.anchor)
        })
        const pickups = edges.filter(({ kind, notes }) => kind === 'breath' && notes.length > 0).length
        expect(costOfLine(analysis, line)).toBeLessThanOrEqual(asMade + pickups * PICKUP + 1e-9)
      }
  })

  it('costs more with wrong notes', () => {
    for (let seed = 0; seed < 4; seed += 1) {
      const { analysis, line } = made(TUNES[0]!, seed)
      const wrong = repitchLine(
        analysis,
        line,
        new Map(line.notes.flatMap(({ midi }, at) => (at % 5 === 2 ? [[at, midi + 6] as const] : []))),
      )
      expect(costOfLine(analysis, wrong)).toBeGreaterThan(1.3 * costOfLine(analysis, line))
    }
    expect(costOfLine(analysed('| N.C. |'), { notes: [] })).toBe(0)
  })
})

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

  it('names the very figure for at least 97 % of the notes of enclosures, double chromatics and turns', () => {
    let all = 0
    let same = 0
    for (const text of TUNES)
      for (let seed = 0; seed < 8; seed += 1) {
        const { analysis, line, devices } = made(text, seed)
        const found = explainLine(analysis, line).devices
        devices.forEach((device, at) => {
          if (!FIGURES.includes(device)) return
          all += 1
          if (found.some((span) => span.device === device && at >= span.from && at <= span.to)) same += 1
        })
      }
    expect(all).toBeGreaterThan(200)
    expect(same / all).toBeGreaterThanOrEqual(0.97)
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
