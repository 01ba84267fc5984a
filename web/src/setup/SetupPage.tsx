import { SettingsBody } from '@eager-contour/contract'
import { INSTRUMENTS } from '@eager-contour/core'
import { useRecordForm } from '../data/recordForm.ts'
import { PaperChoice } from '../notation/PaperChoice.tsx'
import { useSettings } from '../settings/settings.ts'
import { useSaveSettings } from '../settings/useSaveSettings.ts'
import { AboutPlace } from '../ui/AboutPlace.tsx'
import { Check } from '../ui/Check.tsx'
import { buttonLook, FIELD } from '../ui/looks.ts'
import { NumberInput } from '../ui/NumberInput.tsx'
import { SegmentedControl } from '../ui/SegmentedControl.tsx'
import { usePageTitle } from '../ui/usePageTitle.ts'
import { Deleted } from './Deleted.tsx'
import { Demo } from './Demo.tsx'
import { GradingSetup } from './GradingSetup.tsx'
import { Library } from './Library.tsx'

/** Instrument, names and look. Each choice takes effect immediately. */
export const SetupPage = () => {
  usePageTitle('Setup')
  const settings = useSettings()
  const choose = useSaveSettings()
  const { control, trigger, getValues } = useRecordForm(SettingsBody, { restMinutes: settings.restMinutes })
  const saveRest = async () => {
    const restMinutes = getValues('restMinutes')
    if ((await trigger('restMinutes')) && restMinutes !== undefined) choose({ restMinutes })
  }
  return (
    <div className="mx-auto w-full max-w-4xl space-y-7 px-5 py-4">
      <div className="flex flex-wrap items-baseline gap-x-2">
        <h1 className="text-4xl">Setup</h1>
        <AboutPlace place="Setup" />
      </div>
      <div>
        <label htmlFor="instrument" className="mb-1 block text-soft">
          Instrument: sets transposition, clef and range
        </label>
        <select
          id="instrument"
          value={settings.instrument.id}
          onChange={(event) => choose({ instrument: event.target.value })}
          className={FIELD}
        >
          {INSTRUMENTS.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </div>
      <SegmentedControl
        label="Look"
        value={settings.look}
        onChange={(look) => choose({ look })}
        options={[
          { value: 'day', label: 'day' },
          { value: 'night', label: 'night' },
          { value: 'system', label: 'follow the system' },
        ]}
      />
      <SegmentedControl
        label="Chord symbols"
        value={settings.chordStyle}
        onChange={(chordStyle) => choose({ chordStyle })}
        options={[
          { value: 'letters', label: 'Cmaj7 Cm7♭5 Cdim7' },
          { value: 'signs', label: 'CΔ7 Cø7 C°7' },
          { value: 'short', label: 'CM7 C-7 Co7' },
        ]}
      />
      <SegmentedControl
        label="Name scales by"
        value={settings.scaleNames}
        onChange={(scaleNames) => choose({ scaleNames })}
        options={[
          { value: 'mode', label: 'mode: E♭ Dorian' },
          { value: 'parent', label: 'parent key: D♭ major from E♭' },
        ]}
      />
      <SegmentedControl
        label="Spelling"
        value={settings.spelling}
        onChange={(spelling) => choose({ spelling })}
        options={[
          { value: 'exact', label: 'exact (B𝄫 as the ♭9 of A♭7)' },
          { value: 'simple', label: 'simple spelling (A, not B𝄫)' },
        ]}
      />
      <PaperChoice />
      <Check
        label="Single keys are commands (K, H, X, Z, [, ] and ?); with Ctrl, Cmd or Alt they work in any case"
        checked={settings.singleKeys}
        onChange={(singleKeys) => choose({ singleKeys })}
      />
      <GradingSetup />
      <NumberInput
        control={control}
        name="restMinutes"
        label="Break reminder (minutes; 0: never)"
        onChanged={() => void saveRest()}
      />
      <Deleted />
      <Library />
      <Demo />
      <section aria-labelledby="backup">
        <h2 id="backup" className="text-2xl">
          Backup
        </h2>
        <p className="my-2 max-w-prose text-soft">
          All tunes, lines, exercises and runs in one file. To use it, put it in the place of the
          application’s database while the application is stopped.
        </p>
        <a href="/api/backup" download className={buttonLook()}>
          Save a backup
        </a>
      </section>
      <p className="max-w-prose text-soft">
        Keep headphones and amplifiers low: long exposure above about 85 dB(A) harms hearing. Take a break
        every half hour, and stop if something hurts.
      </p>
    </div>
  )
}
