/** The finest notes that a take is written in. */
export type Grid = 'eighths' | 'triplets' | 'sixteenths'
