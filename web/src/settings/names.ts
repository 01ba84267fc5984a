import type { SettingsAnswer } from '@eager-contour/contract'
import { type Line, simpleName, simplePitch, withSigns } from '@eager-contour/core'
import { useSettings } from './settings.ts'

type Spelling = SettingsAnswer['spelling']

/** A note's name with real signs, spelled as the player prefers: exactly by degree, or without double accidentals. */
const noteText = (spelling: Spelling, name: string): string =>
  withSigns(spelling === 'simple' ? simpleName(name) : name)

/** A line spelled as the player prefers. */
export const spelledFor = (spelling: Spelling, line: Line): Line =>
  spelling === 'simple'
    ? { notes: line.notes.map((note) => ({ ...note, spelling: simplePitch(note.spelling) })) }
    : line

/** Names notes in the player's preferred spelling. */
export const useNoteText = (): ((name: string) => string) => {
  const { spelling } = useSettings()
  return (name) => noteText(spelling, name)
}
