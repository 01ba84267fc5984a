import { ownBlock } from '@eager-contour/core'
import { useState } from 'react'
import { keepSession, type Session } from '../practice/session.ts'
import { Button } from '../ui/Button.tsx'
import { PopoverButton } from '../ui/PopoverButton.tsx'
import { ExerciseFields, firstChoice } from './ExerciseFields.tsx'
import { usePlanTunes } from './usePlan.ts'

/** Adds a block of the player's own to the end of the session. */
export const AddBlock = ({ session }: { readonly session: Session }) => {
  const tunes = usePlanTunes() ?? []
  const [chosen, setChosen] = useState(firstChoice(tunes))
  const [said, setSaid] = useState('')
  const value = chosen ?? firstChoice(tunes)
  const tune = tunes.find(({ id }) => id === value?.tune)
  if (!value || !tune) return null
  const add = () => {
    const block = ownBlock({ ...value, key: tune.key }, tune)
    if (session.blocks.some(({ id, state }) => id === block.id && state === 'waiting'))
      return setSaid('It is in the session already.')
    const others = session.blocks.filter(({ id }) => id !== block.id)
    keepSession({ ...session, blocks: [...others, { ...block, state: 'waiting' }] })
    setSaid(`Added, ${block.minutes} minutes.`)
  }
  return (
    <PopoverButton name="Add a block">
      <div className="grid w-80 max-w-full gap-1">
        <ExerciseFields tunes={tunes} value={value} onChange={setChosen} />
        <Button onClick={add}>Add</Button>
        <p role="status" className="min-h-6 text-soft">
          {said}
        </p>
      </div>
    </PopoverButton>
  )
}
