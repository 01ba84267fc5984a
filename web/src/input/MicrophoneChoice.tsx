import { useState } from 'react'
import { Button } from '../ui/Button.tsx'
import { LevelBar } from './LevelBar.tsx'
import { MicrophoneCheck } from './MicrophoneCheck.tsx'
import { closeMicrophone, connectMicrophone, type Microphone } from './microphone.ts'

/** Asks for the microphone, shows its state and level, and leads to its check. */
export const MicrophoneChoice = ({ microphone }: { readonly microphone: Microphone }) => {
  const [checking, setChecking] = useState(false)
  const { state, settings } = microphone
  if (state === 'missing')
    return (
      <span role="status">No microphone found. On-screen keys, computer keyboard and MIDI still work.</span>
    )
  if (state !== 'on')
    return (
      <span className="flex items-center gap-2">
        {state === 'denied' && (
          <span role="status">
            Microphone access was denied. Allow it beside the browser’s address bar, then try again.
          </span>
        )}
        {state === 'lost' && <span role="status">The microphone was disconnected.</span>}
        <Button look="quiet" onClick={() => void connectMicrophone()} disabled={state === 'asking'}>
          {state === 'denied' || state === 'lost' ? 'Try again' : 'Microphone'}
        </Button>
      </span>
    )
  return (
    <span className="flex flex-wrap items-center gap-2">
      <LevelBar gate={settings.gate} />
      <Button look={settings.checked ? 'quiet' : 'plain'} onClick={() => setChecking(true)}>
        {settings.checked ? 'Microphone' : 'Check the microphone'}
      </Button>
      <Button look="quiet" onClick={closeMicrophone} aria-label="Turn the microphone off">
        Off
      </Button>
      <MicrophoneCheck open={checking} onOpenChange={setChecking} microphone={microphone} />
    </span>
  )
}
