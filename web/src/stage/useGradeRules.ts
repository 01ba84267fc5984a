import { GRADE_RULES, type GradeRules } from '@eager-contour/core'
import { useCallback, useEffect, useMemo, useState } from 'react'
import { keepDraft, readDraft } from '../data/browserStore.ts'

const KEPT = 'grade rules'

/** How runs are graded: the ladder's rules, and what the player has set otherwise. Kept in the browser. */
export const useGradeRules = (): readonly [GradeRules, (part: Partial<GradeRules> | undefined) => void] => {
  const [own, setOwn] = useState<Partial<GradeRules>>({})
  useEffect(() => {
    void readDraft<Partial<GradeRules>>(KEPT).then((kept) => kept && setOwn(kept))
  }, [])
  const change = useCallback((part: Partial<GradeRules> | undefined) => {
    setOwn((before) => {
      const next = part ? { ...before, ...part } : {}
      void keepDraft(KEPT, next)
      return next
    })
  }, [])
  return [useMemo(() => ({ ...GRADE_RULES, ...own }), [own]), change]
}
