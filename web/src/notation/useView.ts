import { useEffect, useState } from 'react'
import { keepDraft, readDraft } from '../data/browserStore.ts'
import type { Zoom } from './layout.ts'

/** What is shown of a line. */
export interface View {
  readonly zoom: Zoom
  readonly threads: boolean
  readonly keys: boolean
  readonly degrees: boolean
  readonly roles: boolean
  readonly staff: boolean
}

const USUAL: View = { zoom: 'read', threads: false, keys: true, degrees: true, roles: true, staff: true }
const KEPT = 'line view'

/** How the player views lines, kept in the browser. */
export const useView = (): readonly [View, (part: Partial<View>) => void] => {
  const [view, setView] = useState(USUAL)
  useEffect(() => {
    void readDraft<Partial<View>>(KEPT).then((kept) => kept && setView({ ...USUAL, ...kept }))
  }, [])
  return [
    view,
    (part) => {
      const next = { ...view, ...part }
      setView(next)
      void keepDraft(KEPT, next)
    },
  ]
}
