import { useEffect, useRef } from 'react'
import { type HeardTone, hearMicrophone, type Microphone, useMicrophoneState } from './microphone.ts'

/** The microphone's current state; and each tone it detects is reported. */
export const useMicrophone = (onTone: (tone: HeardTone) => void): Microphone => {
  const act = useRef(onTone)
  act.current = onTone
  useEffect(() => hearMicrophone((tone) => act.current(tone)), [])
  return useMicrophoneState()
}
