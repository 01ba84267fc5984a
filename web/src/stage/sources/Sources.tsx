import { KeysTiming } from '../../input/KeysTiming.tsx'
import { MicrophoneChoice } from '../../input/MicrophoneChoice.tsx'
import { MidiChoice } from '../../input/MidiChoice.tsx'
import { Check } from '../../ui/Check.tsx'
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

/** What the stage listens to: devices, the computer keyboard, the simulated player. */
export const Sources = ({
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
    <label className="cursor-pointer px-2 underline decoration-soft underline-offset-4 focus-within:outline-2">
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

const FIELD = 'w-16 rounded border border-soft bg-sheet px-2 py-1'

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
        className={FIELD}
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
        className={FIELD}
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
        className={FIELD}
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
