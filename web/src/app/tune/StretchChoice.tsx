import { useEffect, useRef } from 'react'
import { announce } from '../../store/announce.ts'
import { barsText, type OpenTune } from '../../tune/useTune.ts'
import { Choice } from '../../ui/Choice.tsx'
import { PopoverButton } from '../../ui/PopoverButton.tsx'

/** The chosen bars: told when they change, and chosen without a drag or Shift. */
export const StretchChoice = ({ open }: { readonly open: OpenTune }) => {
  const { stretch, setStretch, written } = open
  const { bars } = written.chart
  const options = bars.map((bar, at) => ({
    value: String(at),
    label: `${at + 1}  ${bar.chords.map(({ chord }) => chord.symbol).join(' ')}`,
  }))
  const text = barsText(stretch)
  const told = useRef(text)
  useEffect(() => {
    if (told.current === text) return
    told.current = text
    announce(`Stretch: ${text}`)
  }, [text])
  return (
    <PopoverButton name={text}>
      <div className="flex gap-4">
        <Choice
          label="From bar"
          value={String(stretch.from)}
          options={options}
          onChange={(bar) => setStretch({ from: Number(bar), to: Math.max(Number(bar), stretch.to) })}
        />
        <Choice
          label="To bar"
          value={String(stretch.to)}
          options={options.slice(stretch.from)}
          onChange={(bar) => setStretch({ from: stretch.from, to: Number(bar) })}
        />
      </div>
    </PopoverButton>
  )
}
