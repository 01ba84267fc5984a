/** How controls look: one kind of control, one look. Width and place are added where they stand. */

/** What is pressed: the one thing to do next, one of several things, or something beside the main matter. */
export type ButtonLook = 'main' | 'plain' | 'quiet'

const BUTTONS: Readonly<Record<ButtonLook, string>> = {
  main: 'bg-ink text-on-ink font-semibold px-5',
  plain: 'border border-soft text-ink px-4 hover:bg-chosen',
  quiet: 'text-ink underline underline-offset-4 decoration-soft px-2',
}

/** The look of a button; of a link or a file's label that does what a button does, too. */
export const buttonLook = (look: ButtonLook = 'plain'): string =>
  `inline-flex min-h-11 items-center justify-center gap-2 rounded-full whitespace-nowrap disabled:opacity-45 ${BUTTONS[look]}`

/** Text, number, or a choice from a list. */
export const FIELD = 'min-h-10 rounded-xl border border-soft bg-sheet px-2.5'

/** A few choices beside each other, one of them chosen: around them, and each. On a narrow page they wrap. */
export const SEGMENTS = 'inline-flex max-w-full flex-wrap overflow-hidden rounded-xl border border-soft'
export const SEGMENT =
  'min-h-10 px-3 focus-visible:-outline-offset-2 max-sm:px-2 max-sm:text-sm data-[state=on]:bg-ink data-[state=on]:text-on-ink data-[state=active]:bg-ink data-[state=active]:text-on-ink'
