import type { ItemAnswer } from '@eager-contour/contract'
import { type CellState, type Freshness, fifthsOf, freshnessOf, pitchClassOf } from '@eager-contour/core'
import { StateMark } from '../ui/VerdictMark.tsx'

/** How a key stands: by what in it needs playing most. */
const ORDER: readonly Freshness[] = ['fading', 'due', 'soon', 'fresh']
/** The marks of the ladder for it. */
const STATES: Readonly<Record<Freshness, CellState>> = {
  fading: 'fading',
  due: 'solid',
  soon: 'not due',
  fresh: 'not due',
}
const WORDS: Readonly<Record<Freshness, string>> = {
  fading: 'fading',
  due: 'to bring back',
  soon: 'not due',
  fresh: 'not due',
}

interface KeyStripProps {
  /** The tune's own tonic, at concert pitch: the first of the twelve. */
  readonly tonic: string
  /** What was practised of the tune. */
  readonly items: readonly ItemAnswer[]
}

/** How the twelve keys of a tune stand, by fourths from its own, with the marks of the ladder. */
export const KeyStrip = ({ tonic, items }: KeyStripProps) => {
  const now = new Date()
  const first = pitchClassOf(fifthsOf(tonic))
  const keys = Array.from({ length: 12 }, (_, at) => {
    const pitchClass = (first + 5 * at) % 12
    const here = items
      .filter(({ key }) => pitchClassOf(fifthsOf(key.split(' ')[0] ?? 'C')) === pitchClass)
      .map(({ memory }) => freshnessOf(memory, now))
    return ORDER.find((word) => here.includes(word))
  })
  const said = ['fading', 'to bring back', 'not due'].flatMap((words) => {
    const count = keys.filter((word) => word && WORDS[word] === words).length
    return count === 0 ? [] : [`${count} ${words}`]
  })
  return (
    <span
      role="img"
      aria-label={said.length === 0 ? 'no key practised yet' : `keys: ${said.join(', ')}`}
      className="inline-flex"
    >
      {keys.map((word, at) => (
        <StateMark key={at} state={word ? STATES[word] : 'not tried'} size={15} />
      ))}
    </span>
  )
}
