import { err, type Outcome } from '../../outcome/outcome.ts'
import { fifthsOf, pitchClassOf } from '../../theory/pitch/fifths.ts'
import { QUARTER, type Ticks } from '../../theory/rhythm/ticks.ts'
import { type FileLine, oneVoice, type Timed } from '../voice.ts'
import { child, childAlter, childNumber, childrenOf, childText, readXml, type XmlElement } from './xml.ts'

/**
 * The line in a MusicXML score (partwise, as text): the first voice of the part with the most notes, at concert pitch, in
 * ticks of 480 to the quarter from its first bar, negative in a pickup, spelled as they are there. Grace notes are left out,
 * tied notes are one.
 *
 * @example
 * value(readMusicXmlLine(writeMusicXml('Weir', [part]))).notes[0]
 * // { start: 0, duration: 480, midi: 62, written: 'D4' }
 */
export const readMusicXmlLine = (text: string): Outcome<FileLine> => {
  const outcome = readXml(text)
  if (!outcome.ok) return outcome
  if (outcome.value.name === 'score-timewise') return err({ rule: 'import.timewise', args: [] })
  if (outcome.value.name !== 'score-partwise') return err({ rule: 'import.notMusicXml', args: [] })
  const parts = childrenOf(outcome.value, 'part').map(partNotes)
  return oneVoice(
    parts.reduce((best, one) => (one.length > best.length ? one : best), []),
    'written',
  )
}

const partNotes = (part: XmlElement): readonly Timed[] => {
  const notes: Timed[] = []
  let at = 0
  let scale = QUARTER
  let transpose = 0
  /** Steps of the staff from the written pitch to the sounding one; undefined if the file doesn't say them. */
  let steps: number | undefined = 0
  let last = at
  const [first, ...measures] = childrenOf(part, 'measure')
  if (first && measures.length > 0 && isPickup(first)) at = last = -measureTicks(first)
  for (const element of [...(first ? [first] : []), ...measures].flatMap(({ children }) => children)) {
    if (element.name === 'attributes') {
      const divisions = childNumber(element, 'divisions')
      if (divisions) scale = QUARTER / divisions
      const moved = child(element, 'transpose')
      if (moved)
        transpose = (childNumber(moved, 'chromatic') ?? 0) + 12 * (childNumber(moved, 'octave-change') ?? 0)
      if (moved) steps = childNumber(moved, 'diatonic') ?? (transpose % 12 === 0 ? 0 : undefined)
    }
    const duration = (childNumber(element, 'duration') ?? 0) * scale
    if (element.name === 'backup') at -= duration
    if (element.name === 'forward') at += duration
    if (element.name !== 'note' || child(element, 'grace')) continue
    const start = child(element, 'chord') ? last : at
    if (!child(element, 'chord')) {
      last = at
      at += duration
    }
    if ((childText(element, 'voice') ?? '1') !== '1') continue
    const midi = midiOf(element)
    if (midi === undefined) continue
    const before = notes.at(-1)
    const isTied = childrenOf(element, 'tie').some(({ attributes }) => attributes.type === 'stop')
    if (isTied && before?.midi === midi + transpose)
      notes[notes.length - 1] = { ...before, end: start + duration }
    else
      notes.push({
        start,
        end: start + duration,
        midi: midi + transpose,
        ...spelled(element, midi + transpose, steps),
      })
  }
  return notes
}

const LETTERS = 'CDEFGAB'

/** A note's spelling at its sounding pitch: its letter moved by steps of the staff; none with more than two accidentals. */
const spelled = (
  note: XmlElement,
  midi: number,
  steps: number | undefined,
): { readonly written?: string } => {
  const pitch = child(note, 'pitch')
  const step = pitch && childText(pitch, 'step')
  if (!step || steps === undefined) return {}
  const letter = LETTERS.at((((LETTERS.indexOf(step) + steps) % 7) + 7) % 7)!
  const natural = pitchClassOf(fifthsOf(letter))
  const alter = ((((midi - natural) % 12) + 18) % 12) - 6
  if (Math.abs(alter) > 2) return {}
  const octave = (midi - alter - natural) / 12 - 1
  return { written: `${letter}${(alter < 0 ? 'b' : '#').repeat(Math.abs(alter))}${octave}` }
}

/** Whether a file's first bar is a pickup: MusicXML numbers it 0, or leaves it out of the count (MusicXML 4.0, measure). */
const isPickup = ({ attributes }: XmlElement): boolean =>
  attributes.implicit === 'yes' || attributes.number === '0'

/** The ticks that the notes of a bar's first voice take. */
const measureTicks = (measure: XmlElement): Ticks => {
  const divisions = childrenOf(measure, 'attributes').map((one) => childNumber(one, 'divisions'))
  const scale = QUARTER / (divisions.find((one) => one !== undefined && one > 0) ?? 1)
  return childrenOf(measure, 'note')
    .filter((note) => !child(note, 'chord') && !child(note, 'grace'))
    .filter((note) => (childText(note, 'voice') ?? '1') === '1')
    .reduce((sum, note) => sum + (childNumber(note, 'duration') ?? 0) * scale, 0)
}

/** The written pitch of a note; undefined for a rest. */
const midiOf = (note: XmlElement): number | undefined => {
  const pitch = child(note, 'pitch')
  const step = pitch && childText(pitch, 'step')
  const octave = pitch && childNumber(pitch, 'octave')
  if (!pitch || !step || octave === undefined || !/^[A-G]$/.test(step)) return undefined
  const alter = childAlter(pitch, 'alter')
  return alter === undefined ? undefined : 12 * (octave + 1) + pitchClassOf(fifthsOf(step)) + alter
}
