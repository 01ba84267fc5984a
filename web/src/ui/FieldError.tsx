interface FieldErrorProps {
  /** The id by which its field names it (`aria-describedby`). */
  readonly id: string
  /** None while all is well. A list's error may stand at one of its items. */
  readonly error: { readonly message?: string | undefined } | undefined
}

/** What is wrong with a field, under it. */
export const FieldError = ({ id, error }: FieldErrorProps) => (
  <span id={id} role={error ? 'alert' : undefined} className="block text-sm text-madder empty:hidden">
    {error?.message}
  </span>
)
