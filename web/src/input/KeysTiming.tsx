import { useRef } from 'react'
import { NumberField } from '../ui/NumberField.tsx'
import { PopoverButton } from '../ui/PopoverButton.tsx'
import { saveKeysLatency, useKeysLatency } from './keysLatency.ts'
import { TimingCheck } from './TimingCheck.tsx'

type By = 'screenMs' | 'lettersMs'

/** The latency of on-screen keys and of the computer keyboard: measured on a pad, or set. */
export const KeysTiming = () => {
  const settings = useKeysLatency()
  const listener = useRef<(pageMs: number) => void>(undefined)
  /** What the pad was tapped with. */
  const by = useRef<By>('screenMs')
  const strike = (how: By, pageMs: number) => {
    if (!listener.current) return
    by.current = how
    listener.current(pageMs)
  }
  return (
    <PopoverButton name="Timing">
      <div className="w-80 space-y-2">
        <button
          type="button"
          className="min-h-24 w-full touch-none rounded-xl border-2 border-soft bg-ground text-xl"
          onPointerDown={({ timeStamp }) => strike('screenMs', timeStamp)}
          onKeyDown={(event) => {
            if (event.repeat || ['Tab', 'Escape', 'Shift'].includes(event.key)) return
            event.preventDefault()
            event.stopPropagation()
            strike('lettersMs', event.timeStamp)
          }}
        >
          Tap this pad on each click, with a finger or a key
        </button>
        <TimingCheck
          hear={(onNote) => {
            listener.current = onNote
            return () => {
              listener.current = undefined
            }
          }}
          onFound={(latencyMs) => saveKeysLatency({ [by.current]: latencyMs })}
        />
        <NumberField
          label="Latency, on-screen keys (ms)"
          value={settings.screenMs}
          least={-50}
          most={500}
          onChange={(screenMs) => saveKeysLatency({ screenMs })}
        />
        <NumberField
          label="Latency, computer keyboard (ms)"
          value={settings.lettersMs}
          least={-50}
          most={500}
          onChange={(lettersMs) => saveKeysLatency({ lettersMs })}
        />
      </div>
    </PopoverButton>
  )
}
