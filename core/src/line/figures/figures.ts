import { DEVICE_IDS, type DeviceId, deviceRow } from './devices.ts'
import type { ApproachRow, DepartureRow } from './steps.ts'

/** Notes that leave an anchor, by the device that they belong to. */
export interface DepartureFigure extends DepartureRow {
  readonly id: string
  readonly device: DeviceId
}

/** Notes that lead into a target, by the device that they belong to. */
export interface ApproachFigure extends ApproachRow {
  readonly device: DeviceId
}

const idOf = ({ name, kinds, from }: DepartureRow): string =>
  [name, from && `from ${from}`, kinds && `over ${kinds.join(' or ')}`].filter(Boolean).join(' ')

/** Whether a figure belongs to some chords or degrees only. */
const isSpecial = ({ kinds, from }: DepartureRow): boolean => kinds !== undefined || from !== undefined

/**
 * Every figure that leaves an anchor: by arpeggio, skip, scale step, neighbour, cell, pentatonic, or what belongs to a
 * dominant. Those for any chord come first, short before long.
 */
export const DEPARTURE_FIGURES: readonly DepartureFigure[] = DEVICE_IDS.flatMap((device) =>
  (deviceRow(device).departures ?? []).map((row) => ({ ...row, id: idOf(row), device })),
).sort(
  (a, b) =>
    Number(isSpecial(a)) - Number(isSpecial(b)) || (isSpecial(a) ? 0 : a.steps.length - b.steps.length),
)

/** Every figure that reaches a target: from below, from above, from both sides, by half steps or by the scale; short before long. */
export const APPROACH_FIGURES: readonly ApproachFigure[] = DEVICE_IDS.flatMap((device) =>
  (deviceRow(device).approaches ?? []).map((row) => ({ ...row, device })),
).sort((a, b) => Number(a.around ?? false) - Number(b.around ?? false) || a.steps.length - b.steps.length)

/** A run that is counted out to land (see landings): between two chord tones, with added half steps where needed. */
export const COUNTED_RUN = {
  name: deviceRow('halfStepRun').name,
  device: 'halfStepRun',
} as const satisfies { readonly name: string; readonly device: DeviceId }
