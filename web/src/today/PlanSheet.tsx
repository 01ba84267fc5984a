import { rungOf, wordReason } from '@eager-contour/core'
import { format } from 'date-fns'
import { ListSheet } from '../notation/ListSheet.tsx'
import type { Session } from '../practice/session.ts'
import { useSettings } from '../settings/settings.ts'
import { counted } from '../ui/counted.ts'
import { useBlockText } from './useBlockText.ts'

interface PlanSheetProps {
  readonly session: Session
  readonly titles: ReadonlyMap<string, string>
}

/** The session on paper: what is still to be played, in order, with its minutes and why. */
export const PlanSheet = ({ session, titles }: PlanSheetProps) => {
  const { instrument } = useSettings()
  const textOf = useBlockText(titles)
  const blocks = session.blocks.filter(({ state }) => state === 'waiting')
  const minutes = blocks.reduce((sum, block) => sum + block.minutes, 0)
  return (
    <ListSheet
      title={`Practice, ${format(new Date(`${session.day}T12:00`), 'd MMMM')}`}
      facts={[counted(minutes, 'minute'), `for ${instrument.name}`]}
      rows={() =>
        blocks.map((block) => ({
          id: block.id,
          lead: `${block.minutes} min`,
          name: rungOf(block.rung).name,
          facts: textOf(block),
          remark: wordReason(block.why),
        }))
      }
    />
  )
}
