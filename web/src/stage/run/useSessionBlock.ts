import { isHeld } from '@eager-contour/core'
import { useEffect } from 'react'
import { useSearchParams } from 'react-router'
import { BLOCK } from '../../practice/blockAddress.ts'
import { changeBlock, isOver, useSession } from '../../practice/session.ts'
import type { Run } from './run.ts'

/** Tells the session when a block of it is begun, and when it is done. */
export const useSessionBlock = ({ state, grade, take }: Pick<Run, 'state' | 'grade' | 'take'>): void => {
  const [params] = useSearchParams()
  const session = useSession()
  const id = params.get(BLOCK)
  const block = session?.blocks.find((one) => one.id === id)
  const isBegun = block?.startedAt !== undefined
  useEffect(() => {
    if (id !== null && state === 'count-in' && !isBegun) changeBlock(id, { startedAt: Date.now() })
  }, [id, state, isBegun])
  const waits = block?.state === 'waiting'
  useEffect(() => {
    if (!block || !waits || state !== 'done' || !grade || take?.notes.length === 0) return
    if (isOver(block, isHeld(grade.verdict), Date.now())) changeBlock(block.id, { state: 'done' })
  }, [block, waits, state, grade, take])
}
