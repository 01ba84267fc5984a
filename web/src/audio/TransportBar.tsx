import type { Feel, Part } from '@eager-contour/core'
import { Minus, Pause, Play as PlayIcon, Plus } from 'lucide-react'
import type { ReactNode } from 'react'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { SEGMENTS } from '../ui/looks.ts'
import { BandPanel } from './BandPanel.tsx'
import { partTurned, selectMix } from './mixSlice.ts'
import { selectPlay, tempoSet } from './playSlice.ts'
import type { Play } from './usePlay.ts'

export const TEMPO_STEP = 4

interface TransportBarProps {
  readonly play: Play
  /** What is playing, in words; with `parts`, the name of each part. */
  readonly description?: string
  /** The parts that can be muted. */
  readonly parts?: readonly { readonly part: Part; readonly name: string }[]
  /** With parts: the tune's feel. */
  readonly feel?: Feel
  readonly children: ReactNode
}

/** Play, tempo, and what a page adds. */
export const TransportBar = ({
  play,
  description = '',
  parts = [],
  feel = 'swing',
  children,
}: TransportBarProps) => {
  const dispatch = useAppDispatch()
  const { tempo, problem } = useAppSelector(selectPlay)
  const { muted } = useAppSelector(selectMix)
  return (
    <div className="sticky bottom-0 flex flex-wrap items-center gap-x-4 gap-y-2 border-t border-rule bg-ground px-5 py-2.5 max-sm:gap-x-2 max-sm:gap-y-1 max-sm:px-3 max-sm:py-1.5">
      <button
        type="button"
        onClick={play.toggle}
        aria-label={play.playing ? 'Stop' : 'Play'}
        className="flex size-14 items-center justify-center rounded-full bg-ink text-on-ink max-sm:size-11"
      >
        {play.playing || play.loading ? <Pause aria-hidden="true" /> : <PlayIcon aria-hidden="true" />}
      </button>
      <div className="flex items-center gap-1" role="group" aria-label="Tempo">
        <button
          type="button"
          aria-label="Slower"
          className="p-2"
          onClick={() => dispatch(tempoSet(tempo - TEMPO_STEP))}
        >
          <Minus aria-hidden="true" />
        </button>
        <output
          aria-label="Beats per minute"
          className="w-16 text-center font-head text-3xl font-bold tabular-nums"
        >
          {tempo}
        </output>
        <button
          type="button"
          aria-label="Faster"
          className="p-2"
          onClick={() => dispatch(tempoSet(tempo + TEMPO_STEP))}
        >
          <Plus aria-hidden="true" />
        </button>
      </div>
      {parts.length > 0 && (
        <div role="group" aria-label="Parts" className={`${SEGMENTS} max-sm:hidden`}>
          {parts.map(({ part, name }) => (
            <button
              key={part}
              type="button"
              aria-pressed={!muted.includes(part)}
              onClick={() => dispatch(partTurned(part))}
              className="min-h-10 px-2.5 focus-visible:-outline-offset-2 aria-[pressed=false]:text-soft aria-[pressed=false]:line-through aria-pressed:font-semibold"
            >
              {name}
            </button>
          ))}
        </div>
      )}
      {parts.length > 0 && <BandPanel feel={feel} tempo={tempo} />}
      <span className="text-soft" role="status">
        {play.loading ? 'Loading the sounds …' : (problem ?? description)}
      </span>
      {/* On a phone its buttons are in one row that scrolls. */}
      <div className="ml-auto flex flex-wrap items-center gap-1.5 max-sm:ml-0 max-sm:w-full max-sm:flex-nowrap max-sm:overflow-x-auto">
        {children}
      </div>
    </div>
  )
}
