import { useEffect } from 'react'
import { audioContext } from '../../audio/context.ts'

/** Pauses a run, with the reason, when the tab is hidden or the system stops the sound. */
export const useInterruptions = (pause: (because: string) => void): void => {
  useEffect(() => {
    const onHidden = () => document.hidden && pause('The tab was hidden.')
    const onSound = () => {
      if (audioContext().state !== 'running') pause('The sound was stopped by the system.')
    }
    document.addEventListener('visibilitychange', onHidden)
    audioContext().addEventListener('statechange', onSound)
    return () => {
      document.removeEventListener('visibilitychange', onHidden)
      audioContext().removeEventListener('statechange', onSound)
    }
  }, [pause])
}
