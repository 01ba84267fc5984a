import {
  type BandEvent,
  gateFor,
  hearsBand,
  latencyOf,
  QUARTER,
  TUNINGS,
  tuningFrom,
} from '@eager-contour/core'
import { Dialog } from 'radix-ui'
import { useCallback, useEffect, useRef, useState } from 'react'
import { loadBand } from '../audio/band.ts'
import { mixSet } from '../audio/mixSlice.ts'
import { useAppDispatch } from '../store/store.ts'
import { Button } from '../ui/Button.tsx'
import { Choice } from '../ui/Choice.tsx'
import { NumberField } from '../ui/NumberField.tsx'
import { BEAT, CLICK_BPM, LEAD_SECONDS, playClicks, wait } from './clicks.ts'
import { LevelBar } from './LevelBar.tsx'
import {
  connectMicrophone,
  hearMicrophone,
  type Microphone,
  saveMicrophoneSettings,
  watchLevel,
} from './microphone.ts'

type Step = 'begin' | 'room' | 'band' | 'notes' | 'done' | 'failed'

const LISTEN_MS = 2000
/** The band's parts that a microphone near a loudspeaker picks up. */
const BAND = ['bass', 'comp', 'drums'] as const

/** Chords of the check, simple and loud. */
const bandAt = (at: number): readonly BandEvent[] =>
  [48, 55, 60, 64, 67].map((midi) => ({
    part: 'comp',
    tick: at * QUARTER,
    duration: QUARTER,
    midi,
    velocity: 100,
  }))

const HEADS: Readonly<Record<Step, string>> = {
  begin: 'Check the microphone',
  room: 'Be quiet for two seconds',
  band: 'Stay quiet: the band plays',
  notes: 'Play one note on each click',
  done: 'The microphone is set up',
  failed: 'Once more',
}
const SAYS: Readonly<Record<Step, string>> = {
  begin:
    'Takes half a minute. Measures the room noise, how much of the band the microphone picks up, your latency and your tuning.',
  room: 'Measuring the room noise.',
  band: 'Measuring how much of the band the microphone picks up.',
  notes: 'Four clicks first, then eight. Any note, short and clear, as exactly on the click as you can.',
  done: '',
  failed: 'Too few notes were heard on the clicks. Play one note on each of the eight clicks.',
}

/** The levels measured meanwhile. */
const levelsDuring = async (going: Promise<void>): Promise<readonly number[]> => {
  const levels: number[] = []
  const stop = watchLevel((level) => levels.push(level))
  await going
  stop()
  return levels
}

interface MicrophoneCheckProps {
  readonly open: boolean
  readonly onOpenChange: (open: boolean) => void
  readonly microphone: Microphone
}

/** The guided check: the room, the band, eight notes on eight clicks. The result is kept for this microphone. */
export const MicrophoneCheck = ({
  open,
  onOpenChange,
  microphone: { settings, chosen, names },
}: MicrophoneCheckProps) => {
  const dispatch = useAppDispatch()
  const [step, setStep] = useState<Step>('begin')
  const [spread, setSpread] = useState(0)
  const [notes, setNotes] = useState(0)
  const current = useRef(0)

  const check = useCallback(async () => {
    current.current += 1
    const ticket = current.current
    const gone = () => ticket !== current.current
    setNotes(0)
    setStep('room')
    const room = await levelsDuring(wait(LISTEN_MS))
    if (gone()) return
    const gate = gateFor(room)
    saveMicrophoneSettings({ gate })
    const band = await loadBand().catch(() => undefined)
    if (!band || gone()) return setStep(band ? 'begin' : 'failed')
    setStep('band')
    band.play({ events: [0, 1, 2, 3].flatMap(bandAt), bpm: CLICK_BPM }, LEAD_SECONDS)
    const heard = await levelsDuring(wait((LEAD_SECONDS + 4 * BEAT) * 1000))
    if (gone()) return
    setStep('notes')
    const tones: { onset: number; cents: number }[] = []
    const stop = hearMicrophone((tone) => {
      if (tone.state !== 'ended') return
      tones.push(tone)
      setNotes(tones.length)
    })
    const { at, ends } = playClicks(band)
    await ends
    stop()
    if (gone()) return
    const found = latencyOf(
      at.map((second) => second * 1000),
      tones.map(({ onset }) => onset * 1000),
    )
    if (!found) return setStep('failed')
    setSpread(found.spreadMs)
    saveMicrophoneSettings({
      latencyMs: Math.round(found.latencyMs),
      tuningHz: tuningFrom(
        settings.tuningHz,
        tones.map(({ cents }) => cents),
      ),
      hearsBand: hearsBand(room, heard),
      checked: true,
    })
    setStep('done')
  }, [settings.tuningHz])
  useEffect(() => {
    if (open) return
    current.current += 1
    setStep('begin')
  }, [open])
  const going = step === 'room' || step === 'band' || step === 'notes'

  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/60" />
        <Dialog.Content className="night fixed z-50 top-1/2 left-1/2 w-[min(44rem,94vw)] -translate-x-1/2 -translate-y-1/2 rounded-2xl border border-rule bg-ground p-7 text-ink">
          <Dialog.Title className="text-4xl">{HEADS[step]}</Dialog.Title>
          <Dialog.Description className="mt-3 text-xl" role="status">
            {step === 'done'
              ? `Latency ${settings.latencyMs} ms (your notes were within ${Math.round(spread)} ms of that); it is compensated. A = ${settings.tuningHz} Hz.`
              : SAYS[step]}
            {step === 'notes' && <span className="mt-2 block text-3xl tabular-nums">{notes} heard</span>}
          </Dialog.Description>
          {step === 'done' && settings.hearsBand && (
            <div className="mt-4 flex flex-wrap items-center gap-3 rounded-xl bg-sheet p-4 text-lg">
              The microphone hears the band: it would be taken for your notes. Use headphones, at a low level
              (long playing above about 85 dB(A) harms hearing), or
              <Button onClick={() => dispatch(mixSet({ muted: BAND }))}>Mute the band</Button>
            </div>
          )}
          <div className="mt-5 flex flex-wrap items-center gap-x-6 gap-y-3 text-lg">
            <Choice
              label="Input"
              value={chosen ?? ''}
              options={names.map(({ id, name }) => ({ value: id, label: name }))}
              onChange={(id) => void connectMicrophone(id)}
            />
            <LevelBar gate={settings.gate} />
            <NumberField
              label="A (Hz)"
              value={settings.tuningHz}
              least={TUNINGS.low}
              most={TUNINGS.high}
              step={0.5}
              onChange={(tuningHz) => saveMicrophoneSettings({ tuningHz })}
            />
            <label className="flex items-center gap-2">
              Silence below{' '}
              <input
                type="range"
                min={-60}
                max={-22}
                step={1}
                value={Math.round(20 * Math.log10(settings.gate))}
                onChange={(event) =>
                  saveMicrophoneSettings({ gate: 10 ** (Number(event.target.value) / 20) })
                }
              />
              {Math.round(20 * Math.log10(settings.gate))} dB
            </label>
          </div>
          <p className="mt-4 text-soft">No sound leaves this computer and none is stored: only the notes.</p>
          <div className="mt-6 flex gap-3">
            <Button look={step === 'done' ? 'plain' : 'main'} disabled={going} onClick={() => void check()}>
              {step === 'begin' ? 'Start' : going ? 'Listening …' : 'Check again'}
            </Button>
            <Dialog.Close asChild>
              <Button look={step === 'done' ? 'main' : 'plain'}>{step === 'done' ? 'Play' : 'Close'}</Button>
            </Dialog.Close>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
