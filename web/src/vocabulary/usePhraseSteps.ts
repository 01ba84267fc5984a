import {
  type ChangedPhrase,
  type ChordKind,
  degreeName,
  type PHRASE_CHANGES,
  type Phrase,
  toKind,
  wordReason,
} from '@eager-contour/core'
import { useRef, useState } from 'react'
import { engine } from '../engine/engine.ts'
import { KIND_NAMES } from '../practice/knownPhrases.ts'

/** A change that was made, and what it gave. */
interface Step {
  /** The change by its id, or the kind of chord that the phrase was moved to. */
  readonly change: string
  readonly name: string
  readonly phrase: Phrase
}

/** Changes of a phrase, one after the other; each begins with what the one before gave, however quickly they are asked for. */
export const usePhraseSteps = (phrase: Phrase) => {
  const [steps, setSteps] = useState<readonly Step[]>([])
  const [remark, setRemark] = useState('')
  const latest = useRef(steps)
  const queue = useRef(Promise.resolve())
  const write = (next: readonly Step[]) => {
    latest.current = next
    setSteps(next)
  }
  const take = (change: string, name: string, made: ChangedPhrase | undefined, does: string) => {
    setRemark(
      made ? (made.why ? wordReason(made.why) : '') : `“${name}” can’t be done with this phrase: ${does}`,
    )
    if (made) write([...latest.current, { change, name, phrase: made.phrase }])
  }
  const last = () => latest.current.at(-1)?.phrase ?? phrase
  return {
    steps,
    now: steps.at(-1)?.phrase ?? phrase,
    /** What was left undone by the last change, or why it can't be done. */
    remark,
    /** Changes it, at a note (from 0) where the change is done to one. */
    change: ({ id, name, does, part }: (typeof PHRASE_CHANGES)[number], chosen: number) => {
      queue.current = queue.current.then(async () => {
        const before = last()
        const note = part === 'note' ? Math.min(chosen, before.notes.length - 1) : undefined
        const made = await engine().change(before, id, note)
        take(
          note === undefined ? id : `${id}@${note + 1}`,
          note ? `${name}, note ${note + 1}` : name,
          made,
          does,
        )
      })
    },
    /** Moves it to another kind of chord. */
    move: (kind: ChordKind) => {
      const moved = toKind(last(), kind)
      const notes = (moved?.changed ?? []).map(({ from, to }) => `${degreeName(from)} to ${degreeName(to)}`)
      const name = `to ${KIND_NAMES[kind]}${notes.length > 0 ? ` (${notes.join(', ')})` : ''}`
      take(kind, name, moved, 'it needs one chord.')
    },
    undo: () => {
      setRemark('')
      write(latest.current.slice(0, -1))
    },
    clear: () => write([]),
  }
}
