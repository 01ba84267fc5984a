import {
  changedPhrase,
  degreeName,
  PHRASE_CHANGES,
  type Phrase,
  toKind,
  withSigns,
} from '@eager-contour/core'
import { type ReactNode, useState } from 'react'
import { useNavigate } from 'react-router'
import { KIND_NAMES, type KnownPhrase } from '../practice/knownPhrases.ts'
import { Button } from '../ui/Button.tsx'
import { useShown } from './inKey.ts'
import { PhrasePicture } from './PhrasePicture.tsx'
import { ThroughChords } from './ThroughChords.tsx'
import { usePhraseEdits } from './usePhraseEdits.ts'

/** The kinds of chord that a cell can be moved to. */
const KINDS = ['minor', 'dominant', 'major', 'halfDiminished', 'tonicMinor', 'sus'] as const

/** What can be changed of a phrase, in the order in which it is shown. */
const PARTS = [
  { part: 'pitches', heading: 'Its pitches' },
  { part: 'time', heading: 'Its time' },
  { part: 'ends', heading: 'Its length' },
  { part: 'note', heading: 'One note' },
] as const

/** A change that was made, and what it gave. */
interface Step {
  /** The change by its id, or the kind of chord that the phrase was moved to. */
  readonly change: string
  readonly name: string
  readonly phrase: Phrase
}

interface PhraseChangesProps {
  readonly known: KnownPhrase
  readonly tonic: number
  readonly hear: (phrase: Phrase) => void
}

/** What can be done with a phrase: one change after another, each shown under what was there, undone, kept. */
export const PhraseChanges = ({ known, tonic, hear }: PhraseChangesProps) => {
  const [steps, setSteps] = useState<readonly Step[]>([])
  const [impossible, setImpossible] = useState<string>()
  const [chosen, setChosen] = useState(0)
  const edits = usePhraseEdits()
  const navigate = useNavigate()
  const now = steps.at(-1)?.phrase ?? known.phrase
  const at = Math.min(chosen, now.notes.length - 1)
  const take = (change: string, name: string, phrase: Phrase | undefined, does: string) => {
    setImpossible(phrase ? undefined : `“${name}” can’t be done with this phrase: ${does}`)
    if (phrase) setSteps([...steps, { change, name, phrase }])
  }
  const makeChange = ({ id, name, does, part }: (typeof PHRASE_CHANGES)[number]) => {
    const note = part === 'note' ? at : undefined
    take(
      note === undefined ? id : `${id}@${note + 1}`,
      note ? `${name}, note ${note + 1}` : name,
      changedPhrase(now, id, note),
      does,
    )
  }
  const keep = () => {
    const title = `${known.title}, ${steps.map(({ name }) => name).join(', ')}`.slice(0, 200)
    const change = steps.map((step) => step.change).join(':')
    const id = edits.keep(title, now, { parent: known.id, change })
    setSteps([])
    void navigate(`/vocabulary/${id}`)
  }
  const isCell = now.chords.length === 1
  return (
    <section aria-labelledby="change" className="mt-4 border-t border-rule pt-3">
      <h3 id="change" className="text-2xl">
        Change it
      </h3>
      {PARTS.map(({ part, heading }) => (
        <ChangeGroup key={part} heading={heading}>
          {part === 'note' && <NoteChoice phrase={now} tonic={tonic} chosen={at} onChoose={setChosen} />}
          {PHRASE_CHANGES.filter((change) => change.part === part).map((change) => (
            <Button key={change.id} title={change.does} onClick={() => makeChange(change)}>
              {change.name}
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
              onClick={() => {
                const moved = toKind(now, kind)
                const changes = moved?.changed.map(
                  ({ from, to }) => `${degreeName(from)} to ${degreeName(to)}`,
                )
                take(
                  kind,
                  `to ${KIND_NAMES[kind]}${changes && changes.length > 0 ? ` (${changes.join(', ')})` : ''}`,
                  moved?.phrase,
                  'it needs one chord.',
                )
              }}
            >
              to {KIND_NAMES[kind]}
            </Button>
          ))}
        </ChangeGroup>
      )}
      <p role="status" className="mt-2 min-h-6 text-soft">
        {impossible ?? (steps.length > 0 ? `Now: ${steps.map(({ name }) => name).join(', then ')}.` : '')}
      </p>
      {steps.length > 0 && (
        <>
          <Changed phrase={now} tonic={tonic} />
          <div className="flex flex-wrap gap-2">
            <Button look="main" onClick={keep}>
              Keep as mine
            </Button>
            <Button onClick={() => hear(now)}>Hear the change</Button>
            <Button onClick={() => hear(known.phrase)}>Hear it before</Button>
            <Button onClick={() => setSteps(steps.slice(0, -1))}>Undo</Button>
          </div>
        </>
      )}
      {isCell && <ThroughChords phrase={now} />}
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
