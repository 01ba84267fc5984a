import { belowRange, type Instrument, tuningFromRun } from '@eager-contour/core'
import { Button } from '../../ui/Button.tsx'
import type { Run } from '../run/run.ts'

export interface HeardProps {
  readonly run: Pick<Run, 'take' | 'estimatedMs' | 'countedIn' | 'readAsItIs' | 'changed'>
  readonly instrument: Instrument
  /** Milliseconds of clear tones below the instrument that the microphone heard. */
  readonly lowMs: number
}

/**
 * What the run tells about how it was heard: a latency that was taken off, an instrument tuned otherwise or lower than the
 * chosen one, a file that began with a count-in.
 */
export const Heard = ({ run, instrument, lowMs }: HeardProps) => {
  const { take, estimatedMs, countedIn, readAsItIs } = run
  const tuning = take?.source === 'microphone' ? tuningFromRun(take) : undefined
  return (
    <>
      {take && belowRange(take, instrument, lowMs) && (
        <span>
          You play below {aOrAn(instrument.name)}’s range: is it the right instrument in Setup, or does the
          band’s bass reach the microphone?
        </span>
      )}
      {estimatedMs !== undefined && (
        <span>
          All notes came {estimatedMs} ms late: taken as the microphone’s latency, and taken off. The check of
          the microphone measures it.
        </span>
      )}
      {tuning !== undefined && (
        <span>
          You are tuned to A = {tuning} Hz, and A = {take?.tuningHz} Hz is set: the check of the microphone
          sets it.
        </span>
      )}
      {countedIn && (
        <span>
          The file begins with a counted-in bar: it was read from its second bar.
          <Button look="quiet" onClick={readAsItIs}>
            Read it from its first
          </Button>
        </span>
      )}
    </>
  )
}

/** The name of an instrument with its article. */
const aOrAn = (name: string): string => `${/^[AEIO]/i.test(name) ? 'an' : 'a'} ${name}`
