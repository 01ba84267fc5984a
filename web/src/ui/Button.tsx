import type { ButtonHTMLAttributes, ReactNode } from 'react'
import { type ButtonLook, buttonLook } from './looks.ts'

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  readonly look?: ButtonLook
  readonly children: ReactNode
}

export const Button = ({ look = 'plain', className = '', children, ...rest }: ButtonProps) => (
  <button type="button" className={`${buttonLook(look)} ${className}`} {...rest}>
    {children}
  </button>
)
