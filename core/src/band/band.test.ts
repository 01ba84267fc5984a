import { describe, expect, it } from 'vitest'
import { analysed, eighths } from '../../test/changes.ts'
import { rungOf } from '../practice/drill/rungs.ts'
import { nextTempo } from '../practice/schedule/tempo.ts'
import { chordPitchClasses, guideTones } from '../theory/chord/chord.ts'
import { fifthsOf, pitchClassOf } from '../theory/pitch/fifths.ts'
import { readMeter, strongPlaces } from '../theory/rhythm/meter.ts'
import { swingAt, swung } from '../theory/rhythm/swing.ts'
import { msToTicks, ticksToMs } from '../theory/rhythm/ticks.ts'
import { bandEvents } from './band.ts'
import { bassLine } from './bass.ts'
import { type ClickId, countInEvents } from './click.ts'
import { compHits, voicings } from './comp.ts'
import { kitOf } from './drums.ts'
import { walkingBass } from './walk.ts'

const TUNE = analysed('| Ebm7 | Ab7/Gb | Dbmaj7 |')

const BLUES = analysed(
  'key: F major\n| F7 | Bb7 | F7 | Cm7 F7 | Bb7 | Bdim7 | F7 | Am7b5 D7b9 | Gm7 | C7 | F7 D7 | Gm7 C7 |',
)
const WHOLE = { from: 0, to: 11 }

describe('the bass', () => {
  it('walks: a note a beat, a root on each change, tones and scale between, a way into the next root', () => {
    let steps = 0
    let changes = 0
    for (let seed = 0; seed < 8; seed += 1) {
      const notes = walkingBass(BLUES, WHOLE, seed)
      expect(notes.map(({ tick }) => tick)).toEqual(Array.from({ length: 48 }, (_, at) => at * 480))
      for (const { midi } of notes) {
        expect(midi).toBeGreaterThanOrEqual(28)
        expect(midi).toBeLessThanOrEqual(53)
      }
      for (const span of BLUES.spans) {
        const at = notes.findIndex(({ tick }) => tick === span.start)
        expect(notes[at]!.midi % 12).toBe(pitchClassOf(fifthsOf(span.chord.root)))
        if (at === 0) continue
        changes += 1
        if ([1, 2].includes(Math.abs(notes[at]!.midi - notes[at - 1]!.midi))) steps += 1
      }
      const still = notes.slice(1).filter(({ midi }, at) => midi === notes[at]!.midi).length
      expect(still).toBeLessThan(4)
    }
    expect(steps / changes).toBeGreaterThan(0.6)
  })

  it('takes the written bass, keeps to the time, and rests over N.C.', () => {
    expect(walkingBass(TUNE, { from: 1, to: 1 }, 1)[0]!.midi % 12).toBe(6)
    expect(walkingBass(analysed('time: 3/4\n| C6 | F7 |'), { from: 0, to: 1 }, 1)).toHaveLength(6)
    expect(walkingBass(analysed('| N.C. | C6 |'), { from: 0, to: 1 }, 1)).toHaveLength(4)
    expect(walkingBass(analysed('| N.C. |'), { from: 0, to: 0 }, 1)).toEqual([])
  })

  it('is the same for the same seed, another for another', () => {
    const midi = (seed: number) => walkingBass(BLUES, WHOLE, seed).map((note) => note.midi)
    expect(midi(3)).toEqual(midi(3))
    expect(midi(3)).not.toEqual(midi(4))
  })
})

describe('the piano', () => {
  it('voices the 3 and 7 of each chord, close, and moves little', () => {
    const voiced = voicings(BLUES, WHOLE)
    let moves = 0
    BLUES.spans.forEach(({ index, chord }) => {
      const pitches = voiced.get(index)!
      const classes = pitches.map((midi) => midi % 12)
      const tones = chordPitchClasses(chord)
      for (const tone of guideTones(chord)) {
        if (tone.degree === 'R') continue
        expect(classes).toContain(tones[chord.tones.indexOf(tone)])
      }
      expect(pitches.at(-1)! - pitches[0]!).toBeLessThan(12)
      const before = voiced.get(index - 1)
      if (before) moves += Math.max(...pitches.map((midi, at) => Math.abs(midi - (before[at] ?? midi))))
    })
    expect(moves / (BLUES.spans.length - 1)).toBeLessThan(4)
  })

  it('plays shells: the root below, 3 and 7 above it', () => {
    const voiced = voicings(BLUES, WHOLE, 'shell')
    for (const { index, chord } of BLUES.spans) {
      const pitches = voiced.get(index)!
      const tones = chordPitchClasses(chord)
      expect(pitches[0]! % 12).toBe(tones[0])
      expect(pitches).toHaveLength(3)
      expect(pitches[2]! - pitches[0]!).toBeLessThan(18)
    }
  })

  it('comes in at least once a bar, and on the last eighth with the coming chord', () => {
    const voiced = voicings(BLUES, WHOLE)
    for (let seed = 0; seed < 6; seed += 1) {
      const hits = compHits(BLUES, WHOLE, seed)
      for (let bar = 0; bar < 12; bar += 1)
        expect(hits.some(({ tick }) => tick >= bar * 1920 && tick < (bar + 1) * 1920)).toBe(true)
      for (const { tick, pitches } of hits.filter((hit) => hit.tick % 1920 === 1680)) {
        const next = BLUES.spans.find(({ start }) => start === tick + 240)
        if (next) expect(pitches).toEqual(voiced.get(next.index))
      }
    }
  })
})

describe('bandEvents', () => {
  const events = bandEvents(TUNE, { from: 0, to: 1 }, eighths('Db4 C4'), { swing: 2 / 3 })
  const of = (part: string) => events.filter((event) => event.part === part)

  it('has bass, piano and drums around the line, which swings as written', () => {
    expect(of('line').map(({ tick }) => tick)).toEqual([0, 320])
    expect(of('bass')).toHaveLength(8)
    expect(of('comp').length).toBeGreaterThan(7)
    expect(of('click')).toEqual([])
  })

  it('puts the pedal hi-hat on 2 and 4 and swings the ride, each within five ticks', () => {
    const near = (part: readonly { readonly tick: number }[], wanted: readonly number[]) =>
      part.forEach(({ tick }, at) => {
        expect(Math.abs(tick - wanted[at]!)).toBeLessThanOrEqual(5)
      })
    near(
      of('drums').filter(({ midi }) => midi === 44),
      [480, 1440, 2400, 3360],
    )
    near(
      of('drums')
        .filter(({ midi }) => midi === 51)
        .slice(0, 6),
      [0, 480, 800, 960, 1440, 1760],
    )
  })

  it('has a groove for each feel: even ride, bossa with side stick, brushes in a ballad, one hi-hat in a waltz', () => {
    const drums = (header: string, midi: number) =>
      bandEvents(analysed(`${header}\n| Cmaj7 |`), { from: 0, to: 0 }, undefined, { swing: 0.5 }).filter(
        (event) => event.part === 'drums' && event.midi === midi,
      )
    expect(drums('feel: straight', 51)).toHaveLength(8)
    expect(drums('feel: bossa', 42)).toHaveLength(8)
    expect(drums('feel: bossa', 37)).toHaveLength(3)
    expect(drums('feel: ballad', 40)).toHaveLength(2)
    expect(drums('feel: ballad', 51)).toEqual([])
    expect(drums('time: 3/4', 44)).toHaveLength(1)
    expect([kitOf('ballad'), kitOf('bossa')]).toEqual(['brushes', 'sticks'])
  })

  it('sounds the line in another octave', () => {
    const higher = bandEvents(TUNE, { from: 0, to: 1 }, eighths('Db4 C4'), { swing: 0.5, lineOctave: 1 })
    expect(higher.filter(({ part }) => part === 'line').map(({ midi }) => midi)).toEqual([73, 72])
  })
})

describe('the bass by feel', () => {
  const notes = (header: string, changes: string, to: number) =>
    bassLine(analysed(`${header}\n${changes}`), { from: 0, to }, 1)

  it('plays two notes a bar in a ballad, and one on every chord', () => {
    expect(notes('feel: ballad', '| C6 | F7:3 E7 |', 1).map(({ tick }) => tick)).toEqual([
      0, 960, 1920, 2880, 3360,
    ])
  })

  it('plays root and fifth in a bossa, the ♭5 where the chord has it', () => {
    const bossa = notes('feel: bossa', '| Cmaj7 | Dm7b5 G7 |', 1)
    expect(bossa.map(({ tick }) => tick)).toEqual([0, 720, 960, 1680, 1920, 2640, 2880, 3600])
    expect(bossa.map(({ midi }) => midi % 12)).toEqual([0, 7, 7, 0, 2, 8, 7, 2])
  })
})

describe('the metronome', () => {
  const TWO_BARS = analysed('| C6 | % | % | % |')
  const ticks = (click: ClickId) =>
    bandEvents(TWO_BARS, { from: 0, to: 3 }, undefined, { swing: 0.5, click })
      .filter(({ part }) => part === 'click')
      .map(({ tick }) => tick / 480)

  it('is on every beat, on 2 and 4, on 1 of every second or fourth bar, or not at all', () => {
    expect(ticks('none')).toEqual([])
    expect(ticks('beats')).toHaveLength(16)
    expect(ticks('backbeat')).toEqual([1, 3, 5, 7, 9, 11, 13, 15])
    expect(ticks('secondBar')).toEqual([0, 8])
    expect(ticks('fourthBar')).toEqual([0])
  })

  it('counts a bar in', () => {
    expect(countInEvents({ beats: 3, unit: 4 }).map(({ tick }) => tick)).toEqual([0, 480, 960])
  })
})

describe('swing', () => {
  it('straightens as the tempo rises (common practice, no source) and keeps the beats', () => {
    const ratios = [60, 100, 140, 180, 220, 260, 300].map(swingAt)
    expect([...ratios].sort((a, b) => b - a)).toEqual(ratios)
    expect([0, 480, 960].map((tick) => swung(tick, 0.62))).toEqual([0, 480, 960])
    expect(swung(240, 0.5)).toBe(240)
    expect(swung(-240, 2 / 3)).toBe(-160)
  })
})

describe('time', () => {
  it('turns ticks to milliseconds and back', () => {
    expect(ticksToMs(480, 120)).toBe(500)
    expect(msToTicks(500, 120)).toBe(480)
  })

  it('knows the strong beats of each time', () => {
    expect(
      ['4/4', '3/4', '5/4', '6/8', '12/8', '9/8', '2/2', '6/4', '7/4'].map((time) =>
        strongPlaces(readMeter(time)!).map((tick) => tick / 240),
      ),
    ).toEqual([[0, 4], [0], [0, 6], [0, 3], [0, 6], [0], [0, 4], [0, 6], [0, 8]])
    expect(readMeter('7/8')).toBeUndefined()
  })
})

describe('nextTempo', () => {
  const rung = rungOf('outline-up')
  const run = (tempo: number, verdict: 'again' | 'close' | 'solid' | 'move on') => ({ tempo, verdict })

  it('rises by 7 % when it held twice, falls when it failed twice, and stays inside the row', () => {
    expect(nextTempo(rung, [])).toBe(60)
    expect(nextTempo(rung, [run(100, 'solid')])).toBe(100)
    expect(nextTempo(rung, [run(100, 'solid'), run(100, 'move on')])).toBe(107)
    expect(nextTempo(rung, [run(100, 'again'), run(100, 'again')])).toBe(93)
    expect(nextTempo(rung, [run(100, 'close'), run(100, 'solid')])).toBe(100)
    expect(nextTempo(rung, [run(180, 'solid'), run(180, 'solid')])).toBe(180)
    expect(nextTempo(rung, [run(60, 'again'), run(60, 'again')])).toBe(60)
  })
})
