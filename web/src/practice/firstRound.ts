import { externalStore } from '../store/externalStore.ts'

interface FirstStep {
  readonly title: string
  readonly text: string
  readonly address: (tune: string) => string
}

/** One round through the work, in three minutes: four bars, what their chords do, a line, a graded run. */
export const FIRST_ROUND: readonly FirstStep[] = [
  {
    title: 'What the chords do',
    text: 'Four bars of a tune. Each chord has its tones as ledges, the 3 and the 7 the broadest; threads show where these go. Space plays them.',
    address: (tune) => `/tunes/${tune}/map?bars=1-4`,
  },
  {
    title: 'A line over them',
    text: 'Press “Write a line”: a short solo, with a reason for every note. Point at a note, or Tab to it, to read what it does. Space plays it with the band.',
    address: (tune) => `/tunes/${tune}/line?bars=1-4`,
  },
  {
    title: 'You play',
    text: 'The root of each chord, slowly: on a MIDI device, into a microphone, on the keys of the screen, or with letters after K. Or tick “simulated player” and watch. Page Down starts.',
    address: (tune) => `/stage/${tune}?bars=1-4&rung=roots&tempo=60`,
  },
  {
    title: 'What comes next',
    text: 'What you play is kept; from it Today plans what to bring back, what is weak, and one new thing. What a simulated player plays counts for nothing.',
    address: () => '/today',
  },
]

interface FirstRound {
  readonly tune: string
  /** The step that is shown. */
  readonly at: number
}

/** Where the first round is; undefined if nobody takes it. */
export const firstRound = externalStore<FirstRound | undefined>(undefined)
