import type { ChordKind } from '../../../theory/chord/chord.ts'
import { QUARTER, type Ticks } from '../../../theory/rhythm/ticks.ts'
import { FRAGMENTS } from '../../fragments/fragments.ts'
import type { Fragment, FragmentNote } from '../../fragments/notation.ts'
import { SOLO_PRICES } from './prices.ts'

/** A fragment, or what is left of it when its head or tail is cut where the chord changes or a beat ends. */
export interface Variant {
  readonly fragment: Fragment
  readonly notes: readonly FragmentNote[]
  /** The chords that its notes belong to, with where each starts, in ticks from the fragment's start. */
  readonly chords: readonly {
    readonly root: number
    readonly kind: ChordKind
    readonly start: Ticks
    readonly length: Ticks
  }[]
  /** The index of the first of these chords among the fragment's. */
  readonly firstChord: number
  readonly price: number
}

const LEAST_NOTES = 3

/** All variants of all fragments, by the kind of their first chord. */
export const VARIANTS: ReadonlyMap<ChordKind, readonly Variant[]> = (() => {
  const byKind = new Map<ChordKind, Variant[]>()
  for (const fragment of FRAGMENTS)
    for (const variant of variantsOf(fragment)) {
      const { kind } = variant.chords[0]!
      const known = byKind.get(kind) ?? []
      known.push(variant)
      byKind.set(kind, known)
    }
  return byKind
})()

function variantsOf(fragment: Fragment): readonly Variant[] {
  const { notes } = fragment
  const variants: Variant[] = []
  const seen = new Set<string>()
  const add = (from: number, to: number, price: number) => {
    if (to - from + 1 < LEAST_NOTES || seen.has(`${from} ${to}`)) return
    seen.add(`${from} ${to}`)
    const variant = variantOf(fragment, from, to, price)
    if (variant) variants.push(variant)
  }
  const last = notes.length - 1
  add(0, last, 0)
  notes.forEach((note, index) => {
    if (index === 0) return
    const changes = notes[index - 1]!.chord !== note.chord
    if (changes) {
      add(index, last, SOLO_PRICES.cut)
      // The landing note stays with the head.
      add(0, index, SOLO_PRICES.cut)
      add(0, index - 1, SOLO_PRICES.cut)
    } else if (index >= LEAST_NOTES && index < last && note.onset % QUARTER === 0)
      add(0, index, SOLO_PRICES.cut)
  })
  return variants
}

function variantOf(fragment: Fragment, from: number, to: number, price: number): Variant | undefined {
  const notes = fragment.notes.slice(from, to + 1)
  const low = Math.min(...notes.map(({ chord }) => chord))
  const high = Math.max(...notes.map(({ chord }) => chord))
  const chords: { root: number; kind: ChordKind; start: Ticks; length: Ticks }[] = []
  for (let at = low; at <= high; at += 1) {
    const { root, kind, beats } = fragment.chords[at]!
    if (root === undefined || kind === undefined) return undefined
    const start = fragment.chords.slice(0, at).reduce((sum, one) => sum + one.beats * QUARTER, 0)
    chords.push({ root, kind, start, length: beats * QUARTER })
  }
  return { fragment, notes, chords, firstChord: low, price }
}
