import { EIGHTH } from '../../../theory/rhythm/ticks.ts'
import { DEVICE_IDS, type DeviceId, deviceRow } from '../../figures/devices.ts'
import { APPROACH_FIGURES, DEPARTURE_FIGURES } from '../../figures/figures.ts'
import { departureNotes, notesFrom } from '../../figures/fill.ts'
import { hasPitch } from '../../figures/harmony.ts'
import type { Brief } from '../brief.ts'
import { eighthAt, type Ground, type Segment } from './ground.ts'
import { isInside, notePrice, type Piece, type PlacedNote, pieceOf, rangePrice } from './piece.ts'
import { BANNED, SOLO_PRICES } from './prices.ts'
import type { StyleRow } from './styles.ts'

/** What each device costs besides, for a brief. */
export type DevicePrice = (device: DeviceId) => number

/** Shorter ones are rows of single notes, but for those that are a device by themselves. */
const LONG_DEPARTURES = DEPARTURE_FIGURES.filter(
  ({ steps, from, device }) =>
    steps.length >= 3 || (steps.length === 2 && (from !== undefined || device === 'neighbour')),
)
const DELAYS = DEVICE_IDS.flatMap((device) =>
  (deviceRow(device).delays ?? []).map((delay) => ({ device, ...delay })),
)
const APPROACHES = APPROACH_FIGURES.filter(({ steps }) => steps.length > 0)

/**
 * Every single note, arpeggio, shape and approach in eighths at every eighth of the ground, over its chord; small figures
 * that are a device by themselves only where they are asked for. It yields at every beat.
 */
export function* figurePieces(
  ground: Ground,
  range: Brief['range'],
  devicePrice: DevicePrice,
  isAsked: (device: DeviceId) => boolean,
  { filling, approaches = 0 }: Pick<StyleRow, 'filling' | 'approaches'>,
): Generator<void, readonly Piece[], void> {
  const departures = LONG_DEPARTURES.filter(({ steps, device }) => steps.length >= 3 || isAsked(device))
  const arrivals = APPROACHES.filter(({ around, device }) => !around || isAsked(device))
  const delays = DELAYS.filter(({ device }) => isAsked(device))
  const pieces: Piece[] = []
  const { at, start, strength } = ground
  const add = (
    index: number,
    midis: readonly number[],
    price: number,
    device?: DeviceId,
    name = '',
    rhythm: Rhythm = EVEN,
  ) => {
    if (index < 0) return
    let cost = price
    const notes: PlacedNote[] = []
    for (let place = 0; place < midis.length; place += 1) {
      const midi = midis[place]!
      if (midi < range.low || midi > range.high) return
      const onset = onsetIn(rhythm, place)
      const eighth = index + Math.floor(onset / EIGHTH)
      if (!at[eighth]) return
      const tick = start + index * EIGHTH + onset
      const held = rhythm.last !== undefined && place === midis.length - 1
      const duration = held ? rhythm.last! : onsetIn(rhythm, place + 1) - onset
      const before = midis[place - 1]
      const changes = before !== undefined && at[eighth] !== at[eighthAt(ground, notes[place - 1]!.start)]
      if (changes && Math.abs(midi - before) > 2) cost += SOLO_PRICES.innerJump * ground.joins
      notes.push({ start: tick, duration, midi })
      cost += notePrice(ground, tick, duration, midi) + rangePrice(range, midi) / 2
    }
    pieces.push(
      pieceOf(
        ground,
        notes,
        device
          ? { kind: 'figure', device, name, ...(rhythm.triplet ? { triplet: true } : {}) }
          : { kind: 'note' },
        cost,
      ),
    )
  }
  for (let index = 0; index < at.length; index += 1) {
    if (index % 2 === 0) yield
    const segment = at[index]
    if (!segment) continue
    for (let midi = range.low; midi <= range.high; midi += 1) {
      const tick = start + index * EIGHTH
      if (isInside(ground, tick, midi)) add(index, [midi], filling * SOLO_PRICES.note)
      if (!hasPitch(segment.harmony.isTone, midi)) continue
      if (midi < range.comfortLow - REACH || midi > range.comfortHigh + REACH) continue
      for (const departure of departures) {
        if (strength[index] === 0 && departure.steps.length < OFF_BEAT_STEPS) continue
        if (!staysOn(ground, segment, index, departure.steps.length)) continue
        const extra = devicePrice(departure.device)
        const notes = extra < BANNED ? departureNotes(departure, midi, segment.harmony) : undefined
        if (!notes) continue
        const own = departure.device === 'arpeggio' ? SOLO_PRICES.arpeggio : SOLO_PRICES.figure
        const price = filling * own + extra
        const tripled = filling * SOLO_PRICES.figure + extra - SOLO_PRICES.triplet
        add(index, [midi, ...notes], price, departure.device, departure.name)
        if (strength[index]! > 0 && TRIPLED.includes(departure.device))
          add(index, [midi, ...notes], tripled, departure.device, departure.name, TRIPLET)
      }
      if (index > 0 && at[index - 1] !== undefined && at[index - 1] !== segment)
        add(index - 1, [midi], SOLO_PRICES.early, undefined, '', EARLY)
      if (strength[index] === 2 && at[index + 1] === segment)
        for (const { device, halfSteps, name } of delays)
          if (!isInside(ground, tick, midi + halfSteps))
            add(index, [midi + halfSteps, midi], devicePrice(device), device, name)
      if (strength[index] === 0) continue
      for (const approach of arrivals) {
        const extra = devicePrice(approach.device)
        const found = extra < BANNED ? notesFrom(approach.steps, midi, segment.harmony) : undefined
        if (!found) continue
        // What goes around its target begins on it.
        const notes = approach.around ? [midi, ...found] : found
        const base = approach.around ? SOLO_PRICES.figure : SOLO_PRICES.approach
        const price = filling * base + approaches + extra
        add(index - notes.length, [...notes, midi], price, approach.device, approach.name)
        if (index > 0 && at[index - 1] !== undefined && at[index - 1] !== segment)
          add(index - 1 - notes.length, [...notes, midi], price, approach.device, approach.name, EARLY)
      }
    }
  }
  return pieces
}

/** Half steps outside the comfortable range at which no figure is anchored any more. */
const REACH = 2
/** Off the beat only figures of this many steps begin. */
const OFF_BEAT_STEPS = 4

/** When the notes of a figure come: its first three in the time of a beat or not, its last one held or not. */
interface Rhythm {
  readonly triplet?: true
  /** Ticks of the last note. */
  readonly last?: number
}
const EVEN: Rhythm = {}
const TRIPLET: Rhythm = { triplet: true }
/** An eighth before its beat, and held into it. */
const EARLY: Rhythm = { last: 2 * EIGHTH }
/** Devices that sound well with a triplet in them. */
const TRIPLED: readonly DeviceId[] = ['arpeggio', 'diminished', 'altered']

const onsetIn = ({ triplet }: Rhythm, place: number): number => {
  if (!triplet) return place * EIGHTH
  return place < 3 ? (place * 2 * EIGHTH) / 3 : (place - 1) * EIGHTH
}

const staysOn = ({ at }: Ground, segment: Segment, index: number, steps: number): boolean =>
  at[index + steps] === segment
