import type { PlayedNote } from '@eager-contour/core'

/** What is being played: the notes in order, and which of them still sound. Plain data. */
export interface Recording {
  readonly notes: readonly PlayedNote[]
  /** The notes that still sound, as indexes of `notes`, by the key or the tone that holds them. */
  readonly held: Readonly<Record<string, number>>
}

export const NO_RECORDING: Recording = { notes: [], held: {} }

/** The recording with a note that starts; it is held under a name until it ends. */
export const noteStarted = <R extends Recording>(recording: R, note: PlayedNote, heldAs?: string): R => ({
  ...recording,
  notes: [...recording.notes, note],
  held: heldAs === undefined ? recording.held : { ...recording.held, [heldAs]: recording.notes.length },
})

/** The recording when a held note ends, at milliseconds from the first beat; the same object if none was held. */
export const noteEnded = <R extends Recording>(recording: R, heldAs: string, endMs: number): R => {
  const at = recording.held[heldAs]
  const note = at === undefined ? undefined : recording.notes[at]
  if (!note) return recording
  const { [heldAs]: _ended, ...held } = recording.held
  const ended = { ...note, durationMs: Math.max(0, endMs - note.onsetMs) }
  return {
    ...recording,
    held,
    notes: recording.notes.map((one, index) => (index === at ? ended : one)),
  }
}

/** The recording without a held note that was none; the same object if none was held. */
export const noteTakenBack = <R extends Recording>(recording: R, heldAs: string): R => {
  const at = recording.held[heldAs]
  if (at === undefined) return recording
  const { [heldAs]: _gone, ...others } = recording.held
  const held = Object.fromEntries(
    Object.entries(others).map(([name, index]) => [name, index > at ? index - 1 : index]),
  )
  return { ...recording, held, notes: recording.notes.toSpliced(at, 1) }
}
