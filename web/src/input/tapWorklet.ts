/** The worklet's own globals, unknown to the page's types. */
declare const currentFrame: number
declare class AudioWorkletProcessor {
  readonly port: MessagePort
}
declare const registerProcessor: (name: string, processor: new () => AudioWorkletProcessor) => void

/** Samples sent at once: one audio block. */
const CHUNK = 128

/**
 * Sends the microphone's samples to the pitch detector, each chunk with the frame of its first sample on the audio
 * clock.
 */
class Tap extends AudioWorkletProcessor {
  private out: MessagePort | undefined
  private chunk = new Float32Array(CHUNK)
  private filled = 0
  private first = 0

  constructor() {
    super()
    this.port.onmessage = ({ data }: MessageEvent<MessagePort>) => {
      this.out = data
    }
  }

  process([input]: readonly (readonly Float32Array[])[]): boolean {
    const samples = input?.[0]
    if (!samples || !this.out) return true
    if (this.filled === 0) this.first = currentFrame
    this.chunk.set(samples, this.filled)
    this.filled += samples.length
    if (this.filled >= CHUNK) {
      this.out.postMessage({ first: this.first, samples: this.chunk }, [this.chunk.buffer])
      this.chunk = new Float32Array(CHUNK)
      this.filled = 0
    }
    return true
  }
}

registerProcessor('tap', Tap)
