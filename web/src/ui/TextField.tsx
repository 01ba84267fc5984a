import type { ComponentProps } from 'react'
import { FIELD } from './looks.ts'

interface TextFieldProps extends ComponentProps<'input'> {
  readonly label: string
}

/** A line of text with its label above it. */
export const TextField = ({ label, className = '', ...input }: TextFieldProps) => (
  <label className={className}>
    <span className="block text-soft">{label}</span>
    <input className={`${FIELD} w-full`} {...input} />
  </label>
)
