import type { Score, WrittenBar, WrittenEvent } from '@eager-contour/core'
import {
  Accidental,
  Beam,
  Dot,
  Formatter,
  type RenderContext,
  Renderer,
  Stave,
  StaveNote,
  StaveTie,
  Tuplet,
  Voice,
} from 'vexflow/bravura'
import type { SystemLayout } from './layout.ts'

const STAFF_HEIGHT = 132
const STAVE_Y = 10
/** Rests stand a little early, clear of the next note's accidental. */
const REST_SHIFT = 6

const MAJOR_KEYS: Readonly<Record<number, string>> = {
  '-7': 'Cb',
  '-6': 'Gb',
  '-5': 'Db',
  '-4': 'Ab',
  '-3': 'Eb',
  '-2': 'Bb',
  '-1': 'F',
  0: 'C',
  1: 'G',
  2: 'D',
  3: 'A',
  4: 'E',
  5: 'B',
  6: 'F#',
  7: 'C#',
}
const DURATIONS: Readonly<Record<WrittenEvent['length'], string>> = {
  whole: 'w',
  half: 'h',
  quarter: 'q',
  eighth: '8',
  '16th': '16',
}
const SIGNS: Readonly<Record<string, string>> = { '-2': 'bb', '-1': 'b', '0': 'n', '1': '#', '2': '##' }
const REST_KEY = { treble: 'b/4', bass: 'd/3' } as const

export interface StaffOptions {
  readonly clef: 'treble' | 'bass'
  readonly showTime: boolean
  readonly colour: string
}

/** Draws a system's staff into an element, every note at the x that the layout gives its tick. Gives each line note's element. */
export const drawStaff = (
  element: HTMLDivElement,
  score: Score,
  layout: SystemLayout,
  options: StaffOptions,
): ReadonlyMap<number, SVGElement> => {
  element.replaceChildren()
  const renderer = new Renderer(element, Renderer.Backends.SVG)
  renderer.resize(layout.width, STAFF_HEIGHT)
  const context = renderer.getContext()
  context.setFillStyle(options.colour)
  context.setStrokeStyle(options.colour)
  const elements = new Map<number, SVGElement>()
  const tied: { note: StaveNote; index: number }[] = []
  for (const bar of score.bars.filter(({ number }) => number >= layout.from && number <= layout.to)) {
    for (const { note, event } of drawBar(context, bar, score.signature, layout, options)) {
      if (event.note === undefined) continue
      const drawn = note.getSVGElement()
      if (drawn && !elements.has(event.note)) elements.set(event.note, drawn)
      const before = tied.at(-1)
      if (event.tiedFrom && before?.index === event.note) drawTie(context, before.note, note, options.colour)
      tied.push({ note, index: event.note })
    }
  }
  return elements
}

const drawTie = (context: RenderContext, from: StaveNote, to: StaveNote, colour: string): void => {
  const tie = new StaveTie({ firstNote: from, lastNote: to, firstIndexes: [0], lastIndexes: [0] })
  tie.setStyle({ fillStyle: colour, strokeStyle: colour })
  tie.setContext(context).draw()
}

interface Drawn {
  readonly note: StaveNote
  readonly event: WrittenEvent
}

const drawBar = (
  context: RenderContext,
  bar: WrittenBar,
  signature: number,
  layout: SystemLayout,
  options: StaffOptions,
): readonly Drawn[] => {
  const first = bar.number === layout.from
  const x = first ? 0 : layout.barX(bar.number)
  const stave = new Stave(x, STAVE_Y, layout.barX(bar.number + 1) - x)
  stave.setStyle({ fillStyle: options.colour, strokeStyle: options.colour })
  if (first) {
    stave.addClef(options.clef).addKeySignature(MAJOR_KEYS[signature] ?? 'C')
    if (options.showTime) stave.addTimeSignature(`${bar.meter.beats}/${bar.meter.unit}`)
  }
  stave.setContext(context).draw()
  const drawn = bar.events.map((event) => ({ event, note: noteOf(event, bar, options) }))
  const notes = drawn.map(({ note }) => note)
  const voice = new Voice({ numBeats: bar.meter.beats, beatValue: bar.meter.unit })
    .setMode(Voice.Mode.SOFT)
    .addTickables(notes)
  const beams = beamsOf(drawn, options.colour)
  const triplets = tripletsOf(drawn, options.colour)
  new Formatter().joinVoices([voice]).format([voice], layout.barX(bar.number + 1) - layout.barX(bar.number))
  for (const { note, event } of drawn) {
    note.setStave(stave)
    const whole = bar.events.length === 1 && !event.pitch
    const wanted = whole
      ? (layout.barX(bar.number) + layout.barX(bar.number + 1)) / 2
      : layout.xOf(bar.start + event.start)
    const head = note.getGlyphWidth() / 2 + (event.pitch ? 0 : REST_SHIFT)
    const tickContext = note.checkTickContext()
    tickContext.setX(tickContext.getX() + wanted - head - note.getAbsoluteX())
  }
  voice.draw(context, stave)
  for (const beam of beams) beam.setContext(context).draw()
  for (const triplet of triplets) triplet.setContext(context).draw()
  return drawn
}

const noteOf = (event: WrittenEvent, bar: WrittenBar, { clef, colour }: StaffOptions): StaveNote => {
  const wholeRest = !event.pitch && bar.events.length === 1
  const duration = wholeRest ? 'w' : DURATIONS[event.length]
  const note = new StaveNote(
    event.pitch
      ? {
          keys: [
            `${event.pitch.letter.toLowerCase()}${SIGNS[String(event.pitch.alter)]}/${event.pitch.octave}`,
          ],
          duration,
          dots: event.dots,
          clef,
          autoStem: true,
        }
      : { keys: [REST_KEY[clef]], duration: `${duration}r`, dots: wholeRest ? 0 : event.dots, clef },
  )
  if (event.accidental !== undefined)
    note.addModifier(new Accidental(SIGNS[String(event.accidental)] ?? 'n'), 0)
  if (event.dots === 1 && !wholeRest) Dot.buildAndAttach([note], { all: true })
  note.setStyle({ fillStyle: colour, strokeStyle: colour })
  note.setLedgerLineStyle({ fillStyle: colour, strokeStyle: colour, lineWidth: 1.4 })
  return note
}

const tripletsOf = (drawn: readonly Drawn[], colour: string): readonly Tuplet[] => {
  const groups = new Map<number, StaveNote[]>()
  for (const { event, note } of drawn)
    if (event.triplet !== undefined) groups.set(event.triplet, [...(groups.get(event.triplet) ?? []), note])
  return [...groups.values()].map((notes) => {
    const triplet = new Tuplet(notes, { numNotes: 3, notesOccupied: 2 })
    triplet.setStyle({ fillStyle: colour, strokeStyle: colour })
    return triplet
  })
}

const beamsOf = (drawn: readonly Drawn[], colour: string): readonly Beam[] => {
  const groups = new Map<number, StaveNote[]>()
  for (const { event, note } of drawn)
    if (event.beam !== undefined) groups.set(event.beam, [...(groups.get(event.beam) ?? []), note])
  return [...groups.values()]
    .filter((notes) => notes.length > 1)
    .map((notes) => {
      const beam = new Beam(notes, true)
      beam.setStyle({ fillStyle: colour, strokeStyle: colour })
      return beam
    })
}
