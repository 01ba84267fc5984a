/** The kinds of records in a library, in the order in which they are read back: each after those that it needs. */
export type LibraryPartName =
  | 'tunes'
  | 'lines'
  | 'phrases'
  | 'exercises'
  | 'set-lists'
  | 'goals'
  | 'days'
  | 'runs'
  | 'settings'
