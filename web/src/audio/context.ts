let context: AudioContext | undefined

/** The one audio context, shared by band and microphone. */
export const audioContext = (): AudioContext => {
  context ??= new AudioContext({ latencyHint: 'interactive' })
  return context
}

/** Starts the audio clock, which a browser allows after a key press or click; returns whether it runs. */
export const wakeSound = async (): Promise<boolean> => {
  const here = audioContext()
  const patience = new Promise((done) => setTimeout(done, PATIENCE_MS))
  await Promise.race([here.resume(), patience])
  return here.state === 'running'
}

/** How long a sleeping audio device is waited for. */
const PATIENCE_MS = 1500

/**
 * Seconds on the audio clock that left the loudspeaker at a moment of the page (milliseconds): what a player heard
 * then.
 */
export const heardAt = (pageMs: number): number => {
  const here = audioContext()
  const { contextTime = 0, performanceTime = 0 } = here.getOutputTimestamp()
  return performanceTime === 0 ? here.currentTime : contextTime + (pageMs - performanceTime) / 1000
}
