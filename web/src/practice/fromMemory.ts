/**
 * How much has to be hidden for something to be played from memory: the notes of a line or phrase, or else the changes, of which
 * the key's name alone is shown.
 */
export const hiddenFromMemory = (line: string | undefined): number => (line === undefined ? 4 : 2)
