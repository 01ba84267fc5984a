import { useState } from 'react'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { Button } from '../../ui/Button.tsx'
import { Check } from '../../ui/Check.tsx'
import { briefsCompared, selectEditor, selectPreference } from '../editor/editorSlice.ts'
import { BRIEFS, type NamedBrief } from './briefs.ts'

const LEAST = 2
const MOST = 4
/** The brief as it is set, among those with a name. */
const THIS = 'This brief'

/** Two to four briefs over the same bars: a line of each beside the others, with what sets it apart. */
export const CompareBriefs = () => {
  const dispatch = useAppDispatch()
  const own = useAppSelector((state) => selectEditor(state).briefs)
  const preference = useAppSelector(selectPreference)
  const [chosen, setChosen] = useState<readonly string[]>([THIS])
  const all: readonly NamedBrief[] = [{ name: THIS, preference }, ...BRIEFS, ...own]
  const briefs = all.filter(({ name }) => chosen.includes(name))
  const enough = briefs.length >= LEAST && briefs.length <= MOST
  return (
    <details>
      <summary className="min-h-10 cursor-pointer py-2 font-semibold">Compare briefs</summary>
      <fieldset>
        <legend className="text-sm text-soft">
          Choose {LEAST} to {MOST}: a line for each, over the same bars.
        </legend>
        {all.map(({ name }) => (
          <Check
            key={name}
            label={name}
            checked={chosen.includes(name)}
            onChange={(on) => setChosen(on ? [...chosen, name] : chosen.filter((one) => one !== name))}
          />
        ))}
      </fieldset>
      <Button disabled={!enough} onClick={() => dispatch(briefsCompared(briefs))}>
        Compare {briefs.length > 0 ? briefs.length : 'them'}
      </Button>
    </details>
  )
}
