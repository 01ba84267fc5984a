/** A swing of a vibrato: at least this many half steps from one turn to the next, and this many milliseconds. */
const LEAST_SWING = 0.2
const LEAST_MS = 45
/** A vibrato stays within this many half steps, and has turned this often. */
const WIDEST = 1.3
const TURNS = 2
/** More half steps than this from one analysis to the next are another pitch. */
const JUMP = 0.5
/** Older turns than this, in milliseconds, count no more. */
const LATELY_MS = 320

/** A turn of the pitch: where it was highest or lowest. */
interface Turn {
  readonly atMs: number
  readonly pitch: number
}

/**
 * Follows a pitch and tells whether it sways round a middle, as a note with vibrato does from four to ten times a second.
 * Speech glides on, or turns now and then.
 */
export class Sway {
  private last: Turn | undefined
  private way = 0
  /** The furthest that the pitch has come since the last turn. */
  private furthest: Turn | undefined
  private turns: readonly Turn[] = []

  /** Takes the next pitch; undefined where none is heard. */
  take(pitch: number | undefined, atMs: number): void {
    if (pitch === undefined || (this.last && Math.abs(pitch - this.last.pitch) > JUMP)) {
      this.turns = []
      this.way = 0
      this.furthest = undefined
    }
    const now = pitch === undefined ? undefined : { atMs, pitch }
    this.last = now
    if (!now) return
    this.furthest ??= now
    const from = this.furthest
    const moved = now.pitch - from.pitch
    if (this.way === 0) {
      if (Math.abs(moved) < LEAST_SWING) return
      this.way = Math.sign(moved)
      this.furthest = now
      return
    }
    if (Math.sign(moved) === this.way || moved === 0) {
      this.furthest = now
      return
    }
    if (Math.abs(moved) < LEAST_SWING) return
    // It has turned back far enough: there was a turn.
    const before = this.turns.at(-1)
    const quick = before !== undefined && from.atMs - before.atMs < LEAST_MS
    this.turns = quick ? [] : [...this.turns, from].filter((turn) => turn.atMs > atMs - LATELY_MS)
    this.way = Math.sign(moved)
    this.furthest = now
  }

  /** The middle of the vibrato, as a MIDI number with its fraction; undefined where there is none. */
  get middle(): number | undefined {
    if (this.turns.length < TURNS || !this.last) return undefined
    const [one, other] = this.turns.slice(-TURNS) as [Turn, Turn]
    const wide = Math.abs(one.pitch - other.pitch)
    const middle = (one.pitch + other.pitch) / 2
    // What has left the vibrato is going to another note.
    const inside = Math.abs(this.last.pitch - middle) <= wide / 2 + LEAST_SWING
    return wide <= WIDEST && inside ? middle : undefined
  }
}
