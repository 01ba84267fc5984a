import { useEffect, useRef, useState } from 'react'
import { type HeardTone, hearMicrophone, type Microphone, USUAL_FIT, watchMicrophone } from './microphone.ts'

/** The microphone as it is now, and each tone that it hears. */
export const useMicrophone = (onTone: (tone: HeardTone) => void): Microphone => {
  const [microphone, setMicrophone] = useState<Microphone>({
    state: 'off',
    names: [],
    chosen: undefined,
    fit: USUAL_FIT,
  })
  const act = useRef(onTone)
  act.current = onTone
  useEffect(() => watchMicrophone(setMicrophone), [])
  useEffect(() => hearMicrophone((tone) => act.current(tone)), [])
  return microphone
}
