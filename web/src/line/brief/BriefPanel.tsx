import {
  DEVICE_IDS,
  type Degree,
  degreeName,
  deviceRow,
  SUBSTITUTIONS,
  type SubstitutionId,
  type Weight,
} from '@eager-contour/core'
import { memo } from 'react'
import { useSettings } from '../../settings/settings.ts'
import { useAppDispatch, useAppSelector } from '../../store/store.ts'
import { Button } from '../../ui/Button.tsx'
import { Check } from '../../ui/Check.tsx'
import { Choice, type ChoiceOption } from '../../ui/Choice.tsx'
import { LabelledSlider } from '../../ui/LabelledSlider.tsx'
import { SegmentedControl } from '../../ui/SegmentedControl.tsx'
import { Term } from '../../ui/Term.tsx'
import { briefSet, contourSet, selectEditor, selectLine, selectPreference } from '../editor/editorSlice.ts'
import { BriefName } from './BriefName.tsx'
import { BRIEFS, CLOSELY, nameOfPreference, type Preference } from './briefs.ts'
import { CompareBriefs } from './CompareBriefs.tsx'
import { cellsOf, MUSTS, mustOf } from './mustHave.ts'
import { RangeChoice } from './RangeChoice.tsx'
import { SoloSliders } from './SoloSliders.tsx'
import { useContourActions } from './useContour.ts'
import { Vocabulary } from './Vocabulary.tsx'

/** The devices that a brief can ask for more or less of: those shown at once, and those under "More figures". */
const ASKED = DEVICE_IDS.flatMap((device) => {
  const { brief } = deviceRow(device)
  return brief ? [{ device, ...brief }] : []
})
const SHOWN = ASKED.filter(({ more }) => !more)
const MORE = ASKED.filter(({ more }) => more)
/** What neighbours the 5 of a minor chord from above. */
const SIXTHS: readonly ChoiceOption<'byEar' | 'b13' | '13'>[] = [
  {
    value: 'byEar',
    label: 'by ear',
    description: '♭6 over a tonic minor, the scale’s note over other chords.',
  },
  { value: 'b13', label: '♭6', description: '♭6 above the 5, also above the ♭5 of a half-diminished chord.' },
  {
    value: '13',
    label: '6',
    description: 'Natural 6 above the 5, also above the ♭5 of a half-diminished chord.',
  },
]
const WORDS = ['never', 'rarely', 'sometimes', 'often'] as const
const FOLLOWED = ['loosely', 'closely', 'as drawn'] as const
const AS_IT_FALLS = 'any'

/** A column beside the line that stays visible while the line is scrolled. */
export const COLUMN = 'p-4 lg:sticky lg:top-0 lg:max-h-[calc(100vh-4.8rem)] lg:self-start lg:overflow-y-auto'

const LEADS: readonly ChoiceOption<'both' | 'chords' | 'key'>[] = [
  { value: 'both', label: 'chords and key', description: 'Chord tones on strong beats, the scale between.' },
  { value: 'chords', label: 'chords', description: 'Every chord spelled out, few scale notes.' },
  {
    value: 'key',
    label: 'key',
    description: 'One key over all its chords, resting on its pentatonic.',
  },
]
const SCHOOLS: readonly ChoiceOption<'both' | 'figures' | 'halfSteps'>[] = [
  { value: 'both', label: 'figures and runs', description: 'Half steps where a run has to land.' },
  { value: 'figures', label: 'figures', description: 'Built from shapes with skips.' },
  {
    value: 'halfSteps',
    label: 'bebop scales',
    description: 'Scales with added half steps carry the line.',
  },
]
const TWO_FIVES: readonly ChoiceOption<string>[] = [
  { value: 'apart', label: 'each on its own', description: 'Each chord’s own notes.' },
  { value: 'five', label: 'V through both', description: 'The V’s notes over both chords.' },
  { value: 'two', label: 'ii through both', description: 'The ii’s notes over both chords.' },
  ...SUBSTITUTIONS.map(({ id, name }) => ({
    value: id,
    label: name.split(',')[0]!,
    description: `Over both: ${name}.`,
  })),
]
const RHYTHMS: readonly ChoiceOption<NonNullable<Preference['rhythm']>>[] = [
  {
    value: 'solo',
    label: 'solo',
    description: 'Phrases with silence between them, and an idea that comes back.',
  },
  { value: 'eighths', label: 'eighths', description: 'Long phrases of even eighths.' },
  { value: 'triplets', label: 'triplets', description: 'Eighths with triplets among them.' },
  { value: 'mixed', label: 'mixed', description: 'Eighths, triplets, ties and longer notes.' },
  { value: 'syncopated', label: 'syncopated', description: 'Strong beats come an eighth early.' },
  { value: 'sparse', label: 'sparse', description: 'Few notes, long ones, room.' },
  { value: 'sixteenths', label: 'sixteenths', description: 'Double time.' },
  { value: 'bars', label: 'one note a bar', description: 'One chord tone a bar, near the last one.' },
]
const degrees = (...list: readonly Degree[]): readonly ChoiceOption<string>[] => [
  { value: AS_IT_FALLS, label: 'where it fits' },
  ...list.map((degree) => ({ value: degree, label: `the ${degreeName(degree)}` })),
]
const FIRST = degrees('R', '3', '5', '7', '9')
const LANDING = degrees('R', '3', '5', '9')

/** What the line should be made of. It is composed again while a control changes. */
export const BriefPanel = memo(() => {
  const dispatch = useAppDispatch()
  const preference = useAppSelector(selectPreference)
  const briefs = useAppSelector((state) => selectEditor(state).briefs)
  const hasLine = useAppSelector((state) => selectLine(state) !== undefined)
  const hasContour = useAppSelector((state) => selectEditor(state).contour.length > 0)
  const change = (part: Partial<Preference>) => void dispatch(briefSet({ ...preference, ...part }))
  const { instrument } = useSettings()
  const named = nameOfPreference(preference, briefs)
  const all = [...BRIEFS, ...briefs]
  const slider = ({ device, label, description }: (typeof ASKED)[number]) => (
    <LabelledSlider
      key={device}
      label={label}
      description={description}
      value={preference.devices[device] ?? 2}
      words={WORDS}
      onChange={(weight) => change({ devices: { ...preference.devices, [device]: weight as Weight } })}
    />
  )
  return (
    <section aria-labelledby="brief" className={`${COLUMN} max-lg:order-last`}>
      <h2 id="brief" className="mb-1 text-xl">
        <Term word="brief">Brief</Term>
      </h2>
      {hasLine && <DrawButton />}
      {hasContour && (
        <>
          <LabelledSlider
            label="Follow the contour"
            description="How closely the strong beats follow the contour."
            value={preference.strictness ?? CLOSELY}
            words={FOLLOWED}
            onChange={(strictness) => change({ strictness })}
          />
          <Button look="quiet" onClick={() => dispatch(contourSet([]))}>
            Clear the contour
          </Button>
        </>
      )}
      <Choice
        label="Start from"
        value={named ?? ''}
        options={[
          ...(named === undefined ? [{ value: '', label: 'custom' }] : []),
          ...all.map((brief) => ({ value: brief.name, label: brief.name })),
        ]}
        onChange={(chosen) => {
          const brief = all.find((one) => one.name === chosen)
          if (brief) dispatch(briefSet(brief.preference))
        }}
      />
      <Choice
        label="Based on"
        value={preference.approach ?? 'both'}
        options={LEADS}
        onChange={(approach) => change({ approach })}
      />
      <Choice
        label="Rhythm"
        value={preference.rhythm ?? 'solo'}
        options={RHYTHMS}
        onChange={(rhythm) => change({ rhythm })}
      />
      {(preference.rhythm ?? 'solo') === 'solo' && <SoloSliders preference={preference} change={change} />}
      {SHOWN.map(slider)}
      <LabelledSlider
        label="Chromatic notes"
        description="Notes outside the scale, each resolved by a half step."
        value={preference.chromatic ?? 2}
        words={WORDS}
        onChange={(chromatic) => change({ chromatic: chromatic as Weight })}
      />
      <div className="mt-2">
        <SegmentedControl
          label="Rest at least every"
          value={preference.unbroken ? 'none' : (String(preference.breathBars) as '2' | '4')}
          onChange={(bars) => change({ unbroken: bars === 'none', breathBars: bars === '2' ? 2 : 4 })}
          options={[
            { value: '2', label: '2 bars' },
            { value: '4', label: '4 bars' },
            { value: 'none', label: 'none' },
          ]}
        />
      </div>
      <Check
        label="new register after a rest"
        checked={preference.newRegister ?? false}
        onChange={(newRegister) => change({ newRegister })}
      />
      <Choice
        label="Must include"
        value={mustOf(preference)}
        options={MUSTS}
        onChange={(value) => change({ cells: cellsOf(value) })}
      />
      {(preference.rhythm ?? 'solo') === 'solo' && <Vocabulary preference={preference} change={change} />}
      <details className="mt-1">
        <summary className="min-h-10 cursor-pointer py-2 font-semibold">More figures</summary>
        {MORE.map(slider)}
      </details>
      <details>
        <summary className="min-h-10 cursor-pointer py-2 font-semibold">
          Style, ii and V, first and last note
        </summary>
        <Choice
          label="Style"
          value={preference.school ?? 'both'}
          options={SCHOOLS}
          onChange={(school) => change({ school })}
        />
        <Choice
          label="6 above the 5 of minor"
          value={preference.sixth ?? 'byEar'}
          options={SIXTHS}
          onChange={(sixth) => change({ sixth: sixth === 'byEar' ? undefined : sixth })}
        />
        <Choice
          label="ii and V"
          value={preference.substitution ?? preference.twoFive ?? 'apart'}
          options={TWO_FIVES}
          onChange={(chosen) => {
            const substitution = SUBSTITUTIONS.find(({ id }) => id === chosen)?.id as
              | SubstitutionId
              | undefined
            change({
              substitution,
              twoFive: substitution ? 'apart' : (chosen as 'apart' | 'five' | 'two'),
            })
          }}
        />
        <Choice
          label="Starts on"
          value={preference.firstDegree ?? AS_IT_FALLS}
          options={FIRST}
          onChange={(degree) => change({ firstDegree: degreeOrNone(degree) })}
        />
        <Choice
          label="Ends on"
          value={preference.landingDegree ?? AS_IT_FALLS}
          options={LANDING}
          onChange={(degree) => change({ landingDegree: degreeOrNone(degree) })}
        />
        <RangeChoice preference={preference} instrument={instrument} onChange={change} />
        <Check
          label="repeat a rhythm"
          checked={preference.motif ?? false}
          onChange={(motif) => change({ motif })}
        />
      </details>
      <CompareBriefs />
      <BriefName />
    </section>
  )
})

/** Begins and ends drawing. Apart from the rest of the panel, which stays as it is when a note changes. */
const DrawButton = () => {
  const { onDrawing } = useContourActions()
  const drawing = useAppSelector((state) => selectEditor(state).drawing)
  return (
    <Button
      look={drawing ? 'main' : 'plain'}
      className="my-1 w-full"
      aria-pressed={drawing}
      onClick={onDrawing}
    >
      {drawing ? 'Done drawing' : 'Draw the contour'}
    </Button>
  )
}

const degreeOrNone = (value: string): Degree | undefined =>
  value === AS_IT_FALLS ? undefined : (value as Degree)
