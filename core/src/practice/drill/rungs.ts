import { FREE_ROWS } from './freeRungs.ts'
import type { FreeLimits } from './limits.ts'
import type { RungRow, SetRow, Variant } from './rung.ts'
import { SET_ROWS } from './setRungs.ts'

const GRADES = [
  '',
  'Ground',
  'Outlines',
  'Chord tones, free',
  'Joins',
  'Approaches',
  'Scales',
  'Vocabulary',
  'Colours',
  'Lines',
] as const

/** A kind of exercise of the ladder. */
export type RungId = (typeof SET_ROWS)[number]['id'] | (typeof FREE_ROWS)[number]['id']

type NamedRow = RungRow & { readonly id: RungId }

const SET_RUNGS: readonly NamedRow[] = SET_ROWS.map((row: SetRow & { id: RungId }) => ({
  ...row,
  kind: 'set',
  gradeName: GRADES[row.grade]!,
  tempo: { from: row.tempo[0], to: row.tempo[1] },
}))

const FREE_RUNGS: readonly NamedRow[] = FREE_ROWS.map(
  ({ ways, tempo: [from, to], ...row }): NamedRow => ({
    ...row,
    kind: 'free',
    gradeName: GRADES[row.grade]!,
    tempo: { from, to },
    variants: ways.map(
      ({ name, limits }): Variant => ({ name, material: { by: 'player', limits } }),
    ) as unknown as RungRow['variants'],
  }),
)

/** An option of a rung with several: its name and what can be chosen. */
export interface RungOption {
  readonly name: string
  readonly values: readonly string[]
}

/**
 * The options of a rung, in order; none if its variants are chosen by name.
 *
 * @example optionsOf(rungOf('from-3')).map(({ name }) => name) // ['direction', 'rhythm']
 */
export const optionsOf = ({ variants }: RungRow): readonly RungOption[] =>
  Object.keys(variants[0].options ?? {}).map((name) => ({
    name,
    values: [...new Set(variants.map(({ options }) => options![name]!))],
  }))

/**
 * The variant with a value of an option that keeps as many other options of the previous choice as possible.
 *
 * @example withOption(rungOf('from-3'), 0, 'direction', 'down') // 1
 */
export const withOption = ({ variants }: RungRow, before: number, name: string, value: string): number => {
  const kept = variants[before]?.options ?? {}
  const alike = ({ options = {} }: Variant): number =>
    options[name] === value
      ? 1 + Object.keys(options).filter((one) => one !== name && options[one] === kept[one]).length
      : 0
  return variants.reduce((best, variant, at) => (alike(variant) > alike(variants[best]!) ? at : best), 0)
}

/**
 * All rungs, grade by grade; within a grade those with given notes come first.
 *
 * @example RUNGS[0].name // 'roots'
 */
export const RUNGS: readonly NamedRow[] = [...SET_RUNGS, ...FREE_RUNGS].sort((a, b) => a.grade - b.grade)

const BY_ID = new Map(RUNGS.map((row) => [row.id, row]))

/**
 * The row of a rung.
 *
 * @example rungOf('guide-tones').grade // 4
 */
export const rungOf = (id: RungId): RungRow => BY_ID.get(id)!

/**
 * The limits of a free rung in one of its variants; undefined for a rung with given notes.
 *
 * @example limitsOf('one-a-bar').notes // 'chordTonesAnd9'
 */
export const limitsOf = (id: RungId, variant = 0): FreeLimits | undefined => {
  const { variants } = rungOf(id)
  const { material } = variants[variant] ?? variants[0]
  return material.by === 'player' ? material.limits : undefined
}
