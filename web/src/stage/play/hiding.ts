/** What is shown on the stage during a run, from everything to the least. */
export const HIDING = [
  'notes and names',
  'chord symbols only',
  'numerals and the key',
  'key name only',
] as const
