import toneMidi from '@tonejs/midi'
import { describe, expect, it } from 'vitest'
import { analysed, eighths } from '../../test/changes.ts'
import { composeLines } from '../line/compose/compose.ts'
import type { Line } from '../line/notes/line.ts'
import { spellNotes } from '../line/notes/spell.ts'
import type { Take } from '../practice/listen/take.ts'
import { instrumentOf } from '../theory/instrument/instrument.ts'
import { readMidiLine, readMidiTake } from './midi/read.ts'
import { writeMidi, writeTakeMidi } from './midi/write.ts'
import { readMusicXmlLine } from './musicxml/readLine.ts'
import { type PartFor, writeMusicXml } from './musicxml/write.ts'

const TUNE = analysed('key: Db major\n| Ebm7 | Ab7b9 | Dbmaj7 | Gbmaj7 |')
const STRETCH = { from: 0, to: 3 }
const lines = (['eighths', 'triplets', 'mixed', 'syncopated'] as const).map(
  (rhythm) =>
    composeLines(TUNE, {
      stretch: STRETCH,
      seed: 4,
      count: 1,
      range: instrumentOf('trumpet').range,
      breathBars: 2,
      rhythm,
    }).lines[0]!.line,
)
const bare = (notes: readonly { start: number; duration: number; midi: number }[]) =>
  notes.map(({ start, duration, midi }) => `${start}+${duration} ${midi}`)

const inMusicXml = (line: Line, part: PartFor) =>
  writeMusicXml('x', [{ ...part, passages: [{ chart: TUNE.chart, line, stretch: STRETCH }] }])

describe('a line in a file', () => {
  it('is read back from MIDI and MusicXML as it was written, triplets, ties and transposition too', () => {
    const { written, clef } = instrumentOf('trumpet')
    for (const line of lines) {
      const midi = readMidiLine(writeMidi(TUNE.chart, line, STRETCH))
      expect(midi.ok && bare(midi.value.notes)).toEqual(bare(line.notes))
      const up = spellNotes(
        TUNE,
        line.notes.map((note) => ({ ...note, midi: note.midi + written.semitones })),
      )
      const xml = inMusicXml(up, { name: 'horn', clef, written })
      const read = readMusicXmlLine(xml)
      expect(read.ok && bare(read.value.notes)).toEqual(bare(line.notes))
    }
  })

  it('keeps the spelling of MusicXML, also through a part that is written elsewhere; ours stays where there is none', () => {
    const score = (transpose: string, notes: readonly (readonly [string, number, number])[]) =>
      `<score-partwise><part><measure number="1"><attributes><divisions>2</divisions>${transpose}</attributes>${notes
        .map(
          ([step, alter, octave]) =>
            `<note><pitch><step>${step}</step><alter>${alter}</alter><octave>${octave}</octave></pitch><duration>1</duration></note>`,
        )
        .join('')}</measure></part></score-partwise>`
    const written = (text: string) => {
      const read = readMusicXmlLine(text)
      return read.ok ? read.value.notes.map((note) => [note.midi, note.written]) : read.problems
    }
    // F flat and C flat stay what they are; B sharp 3 is the C above it (scientific pitch notation).
    expect(
      written(
        score('', [
          ['F', -1, 4],
          ['C', -1, 5],
          ['B', 1, 3],
          ['E', 0, 4],
        ]),
      ),
    ).toEqual([
      [64, 'Fb4'],
      [71, 'Cb5'],
      [60, 'B#3'],
      [64, 'E4'],
    ])
    // A B flat trumpet reads G flat where F flat sounds; an alto saxophone C sharp where E sounds (MusicXML 4.0, transpose).
    const trumpet = '<transpose><diatonic>-1</diatonic><chromatic>-2</chromatic></transpose>'
    expect(
      written(
        score(trumpet, [
          ['G', -1, 4],
          ['D', 0, 4],
        ]),
      ),
    ).toEqual([
      [64, 'Fb4'],
      [60, 'C4'],
    ])
    const alto = '<transpose><diatonic>-5</diatonic><chromatic>-9</chromatic></transpose>'
    expect(written(score(alto, [['C', 1, 5]]))).toEqual([[64, 'E4']])
    // Without steps the letters can't be known.
    expect(written(score('<transpose><chromatic>-2</chromatic></transpose>', [['G', -1, 4]]))).toEqual([
      [64, undefined],
    ])
    const spelledBack = spellNotes(TUNE, [
      { start: 0, duration: 240, midi: 64, written: 'Fb4' },
      { start: 240, duration: 240, midi: 63 },
    ])
    expect(spelledBack.notes.map(({ spelling }) => spelling)).toEqual(['Fb4', 'Eb4'])
    expect(spelledBack.notes[0]).not.toHaveProperty('written')
  })

  it('says where notes are too short to be kept: thirty-seconds and triplets of sixteenths; a chord is its highest note', () => {
    const score = (durations: readonly number[], more = '') =>
      `<score-partwise><part><measure number="1"><attributes><divisions>24</divisions></attributes>${durations
        .map(
          (duration, at) =>
            `<note><pitch><step>${'CDEFGAB'[at % 7]}</step><octave>4</octave></pitch><duration>${duration}</duration></note>`,
        )
        .join('')}${more}</measure></part></score-partwise>`
    const read = (text: string) => {
      const outcome = readMusicXmlLine(text)
      if (!outcome.ok) throw new Error(JSON.stringify(outcome.problems))
      return outcome.value
    }
    const short = read(score([3, 3, 3, 3, 12]))
    expect(short.notes.map(({ start, midi }) => [start, midi])).toEqual([
      [0, 60],
      [120, 64],
      [240, 67],
    ])
    expect(short.leftOut).toHaveLength(2)
    // Three in the time of two sixteenths: the second is on no sixteenth and no triplet.
    expect(read(score([4, 4, 4, 12])).leftOut).toHaveLength(1)
    expect(read(score([8, 8, 8, 6, 6, 12])).leftOut).toEqual([])
    const chord =
      '<note><chord/><pitch><step>A</step><octave>5</octave></pitch><duration>24</duration></note>'
    const together = read(score([24], chord))
    expect(together).toMatchObject({ notes: [{ start: 0, midi: 81 }], leftOut: [] })
  })

  it('keeps a pickup of one to five eighths: MusicXML a short bar before bar 1, MIDI a bar more', () => {
    for (let eighthNotes = 1; eighthNotes <= 5; eighthNotes += 1) {
      const line = eighths('C5 D5 E5 F5 G5 A5 G5 F5 E5 D5', -240 * eighthNotes)
      const xml = inMusicXml(line, { name: 'flute', clef: 'treble' })
      expect(xml).toMatch(/<measure number="0" implicit="yes">/)
      expect(xml.match(/<measure /g)).toHaveLength(5)
      const read = readMusicXmlLine(xml)
      expect(read.ok && bare(read.value.notes)).toEqual(bare(line.notes))
      const midi = new toneMidi.Midi(writeMidi(TUNE.chart, line, STRETCH))
      const heard = midi.tracks.find(({ notes }) => notes.length > 0)!.notes
      expect(heard.map(({ ticks }) => ticks - 1920)).toEqual(line.notes.map(({ start }) => start))
    }
  })

  it('is read as it was played, in milliseconds, through changes of tempo (@tonejs/midi)', () => {
    const file = new toneMidi.Midi()
    file.header.setTempo(90)
    file.header.tempos.push({ bpm: 140, ticks: 960 })
    file.header.update()
    const track = file.addTrack()
    for (const [at, midi] of [60, 62, 64, 65, 67].entries())
      track.addNote({ midi, ticks: at * 400, durationTicks: 300 })
    const bytes = file.toArray()
    const read = readMidiTake(bytes)
    const peer = new toneMidi.Midi(bytes).tracks.find(({ notes }) => notes.length > 0)!.notes
    expect(read.ok && read.value.map(({ midi }) => midi)).toEqual([60, 62, 64, 65, 67])
    if (!read.ok) throw new Error('not read')
    read.value.forEach(({ onsetMs, durationMs }, at) => {
      expect(onsetMs).toBeCloseTo(peer[at]!.time * 1000, 0)
      expect(durationMs).toBeCloseTo(peer[at]!.duration * 1000, 0)
    })
    expect(readMidiTake(new TextEncoder().encode('nothing'))).toMatchObject({ ok: false })
  })

  it('is read from a file that @tonejs/midi wrote: its fullest track, the top of each chord, at any resolution', () => {
    const file = new toneMidi.Midi()
    file.addTrack().addNote({ midi: 40, ticks: 0, durationTicks: 480 })
    const track = file.addTrack()
    eighths('C5 D5 E5 F5').notes.forEach(({ start, duration, midi }) => {
      track.addNote({ midi, ticks: start, durationTicks: duration })
    })
    track.addNote({ midi: 60, ticks: 0, durationTicks: 200 })
    const read = readMidiLine(file.toArray())
    expect(read.ok && bare(read.value.notes)).toEqual(bare(eighths('C5 D5 E5 F5').notes))
  })

  it('a take is read back as it was played, to a tick, from before the first beat on', () => {
    const notes = [-260, 3, 512.4, 990, 1490.2].map((onsetMs, at) => ({
      ...{ onsetMs: onsetMs + 40, durationMs: 200 + at * 11, midi: 60 + at, cents: 3, velocity: 70 + at },
    }))
    const take = { notes, tempo: [{ tick: 0, bpm: 132 }], latencyMs: 40 } as unknown as Take
    const read = readMidiTake(writeTakeMidi(take, 'Weir'))
    if (!read.ok) throw new Error('not read')
    const tickMs = 60_000 / 132 / 480
    const beat = 60_000 / 132
    read.value.forEach(({ onsetMs, durationMs, midi }, at) => {
      expect(midi).toBe(60 + at)
      expect(Math.abs(onsetMs - beat - (notes[at]!.onsetMs - 40))).toBeLessThanOrEqual(tickMs)
      expect(Math.abs(durationMs - notes[at]!.durationMs)).toBeLessThanOrEqual(2 * tickMs)
    })
    // The same moments by another reader.
    const peer = new toneMidi.Midi(writeTakeMidi(take, 'Weir')).tracks.find(
      (track) => track.notes.length > 0,
    )!
    expect(peer.notes.map(({ time }) => Math.round(time * 1000))).toEqual(
      read.value.map(({ onsetMs }) => Math.round(onsetMs)),
    )
  })

  it('is a problem where the file is broken, empty or something else', () => {
    const rule = (outcome: ReturnType<typeof readMidiLine>) =>
      outcome.ok ? 'read' : outcome.problems[0]!.rule
    expect(rule(readMidiLine(new TextEncoder().encode('not a file at all')))).toBe('import.notMidi')
    expect(rule(readMidiLine(new TextEncoder().encode('MThd and no more')))).toBe('import.notMidi')
    expect(rule(readMidiLine(new toneMidi.Midi().toArray()))).toBe('import.noNotes')
    expect(rule(readMidiLine(writeMidi(TUNE.chart, lines[0]!, STRETCH).slice(0, 60)))).not.toBe('read')
    expect(rule(readMusicXmlLine('<score-partwise><part id="P1"/></score-partwise>'))).toBe('import.noNotes')
    expect(rule(readMusicXmlLine('<html/>'))).toBe('import.notMusicXml')
    expect(rule(readMusicXmlLine('<score-partwise>'))).not.toBe('read')
  })
})
