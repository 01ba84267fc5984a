import type { GradeRules } from '@eager-contour/core'
import { useGradeRules } from '../settings/useGradeRules.ts'
import { Button } from '../ui/Button.tsx'
import { NumberField } from '../ui/NumberField.tsx'
import { SegmentedControl } from '../ui/SegmentedControl.tsx'

/** How strictly runs are graded. */
export const GradingSetup = () => {
  const [rules, change] = useGradeRules()
  const least = (part: Partial<GradeRules['leasts']>) => change({ leasts: { ...rules.leasts, ...part } })
  return (
    <section aria-labelledby="grading" className="space-y-3">
      <h2 id="grading" className="text-2xl">
        Grading
      </h2>
      <div className="flex flex-wrap gap-x-8 gap-y-3">
        <NumberField
          label="On time within (ms)"
          value={rules.onTimeMs}
          least={10}
          most={200}
          onChange={(onTimeMs) => change({ onTimeMs })}
        />
        <NumberField
          label="or within (hundredths of a beat)"
          value={Math.round(rules.onTimeBeats * 100)}
          least={2}
          most={40}
          onChange={(hundredths) => change({ onTimeBeats: hundredths / 100 })}
        />
        <NumberField
          label="Close: every mark at least"
          value={rules.leasts.close}
          least={1}
          most={rules.leasts.solid - 1}
          onChange={(close) => least({ close })}
        />
        <NumberField
          label="Solid: at least"
          value={rules.leasts.solid}
          least={rules.leasts.close + 1}
          most={rules.leasts.moveOn - 1}
          onChange={(solid) => least({ solid })}
        />
        <NumberField
          label="Move on: at least"
          value={rules.leasts.moveOn}
          least={rules.leasts.solid + 1}
          most={100}
          onChange={(moveOn) => least({ moveOn })}
        />
      </div>
      <SegmentedControl
        label="A note in another octave"
        value={rules.octaves}
        onChange={(octaves) => change({ octaves })}
        options={[
          { value: 'any', label: 'counts as right' },
          { value: 'as written', label: 'counts as wrong' },
        ]}
      />
      <Button look="quiet" onClick={() => change(undefined)}>
        Back to the defaults
      </Button>
    </section>
  )
}
