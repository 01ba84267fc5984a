import { Button } from '../parts/Button.tsx'
import { chooseMidi, connectMidi, type MidiDevices } from './midi.ts'

/** Asks for the browser's MIDI devices, says what there is, and lets one be chosen. */
export const MidiChoice = ({ devices }: { readonly devices: MidiDevices }) => {
  const { state, names, chosen } = devices
  if (state === 'missing')
    return <span className="text-soft">This browser has no MIDI. Keys on the screen and letters work.</span>
  if (state !== 'on')
    return (
      <Button look="quiet" onClick={() => void connectMidi()} disabled={state === 'asking'}>
        {state === 'denied' ? 'MIDI was not allowed: ask again' : 'Connect MIDI'}
      </Button>
    )
  if (names.length === 0)
    return <span role="status">No MIDI device is plugged in; one that you plug in is heard at once.</span>
  return (
    <label className="flex items-center gap-2">
      MIDI from
      <select
        value={chosen}
        onChange={(event) => chooseMidi(event.target.value)}
        className="min-h-10 rounded-xl border border-soft bg-sheet px-2"
      >
        {names.map((name) => (
          <option key={name}>{name}</option>
        ))}
      </select>
    </label>
  )
}
