import type { SettingsAnswer } from '@eager-contour/contract'
import { LIMITS } from '@eager-contour/contract/limits'
import { ownBlock, RUNGS } from '@eager-contour/core'
import { useState } from 'react'
import { dayOf, keepSession, type Session, type SessionBlock } from '../practice/session.ts'
import { useSettings } from '../settings/settings.ts'
import { useSaveSettings } from '../settings/useSaveSettings.ts'
import { Button } from '../ui/Button.tsx'
import { counted } from '../ui/counted.ts'
import { PopoverButton } from '../ui/PopoverButton.tsx'
import { TextField } from '../ui/TextField.tsx'
import { tellDone, tellUndoable } from '../ui/tell.ts'
import { usePlanTunes } from './usePlan.ts'

type KeptPlan = SettingsAnswer['plans'][number]

const keptBlock = ({
  tune,
  rung,
  key,
  stretch,
  tempo,
  line,
  fromMemory,
  minutes,
}: SessionBlock): KeptPlan['blocks'][number] => ({
  ...{ tune, rung, key, stretch, tempo, minutes },
  ...(line === undefined ? {} : { line }),
  ...(fromMemory ? { fromMemory } : {}),
})

/** Sessions that the player keeps by name, to play them again on another day. */
export const KeptPlans = ({ session }: { readonly session: Session }) => {
  const { plans } = useSettings()
  const save = useSaveSettings()
  const tunes = usePlanTunes() ?? []
  const [name, setName] = useState('')
  const [said, setSaid] = useState('')
  const keep = () => {
    const wanted = name.trim()
    const blocks = session.blocks.map(keptBlock).slice(0, LIMITS.planBlocks)
    const others = plans.filter((plan) => plan.name !== wanted)
    if (others.length >= LIMITS.plans)
      return setSaid(`Not kept: ${LIMITS.plans} plans are there. Delete one first.`)
    save({ plans: [...others, { name: wanted, blocks }] })
    setName('')
    setSaid('')
    tellDone(`Saved: ${wanted}.`)
  }
  const remove = (plan: KeptPlan) => {
    save({ plans: plans.filter((one) => one !== plan) })
    tellUndoable(`Deleted: ${plan.name}.`, () => save({ plans }), `Back: ${plan.name}.`)
  }
  const use = (plan: KeptPlan) => {
    const blocks = plan.blocks.flatMap((block): readonly SessionBlock[] => {
      const tune = tunes.find(({ id }) => id === block.tune)
      const rung = RUNGS.find(({ id }) => id === block.rung)
      if (!tune || !rung || block.stretch.to >= tune.bars) return []
      return [{ ...ownBlock({ ...block, rung: rung.id }, tune), minutes: block.minutes, state: 'waiting' }]
    })
    const minutes = blocks.reduce((sum, block) => sum + block.minutes, 0)
    keepSession({ day: dayOf(new Date()), minutes, blocks })
    const lost = plan.blocks.length - blocks.length
    setSaid(
      lost === 0 ? `Planned: ${plan.name}.` : `Planned: ${plan.name}, without ${lost} whose tune is gone.`,
    )
  }
  return (
    <PopoverButton name="Plans">
      <div className="grid w-80 max-w-full gap-2">
        {plans.length === 0 && <p className="text-soft">No plan is kept yet.</p>}
        <ul aria-label="Kept plans">
          {plans.map((plan) => (
            <li key={plan.name} className="flex items-center gap-2 border-b border-rule py-1">
              <span className="min-w-0 flex-1">
                <span className="block font-semibold">{plan.name}</span>
                <span className="block text-soft">{counted(plan.blocks.length, 'block')}</span>
              </span>
              <Button look="quiet" aria-label={`Use ${plan.name}`} onClick={() => use(plan)}>
                Use
              </Button>
              <Button look="quiet" aria-label={`Delete ${plan.name}`} onClick={() => remove(plan)}>
                Delete
              </Button>
            </li>
          ))}
        </ul>
        <TextField
          label="Keep this session as"
          value={name}
          maxLength={LIMITS.title}
          onChange={(event) => setName(event.target.value)}
        />
        <Button disabled={name.trim() === '' || session.blocks.length === 0} onClick={keep}>
          Keep
        </Button>
        <p role="status" className="min-h-6 text-soft">
          {said}
        </p>
      </div>
    </PopoverButton>
  )
}
