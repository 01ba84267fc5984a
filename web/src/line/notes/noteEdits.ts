import {
  EIGHTH,
  eachOf,
  insertAfter,
  joinAll,
  lastOf,
  lengthenedBy,
  movedBy,
  movedByScale,
  type RangeEdit,
  removeNote,
  splitNote,
  tripleNote,
} from '@eager-contour/core'

/** What can be done to notes, with its label and its key (as react-hotkeys-hook names it) and how that is shown. */
export interface NoteTool {
  readonly name: string
  readonly keys: string
  readonly shown: string
  readonly edit: RangeEdit
}

const SIXTEENTH = EIGHTH / 2
const OCTAVE = 12

export const NOTE_TOOLS: readonly NoteTool[] = [
  { name: 'Up a scale note', keys: 'alt+up', shown: 'Alt + ↑', edit: movedByScale(1) },
  { name: 'Down a scale note', keys: 'alt+down', shown: 'Alt + ↓', edit: movedByScale(-1) },
  { name: 'Up a half step', keys: 'alt+shift+up', shown: 'Alt + Shift + ↑', edit: movedBy(1) },
  { name: 'Down a half step', keys: 'alt+shift+down', shown: 'Alt + Shift + ↓', edit: movedBy(-1) },
  { name: 'Up an octave', keys: 'alt+pageup', shown: 'Alt + Page Up', edit: movedBy(OCTAVE) },
  { name: 'Down an octave', keys: 'alt+pagedown', shown: 'Alt + Page Down', edit: movedBy(-OCTAVE) },
  { name: 'Longer', keys: 'period', shown: '.', edit: lastOf(lengthenedBy(SIXTEENTH)) },
  { name: 'Shorter', keys: 'comma', shown: ',', edit: lastOf(lengthenedBy(-SIXTEENTH)) },
  { name: 'Split', keys: 's', shown: 'S', edit: eachOf(splitNote) },
  { name: 'Join to the next', keys: 'j', shown: 'J', edit: joinAll },
  { name: 'Triplet', keys: 't', shown: 'T', edit: lastOf(tripleNote) },
  { name: 'Insert after', keys: 'i', shown: 'I', edit: lastOf(insertAfter) },
  { name: 'Change to a rest', keys: 'delete, backspace', shown: 'Delete', edit: eachOf(removeNote) },
]
