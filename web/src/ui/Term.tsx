import { Popover } from 'radix-ui'
import type { ReactNode } from 'react'
import { GLOSSARY, type GlossaryWord } from './glossary.ts'

/** A word of the application's own, underlined with dots; pressed, it says what it means. */
export const Term = ({ word, children }: { readonly word: GlossaryWord; readonly children?: ReactNode }) => (
  <Popover.Root>
    <Popover.Trigger
      title={`What “${word}” means`}
      className="cursor-help underline decoration-dotted decoration-2 underline-offset-4"
    >
      {children ?? word}
    </Popover.Trigger>
    <Popover.Portal>
      <Popover.Content
        aria-label={`What “${word}” means`}
        sideOffset={6}
        collisionPadding={12}
        className="z-20 max-w-[24rem] rounded-2xl border border-rule bg-sheet p-4 text-lg shadow-lg"
      >
        {GLOSSARY[word]}
      </Popover.Content>
    </Popover.Portal>
  </Popover.Root>
)
