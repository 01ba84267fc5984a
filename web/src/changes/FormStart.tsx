import {
  chartFromForm,
  FORMS,
  formInAllKeys,
  KEY_ORDERS,
  keysOfMode,
  withSigns,
  writeChart,
} from '@eager-contour/core'
import { useState } from 'react'
import { Button } from '../ui/Button.tsx'
import { FIELD } from '../ui/looks.ts'

const ONE_KEY = 'one'
/** Starts a tune from a common form, in one key or through all of them. */
export const FormStart = ({ onStart }: { readonly onStart: (text: string) => void }) => {
  const [form, setForm] = useState(FORMS[0]!.id)
  const [tonic, setTonic] = useState('F')
  const [order, setOrder] = useState(ONE_KEY)
  const { mode } = FORMS.find(({ id }) => id === form)!
  const start = () => {
    const chart = order === ONE_KEY ? chartFromForm(form, tonic) : formInAllKeys(form, tonic, order)
    if (chart) onStart(writeChart(chart))
  }
  return (
    <fieldset className="space-y-2">
      <legend className="mb-1 text-soft">Start from a common form</legend>
      <select
        aria-label="Form"
        value={form}
        onChange={(event) => setForm(event.target.value)}
        className={`${FIELD} w-full`}
      >
        {FORMS.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
      <div className="grid grid-cols-2 gap-2">
        <select
          aria-label="Key"
          value={tonic}
          onChange={(event) => setTonic(event.target.value)}
          className={`${FIELD} w-full`}
        >
          {keysOfMode(mode).map((key) => (
            <option key={key.tonic} value={key.tonic}>
              {withSigns(key.tonic)} {mode}
            </option>
          ))}
        </select>
        <select
          aria-label="Keys"
          value={order}
          onChange={(event) => setOrder(event.target.value)}
          className={`${FIELD} w-full`}
        >
          <option value={ONE_KEY}>this key only</option>
          {Object.entries(KEY_ORDERS).map(([id, { name }]) => (
            <option key={id} value={id}>
              all keys {name}
            </option>
          ))}
        </select>
      </div>
      <Button onClick={start}>Insert</Button>
    </fieldset>
  )
}
