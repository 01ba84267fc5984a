import { useEffect, useRef } from 'react'
import { keepDraft, readDraft } from '../data/browserStore.ts'
import { useAppDispatch, useAppSelector } from '../store/store.ts'
import { type Mix, mixSet, selectMix } from './mixSlice.ts'

const KEPT = 'mix'

/** The mix, read from the browser's store and kept there when it changes. */
export const useMix = (): Mix => {
  const dispatch = useAppDispatch()
  const mix = useAppSelector(selectMix)
  const read = useRef(false)
  useEffect(() => {
    void readDraft<Partial<Mix>>(KEPT).then((kept) => {
      read.current = true
      if (kept) dispatch(mixSet(kept))
    })
  }, [dispatch])
  useEffect(() => {
    if (read.current) void keepDraft(KEPT, mix)
  }, [mix])
  return mix
}
