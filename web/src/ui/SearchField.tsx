interface SearchFieldProps {
  readonly label: string
  readonly value: string
  readonly onChange: (words: string) => void
  readonly className?: string
}

/** Words to search for. */
export const SearchField = ({ label, value, onChange, className = '' }: SearchFieldProps) => (
  <input
    type="search"
    aria-label={label}
    placeholder={label}
    value={value}
    onChange={(event) => onChange(event.target.value)}
    className={`min-h-10 rounded-full border border-soft bg-sheet px-3 ${className}`}
  />
)
