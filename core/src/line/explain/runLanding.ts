import { type Reason, reason } from '../../outcome/reasons.ts'
import type { Degree } from '../../theory/pitch/degree.ts'
import { EIGHTH } from '../../theory/rhythm/ticks.ts'
import type { Line } from '../notes/line.ts'
import type { Explanation } from './explanation.ts'

const RUNS: readonly string[] = ['scaleRun', 'halfStepRun']

/**
 * How the run that a note belongs to is counted out to land: how many half steps were added, between which degrees, and
 * on what it lands, over the bar line too. Undefined where the note is in no run, or the run lands on no chord tone.
 *
 * @example landingReason(line, explainLine(analysis, line), 0) // undefined
 */
export const landingReason = (
  line: Line,
  { changes, devices, notes }: Explanation,
  index: number,
): Reason | undefined => {
  const run = devices.find(({ device, from, to }) => RUNS.includes(device) && from <= index && index <= to)
  if (!run) return undefined
  // A run of even eighths: longer notes inside it are landings of their own.
  for (let at = run.from; at < run.to; at += 1)
    if (line.notes[at + 1]!.start - line.notes[at]!.start > EIGHTH) return undefined
  const landing = notes[run.to]!
  if (landing.role !== 'guide' && landing.role !== 'chord' && landing.role !== 'anticipation')
    return undefined
  const places: (readonly [Degree, Degree])[] = []
  for (let at = run.from + 1; at < run.to; at += 1) {
    const [before, added, after] = [line.notes[at - 1]!, line.notes[at]!, line.notes[at + 1]!]
    const half = Math.abs(before.midi - added.midi) === 1 && Math.abs(after.midi - added.midi) === 1
    if (half && isAdded(notes[at]!)) places.push([notes[at - 1]!.degree, notes[at + 1]!.degree])
  }
  return reason('run.landing', places, landing.degree, changes.spans[landing.chord]!.chord.symbol)
}

/** A note of a run that only passes: no chord tone, no note of the scale that stands for itself. */
const isAdded = ({ role }: Explanation['notes'][number]): boolean =>
  role === 'passing' || role === 'outside' || role === 'approach'
