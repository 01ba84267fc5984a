import { PHRASE_CHANGES, type Phrase, withSigns } from '@eager-contour/core'
import { type ReactNode, useState } from 'react'
import { useNavigate } from 'react-router'
import { KIND_NAMES, type KnownPhrase } from '../practice/knownPhrases.ts'
import { usePhraseEdits } from '../practice/usePhraseEdits.ts'
import { Button } from '../ui/Button.tsx'
import { useShown } from './inKey.ts'
import { PhrasePicture } from './PhrasePicture.tsx'
import { ThroughChords } from './ThroughChords.tsx'
import { usePhraseSteps } from './usePhraseSteps.ts'

/** The kinds of chord that a cell can be moved to. */
const KINDS = ['minor', 'dominant', 'major', 'halfDiminished', 'diminished', 'tonicMinor', 'sus'] as const

/** What can be changed of a phrase, in the order in which it is shown. */
const PARTS = [
  { part: 'pitches', heading: 'Its pitches' },
  { part: 'time', heading: 'Its time' },
  { part: 'ends', heading: 'Its length' },
  { part: 'note', heading: 'One note' },
] as const

interface PhraseChangesProps {
  readonly known: KnownPhrase
  readonly tonic: number
  readonly hear: (phrase: Phrase) => void
}

/** What can be done with a phrase: one change after another, each shown under what was there, undone, kept. */
export const PhraseChanges = ({ known, tonic, hear }: PhraseChangesProps) => {
  const { steps, now, remark, change, move, undo, clear } = usePhraseSteps(known.phrase)
  const [chosen, setChosen] = useState(0)
  const edits = usePhraseEdits()
  const navigate = useNavigate()
  const at = Math.min(chosen, now.notes.length - 1)
  const keep = () => {
    const title = `${known.title}, ${steps.map(({ name }) => name).join(', ')}`.slice(0, 200)
    const made = steps.map((step) => step.change).join(':')
    const id = edits.keep(title, now, { parent: known.id, change: made })
    clear()
    void navigate(`/vocabulary/${id}`)
  }
  const isCell = now.chords.length === 1
  return (
    <section aria-labelledby="change" className="mt-4 border-t border-rule pt-3">
      <h3 id="change" className="text-2xl">
        Change it
      </h3>
      <p role="status" className="mt-2 min-h-6 text-soft">
        {[steps.length > 0 ? `Now: ${steps.map(({ name }) => name).join(', then ')}.` : '', remark]
          .join(' ')
          .trim()}
      </p>
      {steps.length > 0 && (
        <>
          <h4 className="text-lg">Before</h4>
          <Changed phrase={steps.at(-2)?.phrase ?? known.phrase} tonic={tonic} />
          <h4 className="text-lg">After</h4>
          <Changed phrase={now} tonic={tonic} />
          <div className="flex flex-wrap gap-2">
            <Button look="main" onClick={keep}>
              Keep as mine
            </Button>
            <Button onClick={() => hear(now)}>Hear the change</Button>
            <Button onClick={() => hear(steps.at(-2)?.phrase ?? known.phrase)}>Hear it before</Button>
            <Button onClick={undo}>Undo</Button>
          </div>
        </>
      )}
      {PARTS.map(({ part, heading }) => (
        <ChangeGroup key={part} heading={heading}>
          {part === 'note' && <NoteChoice phrase={now} tonic={tonic} chosen={at} onChoose={setChosen} />}
          {PHRASE_CHANGES.filter((row) => row.part === part).map((row) => (
            <Button key={row.id} title={row.does} onClick={() => change(row, at)}>
              {row.name}
            </Button>
          ))}
        </ChangeGroup>
      ))}
      {isCell && (
        <ChangeGroup heading="Its chord">
          {KINDS.filter((kind) => kind !== now.chords[0]!.kind).map((kind) => (
            <Button
              key={kind}
              title={`Each note the same degree of a ${KIND_NAMES[kind]} chord.`}
              onClick={() => move(kind)}
            >
              to {KIND_NAMES[kind]}
            </Button>
          ))}
        </ChangeGroup>
      )}
      {isCell && <ThroughChords phrase={now} id={steps.length === 0 ? known.id : undefined} />}
    </section>
  )
}

const ChangeGroup = ({ heading, children }: { readonly heading: string; readonly children: ReactNode }) => (
  <div role="group" aria-label={heading} className="mt-2 gap-2 sm:grid sm:grid-cols-[7rem_1fr]">
    <h4 className="text-lg leading-11">{heading}</h4>
    <div className="flex flex-wrap gap-2">{children}</div>
  </div>
)

/** The notes of a phrase, of which one is chosen. */
const NoteChoice = ({
  phrase,
  tonic,
  chosen,
  onChoose,
}: {
  readonly phrase: Phrase
  readonly tonic: number
  readonly chosen: number
  readonly onChoose: (at: number) => void
}) => {
  const { line } = useShown(phrase, tonic)
  return (
    <div role="radiogroup" aria-label="The note" className="flex w-full flex-wrap gap-1">
      {line.notes.map(({ start, spelling }, at) => (
        <button
          key={start}
          type="button"
          role="radio"
          aria-checked={at === chosen}
          aria-label={`note ${at + 1}: ${withSigns(spelling.replace(/-?\d+$/, ''))}`}
          onClick={() => onChoose(at)}
          className="min-h-11 min-w-11 rounded-lg border border-soft px-2 text-lg aria-checked:bg-ink aria-checked:text-on-ink"
        >
          {withSigns(spelling.replace(/-?\d+$/, ''))}
        </button>
      ))}
    </div>
  )
}

const Changed = ({ phrase, tonic }: { readonly phrase: Phrase; readonly tonic: number }) => (
  <PhrasePicture shown={useShown(phrase, tonic)} terrain={false} />
)
