/** The few words of this application's own, in the order in which a player meets them. docs/glossary.md has the same. */
export const GLOSSARY = {
  stretch:
    'The bars that you have chosen to work on. Drag over the form, or move its ends with Shift and the arrow keys. Everything below the form is about these bars.',
  terrain:
    'The picture of the harmony under a line: time runs to the right, pitch upwards. Each chord has its chord tones as ledges across the bars where it sounds, guide tones the broadest, and its other scale notes as dotted lines.',
  brief:
    'What you want of a composed line: its style, rhythm, density and rests, how chromatic it is, where it starts and where it ends.',
  contour:
    'A shape that you draw over the terrain. The line that is composed follows it up and down, as closely as you ask.',
  ladder:
    'The graded exercises in order, from chord tones to free improvising, each in every key. It shows what is solid, what is close, and what is due again.',
  rung: 'One kind of exercise of the ladder, such as guide tones or approach notes from below. You play it in each key, at rising tempos.',
} as const

export type GlossaryWord = keyof typeof GLOSSARY

export const GLOSSARY_WORDS = Object.keys(GLOSSARY) as readonly GlossaryWord[]
