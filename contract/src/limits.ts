/** Limits on the size of everything that crosses the wire. */
export const LIMITS = {
  title: 200,
  chartText: 200_000,
  lineNotes: 20_000,
  remark: 4_000,
  tags: 20,
  tag: 40,
  phraseNotes: 2_000,
  listExercises: 200,
  /** An order of degrees, and how an exercise is practised, in characters. */
  order: 60,
  practice: 400,
  plans: 50,
  planBlocks: 60,
  readings: 5_000,
  takeNotes: 20_000,
  seconds: 3600,
  runsOnPage: 100,
  bodyBytes: 6_000_000,
} as const

/** Ids are made by the client, so that a repeated request is the same request. */
export const ID_PATTERN = /^[A-Za-z0-9_-]{8,64}$/

/** What is said of a text that is too long. */
export const atMost = (characters: number): { readonly message: string } => ({
  message: `At most ${characters} characters.`,
})

/** What is said of a number that is out of its limits. */
export const between = (low: number, high: number): { readonly message: string } => ({
  message: `From ${low} to ${high}.`,
})
