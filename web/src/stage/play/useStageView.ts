import { useKept } from '../../data/useKept.ts'

/** How the notes are drawn: on the staff, as a trail of dots, or as it suits stretch and screen. */
export type Picture = 'auto' | 'staff' | 'dots'

/** How the player wants the stage. */
export interface StageView {
  readonly picture: Picture
  /** Beats by which the position on the staff is ahead of the band. */
  readonly ahead: number
  /** Whether keys (or a fingerboard) are on the screen; undefined: with dots only. */
  readonly board?: boolean
}

const USUAL: StageView = { picture: 'auto', ahead: 0 }
const KEPT = 'stage view'

/** How the player wants the stage, kept in the browser. */
export const useStageView = (): readonly [StageView, (part: Partial<StageView>) => void] =>
  useKept(KEPT, USUAL)
