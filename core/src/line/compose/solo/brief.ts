import { EIGHTH } from '../../../theory/rhythm/ticks.ts'
import { CHROMATIC_COSTS, SCHOOL_COSTS, USUAL_WEIGHT } from '../../cost/terms.ts'
import type { DeviceRow } from '../../figures/deviceRow.ts'
import { type DeviceId, deviceRow } from '../../figures/devices.ts'
import { departureNotes } from '../../figures/fill.ts'
import { type Brief, NEVER, OFTEN } from '../brief.ts'
import { ownDepartures, usableCells, WAYS } from '../own.ts'
import { fragmentDevices } from './fragmentDevices.ts'
import type { FragmentChoice } from './fragmentPieces.ts'
import { eighthAt, type Ground, standingOf } from './ground.ts'
import { isInside, notePrice, type Piece, pieceOf } from './piece.ts'
import { BANNED, SOLO_PRICES } from './prices.ts'
import type { StyleRow } from './styles.ts'
import { tripletsIn } from './triplets.ts'
import type { Variant } from './variants.ts'

/** What everything else costs besides, where some devices are asked for often. */
const othersPrice = (devices: Brief['devices'] = {}): number =>
  Object.values(devices).includes(OFTEN) ? SOLO_PRICES.unasked : 0

/** What a device costs for a brief. */
export const devicePriceFor =
  ({ devices, school = 'both' }: Brief) =>
  (id: DeviceId): number => {
    const row: DeviceRow = deviceRow(id)
    const share = row.encloses ? SOLO_PRICES.enclosing : SOLO_PRICES.device
    const rows = SCHOOL_COSTS[school]
    return (
      share * row.cost +
      SOLO_PRICES.weights[devices?.[id] ?? USUAL_WEIGHT]! +
      (devices?.[id] === OFTEN ? 0 : othersPrice(devices)) +
      (id === 'halfStepRun' ? rows.halfStepRun : row.running ? 0 : rows.figure)
    )
  }

/** The devices that a brief asks for often. */
export const askedFor =
  ({ devices = {} }: Brief) =>
  (id: DeviceId): boolean =>
    devices[id] === OFTEN

/** Which fragments may come and what each costs: by the hand that fits the style, by what the brief asks for. */
export const fragmentChoiceFor = ({ devices = {}, school }: Brief, { hands }: StyleRow): FragmentChoice => {
  const asked = Object.entries(devices).filter(([, weight]) => weight === NEVER || weight === OFTEN)
  const weighed = asked.length > 0
  const others = othersPrice(devices)
  return (variant: Variant) => {
    const { fragment } = variant
    const price: number = hands[fragment.hand] + (school === 'halfSteps' ? SCHOOL_COSTS.halfSteps.figure : 0)
    if (!weighed) return price
    const has = fragmentDevices(variant)
    let wanted = false
    for (const [device, weight] of asked) {
      if (!has.has(device as DeviceId)) continue
      if (weight === NEVER) return undefined
      wanted = true
    }
    return wanted ? Math.max(0, price - SOLO_PRICES.asked) : price + others
  }
}

/** What notes outside the scale cost for a brief. */
export const chromaticPriceFor = (ground: Ground, { chromatic = USUAL_WEIGHT }: Brief) => {
  const { note, without } = CHROMATIC_COSTS[chromatic]!
  return ({ notes }: Piece): number => {
    if (chromatic === USUAL_WEIGHT) return 0
    const foreign = notes.filter(({ start, midi }) => !isInside(ground, start, midi)).length
    return foreign * note + (foreign === 0 && notes.length > 1 ? without : 0)
  }
}

/** What colour and chord tones on strong beats cost for a brief. */
export const colourPriceFor =
  (ground: Ground, { colour = 1 }: Brief) =>
  ({ notes }: Piece): number => {
    if (colour === 1) return 0
    let price = 0
    for (const { start, midi } of notes) {
      const eighth = eighthAt(ground, start)
      const here = ground.at[eighth]
      if (!here || ground.strength[eighth] !== 2 || (start - ground.start) % EIGHTH !== 0) continue
      const standing = standingOf(here, midi)
      const isTone = standing === 'guide' || standing === 'tone'
      if (colour > 1 && standing !== 'colour') price += SOLO_PRICES.plainStrong * (colour - 1)
      if (colour < 1 && !isTone) price += SOLO_PRICES.colourStrong * (1 - colour)
    }
    return price
  }

/** What notes outside the scale cost where the brief wants none. */
export const placePriceFor =
  (ground: Ground, { chromaticPlace = 'anywhere' }: Brief) =>
  ({ notes }: Piece): number => {
    if (chromaticPlace === 'anywhere') return 0
    let misplaced = 0
    notes.forEach(({ start, midi }, at) => {
      if (isInside(ground, start, midi)) return
      const here = ground.at[eighthAt(ground, start)]
      const next = notes.slice(at + 1).find((note) => isInside(ground, note.start, note.midi))
      const fits =
        chromaticPlace === 'dominants'
          ? here?.harmony.kind === 'dominant'
          : next !== undefined && ground.at[eighthAt(ground, next.start)] !== here
      if (!fits) misplaced += 1
    })
    return SOLO_PRICES.misplaced * misplaced
  }

/** What triplets cost where the brief wants none, or exactly one. */
export const tripletPriceFor =
  ({ triplets }: Brief) =>
  ({ notes }: Piece): number => {
    if (triplets === undefined) return 0
    const count = tripletsIn(notes)
    if (triplets === 'one' && count === 1) return SOLO_PRICES.secondTriplet
    return count > 0 ? BANNED : 0
  }

/** The place of the 7 in a stack of thirds, and the half steps of the 6 that stands for it in some chords. */
const SEVENTH = 3
const SIXTH = 9

/** The player's own cells in eighths, wherever they fit; each with the index of its request. */
export const cellPieces = (ground: Ground, { cells = [], range }: Brief): readonly Piece[] => {
  const usable = usableCells(cells)
  if (usable.length === 0) return []
  const departures = ownDepartures(cells)
  const pieces: Piece[] = []
  ground.at.forEach((segment, index) => {
    if (!segment) return
    const hasSixth = segment.harmony.stack[SEVENTH] === SIXTH
    for (let midi = range.low; midi <= range.high; midi += 1)
      departures.forEach((departure, row) => {
        const cell = Math.floor(row / WAYS)
        const own = departureNotes(departure, midi, segment.harmony)
        if (!own) return
        const midis = row % WAYS === 0 ? [midi, ...own] : own
        if (row % WAYS !== 0 && Math.abs(own[0]! - midi) > 12) return
        if (midis.some((one) => one < range.low || one > range.high)) return
        if (ground.at[index + midis.length - 1] !== segment) return
        const notes = midis.map((one, place) => ({
          start: ground.start + (index + place) * EIGHTH,
          duration: EIGHTH,
          midi: one,
        }))
        const price = notes.reduce(
          (sum: number, note) => sum + notePrice(ground, note.start, EIGHTH, note.midi),
          SOLO_PRICES.cell + (usable[cell]!.degrees.includes('7') && hasSixth ? SOLO_PRICES.sixForSeven : 0),
        )
        pieces.push(pieceOf(ground, notes, { kind: 'cell', index: cell }, price))
      })
  })
  return pieces
}
