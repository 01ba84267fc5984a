import {
  type Analysis,
  analyseChart,
  barStarts,
  type Phrase,
  type PhraseInKey,
  phraseFrom,
  readChart,
  spellNotes,
  wordReason,
} from '@eager-contour/core'
import { useRef, useState } from 'react'
import { useHandedFile } from '../data/handedFile.ts'
import { readInTime } from '../engine/engine.ts'
import { Button } from '../ui/Button.tsx'
import { counted } from '../ui/counted.ts'
import { FileInput } from '../ui/FileInput.tsx'

interface PhraseFileProps {
  /** The typed chords, at concert pitch, for files without any. */
  readonly tune: PhraseInKey | undefined
  readonly onRead: (phrase: Phrase, source: string) => void
}

/** A phrase from a MIDI, MusicXML or ABC file: over the file's own chords, or over the typed ones. */
export const PhraseFile = ({ tune, onRead }: PhraseFileProps) => {
  const field = useRef<HTMLInputElement>(null)
  const [told, setTold] = useState('')
  const read = async (file: File) => {
    const bytes = new Uint8Array(await file.arrayBuffer())
    const notes = await readInTime((engine) => engine.importLine(bytes))
    if (!notes.ok)
      return setTold(
        `${file.name}: ${notes.problems
          .slice(0, 2)
          .map((problem) => wordReason(problem))
          .join(' ')}`,
      )
    const chart = await readInTime((engine) => engine.importScore(bytes))
    const own = chart.ok ? readChart(chart.value) : undefined
    const analysis = own?.ok ? analyseChart(own.value) : tune?.analysis
    if (!analysis) return setTold(`${file.name} has no chords. Type them above.`)
    const { phrase, left } = phraseOver(analysis, notes.value.notes)
    if (!phrase) return setTold(`${file.name} has no note over these chords.`)
    const { leftOut } = notes.value
    const short =
      leftOut.length === 0 ? '' : `Left out: ${counted(leftOut.length, 'note')} shorter than a sixteenth. `
    setTold(`${short}${left === 0 ? '' : `Left out: ${counted(left, 'note')} after the last chord.`}`)
    onRead(phrase, `From ${file.name}`)
  }
  const take = (file: File) =>
    void read(file).catch(() => setTold(`Can’t read ${file.name}. Nothing was taken from it.`))
  useHandedFile('phrase', take)
  return (
    <>
      <FileInput field={field} label="A file with a phrase" onFile={take} />
      <Button onClick={() => field.current?.click()}>From a file</Button>
      <p role="status" className="text-soft">
        {told}
      </p>
    </>
  )
}

/** The notes that stand over the chords, as a phrase; and how many come after them. */
const phraseOver = (analysis: Analysis, notes: Parameters<typeof spellNotes>[1]) => {
  const end = barStarts(analysis.chart).at(-1)!
  const inside = notes.filter(({ start }) => start < end)
  return {
    phrase: phraseFrom(analysis, spellNotes(analysis, inside), 0, inside.length - 1),
    left: notes.length - inside.length,
  }
}
