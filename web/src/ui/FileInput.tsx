import type { RefObject } from 'react'

/** The endings of files with notes: MIDI, MusicXML, ABC. */
const NOTE_FILES = '.mid,.midi,.musicxml,.xml,.mxl,.abc'

interface FileInputProps {
  /** Clicked to open the choice of a file. */
  readonly field: RefObject<HTMLInputElement | null>
  readonly label: string
  /** The endings of its files; those with notes, if left out. */
  readonly accept?: string
  readonly onFile: (file: File) => void
}

/** A hidden field for a file; the same file can be chosen again. */
export const FileInput = ({ field, label, accept = NOTE_FILES, onFile }: FileInputProps) => (
  <input
    ref={field}
    type="file"
    hidden
    accept={accept}
    aria-label={label}
    onChange={(event) => {
      const chosen = event.target.files?.[0]
      event.target.value = ''
      if (chosen) onFile(chosen)
    }}
  />
)
