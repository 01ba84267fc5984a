import toneMidi from '@tonejs/midi'
import { XMLParser } from 'fast-xml-parser'
import { describe, expect, it } from 'vitest'
import { analysed } from '../../test/changes.ts'
import { bandEvents } from '../band/band.ts'
import { composeLines } from '../line/compose/compose.ts'
import { boardOf } from '../line/fingering/boards.ts'
import { fingeringOf } from '../line/fingering/fingering.ts'
import { type LineNote, notesWithin } from '../line/notes/line.ts'
import { instrumentOf } from '../theory/instrument/instrument.ts'
import { readPitch } from '../theory/pitch/pitch.ts'
import { writeBandMidi, writeMidi } from './midi/write.ts'
import { readMusicXmlLine } from './musicxml/readLine.ts'
import { writeMusicXml } from './musicxml/write.ts'

const TUNE = analysed(
  'title: Breakwater & Sons ♭\nkey: Db major\n| Ebm7 | Ab7b9 | Dbmaj7/F | N.C. | C6/9 Ab7alt | Gbmaj7#11 |',
)
const STRETCH = { from: 1, to: 5 }
const { line } = composeLines(TUNE, {
  stretch: { from: 0, to: 5 },
  seed: 3,
  count: 1,
  range: instrumentOf('trumpet').range,
  breathBars: 4,
}).lines[0]!
const ZERO = 1920

describe('MusicXML for a fingerboard', () => {
  it('has the string and fret of every note struck, which sound as the note does', () => {
    // A guitar’s open strings from the highest: E4 B3 G3 D3 A2 E2 (common practice, no source).
    const open = [64, 59, 55, 50, 45, 40]
    const guitar = instrumentOf('guitar')
    const outcome = fingeringOf(boardOf(guitar)!, line.notes)
    if (!outcome.ok) throw new Error('the line can’t be fingered')
    const xml = writeMusicXml('Fingered', [
      {
        ...{ name: 'guitar', clef: 'treble' },
        passages: [
          {
            ...{ chart: TUNE.chart, line, stretch: { from: 0, to: 5 } },
            fingered: { strings: 6, notes: outcome.value.notes },
          },
        ],
      },
    ])
    const places = [...xml.matchAll(/<string>(\d)<\/string>\s*<fret>(\d+)<\/fret>/g)].map(
      ([, string, fret]) => open[Number(string) - 1]! + Number(fret),
    )
    expect(places).toEqual(line.notes.map(({ midi }) => midi))
    expect(xml).not.toContain('<fingering>0')
  })
})

describe('MusicXML of notes far from the staff', () => {
  /** MusicXML 4.0, octave-shift: notes under 8va stand an octave lower than they sound, which is a shift down. */
  it('has an octave line around a bar’s notes, which keep their pitch; near the staff it has none', () => {
    const at = (start: number, midi: number, spelling: string) => ({ start, duration: 480, midi, spelling })
    const high = [at(0, 94, 'Bb6'), at(960, 89, 'F6'), at(1920, 70, 'Bb4')]
    const low = [at(0, 46, 'Bb2'), at(960, 51, 'Eb3')]
    const written = (notes: readonly LineNote[]) =>
      writeMusicXml('Far', [
        {
          ...{ name: 'alto', clef: 'treble' },
          passages: [{ chart: TUNE.chart, line: { notes }, stretch: { from: 0, to: 1 } }],
        },
      ])
    const xml = written(high)
    expect(
      [...xml.matchAll(/<octave-shift type="(\w+)"|<step>(\w)<\/step>|<octave>(\d)</g)].map(
        ([, shift, step, octave]) => shift ?? step ?? octave,
      ),
    ).toEqual(['down', 'B', '6', 'F', '6', 'stop', 'B', '4'])
    expect(written(low)).toMatch(/placement="below">\s*<direction-type>\s*<octave-shift type="up"/)
    const read = readMusicXmlLine(xml)
    expect(read.ok && read.value.notes.map(({ midi }) => midi)).toEqual(high.map(({ midi }) => midi))
    expect(written(line.notes)).not.toContain('octave-shift')
  })
})

describe('writeBandMidi', () => {
  it('is read back by @tonejs/midi: a track for each part that plays, with its sound, every note where it sounds', () => {
    const voice = (name: string, channel: number, program: number) => ({ name, channel, program })
    const events = bandEvents(TUNE, STRETCH, line, { swing: 0.6 })
    const midi = new toneMidi.Midi(
      writeBandMidi(TUNE.chart, events, STRETCH, {
        line: voice('Line', 0, 56),
        bass: voice('Bass', 1, 32),
        comp: voice('Comping', 2, 0),
        drums: voice('Drums', 9, 32),
        click: voice('Metronome', 9, 32),
      }),
    )
    const tracks = midi.tracks.filter(({ notes }) => notes.length > 0)
    expect(tracks.map(({ name, instrument }) => `${name} ${instrument.number}`)).toEqual([
      'Line 56',
      'Bass 32',
      'Comping 0',
      'Drums 32',
    ])
    expect(tracks[3]!.instrument.percussion).toBe(true)
    const bass = events.filter(({ part }) => part === 'bass')
    expect(tracks[1]!.notes.map(({ ticks, midi: pitch }) => [ticks, pitch])).toEqual(
      bass.map(({ tick, midi: pitch }) => [Math.round(tick), pitch]),
    )
  })
})

describe('writeMidi', () => {
  it('is read back note for note by @tonejs/midi, with tempo, time and key', () => {
    const midi = new toneMidi.Midi(writeMidi(TUNE.chart, line, STRETCH, 132))
    const expected = notesWithin(line, ZERO, 6 * 1920)
    const read = midi.tracks.flatMap(({ notes }) => notes)
    expect(midi.header.ppq).toBe(480)
    expect(midi.header.tempos[0]!.bpm).toBeCloseTo(132, 2)
    expect(midi.header.timeSignatures[0]!.timeSignature).toEqual([4, 4])
    expect(midi.header.keySignatures[0]).toMatchObject({ key: 'Db', scale: 'major' })
    expect(read.map(({ midi: pitch, ticks, durationTicks }) => [pitch, ticks, durationTicks])).toEqual(
      expected.map(({ midi: pitch, start, duration }) => [pitch, start - ZERO, duration]),
    )
  })
})

interface XmlNote {
  rest?: unknown
  pitch?: { step: string; alter?: number; octave: number }
  duration: number
  tie?: unknown
}

describe('writeMusicXml', () => {
  const text = writeMusicXml('A <line> & more', [
    {
      ...{ name: 'B♭ trumpet', clef: 'treble', written: instrumentOf('trumpet').written },
      passages: [{ chart: TUNE.chart, line, stretch: STRETCH }],
    },
  ])
  const parsed = new XMLParser({
    ignoreAttributes: false,
    isArray: (name) => ['measure', 'note', 'harmony', 'degree'].includes(name),
  }).parse(text)
  const measures = parsed['score-partwise'].part.measure as {
    note: XmlNote[]
    harmony?: { root: { 'root-step': string | { '#text': string } }; kind: unknown; bass?: unknown }[]
    attributes?: Record<string, unknown>
  }[]

  /** Whether a note only goes on from the one before it. */
  const goesOn = (tie: unknown) =>
    [tie].flat().some((one) => (one as Record<string, unknown> | undefined)?.['@_type'] === 'stop')

  it('declares MusicXML 4.0 and escapes its text', () => {
    expect(parsed['score-partwise']['@_version']).toBe('4.0')
    expect(parsed['score-partwise'].work['work-title']).toBe('A <line> & more')
    expect(text.startsWith('<?xml version="1.0" encoding="UTF-8"?>')).toBe(true)
  })

  it('holds full bars, the notes of the line, and the chords', () => {
    expect(measures).toHaveLength(5)
    for (const { note } of measures) expect(note.reduce((sum, { duration }) => sum + duration, 0)).toBe(1920)
    const pitches = measures
      .flatMap(({ note }) => note)
      .filter(({ pitch, tie }) => pitch && !goesOn(tie))
      .map(
        ({ pitch }) =>
          readPitch(
            `${pitch!.step}${pitch!.alter === -1 ? 'b' : pitch!.alter === 1 ? '#' : pitch!.alter === -2 ? 'bb' : pitch!.alter === 2 ? '##' : ''}${pitch!.octave}`,
          )!.midi,
      )
    expect(pitches).toEqual(notesWithin(line, ZERO, 6 * 1920).map(({ midi }) => midi))
    expect(
      measures.map(({ harmony }) =>
        harmony
          ?.map(({ root }) => (typeof root['root-step'] === 'string' ? root['root-step'] : 'none'))
          .join(),
      ),
    ).toEqual(['A', 'D', 'none', 'C,A', 'G'])
    expect(measures[1]!.harmony![0]!.bass).toEqual({ 'bass-step': 'F' })
  })

  it('tells key, time, clef and how the part sounds', () => {
    expect(measures[0]!.attributes).toMatchObject({
      divisions: 480,
      key: { fifths: -5 },
      time: { beats: 4, 'beat-type': 4 },
      clef: { sign: 'G', line: 2 },
      transpose: { diatonic: -1, chromatic: -2 },
    })
  })
})
