import { useEffect } from 'react'
import { useSettings } from './settings.ts'

/** Applies the chosen look to the page: day, night, or the system's. */
export const useLook = (): void => {
  const { look } = useSettings()
  useEffect(() => {
    const dark = matchMedia('(prefers-color-scheme: dark)')
    const apply = () => {
      document.documentElement.dataset.look = look === 'system' ? (dark.matches ? 'night' : 'day') : look
    }
    apply()
    dark.addEventListener('change', apply)
    return () => dark.removeEventListener('change', apply)
  }, [look])
}
