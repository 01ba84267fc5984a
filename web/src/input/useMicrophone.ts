import { useEffect, useRef, useState } from 'react'
import {
  DEFAULT_MICROPHONE,
  type HeardTone,
  hearMicrophone,
  type Microphone,
  watchMicrophone,
} from './microphone.ts'

/** The microphone's current state, and each tone it detects. */
export const useMicrophone = (onTone: (tone: HeardTone) => void): Microphone => {
  const [microphone, setMicrophone] = useState<Microphone>({
    state: 'off',
    names: [],
    chosen: undefined,
    settings: DEFAULT_MICROPHONE,
  })
  const act = useRef(onTone)
  act.current = onTone
  useEffect(() => watchMicrophone(setMicrophone), [])
  useEffect(() => hearMicrophone((tone) => act.current(tone)), [])
  return microphone
}
