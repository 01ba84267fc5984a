/**
 * The named terms of a line's cost. None is negative; higher is worse.
 *
 * @example LINE_COSTS.interval[2] // 0.65
 */
export const LINE_COSTS = {
  /** −log of the target share of each interval size, by half steps (0 to 12). */
  interval: [6, 0.65, 0.65, 1.0, 1.05, 0.95, 2.1, 1.25, 1.5, 1.6, 2.8, 4, 2.2] as readonly number[],
  /** An interval of more than an octave, and each half step above it. */
  tooWide: 6,
  /** Returning to the pitch of two notes before. */
  backAndForth: 1,
  /** On a beat between anchors: neither a chord tone nor part of an approach. */
  weakBeatForeign: 1.6,
  /** Longer than an eighth between anchors: not a chord tone; and outside the scale as well. */
  heldForeign: 1.4,
  heldOutside: 2.4,
  /** On a beat, a note outside the chord's scale. */
  beatOutside: 1.2,
  /** An anchor by its function in its chord. */
  anchor: { guide: 0, fifth: 0.35, root: 0.6, other: 0.9 },
  /** An anchor at a change of chord that isn't a guide tone. */
  changeWithoutGuide: 0.3,
  /** A change of chord reached by more than a whole step. */
  jumpIntoChange: 3.6,
  /** The same departure or approach twice in a row. */
  sameApproach: 1.2,
  sameTexture: 1.1,
  /** Each half step outside the comfortable range. */
  outsideComfort: 0.45,
  /**
   * A rest before the phrase has had two bars, any rest, a rest without a pickup after it, and each half step over a
   * sixth by which the next phrase starts away.
   */
  earlyBreath: 2.2,
  breath: 2,
  leapOverBreath: 0.4,
  noPickup: 3,
  /** Each bar beyond the longest phrase, where locked notes leave no room for a rest. */
  lateBreath: 3,
  /** The share of a pickup's price that counts after a rest. */
  pickup: 0.3,
  /** Each half step by which a new phrase starts nearer than a fifth, where the brief asks for a new register. */
  sameRegister: 0.7,
  /** The end of a phrase by its degree. */
  ending: { third: 0, root: 0, fifth: 0.3, other: 2.4 },
  /** A figure that a line to avoid has at the same place. */
  usedBefore: 2.4,
  /** A four-note shape that the line uses too often. */
  overused: 2.2,
  /** A leap of a sixth or more that neither turns back nor belongs to an arpeggio, or that ends on an anchor. */
  openLeap: 3,
  /** A device that the line already has, when it has too few. */
  hadAlready: 1.3,
  /** A different rhythm from the motif's. */
  offMotif: 6,
  /** Each half step away from the contour, at the closest setting. */
  offContour: 0.9,
  /** Notes between two strong beats that are no figure. */
  noFigure: 4,
  /** Anything but a requested cell, for each time that the cell was missing. */
  withoutCell: 1.6,
  /** The most that the seed's noise adds to a figure, and to a rhythm. */
  noise: 2.4,
  rhythmNoise: 4,
} as const

/** The cost of a note outside the scale, and of a figure without one, from never (0) to often (3) in the brief. */
export const CHROMATIC_COSTS: readonly { readonly note: number; readonly without: number }[] = [
  { note: 40, without: 0 },
  { note: 1.3, without: 0 },
  { note: 0.3, without: 0 },
  { note: 0, without: 1.1 },
]

/** The extra cost of a device by the style of the brief. */
export const SCHOOL_COSTS = {
  figures: { halfStepRun: 4, figure: 0, straight: 1.1 },
  both: { halfStepRun: 0, figure: 0, straight: 1.1 },
  halfSteps: { halfStepRun: 0, figure: 2.2, straight: 0 },
} as const
/** The extra cost of a device, from never (0) to often (3) in the brief. */
export const WEIGHT_COSTS: readonly number[] = [40, 2.8, 1.4, 0]

/** "Sometimes": the default where a brief doesn't mention a device. */
export const USUAL_WEIGHT = 2
