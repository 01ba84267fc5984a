import { Button } from '../ui/Button.tsx'
import { Choice } from '../ui/Choice.tsx'
import { FIELD } from '../ui/looks.ts'
import { NumberField } from '../ui/NumberField.tsx'
import { PopoverButton } from '../ui/PopoverButton.tsx'
import { chooseMidi, connectMidi, hearMidi, type MidiDevices, saveMidiSettings } from './midi.ts'
import { TimingCheck } from './TimingCheck.tsx'

/** Asks for the browser's MIDI devices, lists them, and lets one be chosen. */
export const MidiChoice = ({ devices }: { readonly devices: MidiDevices }) => {
  const { state, names, chosen, settings } = devices
  if (state === 'missing')
    return (
      <span className="text-soft">
        This browser has no MIDI. On-screen keys and the computer keyboard still work.
      </span>
    )
  if (state !== 'on')
    return (
      <Button
        look="quiet"
        aria-label={state === 'denied' ? undefined : 'Connect MIDI'}
        onClick={() => void connectMidi()}
        disabled={state === 'asking'}
      >
        {state === 'denied' ? 'MIDI access was denied: try again' : 'MIDI'}
      </Button>
    )
  if (names.length === 0)
    return <span role="status">No MIDI device found. Plug one in and it works at once.</span>
  return (
    <>
      <label className="flex items-center gap-2">
        MIDI input
        <select value={chosen} onChange={(event) => chooseMidi(event.target.value)} className={FIELD}>
          {names.map((name) => (
            <option key={name}>{name}</option>
          ))}
        </select>
      </label>
      <PopoverButton name="MIDI settings">
        <div className="w-72 space-y-2">
          <Choice
            label="Channel"
            value={String(settings.channel)}
            options={CHANNELS}
            onChange={(channel) => saveMidiSettings({ channel: Number(channel) })}
          />
          <NumberField
            label="Transpose (half steps)"
            value={settings.transpose}
            least={-36}
            most={36}
            onChange={(transpose) => saveMidiSettings({ transpose })}
          />
          <NumberField
            label="Latency (ms)"
            value={settings.latencyMs}
            least={-50}
            most={500}
            onChange={(latencyMs) => saveMidiSettings({ latencyMs })}
          />
          <TimingCheck hear={hearStrikes} onFound={(latencyMs) => saveMidiSettings({ latencyMs })} />
        </div>
      </PopoverButton>
    </>
  )
}

const hearStrikes = (onNote: (pageMs: number) => void) =>
  hearMidi(({ velocity, atMs }) => velocity > 0 && onNote(atMs))

const CHANNELS = [
  { value: '0', label: 'all channels' },
  ...Array.from({ length: 16 }, (_, at) => ({ value: String(at + 1), label: String(at + 1) })),
]
