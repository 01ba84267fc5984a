import type { Instrument } from '@eager-contour/core'
import { useEffect, useState } from 'react'
import { keepDraft, readDraft } from '../data/browserStore.ts'
import { Fingerboard } from './Fingerboard.tsx'
import { type BoardProps, Keys } from './Keys.tsx'

type Kind = 'fingerboard' | 'keys'

/** The draft under which the choice is kept. */
const KEPT = 'board'

/** Notes to press on the screen: keys, or for string instruments their fingerboard, as the player prefers. */
export const Board = ({ instrument, ...props }: BoardProps & { readonly instrument: Instrument }) => {
  const [kind, setKind] = useState<Kind>('fingerboard')
  useEffect(() => void readDraft<Kind>(KEPT).then((kept) => kept && setKind(kept)), [])
  if (!instrument.strings) return <Keys {...props} />
  const other = kind === 'keys' ? 'fingerboard' : 'keys'
  const change = (
    <button
      type="button"
      aria-label={`Show the ${other} instead`}
      className="min-h-6 underline underline-offset-4"
      onClick={() => {
        setKind(other)
        void keepDraft(KEPT, other)
      }}
    >
      {other}
    </button>
  )
  return kind === 'keys' ? (
    <div>
      <Keys {...props} />
      <div className="text-sm text-soft">{change}</div>
    </div>
  ) : (
    <Fingerboard {...props} strings={instrument.strings.map((open) => open + instrument.written.semitones)}>
      {change}
    </Fingerboard>
  )
}
