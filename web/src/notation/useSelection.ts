import { useCallback, useMemo, useState } from 'react'

/** The selected notes: from one to another, both inside, by their indexes in the line. */
export interface Selection {
  readonly from: number | undefined
  readonly to: number | undefined
  /** The note that keys continue from. */
  readonly at: number | undefined
  /** Selects a note, or every note from the start of the selection up to it. */
  readonly choose: (index: number, extend: boolean) => void
  /** A note that received the focus: selected, unless it already is. */
  readonly focus: (index: number) => void
  readonly all: (count: number) => void
  readonly clear: () => void
}

interface Chosen {
  readonly anchor: number
  readonly at: number
}

/** The selection in a line with a number of notes. */
export const useSelection = (count: number): Selection => {
  const [raw, setChosen] = useState<Chosen>()
  const chosen = count === 0 ? undefined : raw
  const choose = useCallback(
    (index: number, extend: boolean) =>
      setChosen((before) => ({ anchor: extend && before ? before.anchor : index, at: index })),
    [],
  )
  const focus = useCallback(
    (index: number) =>
      setChosen((before) =>
        before && index >= Math.min(before.anchor, before.at) && index <= Math.max(before.anchor, before.at)
          ? before
          : { anchor: index, at: index },
      ),
    [],
  )
  const all = useCallback((notes: number) => setChosen({ anchor: 0, at: notes - 1 }), [])
  const clear = useCallback(() => setChosen(undefined), [])
  return useMemo(() => {
    const inside = (index: number) => Math.min(count - 1, index)
    const [anchor, at] = chosen ? [inside(chosen.anchor), inside(chosen.at)] : []
    return {
      from: anchor === undefined ? undefined : Math.min(anchor, at!),
      to: anchor === undefined ? undefined : Math.max(anchor, at!),
      at,
      choose,
      focus,
      all,
      clear,
    }
  }, [chosen, count, choose, focus, all, clear])
}

export const isIn = ({ from, to }: Selection, index: number): boolean =>
  from !== undefined && to !== undefined && index >= from && index <= to
