import { useEffect, useState } from 'react'
import { keepDraft, readDraft } from './browserStore.ts'

/** A player's choices that stay in this browser under a name: what they are, and how some of them are changed. */
export const useKept = <T extends object>(
  name: string,
  usual: T,
): readonly [T, (part: Partial<T>) => void] => {
  const [value, setValue] = useState(usual)
  useEffect(() => {
    void readDraft<Partial<T>>(name).then((kept) => kept && setValue((now) => ({ ...now, ...kept })))
  }, [name])
  return [
    value,
    (part) => {
      const next = { ...value, ...part }
      setValue(next)
      void keepDraft(name, next)
    },
  ]
}
