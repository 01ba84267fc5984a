import { audioContext } from '../audio/context.ts'

let room: MediaStreamAudioDestinationNode | undefined

const roomNow = (): MediaStreamAudioDestinationNode => {
  room ??= audioContext().createMediaStreamDestination()
  return room
}

/** A microphone that only hears what is played into it: for trying out, and for tests, without an audio device. */
export const microphoneStandIn = (): MediaStream => {
  given = roomNow().stream.clone()
  return given
}
let given: MediaStream | undefined

/** Disconnects the stand-in as a real device would be: its track ends. */
export const pullOutStandIn = (): void => {
  for (const track of given?.getAudioTracks() ?? []) track.dispatchEvent(new Event('ended'))
}

/** Plays samples into the stand-in from a moment of the audio clock (seconds); returns a function that stops it. */
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

/** The attack and decay of a tone of the stand-in, in seconds. */
const SWELL = 0.012
const LOUDNESS = 0.3

/** Plays a tone into the stand-in, some seconds from now: for the console and for tests. */
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
