import fc from 'fast-check'
import { strToU8, zipSync } from 'fflate'
import { describe, expect, it } from 'vitest'
import { chartOf } from '../../../test/changes.ts'
import { anyChart, FORMS, formOf, withHead } from '../../../test/form.ts'
import { instrumentOf } from '../../theory/instrument/instrument.ts'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import { type Chart, transposeChart } from '../../tune/chart/chart.ts'
import { readChart } from '../../tune/chart/read.ts'
import { writeChart } from '../../tune/chart/write.ts'
import { wordReason } from '../../wording/words.ts'
import { readMusicXmlChart } from './readChart.ts'
import { writeMusicXml } from './write.ts'
import { openMusicXml } from './xml.ts'

const score = (measures: string, head = '') =>
  `<?xml version="1.0"?><score-partwise version="4.0">${head}<part-list><score-part id="P1"><part-name>x</part-name></score-part></part-list><part id="P1">${measures}</part></score-partwise>`
const FIRST =
  '<attributes><divisions>2</divisions><key><fifths>-3</fifths></key><time><beats>4</beats><beat-type>4</beat-type></time></attributes>'
const note = (duration: number) => `<note><rest/><duration>${duration}</duration></note>`
const harmony = (step: string, kind: string, more = '', text = '') =>
  `<harmony><root><root-step>${step[0]}</root-step>${step[1] ? `<root-alter>${step[1] === 'b' ? -1 : 1}</root-alter>` : ''}</root><kind${text ? ` text="${text}"` : ''}>${kind}</kind>${more}</harmony>`
const measure = (inside: string, attributes = '') => `<measure number="1"${attributes}>${inside}</measure>`

const read = (text: string): Chart => {
  const outcome = readMusicXmlChart(text)
  if (!outcome.ok) throw new Error(JSON.stringify(outcome.problems))
  return outcome.value
}
const bars = (chart: Chart) =>
  writeChart(chart)
    .split('\n')
    .filter((line) => /[|[]/.test(line))
    .join(' ')
const refusal = (text: string) => {
  const outcome = readMusicXmlChart(text)
  return outcome.ok ? undefined : outcome.problems[0]
}

const CONCERT = instrumentOf('concert')
const classOf = (name: string) => pitchClassOf(fifthsOf(name))
/** Roots, degrees and basses as they sound: a transposing part may spell F♯ as G♭. */
const sounding = (chart: Chart) =>
  chart.bars.map(({ chords }) =>
    chords.map(({ chord: { root, tones, bass } }) =>
      root === '' ? 'N.C.' : [classOf(root), tones.map(({ degree }) => degree), bass && classOf(bass)],
    ),
  )

describe('chord symbols of a MusicXML score', () => {
  /** Kinds and degrees as the MusicXML 4.0 documentation (W3C, 2021) lists them, from memory. */
  it.each([
    ['major-seventh', '', '0 4 7 11'],
    ['dominant', '', '0 4 7 10'],
    ['minor-seventh', '', '0 3 7 10'],
    ['half-diminished', '', '0 3 6 10'],
    ['diminished-seventh', '', '0 3 6 9'],
    ['major-minor', '', '0 3 7 11'],
    ['major-sixth', '', '0 4 7 9'],
    ['minor-sixth', '', '0 3 7 9'],
    ['augmented', '', '0 4 8'],
    ['augmented-seventh', '', '0 4 8 10'],
    ['suspended-fourth', '', '0 5 7'],
    ['dominant-13th', '', '0 2 4 7 9 10'],
    ['minor-11th', '', '0 2 3 5 7 10'],
    [
      'dominant',
      '<degree><degree-value>9</degree-value><degree-alter>-1</degree-alter><degree-type>add</degree-type></degree>',
      '0 1 4 7 10',
    ],
    [
      'dominant',
      '<degree><degree-value>5</degree-value><degree-alter>-1</degree-alter><degree-type>alter</degree-type></degree>',
      '0 4 6 10',
    ],
    [
      'dominant',
      '<degree><degree-value>3</degree-value><degree-alter>0</degree-alter><degree-type>subtract</degree-type></degree><degree><degree-value>4</degree-value><degree-alter>0</degree-alter><degree-type>add</degree-type></degree>',
      '0 5 7 10',
    ],
  ])('%s %s has the tones %s', (kind, degrees, wanted) => {
    const chart = read(score(measure(FIRST + harmony('Eb', kind, degrees) + note(8))))
    const { chord } = chart.bars[0]!.chords[0]!
    expect(chord.root).toBe('Eb')
    expect([...chord.tones.map(({ semitones }) => semitones)].sort((a, b) => a - b).join(' ')).toBe(wanted)
  })

  it('keep the text that the file shows if it means the same chord', () => {
    const symbol = (kind: string, text: string) =>
      read(score(measure(FIRST + harmony('C', kind, '', text) + note(8)))).bars[0]!.chords[0]!.chord.symbol
    expect(symbol('major-seventh', 'Δ7')).toBe('CΔ7')
    expect(symbol('major-seventh', 'm7')).toBe('Cmaj7')
  })

  it('say which bar holds one that is no chord', () => {
    expect(refusal(score(measure(FIRST + harmony('C', 'Tristan') + note(8))))).toMatchObject({
      rule: 'import.harmony',
      place: { bar: 1 },
    })
  })
})

describe('the changes of a MusicXML score', () => {
  it('are on their beats, across backup, offset and bars without a symbol', () => {
    const chart = read(
      score(
        measure(FIRST + harmony('F', 'minor-seventh') + note(4) + harmony('Bb', 'dominant') + note(4)) +
          measure(harmony('Eb', 'major-seventh') + note(8)) +
          measure(
            `${note(8)}<backup><duration>8</duration></backup><forward><duration>6</duration></forward>${harmony('C', 'dominant')}`,
          ) +
          measure(note(8)),
        '<work><work-title>Low Door</work-title></work>',
      ),
    )
    expect(bars(chart)).toBe('| Fm7 Bb7 | Ebmaj7 | Ebmaj7:3 C7:1 | C7 |')
    expect(chart).toMatchObject({ title: 'Low Door', key: { tonic: 'Eb', mode: 'major' } })
  })

  it('have sections, repeats, endings, times, tempo, feel and a pickup', () => {
    const chart = read(
      score(
        measure(`${FIRST}${note(2)}`, ' implicit="yes"') +
          measure(
            `<direction><direction-type><rehearsal>A</rehearsal></direction-type><sound tempo="96"/></direction><direction><direction-type><words>Bossa</words></direction-type></direction><barline location="left"><repeat direction="forward"/></barline>${harmony('C', 'major-seventh')}${note(8)}`,
          ) +
          measure(
            `<barline location="left"><ending number="1" type="start"/></barline>${harmony('G', 'dominant')}${note(8)}<barline location="right"><ending number="1" type="stop"/><repeat direction="backward"/></barline>`,
          ) +
          measure(
            `<barline location="left"><ending number="2" type="start"/></barline>${harmony('C', 'major-sixth')}${note(8)}<barline location="right"><ending number="2" type="discontinue"/></barline>`,
          ) +
          measure(
            `<attributes><time><beats>3</beats><beat-type>4</beat-type></time></attributes>${harmony('F', 'major')}${note(6)}`,
          ),
      ),
    )
    expect(bars(chart)).toBe('[A] |: Cmaj7 | 1. G7 :| 2. C6 | (3/4) F |')
    expect(chart).toMatchObject({ tempo: 96, feel: 'bossa', pickup: 1 })
    expect(chart.order).toEqual([0, 1, 0, 2, 3])
  })

  it('are those of the file that this program writes, for every chart and in every transposition (property)', () => {
    const chord = fc.constantFrom(
      'Dm7',
      'G7',
      'Cmaj7',
      'Bb7b9',
      'F#m7b5',
      'Ebm6',
      'A/C#',
      'Abmaj9',
      'D13',
      'E7alt',
      'N.C.',
    )
    const bar = fc.array(chord, { minLength: 1, maxLength: 2 }).map((chords) => chords.join(' '))
    fc.assert(
      fc.property(
        fc.array(bar, { minLength: 1, maxLength: 6 }),
        fc.constantFrom('trumpet', 'alto-sax', 'tenor-sax', 'concert', 'guitar'),
        (texts, id) => {
          const chart = chartOf(`key: Eb major\n| ${texts.join(' | ')} |`)
          const of = instrumentOf(id)
          const text = writeMusicXml('x', [{ ...of, chart: transposeChart(chart, of.written.fifths) }])
          if (texts.every((one) => /^N.C.( N.C.)?$/.test(one))) return
          const back = read(text)
          expect(back.key).toEqual(chart.key)
          expect(sounding(back)).toEqual(sounding(chart))
          expect(readChart(writeChart(back)).ok).toBe(true)
        },
      ),
      { numRuns: 60 },
    )
  })

  it.each([
    ['<sound><swing><straight/></swing></sound>', 'straight'],
    ['<sound><swing><first>2</first><second>1</second></swing></sound>', 'swing'],
    [
      '<direction-type><words>Bossa nova</words></direction-type><sound><swing><straight/></swing></sound>',
      'bossa',
    ],
  ])('have a feel by words, or by how it is played back: %s', (inside, feel) => {
    const direction = `<direction>${inside}</direction>`
    expect(read(score(measure(FIRST + direction + harmony('C', 'dominant') + note(8)))).feel).toBe(feel)
  })

  it.each(FORMS)('come back with their whole form: %s', (_name, bars) => {
    const chart = chartOf(withHead(bars))
    expect(formOf(read(writeMusicXml('Weir Lane', [{ ...CONCERT, chart }])))).toEqual(formOf(chart))
  })

  it('come back with the whole form of any chart in any meter (property)', () => {
    fc.assert(
      fc.property(anyChart, (chart) => {
        if (chart.bars.every(({ chords }) => chords.every(({ chord }) => chord.root === ''))) return
        expect(formOf(read(writeMusicXml('Weir Lane', [{ ...CONCERT, chart }])))).toEqual(formOf(chart))
      }),
      { numRuns: 200 },
    )
  })

  it('are found in the part that has them, at concert pitch', () => {
    const two = `<score-partwise><part-list/><part id="P1">${measure(note(8))}</part><part id="P2">${measure(
      `<attributes><divisions>2</divisions><transpose><diatonic>-5</diatonic><chromatic>-9</chromatic></transpose></attributes>${harmony('A', 'minor-seventh')}${note(8)}`,
    )}</part></score-partwise>`
    expect(bars(read(two))).toBe('| Cm7 |')
  })
})

describe('a file that is broken or hostile', () => {
  const entities = `<?xml version="1.0"?><!DOCTYPE x [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;">]><score-partwise>&b;</score-partwise>`
  it.each([
    ['broken off', score(measure(FIRST)).slice(0, 200), 'import.broken'],
    ['no XML', 'Dm7 G7', 'import.broken'],
    ['empty', '', 'import.broken'],
    ['another kind of XML', '<html><body/></html>', 'import.notMusicXml'],
    ['timewise', '<score-timewise/>', 'import.timewise'],
    ['without chord symbols', score(measure(FIRST + note(8))), 'import.noHarmony'],
    ['of entities that swell', entities, 'import.entities'],
    ['nested without end', `${'<a>'.repeat(50_000)}${'</a>'.repeat(50_000)}`, 'import.broken'],
    [
      'in a time that is not known',
      score(
        measure(
          '<attributes><time><beats>7</beats><beat-type>16</beat-type></time></attributes>' +
            harmony('C', 'major'),
        ),
      ),
      'chart.time',
    ],
    ['of too many bars', score(measure(harmony('C', 'major')).repeat(5001)), 'chart.tooLong'],
  ])('%s is refused, with words and a place', (_, text, rule) => {
    const problem = refusal(text)
    expect(problem?.rule).toBe(rule)
    expect(wordReason(problem!)).toMatch(/\.$/)
    expect(problem?.place).toBeDefined()
  })

  it('never throws (property)', () => {
    const whole = score(measure(FIRST + harmony('C', 'dominant') + note(8)))
    fc.assert(
      fc.property(fc.nat(whole.length), fc.nat(whole.length), fc.string(), (from, to, put) => {
        readMusicXmlChart(whole.slice(0, from) + put + whole.slice(to))
      }),
      { numRuns: 2000 },
    )
  })
})

describe('openMusicXml', () => {
  const text = score(measure(FIRST + harmony('C', 'dominant') + note(8)))
  const opened = (bytes: Uint8Array) => {
    const outcome = openMusicXml(bytes)
    return outcome.ok ? outcome.value : outcome.problems[0]!.rule
  }

  it('reads plain files in UTF-8 and UTF-16', () => {
    expect(opened(strToU8(`\uFEFF${text}`))).toBe(text)
    const wide = new Uint8Array([0xff, 0xfe, ...[...text].flatMap((sign) => [sign.charCodeAt(0), 0])])
    expect(opened(wide)).toBe(text)
  })

  it('unpacks the score that the container names, or the only one', () => {
    const container =
      '<container><rootfiles><rootfile full-path="deep/tune.musicxml"/></rootfiles></container>'
    expect(
      opened(
        zipSync({
          'META-INF/container.xml': strToU8(container),
          'first.xml': strToU8('<x/>'),
          'deep/tune.musicxml': strToU8(text),
        }),
      ),
    ).toBe(text)
    expect(opened(zipSync({ 'tune.xml': strToU8(text) }))).toBe(text)
  })

  it('refuses archives that are broken, empty of scores, or swell', () => {
    const packed = zipSync({ 'tune.xml': strToU8(text) })
    expect(opened(packed.slice(0, packed.length - 30))).toBe('import.brokenArchive')
    expect(opened(zipSync({ 'readme.txt': strToU8('x') }))).toBe('import.nothingInside')
    expect(opened(zipSync({ 'tune.xml': new Uint8Array(30_000_000) }, { level: 9 }))).toBe('import.tooLarge')
  })

  it('rejects an archive with a false size for its content', () => {
    const packed = zipSync({ 'tune.xml': new Uint8Array(30_000_000) }, { level: 9 })
    const lying = Uint8Array.from(packed)
    const view = new DataView(lying.buffer)
    for (let at = 0; at + 4 < lying.length; at += 1)
      if (view.getUint32(at, true) === 30_000_000) view.setUint32(at, 1000, true)
    const outcome = openMusicXml(lying)
    if (outcome.ok) expect(outcome.value.length).toBeLessThanOrEqual(1000)
    else expect(outcome.problems[0]!.rule).toBe('import.brokenArchive')
  })
})
