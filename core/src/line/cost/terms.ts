/** The named terms by which a line is weighed. None is negative; more is worse. */
export const LINE_COSTS = {
  /** −log of the wanted share of each size of interval, by half steps (0 to 12). */
  interval: [6, 0.65, 0.65, 1.0, 1.05, 0.95, 2.1, 1.25, 1.5, 1.6, 2.8, 4, 2.2] as readonly number[],
  /** An interval of more than an octave, and for each half step above. */
  tooWide: 6,
  /** The pitch of two notes before, again. */
  backAndForth: 1,
  /** On a beat between anchors: no chord tone, and no part of a closing. */
  weakBeatForeign: 1.6,
  /** Longer than an eighth between anchors: no chord tone, and outside the scale on top of that. */
  heldForeign: 1.4,
  heldOutside: 2.4,
  /** On a beat, a note that the chord's scale lacks. */
  beatOutside: 1.2,
  /** An anchor by what it is to its chord. */
  anchor: { guide: 0, fifth: 0.35, root: 0.6, other: 0.9 },
  /** An anchor at a change of chord that is no guide tone. */
  changeWithoutGuide: 0.3,
  /** A change of chord joined by more than a whole step. */
  jumpIntoChange: 3.6,
  /** The same way to leave or to arrive twice running. */
  sameClosing: 1.2,
  sameTexture: 1.1,
  /** For each half step outside the comfortable range. */
  outsideComfort: 0.45,
  /** A breath before the phrase has had two bars, any breath, a breath without a pickup after it, and each half step over a sixth that the next phrase starts away. */
  earlyBreath: 2.2,
  breath: 2,
  leapOverBreath: 0.4,
  noPickup: 3,
  /** Each bar beyond the phrase's longest, where locked notes leave no room for one. */
  lateBreath: 3,
  /** The share of a pickup's price that counts after a breath. */
  pickup: 0.3,
  /** For each half step that a new phrase starts nearer than a fifth, where the brief wants another register. */
  sameRegister: 0.7,
  /** The end of a phrase by its degree. */
  ending: { third: 0, root: 0, fifth: 0.3, other: 2.4 },
  /** A figure that a line to be avoided has at the same place. */
  usedBefore: 2.4,
  /** A four-note shape that the line has used up. */
  worn: 2.2,
  /** A leap of a sixth or more that does not turn back and is no arpeggio, or that ends on an anchor. */
  openLeap: 3,
  /** A device that the line has, when it has too few. */
  hadAlready: 1.3,
  /** Another rhythm than the motif's at a place of the motif. */
  offMotif: 6,
  /** For each half step away from the contour, followed as closely as can be. */
  offContour: 0.9,
  /** What lies between two strong places and is no figure. */
  noFigure: 4,
  /** What is no wished cell, for each time that the cell was missed. */
  withoutCell: 1.6,
  /** The most that the seed's noise adds to a figure, and to a rhythm at its place. */
  noise: 2.4,
  rhythmNoise: 4,
} as const

/** What a note outside the scale costs, and a figure without one, from never (0) to often (3) in the brief: chromatic notes are spice. */
export const CHROMATIC_COSTS: readonly { readonly note: number; readonly without: number }[] = [
  { note: 40, without: 0 },
  { note: 1.3, without: 0 },
  { note: 0.3, without: 0 },
  { note: 0, without: 1.1 },
]

/** What a device costs on top by the school of the brief, and by what leads. */
export const SCHOOL_COSTS = {
  figures: { halfStepRun: 4, figure: 0, straight: 1.1 },
  both: { halfStepRun: 0, figure: 0, straight: 1.1 },
  halfSteps: { halfStepRun: 0, figure: 2.2, straight: 0 },
} as const
/** What a device costs beside that, from never (0) to often (3) in the brief. */
export const WEIGHT_COSTS: readonly number[] = [40, 2.8, 1.4, 0]

/** Sometimes: where a brief says nothing of a device. */
export const USUAL_WEIGHT = 2
