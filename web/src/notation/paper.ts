import type { SettingsAnswer } from '@eager-contour/contract'

type PageSize = SettingsAnswer['page']
type StaffSize = SettingsAnswer['printedNotes']

/** Printed against the size on screen. */
const SCALES: Readonly<Record<StaffSize, number>> = { small: 0.66, medium: 0.79, large: 1 }
/** What both page sizes hold between their margins, in CSS pixels. */
const PRINTED_WIDTH = 680

/** The width of a sheet in pixels, and the scale at which it is printed. */
export const sheetSize = (staff: StaffSize) => ({
  width: Math.floor(PRINTED_WIDTH / SCALES[staff]),
  scale: SCALES[staff],
})

/** Named pages: see tokens.css. */
export const PAGE_CLASSES: Readonly<Record<PageSize, string>> = { A4: 'page-a4', Letter: 'page-letter' }
