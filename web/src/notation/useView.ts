import { useKept } from '../data/useKept.ts'
import type { Zoom } from './layout.ts'

/** What is shown of a line. */
export interface View {
  readonly zoom: Zoom
  readonly threads: boolean
  readonly keys: boolean
  readonly degrees: boolean
  readonly roles: boolean
  readonly staff: boolean
  /** The usual slurs and accents of swung eighths. */
  readonly articulation: boolean
  /** The notes as a table, besides. */
  readonly table: boolean
}

const USUAL: View = {
  zoom: 'read',
  threads: false,
  keys: true,
  degrees: true,
  roles: true,
  staff: true,
  articulation: false,
  table: false,
}
const KEPT = 'line view'

/** How the player views lines, kept in the browser. */
export const useView = (): readonly [View, (part: Partial<View>) => void] => useKept(KEPT, USUAL)
