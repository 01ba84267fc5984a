import { CLICKS, type ClickId, type Feel, type Part, swingOf, type VoicingId } from '@eager-contour/core'
import { Slider } from 'radix-ui'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { Check } from '../ui/Check.tsx'
import { Choice } from '../ui/Choice.tsx'
import { PopoverButton } from '../ui/PopoverButton.tsx'
import { type Mix, mixSet, partTurned, selectMix } from './mixSlice.ts'
import { COMP_SOUNDS, LINE_SOUNDS, type SoundRow } from './sounds.ts'

const PARTS: readonly { readonly part: Part; readonly name: string }[] = [
  { part: 'line', name: 'Line' },
  { part: 'bass', name: 'Bass' },
  { part: 'comp', name: 'Comping' },
  { part: 'drums', name: 'Drums' },
  { part: 'click', name: 'Metronome' },
]
const OCTAVES = [-2, -1, 0, 1, 2]
const VOICINGS: readonly { readonly value: VoicingId; readonly label: string }[] = [
  { value: 'four', label: 'four notes' },
  { value: 'shell', label: 'shells' },
]
const SWING_RANGE = { low: 50, high: 75 } as const

const options = (rows: readonly SoundRow[]) => rows.map(({ id, name }) => ({ value: id, label: name }))
const octaveWords = (octave: number): string =>
  octave === 0
    ? 'as written'
    : `${Math.abs(octave)} octave${Math.abs(octave) > 1 ? 's' : ''} ${octave > 0 ? 'up' : 'down'}`

/** The band's parts with volume and sound, and the metronome. */
export const BandPanel = ({ feel, tempo }: { readonly feel: Feel; readonly tempo: number }) => {
  const dispatch = useAppDispatch()
  const mix = useAppSelector(selectMix)
  const set = (part: Partial<Mix>) => void dispatch(mixSet(part))
  return (
    <PopoverButton name="Band">
      <div className="grid gap-x-8 gap-y-2 sm:grid-cols-2">
        <section aria-label="Volume">
          {PARTS.map(({ part, name }) => (
            <Volume
              key={part}
              name={name}
              volume={mix.volumes[part]}
              silent={mix.muted.includes(part)}
              onTurn={() => dispatch(partTurned(part))}
              onVolume={(volume) => set({ volumes: { ...mix.volumes, [part]: volume } })}
            />
          ))}
          <SwingTurner
            own={mix.swing}
            usual={swingOf(feel, tempo)}
            feel={feel}
            onChange={(swing) => set({ swing })}
          />
        </section>
        <section aria-label="Sounds and metronome">
          <div className="grid grid-cols-2 gap-3">
            <Choice
              label="Line sound"
              value={mix.lineSound}
              options={options(LINE_SOUNDS)}
              onChange={(lineSound) => set({ lineSound })}
            />
            <Choice
              label="Line octave"
              value={String(mix.lineOctave)}
              options={OCTAVES.map((octave) => ({ value: String(octave), label: octaveWords(octave) }))}
              onChange={(octave) => set({ lineOctave: Number(octave) })}
            />
            <Choice
              label="Comping"
              value={mix.compSound}
              options={options(COMP_SOUNDS)}
              onChange={(compSound) => set({ compSound })}
            />
            <Choice<VoicingId>
              label="Voicings"
              value={mix.voicing}
              options={VOICINGS}
              onChange={(voicing) => set({ voicing })}
            />
          </div>
          <Choice<ClickId>
            label="Metronome clicks"
            value={mix.click}
            options={CLICKS.map(({ id, name }) => ({ value: id, label: name }))}
            onChange={(click) => set({ click })}
          />
          <Check label="count in one bar" checked={mix.countIn} onChange={(countIn) => set({ countIn })} />
          <Check
            label="count in before each repeat"
            checked={mix.gap === 1}
            onChange={(gap) => set({ gap: gap ? 1 : 0 })}
          />
          <Check
            label="every other chorus slower, at the same pitch"
            checked={mix.slower}
            onChange={(slower) => set({ slower })}
          />
          <p className="mt-2 max-w-xs text-sm text-soft">
            Keep headphones low: long exposure above about 85 dB(A) harms hearing.
          </p>
        </section>
      </div>
    </PopoverButton>
  )
}

interface VolumeProps {
  readonly name: string
  readonly volume: number
  readonly silent: boolean
  readonly onTurn: () => void
  readonly onVolume: (volume: number) => void
}

const Volume = ({ name, volume, silent, onTurn, onVolume }: VolumeProps) => (
  <div className="flex items-center gap-3">
    <label className="flex min-h-11 w-32 items-center gap-2">
      <input type="checkbox" className="size-5 accent-ink" checked={!silent} onChange={onTurn} />
      {name}
    </label>
    <Slider.Root
      min={0}
      max={100}
      step={5}
      value={[volume]}
      onValueChange={([chosen]) => onVolume(chosen ?? volume)}
      className={`relative flex h-8 grow touch-none items-center ${silent ? 'opacity-45' : ''}`}
    >
      <Slider.Track className="relative h-1 grow rounded bg-faint">
        <Slider.Range className="absolute h-full rounded bg-soft" />
      </Slider.Track>
      <Slider.Thumb aria-label={`Volume of: ${name}`} className="block size-5 rounded-full bg-ink" />
    </Slider.Root>
    <span className="w-9 text-right tabular-nums text-soft">{volume}</span>
  </div>
)

interface SwingTurnerProps {
  readonly own: number | undefined
  readonly usual: number
  readonly feel: Feel
  readonly onChange: (swing: number | undefined) => void
}

/** The swing as the two shares of a beat, such as 62 : 38. */
const SwingTurner = ({ own, usual, feel, onChange }: SwingTurnerProps) => {
  const even = feel === 'straight' || feel === 'bossa'
  const swing = even ? usual : (own ?? usual)
  const percent = Math.round(swing * 100)
  return (
    <div className="mt-3 border-t border-rule pt-3">
      <div className="flex items-baseline justify-between">
        <span>Swing</span>
        <output aria-label="Swing: share of the beat" className="font-head text-xl font-bold tabular-nums">
          {percent} : {100 - percent}
        </output>
      </div>
      {even ? (
        <p className="text-soft">This tune has even eighths.</p>
      ) : (
        <>
          <Slider.Root
            min={SWING_RANGE.low}
            max={SWING_RANGE.high}
            step={1}
            value={[percent]}
            onValueChange={([chosen]) => onChange((chosen ?? percent) / 100)}
            className="relative flex h-8 touch-none items-center"
          >
            <Slider.Track className="relative h-1 grow rounded bg-faint">
              <Slider.Range className="absolute h-full rounded bg-soft" />
            </Slider.Track>
            <Slider.Thumb aria-label="Swing" className="block size-5 rounded-full bg-ink" />
          </Slider.Root>
          <Check
            label="follow the tempo: straighter as it gets faster"
            checked={own === undefined}
            onChange={(byTempo) => onChange(byTempo ? undefined : usual)}
          />
        </>
      )}
    </div>
  )
}
