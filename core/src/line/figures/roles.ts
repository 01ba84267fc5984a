/** What a note is called: the first of these that fits, in this order (common practice, no source). */
const ROLES = [
  'anticipation',
  'guide',
  'chord',
  'delay',
  'enclosure',
  'approach',
  'neighbour',
  'outside',
  'tension',
  'passing',
  'scale',
] as const

export type Role = (typeof ROLES)[number]
