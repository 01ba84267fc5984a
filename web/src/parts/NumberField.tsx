interface NumberFieldProps {
  readonly label: string
  readonly value: number
  readonly least: number
  readonly most: number
  readonly onChange: (value: number) => void
}

/** A whole number between two others; what lies outside is not taken. */
export const NumberField = ({ label, value, least, most, onChange }: NumberFieldProps) => (
  <label className="block">
    <span className="block text-soft">{label}</span>
    <input
      type="number"
      min={least}
      max={most}
      value={value}
      onChange={(event) => {
        const asked = Math.round(Number(event.target.value))
        if (asked >= least && asked <= most) onChange(asked)
      }}
      className="min-h-11 w-24 rounded-xl border border-soft bg-sheet px-3 text-lg"
    />
  </label>
)
