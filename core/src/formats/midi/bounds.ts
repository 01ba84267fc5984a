/** Files with more events than this are refused: a line has far fewer. */
const MOST_EVENTS = 400_000
/** A length of variable size has at most four bytes (Standard MIDI Files 1.0). */
const LONGEST_LENGTH = 4
const HEADER_BYTES = 14
const CHUNK_HEAD_BYTES = 8
const TRACK = 0x4d54726b

/** A place in the bytes of a file; reading past its end stops the walk. */
class Walk {
  at: number
  constructor(
    readonly bytes: DataView,
    from: number,
    readonly end: number,
  ) {
    this.at = from
  }

  get left(): number {
    return this.end - this.at
  }

  byte(): number | undefined {
    if (this.left < 1) return undefined
    this.at += 1
    return this.bytes.getUint8(this.at - 1)
  }

  /** A length of variable size. */
  length(): number | undefined {
    let value = 0
    for (let read = 0; read < LONGEST_LENGTH; read += 1) {
      const byte = this.byte()
      if (byte === undefined) return undefined
      value = value * 128 + (byte & 0x7f)
      if (byte < 0x80) return value
    }
    return undefined
  }

  /** Skips bytes, if there are as many. */
  skip(count: number | undefined): boolean {
    if (count === undefined || count > this.left) return false
    this.at += count
    return true
  }
}

/** Data bytes after a channel message's status: one for a program and for channel pressure. */
const dataBytes = (status: number): number => (status >= 0xc0 && status < 0xe0 ? 1 : 2)

/** The number of events in a track; undefined if one of them reaches beyond it. */
const eventsIn = (walk: Walk): number | undefined => {
  let running = 0
  let events = 0
  while (walk.left > 0) {
    if (walk.length() === undefined) return undefined
    let status = walk.byte()
    if (status === undefined) return undefined
    if (status < 0x80) {
      // The status before this one holds on, and this was its first data byte.
      if (running === 0) return undefined
      walk.at -= 1
      status = running
    }
    if (status === 0xff) {
      if (walk.byte() === undefined || !walk.skip(walk.length())) return undefined
    } else if (status === 0xf0 || status === 0xf7) {
      if (!walk.skip(walk.length())) return undefined
    } else if (status < 0xf0) {
      running = status
      if (!walk.skip(dataBytes(status))) return undefined
    } else return undefined
    events += 1
    if (events > MOST_EVENTS) return undefined
  }
  return events
}

/**
 * Whether every length in a standard MIDI file (bytes, after its header) stays within the file and its track, and
 * there are no more events than a reader should follow: a length is checked before it is followed.
 */
export const midiIsWhole = (bytes: Uint8Array): boolean => {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength)
  let events = 0
  let at = HEADER_BYTES
  while (at < bytes.length) {
    if (at + CHUNK_HEAD_BYTES > bytes.length) return false
    const end = at + CHUNK_HEAD_BYTES + view.getUint32(at + 4)
    if (end > bytes.length) return false
    if (view.getUint32(at) === TRACK) {
      const found = eventsIn(new Walk(view, at + CHUNK_HEAD_BYTES, end))
      if (found === undefined) return false
      events += found
      if (events > MOST_EVENTS) return false
    }
    at = end
  }
  return at === bytes.length
}
