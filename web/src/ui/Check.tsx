interface CheckProps {
  readonly label: string
  readonly checked: boolean
  readonly onChange: (checked: boolean) => void
}

/** A checkbox. */
export const Check = ({ label, checked, onChange }: CheckProps) => (
  <label className="flex min-h-11 items-center gap-2">
    <input
      type="checkbox"
      className="size-5 accent-ink"
      checked={checked}
      onChange={(event) => onChange(event.target.checked)}
    />
    {label}
  </label>
)
