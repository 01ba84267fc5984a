/** What each place is for, in two or three sentences. */
const PLACES = {
  Today: [
    'What to play now, for how long and why: what is due, what was not solid, your weakest change, something new, and a chorus to finish.',
    'Begin starts the first block; each one leads to the next. Drag blocks, skip them, or plan again for another length.',
  ],
  Tunes: [
    'All your tunes. The picture is a tune’s ground: each key on its level, and over it the way of the guide tones. The twelve marks are its keys, from its own by fourths.',
    'Open a tune to work on it; tick some to tag, duplicate or delete them.',
  ],
  Vocabulary: [
    'Phrases in degrees, for any key: those that come with the application and your own. Hear one, see why each note is there, change it, find where it fits, and drill it in twelve keys.',
  ],
  Log: [
    'What you played, and whether it gets better: days, weak places, tempos that held, how well things were remembered, and every run.',
  ],
  Setup: [
    'Your instrument, names, look, grading, printing, and your data: take all of it out, or bring it in.',
  ],
  Changes: [
    'The chords of the tune, bar by bar and as text: the same chart twice. What can’t be read is marked where it stands, with ways to fix it.',
  ],
  Map: [
    'What each chord does: its numeral and key, its scale, its tones, and the threads that lead its guide tones into the next chord. Choose a chord to see more or to read it otherwise.',
  ],
  Line: [
    'Lines over the chosen bars, written by the application or by you. Each note shows its degree and what it does; the review says what is good and what could be better, with something to try.',
  ],
  Drills: [
    'The ladder: exercises from roots to whole choruses, a row each, in twelve keys, a column each. The mark in a cell is how it stands. Choose one and play it.',
  ],
  Stage: [
    'The exercise as you play it: the chord now and the next one, the notes with a verdict each, and marks at the end.',
    'Start with the button, a pedal or a note. Page Down goes on, Page Up plays it again; Hide shows less, until only the key is left. Under the notes you choose what is listened to.',
  ],
} as const

type PlaceName = keyof typeof PLACES

/** Beside a place's heading: what it is for. Without a script of its own, so that the first page has it at once. */
export const AboutPlace = ({ place }: { readonly place: PlaceName }) => (
  <details className="relative">
    <summary className="inline-flex min-h-11 cursor-pointer items-center rounded-full px-2 text-soft underline decoration-dotted underline-offset-4">
      What is this?
    </summary>
    <div className="absolute left-0 z-20 w-[28rem] space-y-2 max-sm:fixed max-sm:inset-x-3 max-sm:w-auto rounded-2xl border border-rule bg-sheet p-4 text-lg text-ink shadow-lg">
      {PLACES[place].map((text) => (
        <p key={text}>{text}</p>
      ))}
    </div>
  </details>
)
