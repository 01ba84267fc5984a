/** A piece or a device at this price or more never comes. */
export const BANNED = 30

/** The prices of a solo line. None is negative; higher is worse. Fitted by reading and measuring many lines. */
export const SOLO_PRICES = {
  /** A note by its standing over its chord: on a strong beat, on another beat, off the beat. */
  standing: {
    guide: [0, 0, 0],
    tone: [0.15, 0.05, 0],
    colour: [0.38, 0.25, 0.1],
    avoid: [1.6, 0.7, 0.15],
    outside: [1.8, 1, 0.35],
  },
  /** The same, held longer than an eighth. */
  held: { guide: 0, tone: 0, colour: 0.05, avoid: 12, outside: 12 },
  /** A note outside the scale that no step resolves. */
  unresolved: 8,
  /** Intervals by half steps, inside a phrase, between two pieces. */
  interval: [2.4, 0.15, 0.1, 0.25, 0.35, 0.7, 1.3, 1, 1.5, 1.8, 2.6, 4, 1.8] as readonly number[],
  tooWide: 5,
  /** A leap that is not answered by a turn, and a turn of direction. */
  openLeap: 1.8,
  turn: 0.3,
  /** A change of chord joined by more than a whole step; into a note that is no guide tone. */
  jumpIntoChange: 4.5,
  changeWithoutGuide: 0.25,
  /** From the 7 on a strong beat up to the root. */
  sevenUp: 3,
  /** A ♭7 that does not fall to the 3 of the chord a fourth above. */
  sevenUnmet: 1.8,
  /** A strong beat inside a phrase that is not reached by a half step. */
  noHalfStep: 0.14,
  /** A fragment; a note changed to fit its chord; a cut tail or head; moved off its beat. */
  fragment: 0.1,
  bent: 0.7,
  cut: 0.55,
  displaced: 0.7,
  /** A silence inside a fragment: an eighth, more; a join inside it by more than a whole step. */
  innerRest: 0.15,
  innerSilence: 1.8,
  innerJump: 4.5,
  /** The share of it where the fragment begins before its chord. */
  earlyJump: 0.15,
  /** What a triplet saves. */
  triplet: 0.72,
  /** A triplet where exactly one is wanted: it comes once, and hardly again. */
  secondTriplet: 12,
  /** A chord tone on a strong beat where much colour is wanted there, and a colour where none is. */
  plainStrong: 0.45,
  colourStrong: 2.2,
  /** A note outside the scale that stands where the brief wants none. */
  misplaced: 4,
  /** The share of a device's own price that counts: less for enclosures. */
  device: 0.85,
  enclosing: 0,
  /** A device from never (0) to often (3) in the brief. */
  weights: [40, 1.6, 0.25, 0],
  /** What a fragment saves that has a device asked for often; the price of a cell of the player's own. */
  asked: 0.5,
  /** What everything else costs where a device is asked for often. */
  unasked: 1.2,
  cell: 0.1,
  /** The same over a chord whose 6 stands for the 7. */
  sixForSeven: 3,
  /** A note by itself between two pieces, a figure, an arpeggio, and an approach with its target. */
  note: 0.85,
  figure: 1,
  arpeggio: 0.55,
  /** A tone of the coming chord an eighth before it, held into it. */
  early: 0.75,
  approach: 0,
  /** Each half step outside the comfortable range, and away from the arc of the phrase beyond its slack. */
  outsideComfort: 0.4,
  offArc: 0.07,
  /** The same for a contour that the player drew, at the closest setting. */
  offContour: 0.6,
  arcSlack: 3,
  /** Each eighth by which a phrase begins or ends off its plan. */
  beginOff: 0.5,
  endOff: 0.9,
  /** Each eighth of a note's length that the next piece takes away, or of silence it leaves. */
  clipped: 0.15,
  gap: 1,
  /** A breath inside a phrase: an eighth of silence on a beat. */
  breath: 0.15,
  /** The same in an etude of eighths. */
  breathEven: 1.6,
  /** The last note of a phrase by its standing; on beat 3; of the last phrase. */
  ending: { guide: 0, tone: 0.1, colour: 0.35, avoid: 4, outside: 9 },
  /** The last note of all by its degree, in half steps above the root. */
  close: [0.35, 4, 0.15, 0.45, 0.4, 1.5, 1.6, 0.3, 2, 0.2, 1.6, 0.3] as readonly number[],
  /** The most that the seed adds to an ending's degree. */
  closeNoise: 3,
  endOnStrong: 0.8,
  /** The first note of a phrase: each half step beyond a sixth from the last one of the phrase before. */
  leapOverSilence: 0.15,
  /** Each half step by which a phrase begins nearer than a fifth, where a new register is asked for. */
  sameRegister: 0.7,
  /** The most that the seed adds to a piece, for each of its notes' beats. */
  noise: 1.4,
  /** A step of an idea's contour that is changed, when it is moved. */
  idea: 0.2,
} as const
