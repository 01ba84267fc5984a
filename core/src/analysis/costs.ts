/** What a reading of the changes costs, in the units of FUNCTIONS and PATTERNS. */
export const READING_COSTS = {
  /** A chord that its key does not explain at all. */
  unexplained: 4,
  /** Leaving one key for another, and for each step that their signatures differ. */
  changeOfKey: 1.3,
  signatureStep: 0.12,
  /** A change between a key and its relative. */
  relative: 0.7,
  /** Each chord that is not in the key which the chart names. */
  awayFromHome: 0.25,
  /** What is gained where a tune begins or ends on the tonic of the key that its chart names. */
  homeFrame: 1,
} as const
