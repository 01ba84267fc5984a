import { LevelBar } from '../../input/LevelBar.tsx'
import { useMicrophoneState } from '../../input/microphone.ts'
import { useMidiDevices } from '../../input/midi.ts'

/** After a run in which no note came: what was listened to, and what else can be. It is neither graded nor kept. */
export const NothingHeard = () => {
  const { chosen } = useMidiDevices()
  const { state, settings } = useMicrophoneState()
  const sources = [
    chosen && `the MIDI device ${chosen}`,
    state === 'on' && 'the microphone',
    'the keys on the screen',
  ].filter(Boolean)
  return (
    <section aria-label="Result" role="status">
      <p className="font-head text-6xl font-bold">Nothing was heard.</p>
      <p className="mt-2 max-w-[46rem] text-2xl">
        This run is not graded and not kept; no tempo changes. The stage listened to{' '}
        {listed(sources as string[])}. A MIDI device, the microphone, or letters (K) can be chosen below.
      </p>
      {state === 'on' && (
        <p className="mt-3 flex items-center gap-3 text-lg">
          The microphone’s level now: <LevelBar gate={settings.gate} />
        </p>
      )}
    </section>
  )
}

const listed = (words: readonly string[]): string =>
  words.length === 1 ? words[0]! : `${words.slice(0, -1).join(', ')} and ${words.at(-1)}`
