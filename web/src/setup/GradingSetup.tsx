import { GradingPart } from '@eager-contour/contract'
import type { GradeRules } from '@eager-contour/core'
import { useRecordForm } from '../data/recordForm.ts'
import { useGradeRules } from '../settings/useGradeRules.ts'
import { Button } from '../ui/Button.tsx'
import { NumberInput } from '../ui/NumberInput.tsx'
import { SegmentedControl } from '../ui/SegmentedControl.tsx'

/** How strictly runs are graded. */
export const GradingSetup = () => {
  const [rules, change, byDefault] = useGradeRules()
  const { control, trigger, getValues, reset } = useRecordForm(GradingPart, limitsOf(rules))
  const save = async (name: 'onTimeMs' | 'onTimeBeats' | 'leasts') => {
    if (await trigger(name)) change({ [name]: getValues(name) })
  }
  const saveLeasts = () => void save('leasts')
  return (
    <section aria-labelledby="grading" className="space-y-3">
      <h2 id="grading" className="text-2xl">
        Grading
      </h2>
      <form className="flex flex-wrap gap-x-8 gap-y-3" onSubmit={(event) => event.preventDefault()}>
        <NumberInput
          control={control}
          name="onTimeMs"
          label="On time within (ms)"
          onChanged={() => void save('onTimeMs')}
        />
        <NumberInput
          control={control}
          name="onTimeBeats"
          label="or within (hundredths of a beat)"
          scale={100}
          onChanged={() => void save('onTimeBeats')}
        />
        <NumberInput
          control={control}
          name="leasts.close"
          label="Close: every mark at least"
          onChanged={saveLeasts}
        />
        <NumberInput control={control} name="leasts.solid" label="Solid: at least" onChanged={saveLeasts} />
        <NumberInput
          control={control}
          name="leasts.moveOn"
          label="Move on: at least"
          onChanged={saveLeasts}
        />
      </form>
      <SegmentedControl
        label="A note in another octave"
        value={rules.octaves}
        onChange={(octaves) => change({ octaves })}
        options={[
          { value: 'any', label: 'counts as right' },
          { value: 'as written', label: 'counts as wrong' },
        ]}
      />
      <Button
        look="quiet"
        onClick={() => {
          change(undefined)
          reset(limitsOf(byDefault))
        }}
      >
        Back to the defaults
      </Button>
    </section>
  )
}

const limitsOf = ({ onTimeMs, onTimeBeats, leasts }: GradeRules) => ({
  onTimeMs,
  onTimeBeats,
  leasts: { ...leasts },
})
