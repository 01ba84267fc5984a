import type { PiecePlan, RungId, Stretch, TempoPlan } from '@eager-contour/core'

/** What is to be played on the stage. */
export interface StageRequest {
  readonly tune: string
  readonly rung: RungId | string
  readonly stretch: Stretch
  readonly tempo: number
  readonly variant?: number | undefined
  /** A tonic at concert pitch; the tune's own key if left out. */
  readonly key?: string | undefined
  readonly hide?: number | undefined
  /** The saved line or phrase that it plays, if the rung needs one. */
  readonly line?: string | undefined
  /** The player's own order of degrees. */
  readonly order?: string | undefined
  /** How it is practised. */
  readonly practice?: Practice | undefined
  /** A set list, and the position in it. */
  readonly list?: { readonly id: string; readonly at: number } | undefined
}

/** How an exercise is practised over several runs. */
export interface Practice {
  /** The pieces; `whole` is the stretch they belong to. */
  readonly pieces?: PiecePlan | undefined
  readonly whole?: Stretch | undefined
  readonly tempo?: TempoPlan | undefined
  /** The order of the keys: a name, or the player's own list of tonics at concert pitch. */
  readonly keys?: string | undefined
  /** How much is hidden in every key after the first. */
  readonly hideLater?: number | undefined
  /** The variant of a figure whose halves are played first. */
  readonly figure?: number | undefined
  /** Whether the next key comes after every run, not when the rung is done in this one. */
  readonly through?: boolean | undefined
  /** Whether the next run starts by itself. */
  readonly byItself?: boolean | undefined
  /** How often the stretch is played in one run. */
  readonly loops?: number | undefined
  /** Whether the application plays the first half of each loop. */
  readonly trade?: boolean | undefined
  /** Bars of a turn, where the player makes the line in turns with a soloist. */
  readonly turns?: number | undefined
}

/** Bars of a turn with the soloist. */
export const TURNS = [1, 2, 4, 8] as const

/** How often a stretch may be played in one run. */
export const LOOPS = [1, 2, 4, 8] as const

const barsOf = ({ from, to }: Stretch): string => `${from + 1}-${to + 1}`

const stretchOf = (bars: string | null): Stretch | undefined => {
  const [from, to] = bars?.split('-').map(Number) ?? []
  return from && to && from <= to ? { from: from - 1, to: to - 1 } : undefined
}

const oneOf = <T extends string>(value: string | null, all: readonly T[]): T | undefined =>
  all.find((one) => one === value)

/** How an exercise is practised, from its address. */
export const practiceOf = (params: URLSearchParams): Practice => ({
  pieces: oneOf<PiecePlan>(params.get('pieces'), ['halves', '1', '2', '4', '8']),
  whole: stretchOf(params.get('whole')),
  tempo: oneOf<TempoPlan>(params.get('plan'), ['fixed', 'upAndDown']),
  keys: params.get('keys') ?? undefined,
  hideLater: Number(params.get('later')) || undefined,
  figure: params.has('figure') ? Number(params.get('figure')) || 0 : undefined,
  through: params.get('through') === '1' || undefined,
  byItself: params.get('itself') === '1' || undefined,
  loops: LOOPS.find((loops) => String(loops) === params.get('loops')),
  trade: params.get('trade') === '1' || undefined,
  turns: TURNS.find((bars) => String(bars) === params.get('turns')),
})

/** How an exercise is practised, as it stands in an address. */
const practiceQuery = (practice: Practice, stretch: Stretch): Readonly<Record<string, string>> => ({
  ...(practice.pieces && practice.pieces !== 'whole'
    ? { pieces: practice.pieces, whole: barsOf(practice.whole ?? stretch) }
    : {}),
  ...(practice.tempo && practice.tempo !== 'ladder' ? { plan: practice.tempo } : {}),
  ...(practice.keys ? { keys: practice.keys } : {}),
  ...(practice.hideLater && practice.hideLater > 1 ? { later: String(practice.hideLater) } : {}),
  ...(practice.figure === undefined ? {} : { figure: String(practice.figure) }),
  ...(practice.through ? { through: '1' } : {}),
  ...(practice.byItself ? { itself: '1' } : {}),
  ...(practice.loops && practice.loops > 1 ? { loops: String(practice.loops) } : {}),
  ...(practice.trade ? { trade: '1' } : {}),
  ...(practice.turns ? { turns: String(practice.turns) } : {}),
})

/** The same as text, to be kept with an exercise. */
export const practiceText = (practice: Practice, stretch: Stretch): string =>
  new URLSearchParams(practiceQuery(practice, stretch)).toString()

/** The practice that was kept with an exercise. */
export const keptPractice = (text: string | undefined): Practice =>
  practiceOf(new URLSearchParams(text ?? ''))

/** The stage's address for it. */
export const stageAddress = ({
  tune,
  rung,
  stretch,
  tempo,
  variant,
  key,
  hide = 1,
  line,
  list,
  order,
  practice = {},
}: StageRequest): string => {
  const query = new URLSearchParams({
    bars: barsOf(stretch),
    rung,
    tempo: String(tempo),
    ...(variant ? { variant: String(variant) } : {}),
    ...(key ? { key } : {}),
    ...(hide > 1 ? { hide: String(hide) } : {}),
    ...(line ? { line } : {}),
    ...(order ? { order } : {}),
    ...practiceQuery(practice, stretch),
    ...(list ? { list: list.id, at: String(list.at) } : {}),
  })
  return `/stage/${tune}?${query}`
}
