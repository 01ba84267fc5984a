import type { ComponentProps } from 'react'

interface TextFieldProps extends ComponentProps<'input'> {
  readonly label: string
}

/** A line of text with its label above it. */
export const TextField = ({ label, className = '', ...input }: TextFieldProps) => (
  <label className={className}>
    <span className="block text-soft">{label}</span>
    <input className="min-h-11 w-full rounded-xl border border-soft bg-sheet px-3" {...input} />
  </label>
)
