/** What the worklet's own world offers; the page's types do not know it. */
declare const currentFrame: number
declare class AudioWorkletProcessor {
  readonly port: MessagePort
}
declare const registerProcessor: (name: string, processor: new () => AudioWorkletProcessor) => void

/** Samples that are sent on at once: a block of the sound. */
const CHUNK = 128

/** Sends the microphone's samples on to the ear, each chunk with the frame of its first sample on the sound's clock. */
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
