/** The height of a system's drawing, and where its stave begins, in pixels. */
export const STAFF_HEIGHT = 132
export const STAVE_Y = 10

/** The top line, below the room that the engraver leaves for ledger lines; and the space between two lines. */
export const STAFF_LINES = { top: STAVE_Y + 40, space: 10 } as const
