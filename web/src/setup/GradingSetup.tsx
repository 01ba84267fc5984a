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
          label="On time within milliseconds"
          value={rules.onTimeMs}
          least={10}
          most={200}
          onChange={(onTimeMs) => change({ onTimeMs })}
        />
        <NumberField
          label="or hundredths of a beat"
          value={Math.round(rules.onTimeBeats * 100)}
          least={2}
          most={40}
          onChange={(hundredths) => change({ onTimeBeats: hundredths / 100 })}
        />
        <NumberField
          label="Nearly, from every mark"
          value={rules.leasts.nearly}
          least={1}
          most={rules.leasts.holds - 1}
          onChange={(nearly) => least({ nearly })}
        />
        <NumberField
          label="Holds, from"
          value={rules.leasts.holds}
          least={rules.leasts.nearly + 1}
          most={rules.leasts.movesOn - 1}
          onChange={(holds) => least({ holds })}
        />
        <NumberField
          label="Moves on, from"
          value={rules.leasts.movesOn}
          least={rules.leasts.holds + 1}
          most={100}
          onChange={(movesOn) => least({ movesOn })}
        />
      </div>
      <SegmentedControl
        label="A note in another octave"
        value={rules.octaves}
        onChange={(octaves) => change({ octaves })}
        options={[
          { value: 'any', label: 'is right' },
          { value: 'as written', label: 'is wrong' },
        ]}
      />
      <Button look="quiet" onClick={() => change(undefined)}>
        As the ladder has it
      </Button>
    </section>
  )
}
