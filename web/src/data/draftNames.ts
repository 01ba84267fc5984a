/** The names under which charts that are being written stay in the browser. */
export const NEW_TUNE_DRAFT = 'new tune'

const CHANGES = 'changes '

export const changesDraft = (tune: string): string => `${CHANGES}${tune}`

/** The tune whose changes a draft is; undefined for another draft. */
export const tuneOfDraft = (draft: string): string | undefined =>
  draft.startsWith(CHANGES) ? draft.slice(CHANGES.length) : undefined
