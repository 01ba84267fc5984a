import type { PlanBlock } from '@eager-contour/core'
import { hiddenFromMemory } from './fromMemory.ts'
import { stageAddress } from './stageAddress.ts'

/** The parameter of the stage's address that says which block of the session is played. */
export const BLOCK = 'block'

/** The stage's address for a block of a session. */
export const blockAddress = ({
  id,
  tune,
  rung,
  key,
  stretch,
  tempo,
  line,
  fromMemory,
}: PlanBlock): string => {
  const hide = fromMemory ? hiddenFromMemory(line) : undefined
  const address = stageAddress({ tune, rung, stretch, tempo, key: key.tonic, line, hide })
  return `${address}&${BLOCK}=${encodeURIComponent(id)}`
}
