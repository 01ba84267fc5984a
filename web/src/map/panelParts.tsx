import { Volume2 } from 'lucide-react'
import type { ReactNode } from 'react'

/** A part of the panel under its title. */
export const Part = ({ title, children }: { readonly title: ReactNode; readonly children: ReactNode }) => (
  <section className="border-t border-rule pt-2">
    <h2 className="mb-1 text-lg">{title}</h2>
    {children}
  </section>
)

interface HearProps {
  readonly label: string
  readonly onClick: () => void
  readonly small?: boolean
}

/** A button that plays something. */
export const Hear = ({ label, onClick, small }: HearProps) => (
  <button
    type="button"
    aria-label={label}
    title={label}
    onClick={onClick}
    className={`inline-flex shrink-0 items-center justify-center rounded-full border border-soft hover:bg-chosen ${small ? 'size-9' : 'size-11'}`}
  >
    <Volume2 aria-hidden="true" size={small ? 16 : 20} />
  </button>
)
