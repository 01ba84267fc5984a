import type { SettingsAnswer } from '@eager-contour/contract'
import { GRADE_RULES, type GradeRules } from '@eager-contour/core'
import { useMemo } from 'react'
import { useSettings } from './settings.ts'
import { useSaveSettings } from './useSaveSettings.ts'

type Own = SettingsAnswer['grading']

/** How runs are graded: the ladder's rules with the player's own limits, how to change these, and the ladder's. */
export const useGradeRules = (): readonly [GradeRules, (part: Own | undefined) => void, GradeRules] => {
  const { grading } = useSettings()
  const save = useSaveSettings()
  return [
    useMemo(() => ({ ...GRADE_RULES, ...grading }), [grading]),
    (part) => save({ grading: part ? { ...grading, ...part } : {} }),
    GRADE_RULES,
  ]
}
