import { bandEvents, wholeTune } from '@eager-contour/core'
import { useEffect, useMemo } from 'react'
import { useHotkeys } from 'react-hotkeys-hook'
import { Link } from 'react-router'
import { TransportBar } from '../audio/TransportBar.tsx'
import { useMix } from '../audio/useMix.ts'
import { type Sound, usePlay, useTuneTempo } from '../audio/usePlay.ts'
import { type OpenTune, useTune } from '../tune/useTune.ts'
import { Button } from '../ui/Button.tsx'
import { isForControl } from '../ui/controlKeys.ts'
import { buttonLook } from '../ui/looks.ts'
import { useStable } from '../ui/useStable.ts'
import { useTuneAtHand } from './useTuneAtHand.ts'

interface BandAnywhereProps {
  readonly onClose: () => void
}

/** The band over the tune at hand, on a page that plays nothing itself: it starts at once. */
export const BandAnywhere = ({ onClose }: BandAnywhereProps) => {
  const opened = useTune(useTuneAtHand())
  return opened.state === 'open' ? <TuneBand open={opened.open} onClose={onClose} /> : null
}

const TuneBand = ({ open: { tune, sounding }, onClose }: BandAnywhereProps & { readonly open: OpenTune }) => {
  const { chart } = sounding
  const { click, voicing } = useMix()
  const stretch = useMemo(() => wholeTune(chart), [chart])
  const sound = useMemo<Sound>(
    () => ({
      name: 'the band alone',
      events: (swing) => bandEvents(sounding, stretch, undefined, { swing, click, voicing }),
    }),
    [sounding, stretch, click, voicing],
  )
  const play = usePlay(sounding, stretch, sound)
  useTuneTempo(tune.id, chart.tempo)
  const { start } = useStable({
    start: () => {
      if (!play.playing) play.toggle()
    },
  })
  useEffect(start, [start])
  useHotkeys('space', play.toggle, { preventDefault: true, ignoreEventWhen: isForControl })
  return (
    <section aria-label="The band" className="sticky bottom-0 z-10">
      <TransportBar play={play} description={`${tune.title}, the band alone`}>
        <Link to={`/tunes/${tune.id}/map`} className={buttonLook('quiet')}>
          Open the tune
        </Link>
        <Button look="quiet" onClick={onClose}>
          Close
        </Button>
      </TransportBar>
    </section>
  )
}
