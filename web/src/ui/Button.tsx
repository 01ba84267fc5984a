import type { ButtonHTMLAttributes, ReactNode } from 'react'

type Look = 'main' | 'plain' | 'quiet'

const LOOKS: Readonly<Record<Look, string>> = {
  main: 'bg-ink text-on-ink font-semibold px-5',
  plain: 'border border-soft text-ink px-4 hover:bg-chosen',
  quiet: 'text-ink underline underline-offset-4 decoration-soft px-2',
}

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  readonly look?: Look
  readonly children: ReactNode
}

export const Button = ({ look = 'plain', className = '', children, ...rest }: ButtonProps) => (
  <button
    type="button"
    className={`inline-flex min-h-11 items-center justify-center gap-2 rounded-full whitespace-nowrap disabled:opacity-45 ${LOOKS[look]} ${className}`}
    {...rest}
  >
    {children}
  </button>
)
