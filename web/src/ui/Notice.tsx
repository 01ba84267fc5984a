import type { ReactNode } from 'react'

/** Something that the player has to know: what happened, what is safe, what to do. */
export const Notice = ({
  children,
  urgent = false,
}: {
  readonly children: ReactNode
  readonly urgent?: boolean
}) => (
  <div role={urgent ? 'alert' : 'status'} className="border-l-4 border-madder bg-sheet px-4 py-2">
    {children}
  </div>
)

export const Empty = ({ children }: { readonly children: ReactNode }) => (
  <p className="max-w-prose py-8 text-lg text-soft">{children}</p>
)

export const Waiting = ({ what }: { readonly what: string }) => (
  <p role="status" className="py-8 text-lg text-soft">
    {what} …
  </p>
)
