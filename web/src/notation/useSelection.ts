import { useCallback, useMemo, useState } from 'react'

/** The notes that are chosen: from one to another, both inside, by their places in the line. */
export interface Selection {
  readonly from: number | undefined
  readonly to: number | undefined
  /** The note that keys go on from. */
  readonly at: number | undefined
  /** Chooses a note, or every note from where the choice began up to it. */
  readonly choose: (index: number, extend: boolean) => void
  /** A note that came under the keys: chosen, unless it is among those that are. */
  readonly focus: (index: number) => void
  readonly all: (count: number) => void
  readonly clear: () => void
}

interface Chosen {
  readonly anchor: number
  readonly at: number
}

/** What is chosen in a line of so many notes. */
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
