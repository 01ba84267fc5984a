import type { RungId, Stretch } from '@eager-contour/core'

/** What is to be played on the stage. */
export interface StageWish {
  readonly tune: string
  readonly rung: RungId | string
  readonly stretch: Stretch
  readonly tempo: number
  readonly variant?: number | undefined
  /** A tonic at concert pitch; the tune's own key where it is left out. */
  readonly key?: string | undefined
  readonly hide?: number | undefined
  readonly line?: string | undefined
  /** A set list, and how far it has come. */
  readonly list?: { readonly id: string; readonly at: number } | undefined
}

/** Where the stage for it is. */
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
}: StageWish): string => {
  const query = new URLSearchParams({
    bars: `${stretch.from + 1}-${stretch.to + 1}`,
    rung,
    tempo: String(tempo),
    ...(variant ? { variant: String(variant) } : {}),
    ...(key ? { key } : {}),
    ...(hide > 1 ? { hide: String(hide) } : {}),
    ...(line ? { line } : {}),
    ...(list ? { list: list.id, at: String(list.at) } : {}),
  })
  return `/stage/${tune}?${query}`
}
