import { Popover } from 'radix-ui'
import { type ReactNode, useRef, useState } from 'react'
import { buttonLook } from './looks.ts'

interface PopoverButtonProps {
  /** The text on its button. */
  readonly name: string
  readonly children: ReactNode
}

/** A button that opens a small sheet over the page; Escape or a press outside closes it. */
export const PopoverButton = ({ name, children }: PopoverButtonProps) => {
  const trigger = useRef<HTMLButtonElement>(null)
  const [night, setNight] = useState(false)
  return (
    // The sheet is outside its parent in the document: on the stage it needs the night look set.
    <Popover.Root onOpenChange={() => setNight(trigger.current?.closest('.night') !== null)}>
      <Popover.Trigger ref={trigger} className={buttonLook('quiet')}>
        {name}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          aria-label={name}
          sideOffset={8}
          collisionPadding={12}
          className={`${night ? 'night text-ink ' : ''}z-20 max-h-[min(40rem,85vh)] max-w-[min(44rem,94vw)] overflow-y-auto rounded-2xl border border-rule bg-sheet p-5 shadow-lg`}
        >
          {children}
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  )
}
