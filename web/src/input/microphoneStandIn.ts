import { audioContext } from '../audio/context.ts'

let room: MediaStreamAudioDestinationNode | undefined

const roomNow = (): MediaStreamAudioDestinationNode => {
  room ??= audioContext().createMediaStreamDestination()
  return room
}

/** A microphone that hears only what is played into it: for trying, and for tests, without a sound device. */
export const microphoneStandIn = (): MediaStream => {
  given = roomNow().stream.clone()
  return given
}
let given: MediaStream | undefined

/** Pulls the stand-in out, as a real one goes: its track ends. */
export const pullOutStandIn = (): void => {
  for (const track of given?.getAudioTracks() ?? []) track.dispatchEvent(new Event('ended'))
}

/** Plays samples into the stand-in from a moment of the sound's clock on (seconds); gives what stops it. */
export const playIntoStandIn = (
  samples: Float32Array<ArrayBuffer>,
  rate: number,
  at: number,
): (() => void) => {
  const buffer = audioContext().createBuffer(1, samples.length, rate)
  buffer.copyToChannel(samples, 0)
  const player = new AudioBufferSourceNode(audioContext(), { buffer })
  player.connect(roomNow())
  player.start(Math.max(0, at), Math.max(0, audioContext().currentTime - at))
  return () => player.stop()
}

/** How a tone of the stand-in swells and dies away, in seconds. */
const SWELL = 0.012
const LOUDNESS = 0.3

/** Sounds a tone into the stand-in, some seconds from now: for the console and for tests. */
export const soundIntoStandIn = (midi: number, seconds: number, delay = 0): void => {
  const at = audioContext().currentTime + delay
  const tone = new OscillatorNode(audioContext(), {
    type: 'triangle',
    frequency: 440 * 2 ** ((midi - 69) / 12),
  })
  const swell = new GainNode(audioContext(), { gain: 0 })
  swell.gain.setValueAtTime(0, at)
  swell.gain.linearRampToValueAtTime(LOUDNESS, at + SWELL)
  swell.gain.setTargetAtTime(0, at + seconds - SWELL, SWELL / 3)
  tone.connect(swell).connect(roomNow())
  tone.start(at)
  tone.stop(at + seconds + 0.1)
}
