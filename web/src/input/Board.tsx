import type { Instrument } from '@eager-contour/core'
import { useEffect, useState } from 'react'
import { keepDraft, readDraft } from '../data/browserStore.ts'
import { Fingerboard } from './Fingerboard.tsx'
import { type BoardProps, Keys } from './Keys.tsx'

type Kind = 'fingerboard' | 'keys'

/** Where the choice is kept. */
const KEPT = 'board'

/** Notes to press on the screen: keys, or for an instrument with strings its fingerboard, as the player likes. */
export const Board = ({ of, ...props }: BoardProps & { readonly of: Instrument }) => {
  const [kind, setKind] = useState<Kind>('fingerboard')
  useEffect(() => void readDraft<Kind>(KEPT).then((kept) => kept && setKind(kept)), [])
  if (!of.strings) return <Keys {...props} />
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
    <Fingerboard {...props} strings={of.strings.map((open) => open + of.written.semitones)}>
      {change}
    </Fingerboard>
  )
}
