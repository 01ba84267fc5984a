import type { DemoBody } from '@eager-contour/contract'
import { useState } from 'react'
import { ALL_TAGS, api, useApiDispatch, useDemoQuery } from '../data/api.ts'

interface Demo {
  /** Undefined while that is read, or where there is no demo. */
  readonly shown: boolean | undefined
  readonly isChanging: boolean
  readonly problem: string | undefined
  readonly show: (shown: boolean) => Promise<void>
}

/** Whether the demo is there, and how it is removed as a whole or brought back. */
export const useDemo = (): Demo => {
  const { data } = useDemoQuery()
  const dispatch = useApiDispatch()
  const [isChanging, setChanging] = useState(false)
  const [problem, setProblem] = useState<string>()
  const show = async (shown: boolean) => {
    setChanging(true)
    setProblem(undefined)
    const body: DemoBody = { shown }
    const answer = await fetch('/api/demo', {
      ...{ method: 'PUT', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body) },
    }).catch(() => undefined)
    if (!answer?.ok) setProblem('The server doesn’t answer. Nothing was changed; try again.')
    dispatch(api.util.invalidateTags([...ALL_TAGS]))
    setChanging(false)
  }
  return { shown: data?.shown, isChanging, problem, show }
}
