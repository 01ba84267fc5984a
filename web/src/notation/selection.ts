/** Notes from one to another, both inside, by their indexes in the line. */
export interface NoteRange {
  readonly from: number
  readonly to: number
}

/** The selected notes. */
export interface Selection {
  readonly from: number | undefined
  readonly to: number | undefined
  /** The note that keys continue from. */
  readonly at: number | undefined
}

export const NOTHING_SELECTED: Selection = { from: undefined, to: undefined, at: undefined }

export const isIn = ({ from, to }: Selection, index: number): boolean =>
  from !== undefined && to !== undefined && index >= from && index <= to
