import {
  keysOfMode,
  type Phrase,
  phraseInKey,
  typedChords,
  typedPhrase,
  withSigns,
  wordReason,
} from '@eager-contour/core'
import { useMemo, useState } from 'react'
import { useNavigate } from 'react-router'
import { usePhraseEdits } from '../practice/usePhraseEdits.ts'
import { useSettings } from '../settings/settings.ts'
import { Button } from '../ui/Button.tsx'
import { Choice } from '../ui/Choice.tsx'
import { TextField } from '../ui/TextField.tsx'
import { useHearPhrase, useShown } from './inKey.ts'
import { PhraseFile } from './PhraseFile.tsx'
import { PhrasePicture } from './PhrasePicture.tsx'
import { PlayIn } from './PlayIn.tsx'

const FIRST_CHORDS = 'IIm7 V7 Imaj7'

/** Notes that were found, and where. */
interface Found {
  readonly phrase: Phrase
  readonly source: string
}

/** A new phrase: written in degrees, played in, or read from a file; shown, heard, kept. */
export const NewPhrase = () => {
  const { instrument } = useSettings()
  const [title, setTitle] = useState('')
  const [over, setOver] = useState(FIRST_CHORDS)
  const [degrees, setDegrees] = useState('')
  const [tonic, setTonic] = useState(0)
  const [found, setFound] = useState<Found>()
  const edits = usePhraseEdits()
  const navigate = useNavigate()
  const chords = useMemo(() => typedChords(over), [over])
  const typed = useMemo(
    () => (degrees.trim() === '' ? undefined : typedPhrase(over, degrees)),
    [over, degrees],
  )
  const made: Found | undefined = typed?.ok ? { phrase: typed.value, source: 'Written by hand' } : found
  // Where what is played in or read stands: the chords as they sound in the chosen key.
  const tune = useMemo(
    () => (chords.ok ? phraseInKey({ notes: [], chords: chords.value }, tonic, 0) : undefined),
    [chords, tonic],
  )
  const problem = [chords, typed].find((one) => one && !one.ok)
  const take = (phrase: Phrase, source: string) => {
    setDegrees('')
    setFound({ phrase, source })
  }
  const keep = () => {
    if (!made) return
    const id = edits.keep(title.trim() || 'A phrase of mine', made.phrase, { source: made.source })
    void navigate(`/vocabulary/${id}`)
  }
  return (
    <>
      <h2 className="text-3xl">New phrase</h2>
      <div className="mt-3 grid gap-3 sm:grid-cols-2">
        <TextField
          label="Name"
          value={title}
          maxLength={200}
          onChange={(event) => setTitle(event.target.value)}
        />
        <TextField
          label="Chords, from the key: IIm7 V7:2 Imaj7"
          value={over}
          maxLength={400}
          aria-invalid={!chords.ok}
          aria-describedby="degrees-problem"
          onChange={(event) => setOver(event.target.value)}
        />
        <TextField
          className="sm:col-span-2"
          label="Notes in degrees: r b3 5 b7 9_ | 3 (5 b7 9) R__"
          value={degrees}
          maxLength={2000}
          aria-invalid={typed !== undefined && !typed.ok}
          aria-describedby="degrees-problem degrees-help"
          onChange={(event) => setDegrees(event.target.value)}
        />
      </div>
      <p id="degrees-problem" role="alert" className="min-h-6 text-madder">
        {problem && !problem.ok && problem.problems.map((one) => wordReason(one)).join(' ')}
      </p>
      <p id="degrees-help" className="text-soft">
        An eighth each; _ a quarter, . a dotted quarter, __ a half, = a sixteenth, ( ) a triplet, r a rest; ^
        above the note before, v below it, &gt; a degree of the coming chord. Four beats a chord, or as many
        as stand after its colon.
      </p>
      <div className="mt-3 flex flex-wrap items-end gap-x-6 gap-y-2 border-t border-rule pt-3">
        <Choice
          label="Key of what is played or read"
          value={String(tonic)}
          options={keysOfMode(tune?.key.mode ?? 'major').map((_, at, all) => ({
            value: String(at),
            label: withSigns(all[(at + instrument.written.semitones + 120) % 12]!.tonic),
          }))}
          onChange={(value) => setTonic(Number(value))}
        />
        {tune && (
          <PlayIn key={`${over} ${tonic}`} tune={tune} onPlayed={(phrase) => take(phrase, 'Played in')} />
        )}
        <PhraseFile tune={tune} onRead={take} />
      </div>
      {made && <Draft phrase={made.phrase} tonic={tonic} />}
      <div className="mt-2 flex gap-2">
        <Button look="main" disabled={!made} onClick={keep}>
          Keep it
        </Button>
      </div>
    </>
  )
}

/** What will be kept, seen and heard. */
const Draft = ({ phrase, tonic }: { readonly phrase: Phrase; readonly tonic: number }) => {
  const hear = useHearPhrase(tonic)
  return (
    <section aria-label="Preview" className="mt-3 border-t border-rule pt-3">
      <PhrasePicture shown={useShown(phrase, tonic)} terrain={false} />
      <Button onClick={() => hear(phrase)}>Hear it</Button>
    </section>
  )
}
