import { type PlanTune, RUNGS, type RungId, rungOf, type Stretch } from '@eager-contour/core'
import { useTunesQuery } from '../data/api.ts'
import { Choice } from '../ui/Choice.tsx'
import { NumberField } from '../ui/NumberField.tsx'

/** What is to be played, as it is chosen. */
export interface ChosenExercise {
  readonly tune: string
  readonly rung: RungId
  readonly stretch: Stretch
  readonly tempo: number
}

const FIRST_BARS = 4
const RUNG_OPTIONS = RUNGS.filter(({ needs }) => needs === undefined).map(({ id, name, grade }) => ({
  value: id,
  label: `${grade}: ${name}`,
}))

/** The first choice over some tunes; undefined without any. */
export const firstChoice = ([tune]: readonly PlanTune[]): ChosenExercise | undefined => {
  const [rung] = RUNGS
  return tune && rung
    ? {
        ...{ tune: tune.id, rung: rung.id, tempo: rung.tempo.from },
        stretch: { from: 0, to: Math.min(tune.bars, FIRST_BARS) - 1 },
      }
    : undefined
}

interface ExerciseFieldsProps {
  readonly tunes: readonly PlanTune[]
  readonly value: ChosenExercise
  readonly onChange: (value: ChosenExercise) => void
}

/** Tune, rung, bars and tempo of an exercise. */
export const ExerciseFields = ({ tunes, value, onChange }: ExerciseFieldsProps) => {
  const { data: stored } = useTunesQuery()
  const titles = new Map(stored?.map(({ id, title }) => [id, title]))
  const bars = tunes.find(({ id }) => id === value.tune)?.bars ?? 1
  const { from, to } = value.stretch
  return (
    <>
      <Choice
        label="Tune"
        value={value.tune}
        options={tunes.map(({ id }) => ({ value: id, label: titles.get(id) ?? id }))}
        onChange={(tune) => {
          const most = (tunes.find(({ id }) => id === tune)?.bars ?? 1) - 1
          onChange({ ...value, tune, stretch: { from: 0, to: Math.min(most, FIRST_BARS - 1) } })
        }}
      />
      <Choice
        label="Rung"
        value={value.rung}
        options={RUNG_OPTIONS}
        onChange={(rung) => onChange({ ...value, rung, tempo: rungOf(rung).tempo.from })}
      />
      <div className="flex gap-3">
        <NumberField
          label="From bar"
          value={from + 1}
          least={1}
          most={bars}
          onChange={(bar) => onChange({ ...value, stretch: { from: bar - 1, to: Math.max(bar - 1, to) } })}
        />
        <NumberField
          label="To bar"
          value={to + 1}
          least={from + 1}
          most={bars}
          onChange={(bar) => onChange({ ...value, stretch: { from, to: bar - 1 } })}
        />
        <NumberField
          label="Tempo"
          value={value.tempo}
          least={30}
          most={320}
          onChange={(tempo) => onChange({ ...value, tempo })}
        />
      </div>
    </>
  )
}
