import { useEffect, useRef, useState } from 'react'
import {
  DEFAULT_MICROPHONE,
  type HeardTone,
  hearMicrophone,
  type Microphone,
  watchMicrophone,
} from './microphone.ts'

/** The microphone as it is now, and each tone that it hears. */
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
