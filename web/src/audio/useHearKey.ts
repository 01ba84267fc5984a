import { useHotkeys } from 'react-hotkeys-hook'
import { isForControl } from '../ui/controlKeys.ts'
import { bandIfReady } from './band.ts'

/** Space hears what the page has to be heard, and stops it. */
export const useHearKey = (hear: () => void): void => {
  const toggle = () => {
    const band = bandIfReady()
    if (band?.position() === undefined) hear()
    else band.stop()
  }
  useHotkeys('space', toggle, { preventDefault: true, ignoreEventWhen: isForControl })
}
