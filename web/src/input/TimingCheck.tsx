import { latencyOf } from '@eager-contour/core'
import { useEffect, useRef, useState } from 'react'
import { loadBand } from '../audio/band.ts'
import { heardAt, wakeSound } from '../audio/context.ts'
import { Button } from '../ui/Button.tsx'
import { playClicks } from './clicks.ts'

interface TimingCheckProps {
  /** Reports the moment of each note (milliseconds on the page's clock); returns a function that stops it. */
  readonly hear: (onNote: (pageMs: number) => void) => () => void
  readonly onFound: (latencyMs: number) => void
}

type State =
  | { readonly is: 'idle' | 'failed' | 'silent' }
  | { readonly is: 'listening'; readonly notes: number }
  | { readonly is: 'found'; readonly latencyMs: number; readonly spreadMs: number }

const wordsOf = (state: State): string => {
  switch (state.is) {
    case 'idle':
      return ''
    case 'silent':
      return 'Sound is unavailable, so no click can be played.'
    case 'failed':
      return 'Too few notes on the clicks. Play one on each of the eight.'
    case 'listening':
      return `Four clicks, then eight: play one note on each. ${state.notes} heard.`
    case 'found':
      return `Your notes come ${Math.round(state.latencyMs)} ms after the click (within ${Math.round(state.spreadMs)} ms of that); this is compensated.`
  }
}

/** Measures the latency of a source: eight notes on eight clicks. */
export const TimingCheck = ({ hear, onFound }: TimingCheckProps) => {
  const [state, setState] = useState<State>({ is: 'idle' })
  const here = useRef(true)
  useEffect(() => {
    here.current = true
    return () => {
      here.current = false
    }
  }, [])
  const check = async () => {
    const band = (await wakeSound()) ? await loadBand().catch(() => undefined) : undefined
    if (!band) return setState({ is: 'silent' })
    const onsets: number[] = []
    setState({ is: 'listening', notes: 0 })
    const stop = hear((pageMs) => {
      // The note was played to what the player heard at that moment.
      onsets.push(heardAt(pageMs) * 1000)
      setState({ is: 'listening', notes: onsets.length })
    })
    const { at, ends } = playClicks(band)
    await ends
    stop()
    if (!here.current) return
    const found = latencyOf(
      at.map((second) => second * 1000),
      onsets,
    )
    if (!found) return setState({ is: 'failed' })
    onFound(Math.round(found.latencyMs))
    setState({ is: 'found', latencyMs: found.latencyMs, spreadMs: found.spreadMs })
  }
  return (
    <div>
      <Button disabled={state.is === 'listening'} onClick={() => void check()}>
        {state.is === 'listening' ? 'Listening …' : 'Measure with eight clicks'}
      </Button>
      <p role="status" className="mt-1 text-soft">
        {wordsOf(state)}
      </p>
    </div>
  )
}
