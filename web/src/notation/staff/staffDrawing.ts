import { octaveLineOf, type Score, type WrittenBar, type WrittenEvent } from '@eager-contour/core'
import {
  Accidental,
  Articulation,
  Beam,
  Dot,
  Formatter,
  ModifierPosition,
  type RenderContext,
  Renderer,
  Stave,
  StaveNote,
  StaveTie,
  TextBracket,
  TextBracketPosition,
  Tuplet,
  Voice,
} from 'vexflow/bravura'
import type { SystemLayout } from '../layout.ts'
import { REST_SHIFT } from '../spacing.ts'
import { STAFF_HEIGHT, STAVE_Y } from './lines.ts'

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

interface StaffOptions {
  readonly clef: 'treble' | 'bass'
  /** Whether it sounds an octave lower than the clef alone says: there is an 8 under it. */
  readonly octaveClef: boolean
  readonly colour: string
  /** The notes alone, without lines, beams and clef: for an outline over another staff. */
  readonly notesOnly?: boolean
}

/** A bar in an element: its content, and what was drawn for it. */
interface PaintedBar {
  readonly contentKey: string
  readonly group: SVGElement
  readonly drawn: readonly Drawn[]
}

interface Painted {
  readonly frame: string
  readonly layout: SystemLayout
  readonly context: RenderContext
  readonly bars: Map<number, PaintedBar>
  ties: SVGElement | undefined
}

const painted = new WeakMap<HTMLDivElement, Painted>()

/** The content of a bar, without its notes' indexes in the line: these shift when another bar changes. */
const contentKeyOf = ({ events, meter, start }: WrittenBar): string =>
  JSON.stringify([meter, start, events.map(({ note, ...event }) => ({ ...event, rest: note === undefined }))])

const freshly = (
  element: HTMLDivElement,
  layout: SystemLayout,
  frame: string,
  options: StaffOptions,
): Painted => {
  element.replaceChildren()
  const renderer = new Renderer(element, Renderer.Backends.SVG)
  renderer.resize(layout.width, STAFF_HEIGHT)
  const context = renderer.getContext()
  context.setFillStyle(options.colour)
  context.setStrokeStyle(options.colour)
  return { frame, layout, context, bars: new Map(), ties: undefined }
}

/**
 * Draws a system's staff into an element, one bar per step, every note at the x that the layout gives its tick;
 * unchanged bars stay. Returns each line note's element.
 */
export function* paintingStaff(
  element: HTMLDivElement,
  score: Score,
  layout: SystemLayout,
  options: StaffOptions,
): Generator<void, ReadonlyMap<number, SVGElement>, void> {
  const frame = JSON.stringify([score.signature, options])
  const known = painted.get(element)
  const here =
    known?.frame === frame && known.layout === layout ? known : freshly(element, layout, frame, options)
  painted.set(element, here)
  const bars = score.bars.filter(({ number }) => number >= layout.first && number <= layout.to)
  for (const bar of bars) {
    const contentKey = contentKeyOf(bar)
    const before = here.bars.get(bar.number)
    if (before?.contentKey === contentKey) continue
    before?.group.remove()
    const group = here.context.openGroup('bar') as SVGElement
    const drawn = drawBar(here.context, bar, score.signature, layout, options)
    here.context.closeGroup()
    here.bars.set(bar.number, { contentKey, group, drawn })
    yield
  }
  here.ties?.remove()
  here.ties = here.context.openGroup('ties') as SVGElement
  const elements = tieAll(here, bars, options)
  here.context.closeGroup()
  return elements
}

/** The same in one step. */
export const drawStaff = (...staff: Parameters<typeof paintingStaff>): ReadonlyMap<number, SVGElement> => {
  const steps = paintingStaff(...staff)
  for (;;) {
    const step = steps.next()
    if (step.done) return step.value
  }
}

/** Ties over and between the bars, and each line note's element: its first written note's. */
const tieAll = (
  { context, bars }: Painted,
  written: readonly WrittenBar[],
  options: StaffOptions,
): ReadonlyMap<number, SVGElement> => {
  const elements = new Map<number, SVGElement>()
  let before: { readonly note: StaveNote; readonly index: number } | undefined
  let slurred: StaveNote | undefined
  for (const bar of written) {
    const events = eventsOf(bar, options)
    const notes = bars.get(bar.number)?.drawn ?? []
    events.forEach((event, at) => {
      const index = event.note
      const note = notes[at]?.note
      if (index === undefined || !note) return
      const drawn = note.getSVGElement()
      if (drawn && !elements.has(index)) elements.set(index, drawn)
      if (!options.notesOnly && event.tiedFrom && before?.index === index)
        drawTie(context, before.note, note, options.colour)
      if (event.slur === 'stop' && slurred) drawSlur(context, slurred, note, options.colour)
      slurred = event.slur === 'start' ? note : undefined
      before = { note, index }
    })
  }
  return elements
}

/** What is drawn of a bar: in an outline no rests. */
const eventsOf = ({ events }: WrittenBar, { notesOnly }: StaffOptions): readonly WrittenEvent[] =>
  notesOnly ? events.filter(({ pitch }) => pitch) : events

const drawTie = (context: RenderContext, from: StaveNote, to: StaveNote, colour: string): void => {
  const tie = new StaveTie({ firstNote: from, lastNote: to, firstIndexes: [0], lastIndexes: [0] })
  tie.setStyle({ fillStyle: colour, strokeStyle: colour })
  tie.setContext(context).draw()
}

/** Pixels from a head to its slur, how far the slur arches, and how thick it is in the middle. */
const SLUR = { gap: 9, arch: 9, thickness: 2.2 } as const

/** A slur on the side of the heads; over them, if the stems go both ways. */
const drawSlur = (context: RenderContext, from: StaveNote, to: StaveNote, colour: string): void => {
  const isAbove = from.getStemDirection() < 0 || to.getStemDirection() < 0
  const side = isAbove ? -1 : 1
  const [start, end] = [from, to].map((note) => {
    // Over a stem that goes up.
    const y =
      isAbove && note.getStemDirection() > 0 ? note.getStemExtents().topY + SLUR.gap / 2 : note.getYs()[0]!
    return { x: note.getAbsoluteX() + note.getGlyphWidth() / 2, y: y + side * SLUR.gap }
  }) as [{ x: number; y: number }, { x: number; y: number }]
  const third = (end.x - start.x) / 3
  const bend = (arch: number) => side * arch
  context.save()
  context.setFillStyle(colour)
  context.beginPath()
  context.moveTo(start.x, start.y)
  const outer = bend(SLUR.arch + SLUR.thickness)
  context.bezierCurveTo(start.x + third, start.y + outer, end.x - third, end.y + outer, end.x, end.y)
  const inner = bend(SLUR.arch)
  context.bezierCurveTo(end.x - third, end.y + inner, start.x + third, start.y + inner, start.x, start.y)
  context.closePath()
  context.fill()
  context.restore()
}

/** The line of 8va over a bar's notes, or of 8vb under them. */
const drawOctaveLine = (
  context: RenderContext,
  notes: readonly StaveNote[],
  octaves: -1 | 1,
  colour: string,
): void => {
  const line = new TextBracket({
    start: notes[0]!,
    stop: notes.at(-1)!,
    text: '8',
    superscript: octaves === 1 ? 'va' : 'vb',
    position: octaves === 1 ? TextBracketPosition.TOP : TextBracketPosition.BOTTOM,
  })
  line.setStyle({ fillStyle: colour, strokeStyle: colour })
  line.setContext(context).draw()
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
  const first = bar.number === layout.first
  const x = first ? 0 : layout.barX(bar.number)
  const stave = new Stave(x, STAVE_Y, layout.barX(bar.number + 1) - x)
  stave.setStyle({ fillStyle: options.colour, strokeStyle: options.colour })
  if (first)
    stave
      .addClef(options.clef, 'default', options.octaveClef ? '8vb' : undefined)
      .addKeySignature(MAJOR_KEYS[signature] ?? 'C')
  if (layout.timeAt(bar.number)) stave.addTimeSignature(`${bar.meter.beats}/${bar.meter.unit}`)
  stave.setContext(context)
  if (!options.notesOnly) stave.draw()
  const events = eventsOf(bar, options)
  if (events.length === 0) return []
  const octaves = octaveLineOf(bar.events, options.clef)
  const drawn = events.map((event) => ({ event, note: noteOf(event, bar, octaves, options) }))
  const notes = drawn.map(({ note }) => note)
  const voice = new Voice({ numBeats: bar.meter.beats, beatValue: bar.meter.unit })
    .setMode(Voice.Mode.SOFT)
    .addTickables(notes)
  const beams = options.notesOnly ? [] : beamsOf(drawn, options.colour)
  const triplets = options.notesOnly ? [] : tripletsOf(drawn, options.colour)
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
  const pitched = drawn.filter(({ event }) => event.pitch).map(({ note }) => note)
  if (octaves !== 0 && pitched.length > 0 && !options.notesOnly)
    drawOctaveLine(context, pitched, octaves, options.colour)
  return drawn
}

const noteOf = (
  event: WrittenEvent,
  bar: WrittenBar,
  octaves: -1 | 0 | 1,
  { clef, colour }: StaffOptions,
): StaveNote => {
  const wholeRest = !event.pitch && bar.events.length === 1
  const duration = wholeRest ? 'w' : DURATIONS[event.length]
  const note = new StaveNote(
    event.pitch
      ? {
          keys: [
            `${event.pitch.letter.toLowerCase()}${SIGNS[String(event.pitch.alter)]}/${event.pitch.octave - octaves}`,
          ],
          duration,
          dots: event.dots,
          clef,
          autoStem: true,
        }
      : { keys: [REST_KEY[clef]], duration: `${duration}r`, dots: wholeRest ? 0 : event.dots, clef },
  )
  if (event.accidental !== undefined) {
    const sign = new Accidental(SIGNS[String(event.accidental)] ?? 'n')
    note.addModifier(event.courtesy ? sign.setAsCautionary() : sign, 0)
  }
  if (event.accent) note.addModifier(new Articulation('a>').setPosition(ModifierPosition.ABOVE), 0)
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
