/** The finest subdivision that a take is quantised to. */
export type Grid = 'eighths' | 'triplets' | 'sixteenths'
