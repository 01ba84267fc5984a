import { Check } from '../ui/Check.tsx'
import { MicrophoneChoice } from './MicrophoneChoice.tsx'
import { MidiChoice } from './MidiChoice.tsx'
import type { Microphone } from './microphone.ts'
import type { useNotes } from './useNotes.ts'

interface NoteSourcesProps {
  readonly keys: ReturnType<typeof useNotes>
  readonly microphone: Microphone
}

/** What notes are played on, besides the keys on the screen: letters, a MIDI device, the microphone. */
export const NoteSources = ({ keys: { armed, setArmed, devices }, microphone }: NoteSourcesProps) => (
  <>
    <Check label="letters are notes (K)" checked={armed} onChange={setArmed} />
    <MidiChoice devices={devices} />
    <MicrophoneChoice microphone={microphone} />
  </>
)
