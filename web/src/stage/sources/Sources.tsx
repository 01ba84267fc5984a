import { KeysTiming } from '../../input/KeysTiming.tsx'
import { MicrophoneChoice } from '../../input/MicrophoneChoice.tsx'
import { MidiChoice } from '../../input/MidiChoice.tsx'
import { Check } from '../../ui/Check.tsx'
import { buttonLook, FIELD } from '../../ui/looks.ts'
import { PopoverButton } from '../../ui/PopoverButton.tsx'
import { useWindowSize } from '../../ui/useWindowSize.ts'
import type { SimulatedSettings } from '../run/runMachine.ts'
import type { useSources } from './useSources.ts'

interface SourcesProps {
  readonly sources: Pick<ReturnType<typeof useSources>, 'midi' | 'microphone'>
  readonly byNote: boolean
  readonly setByNote: (on: boolean) => void
  readonly armed: boolean
  readonly setArmed: (on: boolean) => void
  readonly simulated: SimulatedSettings | undefined
  /** A MIDI file that was played elsewhere. */
  readonly onFile: (file: File) => void
  readonly setSimulated: (simulated: SimulatedSettings | undefined) => void
}

const FIRST: SimulatedSettings = { seed: 1, errorRate: 0.1, aloud: false }

/** Narrower than this, the sources are on a sheet of their own. */
const NARROW = 1024

/** What the stage listens to: beside the other buttons, or in a narrow window behind a button that names it. */
export const Sources = (props: SourcesProps) => {
  const { width } = useWindowSize()
  if (width >= NARROW) return <SourceList {...props} />
  return (
    <PopoverButton name={`Input: ${sourceName(props)}`}>
      <div className="flex flex-col items-start gap-1">
        <SourceList {...props} />
      </div>
    </PopoverButton>
  )
}

const sourceName = ({ sources: { midi, microphone }, simulated, armed }: SourcesProps): string => {
  if (simulated) return 'simulated player'
  if (microphone.state === 'on') return 'microphone'
  if (midi.chosen !== undefined) return 'MIDI'
  return armed ? 'keyboard' : 'screen'
}

/** Devices, the computer keyboard, the simulated player. */
const SourceList = ({
  sources: { midi, microphone },
  byNote,
  setByNote,
  armed,
  setArmed,
  simulated,
  setSimulated,
  onFile,
}: SourcesProps) => (
  <>
    <MidiChoice devices={midi} />
    <MicrophoneChoice microphone={microphone} />
    {(midi.chosen !== undefined || microphone.state === 'on') && (
      <Check label="a note starts" checked={byNote} onChange={setByNote} />
    )}
    {midi.chosen === undefined && microphone.state !== 'on' && <KeysTiming />}
    <Check label="keyboard (K)" checked={armed} onChange={setArmed} />
    <Check
      label="simulated player"
      checked={simulated !== undefined}
      onChange={(on) => setSimulated(on ? FIRST : undefined)}
    />
    <label className={`${buttonLook('quiet')} cursor-pointer focus-within:outline-2`}>
      MIDI file
      <input
        type="file"
        accept=".mid,.midi,audio/midi"
        className="sr-only"
        onChange={(event) => {
          const [file] = event.target.files ?? []
          if (file) onFile(file)
          event.target.value = ''
        }}
      />
    </label>
    {simulated && (
      <SimulatedFields
        value={simulated}
        onChange={setSimulated}
        microphone={microphone.chosen === 'stand-in'}
      />
    )}
  </>
)

interface SimulatedFieldsProps {
  readonly value: SimulatedSettings
  readonly onChange: (value: SimulatedSettings) => void
  /** Whether it can be played into the microphone's stand-in. */
  readonly microphone: boolean
}

const SimulatedFields = ({ value, onChange, microphone }: SimulatedFieldsProps) => (
  <>
    <label>
      seed{' '}
      <input
        type="number"
        min={0}
        max={999_999}
        value={value.seed}
        onChange={(event) =>
          onChange({ ...value, seed: Math.max(0, Math.floor(Number(event.target.value))) })
        }
        className={`${FIELD} w-20`}
      />
    </label>
    <label>
      wrong notes %{' '}
      <input
        type="number"
        min={0}
        max={100}
        value={Math.round(value.errorRate * 100)}
        onChange={(event) =>
          onChange({ ...value, errorRate: Math.min(100, Math.max(0, Number(event.target.value))) / 100 })
        }
        className={`${FIELD} w-20`}
      />
    </label>
    <label>
      hesitations %{' '}
      <input
        type="number"
        min={0}
        max={100}
        value={Math.round((value.stopRate ?? 0) * 100)}
        onChange={(event) =>
          onChange({ ...value, stopRate: Math.min(100, Math.max(0, Number(event.target.value))) / 100 })
        }
        className={`${FIELD} w-20`}
      />
    </label>
    {microphone && (
      <Check
        label="into the microphone"
        checked={value.aloud}
        onChange={(aloud) => onChange({ ...value, aloud })}
      />
    )}
  </>
)
